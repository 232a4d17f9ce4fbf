import { redirect } from "next/navigation";
import { PersonForm } from "@/features/people/PersonForm";
import { database } from "@/server/database";
import { currentActor } from "@/server/http";
import { anyPeople } from "@/server/people/read";
import { Door } from "@/ui/Door";

export const dynamic = "force-dynamic";

export default async function SignInPage() {
  const db = database();
  if (!(await anyPeople(db))) redirect("/welcome");
  if (await currentActor(db)) redirect("/");
  return (
    <Door title="Sign in">
      <PersonForm />
    </Door>
  );
}

import { redirect } from "next/navigation";
import { PersonForm } from "@/features/people/PersonForm";
import { database } from "@/server/database";
import { anyPeople } from "@/server/stores/people";
import { Door } from "@/ui/Door";

export const dynamic = "force-dynamic";

export default async function WelcomePage() {
  if (await anyPeople(database())) redirect("/sign-in");
  return (
    <Door title="The first person">
      <p className="mb-5 text-lg">
        This shop is empty. Whoever is entered here holds every role: administrator, lead, technician and counter.
        Others are added later.
      </p>
      <PersonForm action="/api/first-administrator" label="Begin" newPassword />
    </Door>
  );
}

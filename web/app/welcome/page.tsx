import { redirect } from "next/navigation";
import { FirstPersonForm } from "@/features/people/FirstPersonForm";
import { database } from "@/server/database";
import { anyPeople, isFirstCode } from "@/server/people/read";
import { Door } from "@/ui/Door";

export const dynamic = "force-dynamic";

type Asked = { searchParams: Promise<{ code?: string | string[] }> };

export default async function WelcomePage({ searchParams }: Asked) {
  const db = database();
  if (await anyPeople(db)) redirect("/sign-in");
  const { code } = await searchParams;
  if (typeof code !== "string" || !(await isFirstCode(db, code, null))) {
    return (
      <Door title="This shop is empty">
        <p className="mb-4 text-lg">
          Its first person is made by whoever started it: open the link that stands in the window where{" "}
          <span className="figure">./averin up</span> runs. The link holds a code that is good once.
        </p>
        <p className="text-soft">The window is closed? Start it again: it prints a new link.</p>
      </Door>
    );
  }
  return (
    <Door title="The first person">
      <p className="mb-5 text-lg">
        This shop is empty. Whoever is entered here holds every role; others are added later.
      </p>
      <FirstPersonForm code={code} />
    </Door>
  );
}

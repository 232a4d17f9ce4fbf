import { searchAsked, type Searched } from "@/server/asked";
import { requireActor } from "@/server/page";
import { complaintLines } from "@/server/parts/complaints";
import { FoundTable } from "@/ui/FoundTable";
import { dayOf } from "@/ui/times";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

const COLUMNS = [
  ...["part", "what is wrong", "machine", "since"].map((name) => ({ name })),
  { name: "where it stands" },
];

export default async function ComplaintsPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { complaints, more } = await complaintLines(db, search);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Bad parts, complained of</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <FoundTable
          to="/parts/complaints"
          label="Part, number, what is wrong, machine, or where it stands"
          search={search}
          columns={COLUMNS}
          rows={complaints.map(({ id, name, number, words, mark, jobNumber, at, state }) => ({
            id,
            cells: [
              { by: name, shown: number === "" ? name : `${name}, ${number}` },
              { by: words, shown: words },
              { by: mark, shown: `${mark}, job ${jobNumber}` },
              { by: at.getTime(), shown: dayOf(at) },
              { by: state, shown: <strong>{state}</strong> },
            ],
          }))}
          more={more}
          none="No bad part yet. One is said at the bench, by the key that says what broke: the new one is no good, or it failed too soon."
        />
      </main>
    </>
  );
}

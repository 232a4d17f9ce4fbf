import Link from "next/link";
import { FormKey } from "@/ui/FormKey";
import { METER_WORDS } from "@/ui/meter";
import { PostKey } from "@/ui/PostKey";
import { dayOf } from "@/ui/times";
import { Told, type ToldLine } from "@/ui/Told";

export type MachineShown = {
  id: string;
  mark: string;
  year: number | null;
  serial: string;
  /** What it is, where somebody said so. */
  kind: string | null;
  /** What its meter showed last, and its second one where it has two. */
  meters: string[];
  meterUnit: string;
  secondUnit: string | null;
  retired: string | null;
  /** The fleet it is one of; empty: of none. */
  fleet: string;
  owner: { id: string; name: string; contact: string };
  /** The machine that it turned out to be. */
  into: { id: string; mark: string } | null;
  /** Those that turned out to be it. */
  also: { id: string; mark: string; serial: string }[];
};

/** Whose a machine is and how it is told from others, with the keys that put it right; and what became of it. */
export function MachineHead({ machine, changes }: { machine: MachineShown; changes: readonly ToldLine[] }) {
  const to = `/api/machines/${machine.id}`;
  const { mark, year, serial, owner } = machine;
  const fleet = machine.fleet;
  const rows = [
    ...machine.meters.map((said, i) => [i === 0 ? "meter" : "second meter", said]),
    ["year", year === null ? "not known" : String(year)],
    ["frame number", serial === "" ? "not known" : serial],
    ...(machine.kind === null ? [] : [["what it is", machine.kind]]),
    ...(fleet === "" ? [] : [["one of", fleet]]),
    ...machine.also.map((one) => ["also on file as", [one.mark, one.serial].filter(Boolean).join(", ")]),
  ];
  return (
    <section aria-label="The machine" className="pb-8">
      {machine.into && (
        <div className="caution mb-4 flex flex-wrap items-center gap-3 px-3 py-2">
          <p className="flex-1 text-lg font-semibold">
            It turned out to be{" "}
            <Link href={`/machines/${machine.into.id}`} className="underline">
              {machine.into.mark}
            </Link>
            : its jobs, its meter and what is to be looked at again stand there.
          </p>
          <PostKey to={to} body={{ does: "is its own" }} words="It is its own after all" />
        </div>
      )}
      {machine.retired !== null && machine.into === null && (
        <p className="caution mb-4 text-lg font-semibold">
          Retired on {dayOf(machine.retired)}: it is not taken in any more, and nothing of it falls due.
        </p>
      )}
      <div className="grid gap-x-10 gap-y-3 md:grid-cols-[1fr_auto]">
        <div className="leading-snug">
          <p className="text-2xl font-semibold">
            <Link href={`/owners/${owner.id}`} className="inline-flex min-h-[48px] items-center underline">
              {owner.name || "owner not known"}
            </Link>
          </p>
          <p className="text-lg text-soft">{owner.contact || "how to reach them is not on file"}</p>
          <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-1">
            {rows.map(([what, said]) => (
              <div key={`${what} ${said}`} className="flex items-baseline gap-2">
                <dt className="text-soft">{what}</dt>
                <dd className="figure text-lg font-semibold">{said}</dd>
              </div>
            ))}
          </dl>
        </div>
        <div className="flex max-w-[460px] flex-wrap content-start gap-2 md:justify-end">
          {machine.retired === null && (
            <Link href={`/intake?machine=${machine.id}`} className="key" data-main="true">
              Take it in
            </Link>
          )}
          <FormKey
            words="Put right"
            title={`${mark}: put right`}
            about="What it was before stays readable."
            to={to}
            fixed={{ does: "put right" }}
            fields={[
              { name: "mark", label: "Plate or mark", start: mark },
              { name: "year", label: "Year, if known", start: year === null ? "" : String(year) },
              { name: "serial", label: "Frame number, if known", start: serial },
            ]}
          />
          <FormKey
            words={machine.secondUnit === null ? "Has a second meter" : "Its second meter"}
            title={`${mark}: its second meter`}
            about="Read beside the first at the counter from now on; what comes by distance falls due by it where the first counts hours."
            to={to}
            fixed={{ does: "second meter" }}
            fields={[
              {
                name: "counts",
                label: "What it counts",
                start: machine.secondUnit ?? "",
                options: [
                  { value: "", name: "it has none" },
                  ...METER_WORDS.filter(({ value }) => value !== machine.meterUnit),
                ],
              },
            ]}
          />
          <FormKey
            words={fleet === "" ? "Put it in a fleet" : "Another fleet"}
            title={`${mark}: which machines it is one of`}
            about="Machines that several people ride stand together on a board: how each is, who looked, who rode it last. Empty: of none."
            to={to}
            fixed={{ does: "in a fleet" }}
            fields={[{ name: "fleet", label: "The fleet’s name", start: fleet, like: "club sleds" }]}
          />
          {fleet !== "" && machine.retired === null && (
            <FormKey
              words="It was ridden"
              title={`${mark}: who rode it`}
              about="Whatever was found before the ride is an old look from then on."
              to={to}
              fixed={{ does: "ridden" }}
              fields={[{ name: "rider", label: "Who rode it" }]}
            />
          )}
          <FormKey
            words="Has another owner"
            title={`${mark}: whose it is now`}
            about="Its figures and what was done to it stay with it; jobs stay with the owner they were done for."
            to={to}
            fixed={{ does: "sold" }}
            keep="It is theirs"
            fields={[
              { name: "name", label: "Name" },
              { name: "contact", label: "How to reach them" },
            ]}
          />
          {machine.retired === null ? (
            <FormKey
              words="Retire it"
              title={`${mark} is not worked on any more`}
              about="The counter offers it no more, and nothing of it falls due. It can come into use again."
              to={to}
              fixed={{ does: "retired" }}
              keep="Retire it"
              fields={[{ name: "reason", label: "Why", like: "broken up for parts" }]}
            />
          ) : (
            machine.into === null && <PostKey to={to} body={{ does: "in use again" }} words="In use again" />
          )}
          {machine.into === null && machine.also.length === 0 && (
            <FormKey
              words="Stands here twice"
              title={`${mark} stands here twice`}
              about="Its jobs, meter readings and what is to be looked at again go to the other; this one stays readable, and it can be undone."
              to={to}
              fixed={{ does: "is another" }}
              keep="They are one"
              fields={[{ name: "mark", label: "The mark of the one that it is", start: mark }]}
            />
          )}
        </div>
      </div>
      <Told label="What became of it" lines={changes} />
    </section>
  );
}

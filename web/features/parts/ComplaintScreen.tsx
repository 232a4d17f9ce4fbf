import { SETTLED, TOLD_BY } from "@averin/core";
import Link from "next/link";
import { Facts } from "@/ui/Facts";
import { FormKey } from "@/ui/FormKey";
import { PrintKey } from "@/ui/PrintKey";
import { dayOf } from "@/ui/times";
import { Told, type ToldLine } from "@/ui/Told";

const among = (words: readonly string[]) => words.map((word) => ({ value: word, name: word }));

/** A bad part as whoever sold it is told of it: what it is, what is wrong, its pictures, who was told and what came of it. */
export function ComplaintScreen({
  complaint: { id, name, number, words, at, byName, state, over },
  machine,
  job,
  tried,
  ended,
  photos,
  lines,
}: {
  complaint: {
    id: string;
    name: string;
    /** As stores have it; empty where they have none, or several. */
    number: string;
    words: string;
    at: string;
    byName: string;
    state: string;
    /** Whether nothing more is waited for. */
    over: boolean;
  };
  machine: { id: string; mark: string; model: string };
  job: { id: string; number: string };
  tried: readonly string[];
  /** How it ended in its job; null while it has not. */
  ended: string | null;
  photos: readonly { photo: string; caption: string }[];
  lines: readonly ToldLine[];
}) {
  const to = `/api/complaints/${id}`;
  const facts: [string, string][] = [
    ["number", number === "" ? "as the words say" : number],
    ["for", `${machine.model}, ${machine.mark}`],
    ["met", `${dayOf(at)}, ${byName}`],
    ["in its job", ended ?? "not ended yet"],
  ];
  return (
    <div className="grid gap-x-10 gap-y-8 lg:grid-cols-[1fr_420px]">
      <div className="flex flex-col gap-6">
        <p className="text-2xl font-semibold text-past">{words}</p>
        {tried.length > 0 && (
          <ul aria-label="What was looked at" className="list-disc pl-6 text-lg">
            {tried.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        )}
        {photos.length === 0 ? (
          <p className="border-2 border-dashed border-line p-4 text-lg text-soft">
            No picture yet: one taken at the step where it was met stands here.
          </p>
        ) : (
          <ul aria-label="Pictures" className="flex flex-wrap gap-4">
            {photos.map(({ photo, caption }) => (
              <li key={photo}>
                <figure>
                  {/* Served by this shop's own server in the size it is kept; nothing to optimise on the way. */}
                  {/* eslint-disable-next-line @next/next/no-img-element */}
                  <img
                    src={`/api/jobs/${job.id}/photos/${photo}`}
                    alt={caption || "photo"}
                    className="h-[260px] border border-line bg-band object-contain"
                  />
                  <figcaption className="text-soft">{caption}</figcaption>
                </figure>
              </li>
            ))}
          </ul>
        )}
      </div>
      <section aria-label="What was done about it">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">It stands at: {state}</h2>
        <Facts of={facts} />
        <p className="flex flex-wrap gap-2">
          <FormKey
            words="Somebody was told"
            title={`Who was told of the ${name.toLowerCase()}`}
            about="With what they were told, and how. Where it was settled before, it is open again."
            main={state === "nobody told"}
            to={to}
            fixed={{ does: "told" }}
            fields={[
              { name: "whom", label: "Who was told", like: "counter of the seller, the maker’s desk" },
              { name: "how", label: "How", options: among(TOLD_BY) },
              { name: "words", label: "What they were told", like: "splines loose on the shaft, pictures sent" },
            ]}
          />
          {!over && state !== "nobody told" && (
            <FormKey
              words="They answered"
              title="What they answered"
              about="In their words."
              to={to}
              fixed={{ does: "answered" }}
              fields={[{ name: "words", label: "Their answer", like: "send it back with its packet" }]}
            />
          )}
          {!over && (
            <FormKey
              words="Settled"
              title="How it was settled"
              about="Nothing more is waited for."
              to={to}
              fixed={{ does: "settled" }}
              fields={[
                { name: "how", label: "How", options: among(SETTLED) },
                { name: "words", label: "What, and by whom", like: "another came on the 12th, no charge" },
              ]}
            />
          )}
          <PrintKey />
        </p>
        <Told label="What was done" lines={lines} />
        <p className="no-print mt-4 flex flex-wrap gap-x-6 text-lg">
          <Link href={`/jobs/${job.id}`} className="flex min-h-[48px] items-center underline">
            job {job.number}
          </Link>
          <Link href={`/machines/${machine.id}`} className="flex min-h-[48px] items-center underline">
            {machine.mark}
          </Link>
        </p>
      </section>
    </div>
  );
}

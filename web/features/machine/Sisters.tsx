import Link from "next/link";
import { PostKey } from "@/ui/PostKey";
import { dayOf } from "@/ui/times";

type Fault = {
  point: string;
  name: string;
  found: readonly { jobId: string; machineId: string; mark: string; at: string; words: string }[];
  open: readonly { id: string; mark: string }[];
};

/** So many machines are named one by one. */
const MOST_NAMED = 4;

/** What was found bad on machines of this model, and on which of them nobody has looked there since. */
export function Sisters({ machine, model, faults }: { machine: string; model: string; faults: readonly Fault[] }) {
  return (
    <section aria-label="Found on this model" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Found on {model}</h2>
      <ul>
        {faults.map(({ point, name, found, open }) => (
          <li key={point} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-2">
            <div className="min-w-[300px] flex-1">
              <strong className="text-lg">{name}</strong>
              <ul>
                {found.slice(0, MOST_NAMED).map(({ jobId, machineId, mark, at, words }) => (
                  <li key={jobId}>
                    <Link
                      href={`/jobs/${jobId}`}
                      className="inline-flex min-h-[48px] flex-wrap items-center gap-x-2 underline"
                    >
                      <strong>{machineId === machine ? "this one" : mark}</strong>
                      <span className="figure">{dayOf(at)}</span> {words}
                    </Link>
                  </li>
                ))}
              </ul>
              {found.length > MOST_NAMED && <p className="text-soft">and {found.length - MOST_NAMED} more</p>}
            </div>
            {open.length === 0 ? (
              <span className="text-soft">every one was looked at since, or is to be</span>
            ) : (
              <span className="flex max-w-[420px] flex-wrap items-center gap-3">
                <span>
                  not looked at since:{" "}
                  {open
                    .slice(0, MOST_NAMED)
                    .map(({ mark }) => mark)
                    .join(", ")}
                  {open.length > MOST_NAMED && ` and ${open.length - MOST_NAMED} more`}
                </span>
                <PostKey
                  to={`/api/machines/${machine}/others`}
                  body={{ point }}
                  words={open.length === 1 ? "Look at it there too" : `Look at it on these ${open.length} too`}
                />
              </span>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

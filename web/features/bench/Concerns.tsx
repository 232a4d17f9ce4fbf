import {
  type Bench,
  type Concern,
  concernsOf,
  type FollowUp,
  followedWords,
  isAsked,
  type JobState,
  lastingId,
  takenUpId,
  waysOn,
} from "@averin/core";
import { useRecord } from "@/client/useRecord";

/** What can be done about a finding, each with its key. */
const WAYS: readonly { way: FollowUp; key: string }[] = [
  { way: "put right", key: "Put right" },
  { way: "renew", key: "Renew" },
  { way: "later work", key: "Another time" },
  { way: "watch", key: "Watch" },
  { way: "leave", key: "Leave" },
  { way: "ask owner", key: "Ask the owner" },
];
/** So many lines back something was found just now: the step has gone on, and what it leads to is still in hand. */
const LATELY = 2;
const TONE = { watch: "border-near", renew: "border-past", stop: "border-past" } as const;

/** What was found and is not simply well, with what it led to and a key for each way on. */
export function Concerns({
  bench,
  state,
  task,
  onFollow,
  onOwner,
  onWork,
}: {
  bench: Bench;
  state: JobState;
  /** The task whose findings are shown, and what was found just now elsewhere; null: all of the job, before it is released. */
  task: string | null;
  onFollow: (concern: Concern, way: FollowUp) => void;
  onOwner: (concern: Concern) => void;
  onWork: (concern: Concern) => void;
}) {
  const found = concernsOf(bench, state).some(({ part }) => part !== undefined);
  const record = useRecord(found && !state.released ? (state.opened?.body.machine.id ?? null) : null);
  const byRecord = (part: Concern["part"]): string[] =>
    part === undefined
      ? []
      : [record[lastingId(bench, part.id)], record[takenUpId(part.role ?? "")]].flatMap((words) => words ?? []);
  if (state.released) return null;
  const all = concernsOf(bench, state);
  const lately = new Set(state.events.slice(-LATELY).map(({ id }) => id));
  // Of what was found elsewhere only the last, so that the step in hand keeps its place.
  const justFound = all.findLast((one) => lately.has(one.event) && followedWords(one) === null);
  const concerns = all.filter((one) => task === null || one.task === task || one === justFound);
  if (concerns.length === 0) return null;
  return (
    <section aria-label="What was found" className="flex flex-col gap-2">
      <h2 className="caption">what was found, and what it leads to</h2>
      <ul className="flex flex-col gap-3">
        {concerns.map((concern) => {
          const said = followedWords(concern);
          return (
            <li key={concern.event} className={`border-l-4 pl-3 ${TONE[concern.weight]}`}>
              <p className="text-lg">
                <strong>{concern.text}</strong>
              </p>
              {byRecord(concern.part).map((words) => (
                <p key={words} className="text-[15px]">
                  <span className="caption">by the record</span> {words}
                </p>
              ))}
              {said !== null && <p className="text-[15px]">{said}</p>}
              {isAsked(concern) && (
                <button type="button" className="key mt-1" data-main="true" onClick={() => onOwner(concern)}>
                  The owner has answered
                </button>
              )}
              <p className="mt-1 flex flex-wrap gap-2">
                {WAYS.filter(({ way }) => waysOn(concern).includes(way)).map(({ way, key }) => (
                  <button key={way} type="button" className="key" onClick={() => onFollow(concern, way)}>
                    {key}
                  </button>
                ))}
                <button type="button" className="key" onClick={() => onWork(concern)}>
                  Add a work
                </button>
              </p>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

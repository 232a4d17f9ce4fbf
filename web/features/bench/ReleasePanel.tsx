import {
  type Bench,
  type JobState,
  type OpenPoint,
  type Outcome,
  OUTCOMES,
  type Readiness,
  readiness,
  verdictOfRound,
  workName,
  worksInJob,
} from "@averin/core";
import { Concerns } from "./Concerns.tsx";
import { Troubles } from "./Troubles.tsx";
import type { Asking } from "./useBenchHand.ts";
import type { ComponentProps } from "react";
import { minuteOf } from "@/ui/times";

/** Nothing waits any more: what is left is signed for by a lead, one by one, and the job is released. */
export function ReleasePanel({
  bench,
  state,
  points,
  releaseKept,
  onSign,
  onEnter,
  onReopen,
  onPark,
  onHandBack,
  onCause,
  onOutcome,
  onAsk,
  concerns,
}: {
  bench: Bench;
  state: JobState;
  points: readonly OpenPoint[];
  /** Whether the server has the release: until then nothing is released. */
  releaseKept: boolean;
  onSign: (point: OpenPoint) => void;
  onEnter: (typed: string) => void;
  onReopen: () => void;
  onPark: () => void;
  onOutcome: (work: string, how: Outcome) => void;
  onCause: (symptom: string, suspect: string | null) => void;
  onHandBack: () => void;
  /** Asks in the line for the words of something. */
  onAsk: (asking: Asking) => void;
  concerns: Omit<ComponentProps<typeof Concerns>, "bench" | "state" | "task">;
}) {
  const works = worksInJob(bench, state);
  const next = works.length > 1 ? works.find(({ id }) => !state.workReleases.has(id)) : undefined;
  const left = points.filter((point) => !state.signed.has(point.key));
  if (state.released && !releaseKept) {
    return (
      <article className="flex flex-col gap-3">
        <h1 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Its end is on its way</h1>
        <p className="text-xl">Not ended yet: the server does not have it. Nothing is handed out before it has.</p>
      </article>
    );
  }
  if (state.released?.body.type === "job_cancelled") {
    return (
      <article className="flex flex-col gap-3">
        <h1 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Cancelled</h1>
        <p className="text-xl">
          {state.released.body.reason}. By {state.released.by.name}, {minuteOf(state.released.at)}. Nothing was done on
          the machine.
        </p>
        <p className="text-soft">Is it wanted after all? A lead reopens the job, with a reason.</p>
        <button type="button" className="key self-start" onClick={onReopen}>
          Reopen the job
        </button>
      </article>
    );
  }
  if (state.released) {
    const back = state.released.body.type === "job_handed_back" ? state.released.body : null;
    return (
      <article className="flex flex-col gap-3">
        <h1 className="border-b-2 border-ink pb-1 text-2xl font-semibold">{back ? "Handed back" : "Released"}</h1>
        <Verdict swept={readiness(bench, state)} />
        {back && (
          <p className="stop px-3 py-2 text-lg font-semibold">
            Not released. {back.words}
            {back.standing.map((line) => (
              <span key={line} className="block font-normal">
                {line}
              </span>
            ))}
          </p>
        )}
        <p className="text-xl">
          By {state.released.by.name}, {minuteOf(state.released.at)}. The sheet is ready to print.
        </p>
        <p className="text-soft">
          {back ? "Has it come back?" : "Was something forgotten?"} A lead reopens the job, with a reason; the sheet
          that was printed stays under its number.
        </p>
        <button type="button" className="key self-start" onClick={onReopen}>
          Reopen the job
        </button>
        <section aria-label="What came of it">
          <h2 className="caption">what came of it, as the owner tells it</h2>
          {works.map((work) => {
            const told = state.outcomes.get(work.id);
            return (
              <div key={work.id} className="border-b border-line py-2">
                <p>
                  <strong>{workName(work)}</strong>
                  {told && `: ${told.body.how}, ${told.body.words} (${told.by.name}, ${minuteOf(told.at)})`}
                </p>
                <p className="mt-1 flex flex-wrap gap-2">
                  {OUTCOMES.map((how) => (
                    <button key={how} type="button" className="key" onClick={() => onOutcome(work.id, how)}>
                      {how}
                    </button>
                  ))}
                </p>
              </div>
            );
          })}
        </section>
      </article>
    );
  }
  return (
    <article className="flex flex-col gap-3">
      <h1 className="border-b-2 border-ink pb-1 text-2xl font-semibold">
        {left.length === 0 ? "Ready for release" : "Left before release"}
      </h1>
      <Verdict swept={readiness(bench, state)} />
      {left.length > 0 && <p className="text-lg">Each point left is cleared, or a lead signs for it with a reason.</p>}
      <ul className="border-t border-line">
        {left.map((point) => (
          <li key={point.key} className="flex items-center gap-3 border-b border-line py-2">
            <span className="flex-1 text-lg">
              <span className="caption block">{point.group}</span>
              {point.text}
            </span>
            {point.hard ? (
              <span className="font-semibold text-past">no signature clears it</span>
            ) : (
              <button type="button" className="key" onClick={() => onSign(point)}>
                Sign for it
              </button>
            )}
          </li>
        ))}
      </ul>
      {works.length > 1 && (
        <ul aria-label="Works" className="border-t border-line">
          {works.map((work) => (
            <li key={work.id} className="flex min-h-[48px] items-center gap-3 border-b border-line text-lg">
              <span className="flex-1">{workName(work)}</span>
              <span className={state.workReleases.has(work.id) ? "font-semibold text-inside" : "text-soft"}>
                {state.workReleases.has(work.id) ? "released" : "not released"}
              </span>
            </li>
          ))}
        </ul>
      )}
      {left.length === 0 && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {next ? `Release ${workName(next)}` : "Release the machine"}
        </button>
      )}
      <Causes state={state} onCause={onCause} />
      <Troubles bench={bench} state={state} task={null} onAsk={onAsk} />
      <Concerns bench={bench} state={state} task={null} {...concerns} />
      <p className="flex flex-wrap gap-2">
        <button type="button" className="key" onClick={onPark}>
          Park the job
        </button>
        <button type="button" className="key" onClick={onHandBack}>
          Hand back unfinished
        </button>
      </p>
      {bench.procedure.release.lines.map((line) => (
        <p key={line} className="text-soft">
          {line}
        </p>
      ))}
    </article>
  );
}

const TONE = {
  ready: "border-inside text-inside",
  "ready, with these watched": "border-near text-near",
  "not inspected": "border-near text-near",
  "not ready": "border-past text-past",
} as const;

/** What a walk round the machine comes to, in one word, with what is behind it. */
function Verdict({ swept }: { swept: Readiness | null }) {
  if (swept === null) return null;
  const lists: [string, readonly string[]][] = [
    ["keeps it", swept.keeps],
    ["watched", swept.watched],
    ["not looked at", swept.notLooked],
  ];
  return (
    <section aria-label="Verdict" className={`border-l-8 py-1 pl-4 ${TONE[swept.word]}`}>
      <p className="text-4xl font-semibold">{verdictOfRound(swept)}</p>
      {lists.map(
        ([name, lines]) =>
          lines.length > 0 && (
            <p key={name} className="text-lg text-ink">
              <span className="caption">{name}</span> {lines.join(" · ")}
            </p>
          ),
      )}
    </section>
  );
}

/** What each symptom of the counter turned out to be: told, it is looked at first the next time on this model. */
function Causes({ state, onCause }: { state: JobState; onCause: (symptom: string, suspect: string | null) => void }) {
  const symptoms = state.opened?.body.symptoms ?? [];
  if (symptoms.length === 0) return null;
  return (
    <section aria-label="What it was">
      <h2 className="caption">what it turned out to be</h2>
      {symptoms.map(({ key, word, suspects }) => {
        const told = state.causes.get(key);
        return (
          <div key={key} className="border-b border-line py-2">
            <p>
              <strong>{word}</strong>
              {told && `: it was ${told.body.what}`}
            </p>
            <p className="mt-1 flex flex-wrap gap-2">
              {suspects.map(({ id, what }) => (
                <button
                  key={id}
                  type="button"
                  className="key"
                  aria-pressed={told?.body.suspect === id}
                  onClick={() => onCause(key, id)}
                >
                  {what}
                </button>
              ))}
              <button
                type="button"
                className="key"
                aria-pressed={told !== undefined && told.body.suspect === null}
                onClick={() => onCause(key, null)}
              >
                none of these
              </button>
            </p>
          </div>
        );
      })}
    </section>
  );
}

import {
  figuresKnown,
  type Bench,
  type JobState,
  type OpenPoint,
  type Outcome,
  questionOf,
  type SecondLook,
  secondLooks,
  type Task,
  TASKS,
  toldAt,
  toolList,
  walk,
  wrenchGaps,
  wayOf,
  workName,
  workOfTask,
  worksInJob,
} from "@averin/core";
import type { ComponentProps } from "react";
import { FigureKey } from "@/ui/FigureKey";
import { Concerns } from "./Concerns.tsx";
import { Photos } from "./Photos.tsx";
import { StepToolKey, StepTools } from "./StepTools.tsx";
import { ReleasePanel } from "./ReleasePanel.tsx";
import { TroubleKey, Troubles } from "./Troubles.tsx";
import type { PanelProps } from "./panel.ts";
import type { Asking } from "./useBenchHand.ts";
import { OwnPanel } from "./task/panels.tsx";
import { dayOf } from "@/ui/times";
import { WholePanel } from "./WholePanel.tsx";

/** What each point came to the last time on this machine: by whom, and when. */
export type LastTimes = Readonly<Record<string, { said: string; by: string; at: string }>>;

/** The step in hand with its instrument. */
export function TaskPanel(
  props: Omit<PanelProps, "task"> & {
    jobId: string;
    task: Task | null;
    points: readonly OpenPoint[];
    releaseKept: boolean;
    lives: Readonly<Record<string, string>>;
    lastTime: LastTimes;
    onOthers: Readonly<Record<string, string>>;
    onSign: (point: OpenPoint) => void;
    onReopen: () => void;
    onPark: () => void;
    onLook: (look: SecondLook, well: boolean) => void;
    onOutcome: (work: string, how: Outcome) => void;
    onCause: (symptom: string, suspect: string | null) => void;
    onHandBack: () => void;
    /** Asks in the line for the words of something. */
    onAsk: (asking: Asking) => void;
    concerns: Omit<ComponentProps<typeof Concerns>, "bench" | "state" | "task">;
  },
) {
  const {
    jobId,
    task,
    points,
    releaseKept,
    lives,
    lastTime,
    onOthers,
    onSign,
    onReopen,
    onPark,
    onHandBack,
    onCause,
    onOutcome,
    onLook,
    onAsk,
    concerns,
    ...rest
  } = props;
  if (task === null)
    return (
      <ReleasePanel
        bench={props.bench}
        state={props.state}
        points={points}
        releaseKept={releaseKept}
        onSign={onSign}
        onEnter={props.onEnter}
        onReopen={onReopen}
        onPark={onPark}
        onHandBack={onHandBack}
        onCause={onCause}
        onOutcome={onOutcome}
        onAsk={onAsk}
        concerns={concerns}
      />
    );
  const work = workOfTask(props.bench, task);
  const looked = task.slots.flatMap((s) =>
    s.kind === "find" || s.kind === "read" ? [s.point] : s.kind === "compute" ? [s.step] : [],
  );
  const last = looked.flatMap((point) => lastTime[point] ?? [])[0];
  const others = looked.flatMap((point) => onOthers[point] ?? [])[0];
  return (
    <article className="flex h-full flex-col gap-3">
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-1 max-md:sticky max-md:-top-2 max-md:z-10 max-md:bg-ground max-md:pt-1">
        {worksInJob(props.bench, props.state).length > 1 && (
          <p className="caption w-full">{work ? workName(work) : "for several works, done once"}</p>
        )}
        <span className="figure text-2xl font-bold text-petrol">{task.number}</span>
        <h1 className="text-2xl font-semibold">{task.title}</h1>
        <span className="ml-auto text-soft">
          {TASKS[task.kind].word}
          {task.slots.length > 1 && (
            <span className="figure">
              {" "}
              {task.slots.length - props.waiting.length}/{task.slots.length}
            </span>
          )}
        </span>
        <p className="w-full text-lg">{task.do}</p>
        {last && (
          <p className="w-full text-[15px]">
            <span className="caption">last time</span> <strong>{last.said}</strong>{" "}
            <span className="text-soft">
              {last.by}, {dayOf(last.at)}
            </span>
          </p>
        )}
        {others && (
          <p className="w-full text-[15px]">
            <span className="caption">found on this model</span> <strong>{others}</strong>
          </p>
        )}
        {task.tools.length > 0 && (
          <p className="w-full text-[15px] text-soft">
            <strong>tools</strong> {task.tools.join(" · ")}
          </p>
        )}
        <StepTools bench={props.bench} task={task} />
      </header>
      {task.helper && (
        <p className="border-l-4 border-petrol pl-3 text-lg">
          <strong>Second pair of hands. </strong>
          {task.helper}
        </p>
      )}
      {task.caution && (
        <p className="caution text-lg">
          <strong>Caution. </strong>
          {task.caution}
        </p>
      )}
      <Troubles bench={props.bench} state={props.state} task={task} onAsk={onAsk} />
      <Second bench={props.bench} state={props.state} task={task} onLook={onLook} />
      <Concerns bench={props.bench} state={props.state} task={task.id} {...concerns} />
      {task.number === 1 && <ToolsAhead bench={props.bench} state={props.state} />}
      <ToldPanel {...rest} task={task} />
      <WholePanel bench={props.bench} state={props.state} task={task} lives={lives} />
      <Answered {...rest} task={task} />
      <OwnPanel {...rest} task={task} />
      {task.why && (
        <p className="text-soft">
          <strong>Why. </strong>
          {task.why}
        </p>
      )}
      <div className="flex flex-wrap items-start gap-3">
        <TroubleKey bench={props.bench} state={props.state} task={task} onAsk={onAsk} />
        {task.kind !== "inspect" && <StepToolKey jobId={jobId} state={props.state} task={task} />}
      </div>
      <Photos jobId={jobId} state={props.state} task={task.id} />
    </article>
  );
}

/** What another person looks at here: they say what they see, never by Enter alone. */
function Second({
  bench,
  state,
  task,
  onLook,
}: {
  bench: Bench;
  state: JobState;
  task: Task;
  onLook: (look: SecondLook, well: boolean) => void;
}) {
  const look = secondLooks(bench, state).find((one) => one.task.id === task.id);
  if (!look || look.seen || state.released) return null;
  return (
    <section aria-label="Second look" className="border-2 border-petrol p-3">
      <h2 className="caption">
        a second pair of eyes{bench.hands === 1 ? ", your own" : `, not ${look.done.by.name}’s`}
      </h2>
      <p className="text-lg">{look.asks}</p>
      <p className="mt-1 flex flex-wrap gap-2">
        <button type="button" className="key" onClick={() => onLook(look, true)}>
          It is so
        </button>
        <button type="button" className="key" onClick={() => onLook(look, false)}>
          It is not so
        </button>
      </p>
    </section>
  );
}

/** Before anything is opened: every tool of the work, sizes merged, so that nothing is fetched with oily hands. */
function ToolsAhead({ bench, state }: { bench: Bench; state: JobState }) {
  const tools = toolList(walk(bench, state));
  const gaps = wrenchGaps(bench, state);
  if (tools.length + gaps.length === 0) return null;
  return (
    <section aria-label="Tools of the whole job" className="border-l-4 border-petrol pl-3">
      <h2 className="caption">laid out before it begins</h2>
      <p className="text-lg">{tools.join(" · ")}</p>
      {gaps.map((gap) => (
        <p key={gap} className="font-semibold text-past">
          {gap}
        </p>
      ))}
    </section>
  );
}

/** What is known of this machine and needed here, each with where it stands; what is not on file has a key to enter it. */
function ToldPanel({ bench, state, task }: PanelProps) {
  const told = task.tells.map((key) => toldAt(bench, state, key));
  const machine = state.opened?.body.machine.id;
  if (told.length === 0) return null;
  return (
    <dl className="grid gap-x-4 gap-y-1 border-l-4 border-petrol pl-3 text-lg">
      {told.map(({ key, label, words, source }) => (
        <div key={key} className="flex flex-wrap items-center gap-x-2">
          <dt className={label === task.title ? "sr-only" : "text-soft"}>{label}</dt>
          <dd className={words === null ? "text-soft" : "font-semibold"}>{words ?? "not on file"}</dd>
          {source && <dd className="text-[15px] text-soft">{source}</dd>}
          {words === null && machine !== undefined && !state.released && (
            <dd>
              <FigureKey machine={machine} known={figuresKnown(bench.procedure).get(key)} words="Enter it" />
            </dd>
          )}
        </div>
      ))}
    </dl>
  );
}

/** What was answered at this step, each with the key that asks it again. */
function Answered({ bench, state, task, waiting, onAim }: PanelProps) {
  const answered = task.slots.flatMap((s) => {
    const way = s.kind === "ask" && s !== waiting[0] ? wayOf(bench, state, s.question) : null;
    return s.kind === "ask" && way ? [{ slot: s, ask: questionOf(bench.procedure, s.question)?.ask ?? "", way }] : [];
  });
  if (answered.length === 0 || state.released) return null;
  return (
    <ul>
      {answered.map(({ slot: { key }, ask, way }) => (
        <li key={key} className="flex min-h-[48px] flex-wrap items-center gap-3">
          <span>
            {ask} <strong>{way.word}</strong>
          </span>
          <button type="button" className="key" onClick={() => onAim(key)}>
            Change
          </button>
        </li>
      ))}
    </ul>
  );
}

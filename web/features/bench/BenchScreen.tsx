"use client";

import {
  lineHelp,
  type Actor,
  type Bench,
  type Concern,
  eventSentence,
  isReplaced,
  figuresChanged,
  type OpenedJob,
  jobTitle,
  meterWords,
  nextTask,
  openPoints,
  resumeSentence,
  slotName,
  slotsInHand,
  openStops,
  type Task,
  toolName,
  tools,
  unsigned,
  waitingSlots,
  walk,
  workOfTask,
  worksInJob,
  concernsOf,
} from "@averin/core";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { saidOf, send } from "@/client/send";
import { byOthers } from "@/client/entered";
import { atBench } from "@/client/lastBench";
import { useLastTool, useTaken } from "@/client/lastTools";
import { useJob } from "@/client/useJob";
import { Spine } from "@/instruments/Spine";
import { ROOM, TopRule } from "@/ui/TopRule";
import { Clocks } from "./Clocks.tsx";
import { EntryLine } from "./EntryLine.tsx";
import { LogKey } from "./LogKey.tsx";
import { OpenPoints } from "./OpenPoints.tsx";
import type { PresetSaid } from "./panel.ts";
import { PartsKey } from "./PartsKey.tsx";
import { type Colleague, PersonKey } from "./PersonKey.tsx";
import { spineParts, taskForEntry } from "./spineParts.ts";
import { Strays } from "./Strays.tsx";
import { type LastTimes, TaskPanel } from "./TaskPanel.tsx";
import { TrayCorner } from "./TrayCorner.tsx";
import { useBenchHand } from "./useBenchHand.ts";
import { useFarKeys } from "./useFarKeys.ts";
import { WorksKey } from "./WorksKey.tsx";

type Props = {
  opened: OpenedJob;
  actor: Actor;
  colleagues: Colleague[];
  /** Since when parts of this machine are in, by their names; only where the drawing shows it. */
  lives?: Readonly<Record<string, string>>;
  /** What each point came to the last time on this machine. */
  lastTime?: LastTimes;
  /** What was found at a point on other machines of this model, in words. */
  onOthers?: Readonly<Record<string, string>>;
  /** Which gauge or wrench this person takes at which step, as pairs. */
  taken?: readonly (readonly [string, string])[];
};

const NONE_TAKEN: readonly [string, string][] = [];

/** One job at the bench: spine, step in hand, open points, entry line; all of it worked out from the log. */
export function BenchScreen({
  opened: here,
  actor: first,
  colleagues,
  lives = {},
  lastTime = {},
  onOthers = {},
  taken = NONE_TAKEN,
}: Props) {
  const { id: jobId, number, bench } = here;
  const router = useRouter();
  const [actor, setActor] = useState(first);
  useTaken(actor.id, { of: first.id, pairs: taken });
  // On a tablet the list of what is open makes room for the work until it is asked for.
  const [listed, setListed] = useState(false);
  // In a hand the assembly is behind a touch.
  const [shown, setShown] = useState(false);
  const [workFor, setWorkFor] = useState<Concern | null>(null);
  const [news, setNews] = useState<readonly string[]>([]);
  const judgedAnew = useCallback(() => router.refresh(), [router]);
  useEffect(() => atBench(jobId), [jobId]);
  const job = useJob(here, actor, judgedAnew);
  const { state } = job;
  // A work that was added or dropped, or another machine, lays the job out anew: the server does that, and the page is drawn by it.
  const came = state.opened?.body;
  const works = [
    ...[...state.added.keys(), ...[...state.dropped.keys()].map((id) => `-${id}`)],
    ...[came?.machine.id, came?.meter.value],
  ].join();
  // What is otherwise by figures that came meanwhile, however long this page could not hear of them; another machine has its own.
  const machine = came?.machine.id;
  const judgedBy = useRef({ bench, machine });
  useEffect(() => {
    const before = judgedBy.current;
    if (before.bench === bench) return;
    judgedBy.current = { bench, machine };
    if (before.machine !== machine) return;
    const changes = byOthers(figuresChanged(before.bench, bench));
    if (changes.length > 0) setNews((now) => [...now, ...changes]);
  }, [bench, machine]);
  const laidOutBy = useRef(works);
  useEffect(() => {
    if (laidOutBy.current === works) return;
    laidOutBy.current = works;
    router.refresh();
  }, [works, router]);
  useFarKeys(() => router.push("/jobs"));
  // A key that is gone once it was pressed takes the focus with it: it comes back to the line.
  useEffect(() => {
    if (document.activeElement === document.body) document.getElementById("entry")?.focus();
  });
  const camera = useRef<HTMLInputElement>(null);
  const hand = useBenchHand({ bench, job, actor, onPhoto: () => camera.current?.click() });
  const [fill, setFill] = useState<{ text: string; times: number } | null>(null);
  const [resume, setResume] = useState(() => resumeSentence(bench, state));

  const tasks = walk(bench, state);
  const next = nextTask(bench, state, tasks);
  const chosen = tasks.find((task) => task.id === hand.hand.task) ?? null;
  // What has ended is not worked on: its end stands there until a step is gone to.
  const task = chosen ?? (state.released ? null : next);
  const waiting = task ? slotsInHand(bench, state, task, chosen !== null, hand.hand.aim) : [];
  // A machine that is as it came has nothing to prove.
  const points = state.released?.body.type === "job_cancelled" ? [] : openPoints(bench, state);
  const left = unsigned(state, points);
  const wanted = useLastTool(actor.id, task?.id ?? null);
  const kit = tools(bench, task, wanted);
  const stops = openStops(bench, state);
  const opened = state.opened?.body;
  const together = task === null || task.stage === "together" || task.stage === "prove" || task.stage === "build";
  const last = tasks[tasks.length - 1];
  // A walk round a machine takes nothing apart.
  const comesApart = tasks.some(({ kind }) => kind === "off");

  const { sides } = (task && workOfTask(bench, task)) ?? worksInJob(bench, state)[0] ?? bench.procedure;
  const firstWaiting = (work: string): Task | undefined =>
    tasks.find((t) => workOfTask(bench, t)?.id === work && waitingSlots(bench, state, t).length > 0);

  const toEntry = (entry: string): void => hand.go(taskForEntry(bench, state, tasks, entry)?.id ?? null);
  const setPreset = async (said: PresetSaid): Promise<void> => {
    const answer = await send("POST", "/api/presets", said);
    if (answer.kind === "kept") router.refresh();
    else hand.say({ tone: "stop", text: saidOf(answer, "Nothing was set.") });
  };
  const releaseKept = state.released !== null && !job.unkept.has(state.released.id);
  const aimText = state.released
    ? releaseKept
      ? ENDED[state.released.body.type]
      : "its end is on its way"
    : task === null
      ? left.length > 0
        ? "sign or release"
        : "release"
      : waiting[0]
        ? slotName(bench, state, waiting[0])
        : "all answered here";
  const help = lineHelp(bench, state, waiting);
  // A place that stands answered says so: what is typed takes its place.
  const [aimed] = waiting;
  const stood = aimed && isReplaced(state, aimed) ? state.bySlot.get(aimed.key)?.at(-1) : undefined;
  const standing = stood ? `stands: ${eventSentence(bench, state, stood)}` : null;
  const underlined = "text-ink underline decoration-4 underline-offset-4";
  return (
    <div className="flex h-dvh min-h-[380px] flex-col">
      <TopRule
        person={
          <PersonKey
            actor={actor}
            colleagues={colleagues}
            unsent={job.unkept.size}
            onTaken={(now) => {
              setActor(now);
              hand.say({ tone: "said", text: `${now.name} goes on. ${resumeSentence(bench, state)}` });
            }}
          />
        }
      >
        <Link
          href={`/machines/${opened?.machine.id ?? ""}`}
          prefetch={false}
          title="figures of this machine"
          data-far="M"
          className="flex min-h-[48px] min-w-0 flex-col justify-center leading-tight max-md:flex-1"
        >
          <strong className="line-clamp-1 leading-[1.15] md:line-clamp-2 lg:line-clamp-1">
            {jobTitle(bench, state)}
          </strong>
          <span className="line-clamp-1 text-[15px] leading-[1.1] underline decoration-1 underline-offset-2 md:line-clamp-2 lg:line-clamp-1">
            {[opened?.machine.mark, opened?.owner.name, number, opened && meterWords(opened.meter)]
              .filter(Boolean)
              .join(" · ")}
            <span className="hidden xl:inline">
              {" "}
              · {opened?.machine.maker} {opened?.machine.model}
            </span>
          </span>
        </Link>
        <span className={`caption hidden whitespace-nowrap ${comesApart ? "xl:inline" : ""}`}>
          <span className={together ? "" : underlined}>going apart</span> ◂▸{" "}
          <span className={together ? underlined : ""}>going together</span>
        </span>
        <span className="ml-auto flex items-center gap-2">
          <Clocks
            bench={bench}
            state={state}
            needed={(wait) => tasks.some((t) => t.id === `end:${wait}`)}
            onGo={(id) => hand.go(id)}
          />
        </span>
        <span className={`flex items-center gap-2 max-md:w-full ${ROOM}`}>
          <WorksKey
            jobId={jobId}
            bench={bench}
            state={state}
            onGo={(work) => hand.go(firstWaiting(work)?.id ?? null)}
            onDrop={hand.dropWork}
            onRelease={hand.releaseWork}
            onTime={hand.correctTime}
            onPark={hand.park}
            onHandBack={hand.handBack}
            onAsk={hand.ask}
            people={colleagues}
            from={workFor}
            onClosed={() => setWorkFor(null)}
          />
          <PartsKey jobId={jobId} bench={bench} state={state} onAsk={hand.ask} />
          <LogKey
            bench={bench}
            state={state}
            actor={actor}
            onStrike={(event) => hand.strike(event.id)}
            onGo={(slot) => {
              const home = tasks.find((t) => t.slots.some(({ key }) => key === slot));
              if (home) hand.go(home.id, slot);
            }}
          />
          <Link href={`/jobs/${jobId}/sheet`} className="key" data-far="S">
            Sheet
          </Link>
        </span>
      </TopRule>

      {stops.map((stop) => (
        <p key={stop.event.id} role="alert" className="stop flex items-center gap-4 px-4 py-1 text-lg font-semibold">
          <span className="flex-1">
            Stop work. {stop.text}
            {stop.putRight &&
              `. Put right: ${stop.putRight.body.words}. Look at it once more${stop.showsGoing ? ", raised or at walking pace first" : ""}.`}
          </span>
          {concernsOf(bench, state)
            .filter(({ event }) => event === stop.event.id)
            .map((concern) => (
              <button
                key={concern.event}
                type="button"
                className="key"
                onClick={() => hand.followUp(concern, "put right")}
              >
                Say what was done
              </button>
            ))}
        </p>
      ))}
      {resume !== "" && (
        <section
          aria-label="Where it was left"
          className="flex items-center gap-4 border-b border-line bg-band px-4 py-1 leading-tight"
        >
          <p className="flex-1 max-md:line-clamp-2 max-md:text-[15px]">{resume}</p>
          <button type="button" className="key" onClick={() => setResume("")}>
            Seen
          </button>
        </section>
      )}

      {news.length > 0 && (
        <section aria-label="Figures that changed" className="caution flex items-center gap-4 px-4 py-1 leading-tight">
          <p className="flex-1">
            <strong>The shop’s figures changed.</strong> From now on: {news.join(" · ")}. What was judged before keeps
            its own.
          </p>
          <button type="button" className="key" onClick={() => setNews([])}>
            Seen
          </button>
        </section>
      )}

      {state.parked && !state.released && (
        <section aria-label="Parked" className="caution flex items-center gap-4 px-4 py-1 leading-tight">
          <p className="flex-1">
            <strong>Parked{state.parked.body.on === null ? "" : ` until ${state.parked.body.on}`}.</strong>{" "}
            {state.parked.body.reason}. {state.parked.body.standing.join(". ")}
          </p>
          <button type="button" className="key" onClick={hand.resume}>
            Go on with it
          </button>
        </section>
      )}

      <Strays
        strays={state.strays}
        onFill={(text) => setFill((now) => ({ text: text.slice(0, 500), times: (now?.times ?? 0) + 1 }))}
      />

      <div className="grid min-h-0 flex-1 grid-cols-1 grid-rows-[1fr_auto] md:grid-cols-[216px_1fr] lg:grid-cols-[232px_1fr_252px] lg:grid-rows-1">
        <div
          className={`overflow-y-auto contain-content border-r border-line bg-sheet md:row-span-2 lg:row-span-1 ${shown ? "" : "max-md:hidden"}`}
        >
          <Spine
            parts={spineParts(bench, state, tasks, task)}
            sides={sides}
            onPick={(entry) => {
              setShown(false);
              toEntry(entry);
            }}
          />
        </div>
        {/* Reached with Tab, so that a long step is scrolled by keys too. */}
        <main
          tabIndex={0}
          className={`min-h-0 overflow-y-auto p-4 contain-content max-md:p-2 ${shown ? "max-md:hidden" : ""}`}
        >
          <TaskPanel
            jobId={jobId}
            bench={bench}
            state={state}
            actor={actor}
            task={task}
            waiting={waiting}
            kit={kit}
            lives={lives}
            lastTime={lastTime}
            onOthers={onOthers}
            points={points}
            releaseKept={releaseKept}
            onAim={(key) => hand.go(task?.id ?? null, key)}
            onEnter={hand.onEnter}
            onSign={hand.sign}
            onReopen={hand.reopen}
            onPark={hand.park}
            onHandBack={hand.handBack}
            onCause={hand.cause}
            onLook={hand.look}
            onOutcome={hand.outcome}
            concerns={{ onFollow: hand.followUp, onOwner: hand.ownerSaid, onWork: setWorkFor }}
            onAsk={hand.ask}
            onTooFar={hand.tooFar}
            onJudge={hand.judge}
            onPreset={(said) => void setPreset(said)}
          />
        </main>
        <aside
          data-far="O"
          data-list=""
          onKeyDown={(event) => {
            if (event.key === "Escape") document.getElementById("entry")?.focus();
          }}
          className={`flex min-h-0 border-t border-line bg-sheet lg:max-h-none lg:flex-col lg:border-t-0 lg:border-l ${listed ? "max-h-[46dvh] flex-col" : ""}`}
        >
          <button
            type="button"
            aria-expanded={shown}
            onClick={() => setShown(!shown)}
            className="caption min-h-[52px] flex-1 border-r border-line px-3 text-left max-sm:px-2 md:hidden"
          >
            {shown ? "The step" : "Assembly"}
          </button>
          <button
            type="button"
            aria-expanded={listed}
            onClick={() => setListed(!listed)}
            className={`caption flex min-h-[52px] items-center justify-between gap-1 border-r border-line px-3 text-left leading-tight max-sm:px-2 lg:hidden ${listed ? "" : "flex-1"}`}
          >
            <span>{listed ? "Hide what is open" : "Until release"}</span>
            <span className="figure text-ink">{left.length}</span>
          </button>
          <div className={`min-h-0 flex-1 overflow-y-auto contain-content lg:block ${listed ? "" : "hidden"}`}>
            <OpenPoints
              points={points}
              state={state}
              next={next?.id ?? null}
              released={releaseKept}
              onGo={(id) => hand.go(id)}
            />
          </div>
          <div className={listed ? "" : "flex-1 lg:flex-none"}>
            <TrayCorner
              bench={bench}
              state={state}
              jobId={jobId}
              task={task?.id ?? last?.id ?? null}
              onAsk={hand.ask}
              onGo={(id) => hand.go(homeOf(tasks, id) ?? taskForEntry(bench, state, tasks, id)?.id ?? null)}
            />
          </div>
        </aside>
      </div>

      <input
        ref={camera}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        className="hidden"
        aria-label="Photo"
        onChange={(event) => {
          const file = event.target.files?.[0];
          const at = task ?? last;
          if (file && at) hand.photo(file, at, waiting[0] ? slotName(bench, state, waiting[0]) : at.title);
          event.target.value = "";
        }}
      />
      <EntryLine
        aim={aimText}
        help={standing === null ? help : { ...help, hint: standing }}
        task={task}
        unit={unitOf(bench, task, kit.gauge)}
        tool={toolName(bench, kit.gauge ?? kit.wrench)}
        onTool={kit.others.length > 0 ? () => hand.otherTool(task, kit) : null}
        asking={hand.asking}
        said={hand.said}
        refused={job.refused}
        waitingCount={job.unkept.size}
        reach={job.reach}
        released={state.released !== null}
        loaded={job.loaded}
        fill={fill}
        onStep={hand.step}
        onEnter={(typed) => {
          setResume("");
          hand.onEnter(typed);
        }}
        onCancel={hand.onCancel}
        onPhoto={() => camera.current?.click()}
      />
    </div>
  );
}

const ENDED = { job_released: "released", job_handed_back: "handed back", job_cancelled: "cancelled" } as const;

/** The task that counts or puts back a line of the tray. */
const homeOf = (tasks: readonly Task[], id: string): string | undefined =>
  tasks.find((t) => t.slots.some((s) => s.kind === "count" && s.piece === id))?.id;

function unitOf(bench: Bench, task: Task | null, gauge: string | null): string {
  if (task?.kind === "torque") return "N·m";
  return task?.kind === "measure" ? (bench.gauges.find((g) => g.id === gauge)?.unit ?? "") : "";
}

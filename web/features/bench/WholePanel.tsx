import {
  activePoints,
  type Bench,
  countOf,
  type Drawing,
  entryOf,
  factsOf,
  findingOf,
  holds,
  type JobState,
  judgeItem,
  type MeasurePoint,
  partOf,
  phaseOfStage,
  type Point,
  specAt,
  type Task,
  verdictWord,
  walk,
  workOfTask,
} from "@averin/core";
import type { ReactNode } from "react";
import { Drawn, type DrawnPlace } from "@/instruments/Drawn";
import { leadTone } from "@/instruments/leadTone";
import { AxlePanel } from "./AxlePanel.tsx";

type Props = { bench: Bench; state: JobState; task: Task; lives: Readonly<Record<string, string>> };

/** The drawing of the whole that a procedure has, beside the step in hand. */
export function WholePanel(props: Props) {
  return (
    <>
      <HelperPanel {...props} />
      {drawingOf(props)}
    </>
  );
}

function drawingOf(props: Props): ReactNode {
  const { instrument, drawing } = workOfTask(props.bench, props.task) ?? props.bench.procedure;
  if (drawing) return <DrawnPanel {...props} drawing={drawing} />;
  // Gears are drawn beside the rule of their own reading.
  if (instrument?.kind !== "strip" || props.task.kind === "verify") return null;
  return <AxlePanel {...props} strip={instrument} />;
}

/** At the first step that needs a helper: what they are needed for later, so that they are called once. */
function HelperPanel({ bench, state, task }: Props) {
  const [first, ...called] = walk(bench, state).filter((t) => t.helper !== null);
  if (first?.id !== task.id || called.length === 0) return null;
  return (
    <section aria-label="The helper is needed for" className="border-2 border-petrol p-3">
      <h2 className="caption">the helper is needed for</h2>
      <ul>
        {called.map((t) => (
          <li key={t.id} className="text-lg">
            <span className="figure pr-2 text-petrol">{t.number}</span>
            <strong>{t.title}</strong>: {t.helper}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was read on a walk round, in the words of what is looked at there; null where nothing was read. */
function readAs(
  state: JobState,
  point: MeasurePoint,
  item: number,
): { word: string; leads: "keep" | "watch" | "renew" } | null {
  const judged = judgeItem(state, point, item, phaseOfStage(point.stage));
  if (judged === null) return null;
  const leads = judged.verdict === null ? "keep" : VERDICT_LEADS[judged.verdict];
  return { word: `${point.name.toLowerCase()}, ${verdictWord(judged.verdict)}`, leads };
}

/** What is known of a place that is walked by: how much of it was looked at, and the worst that was found there. */
function walkedBy({ bench, state, task }: Props, name: string, points: readonly Point[]): DrawnPlace {
  const findings = points.flatMap((point) => {
    const part = partOf(bench.procedure, point.on);
    const items = Array.from({ length: part ? countOf(state, part.id) : 1 }, (_, i) => i + 1);
    return items.map((item) => (point.kind === "inspect" ? findingOf(state, point, item) : readAs(state, point, item)));
  });
  const looked = findings.filter((one) => one !== null).length;
  const worst = worstOf(findings, ({ leads }) => LEADS.indexOf(leads));
  const ids = new Set(points.map(({ id }) => id));
  return {
    name,
    said:
      looked === 0 ? null : `${looked} of ${findings.length}${worst?.leads === "keep" ? "" : `, ${worst?.word ?? ""}`}`,
    tone: looked < findings.length && worst?.leads === "keep" ? "var(--petrol)" : leadTone(worst?.leads ?? null),
    ...{ tells: null, since: null },
    here: task.slots.some((s) => (s.kind === "find" || s.kind === "read") && ids.has(s.point)),
  };
}

/** What is known of what sits at a place: the finding or the verdict of the first point that is asked about it. */
function knownAt(props: Props, of: string, tells: string | undefined): DrawnPlace | null {
  const { bench, state, task, lives } = props;
  const point = activePoints(bench, state).find((p) => p.id === of || p.on === of);
  const entry = entryOf(bench.procedure, of);
  if (!point && !entry) return null;
  const on = activePoints(bench, state).filter((p) => p.on === of);
  if (entry && on.some(({ swept }) => swept)) return walkedBy(props, entry.name, on);
  // A place of the walk where nothing is asked this time is no place of this walk.
  if (on.length === 0 && bench.procedure.points.some((p) => p.on === of && p.swept)) return null;
  // Of several the worst shows: one that is well must not hide another.
  const part = point && partOf(bench.procedure, point.on);
  const items = Array.from({ length: part ? countOf(state, part.id) : 1 }, (_, i) => i + 1);
  const findings = items.map((item) => (point?.kind === "inspect" ? findingOf(state, point, item) : null));
  const finding = worstOf(findings, ({ leads }) => LEADS.indexOf(leads));
  const readings = items.map((item) =>
    point?.kind === "measure" ? judgeItem(state, point, item, phaseOfStage(point.stage)) : null,
  );
  const judged = worstOf(readings, ({ verdict }) => (verdict === null ? 0 : VERDICTS.indexOf(verdict)));
  const told = tells === undefined ? null : specAt(bench, state, tells);
  const name = entry?.name ?? point?.name ?? of;
  const asked = task.slots.some((s) => (s.kind === "find" || s.kind === "read") && s.point === of);
  return {
    name,
    said: finding?.word ?? (judged ? verdictWord(judged.verdict) : null),
    tone: judged ? VERDICT_TONE[judged.verdict ?? "none"] : leadTone(finding?.leads ?? null),
    tells: told?.kind === "word" ? told.word : null,
    since: lives[entry?.id ?? point?.on ?? of] ?? null,
    here: asked || (entry !== undefined && task.entry === of),
  };
}

/** From well to worst. */
const LEADS = ["keep", "watch", "renew", "stop"];
const VERDICTS = ["new", "serviceable", "near", "undecided", "past"];

/** The worst of those that are known, or null. */
const worstOf = <T,>(all: readonly (T | null)[], weight: (one: T) => number): T | null =>
  all.reduce<T | null>((worst, one) => (one && (worst === null || weight(one) > weight(worst)) ? one : worst), null);

const VERDICT_LEADS = { new: "keep", serviceable: "keep", near: "watch", undecided: "renew", past: "renew" } as const;

const VERDICT_TONE = {
  ...{ new: "var(--inside)", serviceable: "var(--inside)", near: "var(--near)" },
  ...{ undecided: "var(--near)", past: "var(--past)", none: "var(--soft)" },
} as const;

/** The procedure's own drawing, beside the steps of what sits in it. */
function DrawnPanel({ drawing, ...props }: Props & { drawing: Drawing }) {
  const places = new Map<string, DrawnPlace>();
  // In the order of the work: places that have numbers are gone to by them.
  const asked = [...props.bench.procedure.spine, ...activePoints(props.bench, props.state)].map(({ id }) => id);
  const all = drawing.views.flatMap((view) => view.places);
  for (const { of, tells } of [...all].sort((a, b) => asked.indexOf(a.of) - asked.indexOf(b.of))) {
    const known = knownAt(props, of, tells);
    if (known) places.set(of, known);
  }
  if (![...places.values()].some((place) => place.here)) return null;
  const facts = factsOf(props.bench, props.state);
  return <Drawn drawing={drawing} shown={(shape) => holds(shape.when, facts) === true} places={places} />;
}

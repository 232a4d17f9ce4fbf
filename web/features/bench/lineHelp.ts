import {
  type Bench,
  entryOf,
  isAdjusted,
  type JobState,
  type MeasurePoint,
  pointOf,
  presetOf,
  questionOf,
  type Slot,
  specAt,
  stepOf,
  suggestTurn,
  turnOf,
} from "@averin/core";

export type LineHelp = {
  /** What the line takes here, in a few words. */
  hint: string;
  /** Whether a figure may be below nothing, so that the signs need keys. */
  signed: boolean;
  /** Words that a touch adds to the line, so that no letters need be typed with a glove. */
  words: readonly string[];
  /** What lies between such words: a comma where they are a row. */
  between: ", " | " ";
};

/** The load that is asked for: "7.3 kg"; null where none is, or none is on file. */
export function loadAsked(bench: Bench, state: JobState, under: MeasurePoint["under"]): string | null {
  const spec = under ? specAt(bench, state, under.spec) : null;
  return under && spec?.kind === "figure" ? `${spec.value} ${under.unit}` : null;
}

const loadWords = (bench: Bench, state: JobState, under: MeasurePoint["under"]): string =>
  under ? `, then at ${loadAsked(bench, state, under) ?? `so many ${under.unit}`}` : "";

function readHint(bench: Bench, state: JobState, point: MeasurePoint | undefined, places: number): string {
  if (point?.pair) return `${point.placeNames?.join(" and ") ?? "both sides"}, one after the other`;
  const condition = point?.sayCondition ? `, then ${point.conditionWord ?? ""}` : "";
  const more = `${loadWords(bench, state, point?.under)}${condition}`;
  if (more) return `the reading${more}`;
  return places > 1 ? "the reading, or several one after the other" : "the reading; a unit may follow";
}

function adjustHint(bench: Bench, state: JobState, id: string): string {
  const step = stepOf(bench.procedure, id);
  if (step?.kind !== "adjust") return "";
  if (turnOf(state, step.id) === "turn" && !isAdjusted(state, step.id)) {
    if (step.sides && suggestTurn(state, step) !== null) return `Enter: as suggested; or +0.5 ${step.sides[0]}`;
    return step.sides
      ? `how far and where: +0.5 ${step.sides[0]}`
      : `+ is ${step.turn.what}, - is back; Enter: as suggested`;
  }
  return step.sides
    ? `${step.sides.join(" and ")}, one after the other`
    : `the reading${loadWords(bench, state, step.under)}`;
}

const COMPUTE_HINTS = {
  "clutch.stack": "Enter takes it",
  "chain.slack": "Enter takes it",
  "case.backoff": "Enter takes it; or how far it went in: 1.5",
  "chain.length": "Enter keeps these; or front and rear: 14 48",
  "chain.spline": "three widths: old, new, shaft",
  "case.freeplay": "Enter takes these; or top, bottom, links: 21 40 76",
  "track.lugs": "windows lugs torn studs missing; at 12 13",
} as const;

function hintOf(bench: Bench, state: JobState, aim: Slot, waiting: readonly Slot[]): string {
  const { procedure } = bench;
  switch (aim.kind) {
    case "ask": {
      const question = questionOf(procedure, aim.question);
      return question && presetOf(bench, question) !== null
        ? "number or first letters; Enter: the shop’s way"
        : "number or first letters";
    }
    case "off": {
      const entry = entryOf(procedure, aim.entry);
      return entry?.kind === "part" && entry.row.length > 0
        ? "each as it comes off, with commas; not sure, where nobody knows"
        : "Enter: it is off";
    }
    case "out":
      return "Enter: as the book says; or 25, or 25 washer";
    case "count":
      return "Enter: all of them; or how many";
    case "start":
      return "Enter starts the clock";
    case "end":
      return "Enter: out";
    case "read": {
      const point = pointOf(procedure, aim.point);
      const places = waiting.filter((s) => s.kind === "read" && s.point === aim.point).length;
      return readHint(bench, state, point?.kind === "measure" ? point : undefined, places);
    }
    case "find":
      return waiting.filter((s) => s.kind === "find").length > 1
        ? "first letters or number, several one after the other"
        : "first letters or number";
    case "decide":
      return "Enter takes the proposal; 1 keep 2 renew 3 leave";
    case "build":
      return "Enter takes the first; or its number; 0 used plates too";
    case "check":
      return "what lies there, not what should";
    case "fit": {
      const entry = entryOf(procedure, aim.entry);
      return entry?.kind === "part" && !entry.facing && !entry.facingBy
        ? "Enter: it is in"
        : "Enter: it is in, facing right";
    }
    case "pull":
      return "Enter: clicked at the setting; or the value";
    case "lock": {
      const entry = entryOf(procedure, aim.entry);
      const castle = entry?.kind === "fasteners" && entry.locking?.kind === "cotter";
      return castle ? "Enter: locked; or degrees past the last slot" : "Enter: locked";
    }
    case "verify": {
      const step = stepOf(procedure, aim.step);
      return step?.kind === "verify" && step.expect.by === "length"
        ? "what it measures, in mm"
        : "what you see, not what should be";
    }
    case "adjust":
      return adjustHint(bench, state, aim.step);
    case "compute": {
      const step = stepOf(procedure, aim.step);
      return step?.kind === "compute" ? COMPUTE_HINTS[step.calculator] : "";
    }
    case "do":
      return "Enter: done";
  }
}

/** Words that belong to what is typed here: pieces in a row, the load, the condition, the side. */
function wordsOf(bench: Bench, state: JobState, aim: Slot): string[] {
  const { procedure } = bench;
  switch (aim.kind) {
    case "off": {
      const entry = entryOf(procedure, aim.entry);
      return entry?.kind === "part" ? entry.row : [];
    }
    case "read": {
      const point = pointOf(procedure, aim.point);
      if (point?.kind !== "measure") return [];
      const load = loadAsked(bench, state, point.under);
      const conditions = point.sayCondition ? [point.conditionWord ?? "", ...point.otherConditions] : [];
      return [...(load ? [`at ${load}`] : []), ...conditions];
    }
    case "adjust": {
      const step = stepOf(procedure, aim.step);
      if (step?.kind !== "adjust") return [];
      const turning = turnOf(state, step.id) === "turn" && !isAdjusted(state, step.id);
      if (turning) return step.sides ? [...step.sides] : [];
      const load = loadAsked(bench, state, step.under);
      return load ? [`at ${load}`] : [];
    }
    case "compute": {
      const step = stepOf(procedure, aim.step);
      return step?.kind === "compute" && step.calculator === "track.lugs" ? ["at"] : [];
    }
    default:
      return [];
  }
}

/** What the entry line takes at the slot in hand, and the keys that this needs besides figures. */
export function lineHelp(bench: Bench, state: JobState, waiting: readonly Slot[]): LineHelp {
  const aim = waiting[0];
  if (!aim) return { hint: "Enter", signed: false, words: [], between: " " };
  const point = aim.kind === "read" ? pointOf(bench.procedure, aim.point) : undefined;
  return {
    hint: hintOf(bench, state, aim, waiting),
    signed: aim.kind === "adjust" || (point?.kind === "measure" && point.signed),
    words: wordsOf(bench, state, aim),
    between: aim.kind === "off" ? ", " : " ",
  };
}

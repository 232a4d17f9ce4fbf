import type { Answer } from "../calculator/index.ts";
import type { Entry } from "../procedure/index.ts";
import { no } from "../task/answers.ts";
import { trayOf } from "../task/count/tray.ts";
import { waitingSlots } from "./answered.ts";
import { activeSpine } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { concernsOf, saysWho } from "./concerns.ts";
import type { Body, BodyOf, DraftOf, JobEvent } from "./events.ts";
import { hasComeOff } from "./facts.ts";
import { type JobState, lastDay } from "./fold.ts";
import { openPoints, unsigned } from "./openPoints.ts";
import { rechecksOf } from "./rechecks.ts";
import { eventSentence } from "./sentences.ts";
import { openStops } from "./stops.ts";
import { walk } from "./walk.ts";

/** Entries that have come off and are not back in. */
export function stillOff(bench: Bench, state: JobState): Entry[] {
  const tasks = walk(bench, state);
  const waits = (entry: string): boolean =>
    tasks.some((task) => task.kind === "fit" && task.entry === entry && waitingSlots(bench, state, task).length > 0);
  return activeSpine(bench, state).filter(({ id }) => hasComeOff(state, id) && waits(id));
}

/**
 * How a machine stands that is not finished, line by line: what stops it, what is off, what is out and not counted in,
 * what no signature clears, and how much is open besides. Each is said at the head of its sheet.
 */
export function standingOf(bench: Bench, state: JobState): string[] {
  const tasks = walk(bench, state);
  const off = stillOff(bench, state);
  const out = trayOf(bench, state).flatMap(({ name, out: there, in: back, temporary }) =>
    there === null || (back ?? 0) >= there
      ? []
      : [`${name}: ${there - (back ?? 0)} ${temporary ? "still on it" : "out"}`],
  );
  const open = unsigned(state, openPoints(bench, state));
  // What was never opened is as it was: only what was, and what the whole machine needs, has anything to prove.
  const opened = (id: string): boolean => {
    const entry = tasks.find((task) => task.id === id)?.entry ?? null;
    return entry === null || hasComeOff(state, entry);
  };
  const hard = open.filter(
    ({ hard, group, task }) =>
      hard && group !== "stop work" && group !== "tray" && (group === "trouble" || opened(task)),
  );
  const condemned = concernsOf(bench, state).filter((one) => one.condemned && one.work === null);
  const held = new Set(condemned.map(({ event }) => `held:${event}`));
  const soft = open.filter((point) => !hard.includes(point) && point.group !== "stop work").length;
  return [
    ...openStops(bench, state).map(({ text, putRight }) =>
      putRight ? `Not to be used. ${text}; put right, not proven: ${putRight.body.words}` : `Not to be used. ${text}`,
    ),
    ...(off.length > 0 ? [`Off the machine: ${off.map(({ name }) => name.toLowerCase()).join(", ")}`] : []),
    ...out,
    ...condemned.map(({ text }) => `Not to be ridden. ${text}`),
    ...hard.filter(({ key }) => !held.has(key)).map(({ text }) => `Not proven: ${text}`),
    ...(soft > 0 ? [`${soft} more ${soft === 1 ? "point is" : "points are"} open`] : []),
  ];
}

/** Takes a job's standing still, or says what would be right. What stops the work stays open while it stands, and is told. */
export function acceptParking(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"job_parked">,
): Answer<BodyOf<"job_parked">> {
  if (state.parked) return no("conflict", "$", "This job is parked already.");
  const last = lastDay(state);
  if (draft.on !== null && draft.on <= last) return no("range", "on", `${draft.on} is past: say a day after ${last}.`);
  return { ok: true, value: { ...draft, standing: standingOf(bench, state) } };
}

/** Lines by which something was done to the machine: from then on it is not as it came. */
const DONE_TO_IT = new Set<Body["type"]>([
  ...([
    "part_removed",
    "fastener_out",
    "part_fitted",
    "torque_applied",
    "fastener_tightened",
    "fastener_locked",
  ] as const),
  ...(["step_confirmed", "adjust_turned", "pieces_counted", "piece_laid", "trouble_met"] as const),
]);

/** The first line by which something was done to the machine, or undefined while it is as it came. */
export const firstDone = (state: JobState): JobEvent | undefined =>
  state.events.find(({ id, body }) => DONE_TO_IT.has(body.type) && !state.struck.has(id));

/**
 * The end of a job that is not done after all. Only as long as the machine is as it came: after that it is finished and
 * released, or handed back with its statement.
 */
export function acceptCancelling(
  bench: Bench,
  state: JobState,
  draft: DraftOf<"job_cancelled">,
): Answer<BodyOf<"job_cancelled">> {
  const [stop] = openStops(bench, state);
  if (stop) {
    const message = `Work is stopped: ${stop.text}. Put it right, or hand the machine back with its statement.`;
    return no("conflict", "$", message);
  }
  const done = firstDone(state);
  if (done === undefined) return { ok: true, value: draft };
  const message = `The machine is not as it came: ${eventSentence(bench, state, done)}. Finish it and release it, or hand it back with its statement; what was not done is struck first.`;
  return no("conflict", "$", message);
}

/**
 * The end of a job without a release: its statement, and the machine's first recheck. With a part that is used no more it
 * says who was told, and what they answered.
 */
export function acceptHandedBack(
  bench: Bench,
  state: JobState,
  { words }: DraftOf<"job_handed_back">,
): Answer<BodyOf<"job_handed_back">> {
  const condemned = concernsOf(bench, state).find((one) => one.condemned && one.work === null);
  if (condemned && !saysWho(words)) {
    const like = "R. Keel: knows it, fetches it with a trailer";
    const message = `It is not to be ridden: ${condemned.text}. Say who was told and what they answered, a colon between: ${like}.`;
    return no("missing", "words", message);
  }
  const standing = standingOf(bench, state);
  const first = { id: "handed-back", what: `Handed back, not released: ${words}`, due: null, days: null };
  const rechecks = [first, ...rechecksOf(bench, state)];
  return { ok: true, value: { type: "job_handed_back", words, standing, rechecks } };
}

import { holds, WORK_OF_ROW } from "../procedure/index.ts";
import { findUnit, fromBase, toBase } from "../quantity/index.ts";
import { tightenedOtherwise } from "../task/fasteners/otherwise.ts";
import { readTaskId } from "../task/ids.ts";
import { isAnswered, isSkipped, waitingKey, waitingSlots } from "./answered.ts";
import { activeParts, activePoints, wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import { concernsLeft, concernsOf, followedWords } from "./concerns.ts";
import type { BodyOf } from "./events.ts";
import { factsOf } from "./facts.ts";
import type { JobState } from "./fold.ts";
import { decisionFor, itemsOf } from "./judged.ts";
import { skipSays } from "./skips.ts";
import { troubleRechecks } from "./trouble.ts";
import { walk } from "./walk.ts";
import { lastingId, placedName } from "./worksOf.ts";

export type Recheck = BodyOf<"job_released">["rechecks"][number];
type Asked = {
  id: string;
  what: string;
  hours?: number | undefined;
  miles?: number | undefined;
  days?: number | undefined;
};

/** How far away something is by a meter that counts so; nothing where it is not said by hours or by distance. */
function awayBy(meter: string, { hours, miles }: Asked): number | undefined {
  if (meter === "h") return hours;
  const [unit, mile] = [findUnit(meter), findUnit("mi")];
  return miles !== undefined && unit && mile ? fromBase(toBase(miles, mile), unit) : undefined;
}

/** When it is due by this machine's own meter, or by its second one, and after how many days; neither: at the next job. */
function due(state: JobState, asked: Asked): Recheck {
  const { id, what, days = null } = asked;
  const { meter } = state.opened?.body ?? {};
  for (const { unit, value } of meter ? [meter, ...(meter.second ? [meter.second] : [])] : []) {
    const away = awayBy(unit, asked);
    if (value === null || away === undefined) continue;
    return { ...{ id, what, due: value + away, days }, ...(unit === meter?.unit ? {} : { unit }) };
  }
  return { id, what, due: null, days };
}

const MS_A_DAY = 86_400_000;

/** How many days there are from the last line of a job to a day. */
const daysUntil = (state: JobState, on: string): number =>
  Math.ceil((Date.parse(on) - Date.parse(state.events.at(-1)?.at ?? "")) / MS_A_DAY);

/** What was found and is not mended: at the meter or the day that its watch ends, else at the next job. */
const watched = (bench: Bench, state: JobState): Recheck[] =>
  concernsLeft(bench, state).map((concern): Recheck => {
    const { followed, text, row, item, count } = concern;
    const { meter = null, on = null } = followed?.body.way === "watch" ? followed.body : {};
    const said = followedWords(concern);
    return {
      id: `point-${lastingId(bench, row)}${count > 1 ? `-${item}` : ""}`,
      what: said === null ? text : `${text}; ${said}`,
      due: meter,
      days: on === null ? null : daysUntil(state, on),
    };
  });

/** What is not there and what went in new is looked at no more; what nobody got at is. */
const COMES_BACK = new Set(["open", "not reached"]);

/** What was passed over, and what a lead signed for although it waited: at the next job, with the reason. */
const passed = (bench: Bench, state: JobState): Recheck[] =>
  walk(bench, state).flatMap((task): Recheck[] => {
    const over = task.slots.find((s) => isSkipped(bench, state, s) && COMES_BACK.has(skipSays(bench, state, s)));
    const waiting = waitingSlots(bench, state, task).length;
    const signed = waiting === 0 ? undefined : state.signed.get(waitingKey(task, waiting));
    const why = over
      ? `passed over, ${state.skipped.get(over.key)?.body.reason ?? ""}`
      : signed && `left open, ${signed.body.reason}`;
    if (why === undefined) return [];
    const id = `passed-${lastingId(bench, readTaskId(task.id)?.of ?? task.id)}`;
    return [{ id, what: `${task.title}: ${why}`, due: null, days: null }];
  });

/** What was leaned on instead of measured: by the day that a lead said. */
const tightenedAnew = (bench: Bench, state: JobState): Recheck[] =>
  tightenedOtherwise({ bench, state }).flatMap(({ key, text, entry }): Recheck[] => {
    const on = state.signed.get(key)?.body.on;
    if (on === undefined) return [];
    const days = daysUntil(state, on);
    return [{ id: `torque-${lastingId(bench, entry)}`, what: `Torque again: ${text}`, due: null, days }];
  });

/** What this job saw to be well by now: what stood to be looked at there, from whichever job, stands no longer. */
export function seenWell(bench: Bench, state: JobState): string[] {
  const bad = new Set(concernsOf(bench, state).map(({ row }) => row));
  const tasks = new Map(walk(bench, state).map((task) => [readTaskId(task.id)?.of ?? "", task]));
  return activePoints(bench, state).flatMap((point) => {
    const all = tasks.get(point.id)?.slots.filter((s) => s.kind === "find" || s.kind === "read") ?? [];
    if (bad.has(point.id) || all.length === 0 || !all.every((s) => isAnswered(bench, state, s))) return [];
    const id = lastingId(bench, point.id);
    return [`point-${id}`, `passed-${id}`, ...all.flatMap((s) => ("item" in s ? [`point-${id}-${s.item}`] : []))];
  });
}

/** As the procedure sets it, or as the shop does: its own hours, miles and days take the place of all three. */
const byShop =
  (bench: Bench) =>
  ({ id, what, hours, miles, days }: Asked): Asked => {
    const own = bench.again?.[id.replace(WORK_OF_ROW, "")];
    return { id, what, ...(own ?? { hours, miles, days }) };
  };

/**
 * What a release leaves to be looked at again: what the procedure sets, what an answer put off, and every part that was
 * left against advice. By the meter the machine has, by days, or at the next job.
 */
export function rechecksOf(bench: Bench, state: JobState): Recheck[] {
  const { procedure } = bench;
  const facts = factsOf(bench, state);
  const set = procedure.release.rechecks.filter(({ when }) => holds(when, facts) === true).map(byShop(bench));
  const answered = procedure.questions.flatMap((q) => {
    const recheck = wayOf(bench, state, q.id)?.recheck;
    return recheck && holds(recheck.when, facts) === true ? [recheck] : [];
  });
  const left = activeParts(bench, state).flatMap((part): Asked[] => {
    const decisions = itemsOf(state, part, 0).map((item) => decisionFor(state, part, item));
    const decision = decisions.find((d) => d?.decision === "leave");
    if (!decision) return [];
    const on = state.signed.get(`left:${part.id}:${decision.item}`)?.body.on;
    return [
      {
        id: `left-${lastingId(bench, part.id)}`,
        what: `${placedName(bench, part)}: left, ${decision.reason ?? decision.because}`,
        ...(on === undefined ? {} : { days: daysUntil(state, on) }),
      },
    ];
  });
  return [
    ...[...set, ...answered, ...left, ...troubleRechecks(bench, state)].map((asked) => due(state, asked)),
    ...watched(bench, state),
    ...passed(bench, state),
    ...tightenedAnew(bench, state),
  ];
}

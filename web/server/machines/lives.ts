import {
  activeParts,
  activePoints,
  entryOf,
  type Bench,
  fold,
  isEvent,
  isRenewed,
  type JobEvent,
  type JobState,
  lastingId,
  placedName,
  stepOf,
  workOfRow,
  worksOf,
  type OpenedJob,
  sidesOverTime,
  type SidesOverTime,
  sidesRead,
  type TakenAt,
  takenUpId,
  takeUpPace,
  FASTER,
  type WearTrend,
  wearTrends,
  type Worn,
  wornPoints,
} from "@averin/core";
import type { Database, MachineSpareRow } from "../database.ts";
import { jobById } from "../jobs/read.ts";
import { lastMeter, machineById } from "./read.ts";
import { sparesTaken } from "./spares.ts";

/** A part that was fitted new, or an adjuster and how far it has been taken up since its part was new. */
export type Life = {
  /** The part's id, or the role of what is taken up with the step that does it: the words may change. */
  id: string;
  what: string;
  since: number | null;
  /** How long it is in by the machine's last meter; null where nobody could read the meter when it was fitted. */
  lasts: number | null;
  /** How long it had run before it was carried as a spare, where it was one; it is part of `lasts`. */
  had: number | null;
  /** How long each before it lasted in this machine, oldest first, and the job that took it out. */
  earlier: number[];
  outBy: string[];
  unit: string;
  turns: number | null;
  turnUnit: string | null;
  /** How many times as fast it was taken up last as before; null where nobody can tell. */
  pace: number | null;
};

/** What a machine's own jobs tell of it in the long run. */
type LongRun = { lives: Life[]; trends: WearTrend[]; sides: SidesOverTime[] };

const partsRenewed = (bench: Bench, state: JobState) =>
  activeParts(bench, state).filter((part) => {
    const fitted = state.events.some(
      (e) => isEvent(e, "part_fitted") && e.body.entry === part.id && !state.struck.has(e.id),
    );
    return fitted && isRenewed(state, part, 1) && activePoints(bench, state).some((point) => point.on === part.id);
  });

type TakenUp = { id: string; role: string; name: string; amount: number; unit: string };

/** What a line took up of a part that stretches: an adjuster that was turned, or backed off less than it went in. */
function takenUpBy(bench: Bench, { body }: JobEvent): TakenUp | null {
  if (body.type !== "adjust_turned" && body.type !== "figure_taken") return null;
  const step = stepOf(bench.procedure, body.step);
  const position = workOfRow(bench, body.step)?.position ?? null;
  if (step?.kind === "adjust" && step.takesUp !== undefined && body.type === "adjust_turned") {
    const name = `${step.title.toLowerCase()}${body.side ? `, ${body.side}` : ""}`;
    return {
      ...{ id: `${lastingId(bench, step.id)}:${body.side ?? ""}`, role: step.takesUp },
      name,
      amount: body.amount,
      unit: step.turn.unit,
    };
  }
  if (step?.kind !== "compute" || step.calculator !== "case.backoff" || body.type !== "figure_taken") return null;
  const { takenUp } = body.figures;
  if (step.takesUp === undefined || typeof takenUp !== "number") return null;
  return {
    ...{ id: position === null ? "tension" : `tension@${position}`, role: step.takesUp },
    name: "tension",
    amount: takenUp,
    unit: "turns",
  };
}

const between = (from: number | null, to: number | null): number | null =>
  from === null || to === null ? null : to - from;

/**
 * What a machine's own jobs tell of it in the long run: since which meter each measured part is in, and how far each
 * adjustment has been taken up since the part that it takes up was new; and what was read side against side.
 */
export async function longRunOf(db: Database, machineId: string): Promise<LongRun> {
  const jobs = await db.jobs.findAll({ where: { machineId }, order: ["openedAt"] });
  const now = await lastMeter(db, machineId, (await machineById(db, machineId)).meterUnit);
  /** By part, in the words of the newest. */
  const fitted = new Map<string, Life>();
  /** By the role of the part that is taken up, then by what was turned. */
  const taken = new Map<string, Map<string, Life>>();
  /** What was taken up when, by what was turned. */
  const takings = new Map<string, TakenAt[]>();
  const sides: Parameters<typeof sidesOverTime>[0][number][] = [];
  const worn: Worn[] = [];
  const spares = await sparesTaken(db, machineId);
  /** How long what a job took out had run, by the part and that job. */
  const lasted = new Map<string, number>();
  for (const row of jobs) {
    const { bench, events } = await jobById(db, row.get("id") as string);
    const state = fold(events);
    const meter = state.opened?.body.meter;
    const cancelled = state.released !== null && isEvent(state.released, "job_cancelled");
    // What was read stands as soon as it is kept; what was fitted, once the job is released.
    if (!cancelled) {
      worn.push(...wornPoints(bench, state));
      if (meter) sides.push({ meter: meter.value, meterUnit: meter.unit, read: sidesRead(bench, state) });
    }
    if (!meter || state.released === null || cancelled) continue;
    for (const part of partsRenewed(bench, state)) {
      const id = lastingId(bench, part.id);
      const before = fitted.get(id);
      const jobId = row.get("id") as string;
      const ran = before ? between(before.since, meter.value) : null;
      if (ran !== null) lasted.set(`${id} ${jobId}`, ran + (before?.had ?? 0));
      const was = spares.find(({ takenBy, role }) => takenBy === jobId && role === part.role);
      const had = lasted.get(`${was?.part ?? ""} ${was?.putBy ?? ""}`) ?? null;
      const inside = between(meter.value, now);
      fitted.set(id, {
        ...{ id, what: placedName(bench, part), since: meter.value, unit: meter.unit, had },
        lasts: inside === null ? null : inside + (had ?? 0),
        earlier: before && ran !== null ? [...before.earlier, ran + (before.had ?? 0)] : (before?.earlier ?? []),
        outBy: before && ran !== null ? [...before.outBy, jobId] : (before?.outBy ?? []),
        ...{ turns: null, turnUnit: null, pace: null },
      });
      // A new one is taken up from nothing.
      if (part.role === undefined) continue;
      for (const id of taken.get(part.role)?.keys() ?? []) takings.delete(id);
      taken.delete(part.role);
    }
    for (const event of events) {
      const up = state.struck.has(event.id) ? null : takenUpBy(bench, event);
      if (up === null) continue;
      const name = `${up.role.replace("-", " ")}: ${up.name}`;
      const own = taken.get(up.role) ?? new Map<string, Life>();
      const id = `${up.role}:${up.id}`;
      const before = own.get(id);
      taken.set(up.role, own);
      if (meter.value !== null) takings.set(id, [...(takings.get(id) ?? []), { at: meter.value, amount: up.amount }]);
      own.set(id, {
        ...{
          id,
          what: name,
          since: before ? before.since : meter.value,
          unit: meter.unit,
          had: null,
          earlier: [],
          outBy: [],
        },
        lasts: between(before ? before.since : meter.value, now),
        ...{ turns: (before?.turns ?? 0) + up.amount, turnUnit: up.unit },
        pace: takeUpPace(takings.get(id) ?? []),
      });
    }
  }
  const lives = [...fitted.values(), ...[...taken.values()].flatMap((own) => [...own.values()])];
  return { lives, trends: wearTrends(worn), sides: sidesOverTime(sides) };
}

/** Of what `longRunOf` tells: since when each part is in, and how far each adjuster has been taken up. */
const livesOf = async (db: Database, machineId: string): Promise<Life[]> => (await longRunOf(db, machineId)).lives;

/** For a bench whose drawing shows it: how long each part was in when this job came, by the part's id, in words. */
export async function livesAt(db: Database, { bench, events }: OpenedJob): Promise<Record<string, string>> {
  const opened = fold(events).opened?.body;
  const placed = worksOf(bench).flatMap(({ drawing }) => (drawing?.views ?? []).flatMap((view) => view.places));
  if (opened === undefined || !placed.some(({ of }) => entryOf(bench.procedure, of))) return {};
  const lives = new Map((await livesOf(db, opened.machine.id)).map((life) => [life.id, life]));
  return Object.fromEntries(
    placed.flatMap(({ of }) => {
      const life = lives.get(lastingId(bench, of));
      const lasts = life?.turns === null ? between(life.since, opened.meter.value) : null;
      return life && lasts !== null ? [[of, `${lasts.toFixed(1)} ${life.unit} in`]] : [];
    }),
  );
}

/** How long what a job put aboard had run in its machine until then, in words; null where nobody knows. */
export function ranBefore(
  { part, putBy }: Pick<MachineSpareRow, "part" | "putBy">,
  lives: readonly Life[],
): string | null {
  const life = lives.find(({ id }) => id === part);
  const ran = putBy === null ? undefined : life?.earlier[life.outBy.indexOf(putBy)];
  return life && ran !== undefined ? `${ran.toFixed(1)} ${life.unit}` : null;
}

/** How long it is in, how long those before it lasted, and when it goes if it lasts no longer than the shortest of them. */
export function lifeWords({ since, lasts, had, earlier, unit }: Life): string | null {
  if (since === null || lasts === null) return null;
  const inside = `${lasts.toFixed(1)} ${unit} in${had === null ? "" : `, ${had.toFixed(1)} of them before it was the spare`}`;
  if (earlier.length === 0) return `${inside}, the first that is on file`;
  const before = `${earlier.length === 1 ? "the one before it" : "those before it"} lasted ${earlier.map((much) => much.toFixed(1)).join(", ")}`;
  const goes = since + Math.min(...earlier) - (had ?? 0);
  return `${inside}; ${before}: by that it goes at ${goes.toFixed(1)} ${unit}`;
}

/** When something that wears comes to its limit by its own readings, with how sure that is. */
export function trendWords({ name, reaches, low, high, readings, limit, unit, meterUnit }: WearTrend): string {
  const whole = (at: number): string => at.toFixed(reaches < 1000 && meterUnit === "h" ? 1 : 0);
  const sure = low === null || high === null ? "" : ` (${whole(low)} to ${whole(high)}, 90 %)`;
  return `${name.toLowerCase()}, by ${readings} readings: at ${limit} ${unit} at ${whole(reaches)} ${meterUnit}${sure}`;
}

/** That something was taken up faster last than before; null where it was not, or nobody can tell. */
export const paceWords = ({ what, pace }: Life): string | null =>
  pace !== null && pace >= FASTER ? `${what}: taken up ${pace.toFixed(1)} times as fast as before` : null;

/**
 * What a machine's own record says of each part that went in new, by the part's id, and of what is taken up, by its role;
 * in words.
 */
export async function recordOf(db: Database, machineId: string): Promise<Record<string, string>> {
  const { lives, trends } = await longRunOf(db, machineId);
  const said = new Map<string, string[]>();
  const say = (part: string, words: string | null): void =>
    void (words === null || said.set(part, [...(said.get(part) ?? []), words]));
  for (const life of lives) {
    if (life.turns === null) say(life.id, lifeWords(life));
    else say(takenUpId(life.id.split(":")[0] ?? ""), paceWords(life));
  }
  for (const trend of trends) say(trend.part, trendWords(trend));
  return Object.fromEntries([...said].map(([part, words]) => [part, words.join("; ")]));
}

import type { Limit } from "../metrology/index.ts";
import { isSetting, type MeasurePoint, partOf } from "../procedure/index.ts";
import { wearProject } from "../wear/index.ts";
import { activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { isRenewed, itemsOf, judgeItem, type Judged } from "./judged.ts";
import { lastingId, workOfRow } from "./worksOf.ts";

/** What one job read of something that wears towards a limit: its worst place, in the base unit of the reading. */
export type Worn = {
  /** The limit and the place by which it is the same thing in another job, whichever work read it. */
  id: string;
  /** The part that it speaks for, by the id that lasts. */
  part: string;
  name: string;
  unit: string;
  meter: number;
  meterUnit: string;
  /** What was read, and how far off it may be; null where it went in new and nobody read it. */
  read: { value: number; doubt: number; limit: number; kind: "min" | "max" } | null;
  /** Whether it is not what was read before: it went in new. */
  fresh: boolean;
};

/** A limit that wear comes to from one side, with that side. */
function oneSided({ kind, serviceMin, serviceMax }: Limit): { limit: number; kind: "min" | "max" } | null {
  if (kind === "min" && serviceMin !== undefined) return { limit: serviceMin, kind };
  return kind === "max" && serviceMax !== undefined ? { limit: serviceMax, kind } : null;
}

/** A thickness, a length, a play: not what is set, and not how far two are apart. */
const wears = (point: MeasurePoint): boolean =>
  point.quantity === "length" && point.spec !== undefined && !isSetting(point) && point.difference !== true;

/** What a job read of everything that wears towards a limit: as found, then what went in new; nothing without a meter. */
export function wornPoints(bench: Bench, state: JobState): Worn[] {
  const meter = state.opened?.body.meter;
  if (meter === undefined || meter.value === null) return [];
  return activePoints(bench, state).flatMap((point): Worn[] => {
    if (point.kind !== "measure" || !wears(point)) return [];
    const [part, on] = [partOf(bench.procedure, point.for ?? point.on), partOf(bench.procedure, point.on)];
    const items = on ? itemsOf(state, on, 0) : [1];
    const renewed = part !== undefined && itemsOf(state, part, 0).some((item) => isRenewed(state, part, item));
    const position = workOfRow(bench, point.id)?.position ?? null;
    const name = position === null ? point.name : `${point.name}, ${position}`;
    const told = (judged: Judged | null, fresh: boolean): Worn => {
      const side = judged?.limit ? oneSided(judged.limit) : null;
      return {
        ...{ id: [point.spec, name, meter.unit].join(":"), part: lastingId(bench, part?.id ?? point.on), name },
        ...{ unit: point.unit, meter: meter.value ?? 0, meterUnit: meter.unit, fresh },
        read: judged && side ? { value: judged.value, doubt: judged.expandedUncertainty, ...side } : null,
      };
    };
    const worst = (phase: "found" | "left"): Judged | null => {
      const read = items.flatMap((item) => judgeItem(state, point, item, phase) ?? []);
      const sign = read[0]?.limit?.kind === "max" ? -1 : 1;
      return read.reduce<Judged | null>(
        (one, other) => (one && sign * one.value <= sign * other.value ? one : other),
        null,
      );
    };
    const found = told(worst("found"), false);
    return [...(found.read ? [found] : []), ...(renewed ? [told(worst("left"), true)] : [])];
  });
}

/** How something that wears came along in one machine, and at which meter it reaches its limit if it goes on so. */
export type WearTrend = Pick<Worn, "id" | "part" | "name" | "unit" | "meterUnit"> & {
  value: number;
  limit: number;
  readings: number;
  at: number;
  /** Where its limit is reached, with bounds where there are three readings or more that bear them. */
  reaches: number;
  low: number | null;
  high: number | null;
};

type Read = Worn & { read: NonNullable<Worn["read"]> };

/** Whether a reading is better than the one before it by more than both can be off: of another part, or read otherwise. */
function isBetter({ read: now }: Read, before: Read | undefined): boolean {
  if (before === undefined) return false;
  const gained = (now.kind === "min" ? 1 : -1) * (now.value - before.read.value);
  return gained > now.doubt + before.read.doubt;
}

/**
 * The trend of each thing that was read at two meters or more since it went in, from what a machine's jobs read in the
 * order they were done. It begins anew with what went in new, and with a reading that is better than the one before by
 * more than both can be off: no strip grows back. What does not move towards its limit has none. Value and limit in the
 * base unit of the reading, meters in the machine's own. Source: `wearProject`.
 */
export function wearTrends(all: readonly Worn[]): WearTrend[] {
  const series = new Map<string, Read[]>();
  for (const one of all) {
    const known = one.fresh ? [] : (series.get(one.id) ?? []);
    const { read } = one;
    if (read === null) series.set(one.id, known);
    else {
      const now = { ...one, read };
      series.set(one.id, isBetter(now, known.at(-1)) ? [now] : [...known, now]);
    }
  }
  return [...series.values()].flatMap((own): WearTrend[] => {
    const last = own.at(-1);
    if (!last || new Set(own.map(({ meter }) => meter)).size < 2) return [];
    const { id, part, name, unit, meterUnit, meter: at } = last;
    const { value, limit, kind } = last.read;
    const points = own.map(({ meter, read }) => ({ meter, value: read.value }));
    const answer = wearProject({ series: points, limit, kind });
    if (!answer.ok || answer.value.meterAtLimit === null) return [];
    const { meterAtLimit: reaches, meterAtLimitLow: low, meterAtLimitHigh: high } = answer.value;
    return [{ id, part, name, unit, meterUnit, value, limit, readings: own.length, at, reaches, low, high }];
  });
}

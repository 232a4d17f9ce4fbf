import { type MeasurePoint, partOf } from "../procedure/index.ts";
import { activePoints } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";
import { itemsOf, judgeItem, readingsOf } from "./judged.ts";
import { workOfRow } from "./worksOf.ts";

/** Words that say on which side something is, each beside its opposite. */
const OPPOSITES = [
  ["left", "right"],
  ["front", "rear"],
  ["inner", "outer"],
] as const;
const SIDE = new RegExp(`\\b(${OPPOSITES.flat().join("|")})\\b`, "gi");

/** What one job read of something that there is on another side too: its worst place, in the base unit of the reading. */
export type SideRead = { what: string; side: string; value: number; unit: string };

/** A name parted into what it is and on which side; null where it names no side, or both of two. */
function sideIn(name: string): { what: string; side: string } | null {
  const words = (name.match(SIDE) ?? []).map((word) => word.toLowerCase());
  const both = OPPOSITES.some(([one, other]) => words.includes(one) && words.includes(other));
  if (words.length === 0 || both) return null;
  const what = name
    .replace(SIDE, "")
    .replace(/\s+/g, " ")
    .replace(/ ,/g, ",")
    .replace(/[,\s]+$/, "")
    .trim();
  return { what, side: [...new Set(words)].join(" ") };
}

/** What was read at each place that is named by its side, the last that was typed there. */
function byPlace(state: JobState, point: MeasurePoint, name: string): SideRead[] {
  const readings = (["found", "left"] as const).map((phase) => readingsOf(state, point, 1, phase));
  return (point.placeNames ?? []).flatMap((place, i): SideRead[] => {
    const named = sideIn(`${name}, ${place}`);
    const found = readings.map((all) => all.findLast(({ body }) => body.place === i + 1)).find(Boolean);
    return named && found ? [{ ...named, value: found.body.valueInBase, unit: point.unit }] : [];
  });
}

/** Everything that a job read on a side, as it was found; as left where nothing was; and what was read besides. */
export const sidesRead = (bench: Bench, state: JobState): SideRead[] => [
  ...sidesAsked(bench, state),
  ...state.besides.flatMap(({ body: { name, valueInBase, base } }): SideRead[] => {
    const named = sideIn(name);
    return named ? [{ ...named, value: valueInBase, unit: base }] : [];
  }),
];

function sidesAsked(bench: Bench, state: JobState): SideRead[] {
  return activePoints(bench, state).flatMap((point): SideRead[] => {
    if (point.kind !== "measure") return [];
    const position = workOfRow(bench, point.id)?.position ?? null;
    const name = position === null ? point.name : `${point.name}, ${position}`;
    if (point.placeNames?.every((place) => sideIn(place) !== null)) return byPlace(state, point, name);
    const named = sideIn(name);
    if (named === null || point.difference) return [];
    const on = partOf(bench.procedure, point.on);
    const judged = (["found", "left"] as const)
      .map((phase) => (on ? itemsOf(state, on, 0) : [1]).flatMap((item) => judgeItem(state, point, item, phase) ?? []))
      .find((all) => all.length > 0);
    const sign = judged?.[0]?.limit?.kind === "max" ? -1 : 1;
    const worst = judged?.reduce((one, other) => (sign * one.value <= sign * other.value ? one : other));
    return worst ? [{ ...named, value: worst.value, unit: point.unit }] : [];
  });
}

/** One visit's readings of something that is there on several sides, and how far they were apart; null where one alone was read. */
export type SidesAt = { meter: number | null; meterUnit: string; sides: SideRead[]; apart: number | null };
/** Side against side, visit by visit, oldest first. */
export type SidesOverTime = { what: string; unit: string; visits: SidesAt[] };

/** What jobs read side against side, in the order they were done: each thing of which a visit read two sides or more. */
export function sidesOverTime(
  jobs: readonly { meter: number | null; meterUnit: string; read: readonly SideRead[] }[],
): SidesOverTime[] {
  const all = new Map<string, SidesOverTime>();
  for (const { meter, meterUnit, read } of jobs) {
    const here = new Map<string, SideRead[]>();
    for (const one of read) {
      const key = `${one.what}:${one.unit}`;
      here.set(key, [...(here.get(key) ?? []), one]);
    }
    for (const [key, found] of here) {
      const sides = [...new Map(found.map((one) => [one.side, one])).values()];
      const [first] = sides;
      if (!first) continue;
      const values = sides.map(({ value }) => value);
      const apart = sides.length < 2 ? null : Math.max(...values) - Math.min(...values);
      const row = all.get(key) ?? { what: first.what, unit: first.unit, visits: [] };
      row.visits.push({ meter, meterUnit, sides, apart });
      all.set(key, row);
    }
  }
  return [...all.values()].filter(({ visits }) => visits.some(({ apart }) => apart !== null));
}

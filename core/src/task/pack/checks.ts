import type { Bench } from "../../job/bench.ts";
import { type JobState, latest } from "../../job/fold.ts";
import type { ComputeStep } from "../../procedure/index.ts";
import { slot } from "../lines.ts";
import type { PackCheck } from "./lines.ts";
import { layersOf, packOf, type Plate, platesOf } from "./stack.ts";

export const STACK_CHECKS = ["count", "thicknesses", "order", "facing"] as const;
export type StackCheckName = (typeof STACK_CHECKS)[number];

/** One of the four separate checks of a pack; ok is null while it is not yet made. */
export type StackCheck = { check: StackCheckName; ok: boolean | null; text: string };

/** Plates closer than this are one kind: half the least step between kinds that stores hold, in mm. */
function halfStep(kinds: readonly number[]): number {
  const sorted = [...new Set(kinds)].sort((a, b) => a - b);
  const steps = sorted.slice(1).map((mm, i) => mm - (sorted[i] ?? 0));
  return Math.min(0.2, ...steps) / 2;
}

const times = (n: number, name: string): string => `${n} ${name}`;

/**
 * The four checks of a pack as laid out: count, thicknesses, order, facing. A right total can hide a wrong order, so
 * none stands in for another. Thicknesses and order are read from one typed line, outermost first.
 */
export function stackChecks(bench: Bench, state: JobState, step: ComputeStep): StackCheck[] {
  const pack = packOf(bench, step);
  const [outer, inner] = pack.layers;
  const { chosen } = layersOf(bench, step);
  const plates = platesOf(bench, state, pack);
  const of = (layer: string): Plate[] => plates.filter((plate) => plate.layer.id === layer);
  const typed = (check: PackCheck): number[] | null =>
    latest(state, slot.check(step.id, check).key, "pack_checked")?.values ?? null;
  const one = (layer: typeof inner): string => layer.one ?? layer.name;

  const counted = typed("count");
  const asked = [of(outer.id).length, of(inner.id).length];
  const short = [outer, inner].flatMap((layer, i) => {
    const off = (counted?.[i] ?? 0) - (asked[i] ?? 0);
    return off === 0 ? [] : [`${times(Math.abs(off), one(layer))} too ${off < 0 ? "few" : "many"}`];
  });
  const count: StackCheck = {
    check: "count",
    ok: counted && short.length === 0,
    text:
      counted === null
        ? `${asked[0]} ${outer.name.toLowerCase()}, ${asked[1]} ${inner.name.toLowerCase()}`
        : short.length === 0
          ? `${counted[0]} and ${counted[1]}, as they should be`
          : short.join(", "),
  };

  const wanted = of(chosen.id).map((plate) => plate.thicknessMm ?? NaN);
  const kinds = [...new Set([...bench.parts.flatMap((p) => (p.role === chosen.role ? (p.thicknessMm ?? []) : []))])];
  const near = halfStep(kinds);
  const kindOf = (mm: number): number => kinds.find((kind) => Math.abs(kind - mm) <= near) ?? mm;
  const laid = typed("plates");
  const tally = (list: readonly number[]): Map<number, number> => {
    const counts = new Map<number, number>();
    for (const mm of list) counts.set(kindOf(mm), (counts.get(kindOf(mm)) ?? 0) + 1);
    return counts;
  };
  const want = tally(wanted);
  const have = tally(laid ?? []);
  const wrong = [...new Set([...want.keys(), ...have.keys()])].flatMap((kind) => {
    const off = (have.get(kind) ?? 0) - (want.get(kind) ?? 0);
    return off === 0 ? [] : [`${times(Math.abs(off), `of ${kind} mm`)} too ${off < 0 ? "few" : "many"}`];
  });
  const mix = [...want].map(([kind, n]) => `${n} × ${kind} mm`).join(", ");
  const thicknesses: StackCheck = {
    check: "thicknesses",
    ok: laid && wrong.length === 0,
    text: laid === null ? mix : wrong.length === 0 ? `${mix}, as they should be` : wrong.join(", "),
  };

  const misplaced = laid?.findIndex((mm, i) => kindOf(mm) !== kindOf(wanted[i] ?? NaN)) ?? -1;
  const order: StackCheck = {
    check: "order",
    ok: laid === null || wrong.length > 0 ? null : misplaced < 0,
    text:
      laid === null
        ? wanted.map((mm) => String(kindOf(mm))).join(" ")
        : wrong.length > 0
          ? "put the thicknesses right first"
          : misplaced < 0
            ? "as they should be"
            : `${one(chosen)} ${misplaced + 1} is ${kindOf(laid[misplaced] ?? NaN)} mm; ${kindOf(wanted[misplaced] ?? NaN)} mm goes there`,
  };

  const reversed = typed("facing");
  const facing: StackCheck = {
    check: "facing",
    ok: reversed && reversed.length === 0,
    text:
      reversed === null
        ? "all the same way"
        : reversed.length === 0
          ? "all the same way, looked at"
          : `${one(chosen)} ${reversed.join(", ")} the other way round: turn`,
  };
  return [count, thicknesses, order, facing];
}

const READ_FROM: Record<PackCheck, readonly StackCheckName[]> = {
  count: ["count"],
  plates: ["thicknesses", "order"],
  facing: ["facing"],
};

/** Whether a check was made and found right; a wrong one is asked again. */
export function isPackRight(bench: Bench, state: JobState, step: ComputeStep, check: PackCheck): boolean {
  const own = stackChecks(bench, state, step).filter((c) => READ_FROM[check].includes(c.check));
  return own.every((c) => c.ok === true);
}

/** The first mistake among the checks read from one line, or null. */
export function packMistake(bench: Bench, state: JobState, step: ComputeStep, check: PackCheck): StackCheck | null {
  return stackChecks(bench, state, step).find((c) => READ_FROM[check].includes(c.check) && c.ok === false) ?? null;
}

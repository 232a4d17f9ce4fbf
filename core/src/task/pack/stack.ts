import type { Answer } from "../../calculator/index.ts";
import { clutchStack, millimetres, nanometres, type StackBuild } from "../../clutch/index.ts";
import { endAt } from "../../job/applies.ts";
import { type Bench, specFor, type StorePart } from "../../job/bench.ts";
import type { BodyOf } from "../../job/events.ts";
import { countOf, type JobState, latest } from "../../job/fold.ts";
import { decisionFor, isRenewed, readingsOf } from "../../job/judged.ts";
import { perState } from "../../job/perState.ts";
import {
  type ComputeStep,
  entryOf,
  type MeasurePoint,
  type PackEntry,
  type Part,
  pointOf,
  stackStepsOf,
} from "../../procedure/index.ts";
import { slot } from "../lines.ts";
import type { BuildPlate } from "./lines.ts";

export type StackInput = {
  /** The layer whose thickness is given, outermost first. */
  fixed: BuildPlate[];
  /** The layer that is chosen from, with null where a new plate is to be found. */
  chosen: (BuildPlate | null)[];
  choices: StorePart[];
  heightMm: { min: number; max: number; target?: number | undefined };
};

export function packOf(bench: Bench, step: ComputeStep): PackEntry {
  const entry = entryOf(bench.procedure, step.pack);
  if (entry?.kind !== "pack") throw new Error(`${step.pack} is no pack`);
  return entry;
}

/** The two layers of a pack as a stack sees them: the one that is chosen from, and the other. */
export function layersOf(bench: Bench, step: ComputeStep): { fixed: Part; chosen: Part } {
  const [outer, inner] = packOf(bench, step).layers;
  return step.choose === "outer" ? { fixed: inner, chosen: outer } : { fixed: outer, chosen: inner };
}

/** Plates of the fixed and the chosen layer, as outer and inner. */
export function asLayers<T>(step: ComputeStep, fixed: T, chosen: T): { outer: T; inner: T } {
  return step.choose === "outer" ? { outer: chosen, inner: fixed } : { outer: fixed, inner: chosen };
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, v) => sum + v, 0) / values.length;

/** The plate's thickness as it stands in the pack: the mean of its places, since the least place does not carry height. */
function measured(state: JobState, point: MeasurePoint, item: number, phase: "found" | "left"): number | null {
  const readings = readingsOf(state, point, item, phase);
  return readings.length === 0 ? null : meanOf(readings.map((r) => r.body.valueInBase));
}

function thicknessPoint(bench: Bench, id: string): MeasurePoint {
  const point = pointOf(bench.procedure, id);
  if (point?.kind !== "measure") throw new Error(`${id} is no measured point`);
  return point;
}

/** What stands in the way of the stack, or what goes into it. */
export function stackInput(bench: Bench, state: JobState, step: ComputeStep): Answer<StackInput> {
  const wrong = (message: string) => ({
    ok: false as const,
    error: { code: "missing" as const, path: step.id, message },
  });
  const spec = specFor(bench, step.spec);
  if (spec?.kind !== "height") {
    return wrong(
      "No stack height on file: enter it at the key above, with its source; or // goes on without, and the pack's height is judged by nothing.",
    );
  }
  const [outer, inner] = packOf(bench, step).layers;
  const counts = [countOf(state, outer.id), countOf(state, inner.id)] as const;
  if (Math.abs(counts[0] - counts[1]) > 1) {
    return wrong(
      `${counts[0]} ${outer.name.toLowerCase()} and ${counts[1]} ${inner.name.toLowerCase()}: two of one kind would lie together. Count them once more; a figure that is wrong is put right on the machine's page.`,
    );
  }
  const parts = layersOf(bench, step);
  const points = asLayers(step, 0, 1).outer === 0 ? step.thickness : ([step.thickness[1], step.thickness[0]] as const);
  const plate = (part: Part, point: MeasurePoint, item: number): BuildPlate | string | null => {
    const decision = decisionFor(state, part, item);
    if (decision === null) return `Decide on ${part.name.toLowerCase()} first.`;
    const isNew = decision.decision === "renew";
    const thicknessMm = measured(state, point, item, isNew ? "left" : "found");
    if (thicknessMm !== null) return { item, thicknessMm, origin: isNew ? "new" : "kept", nominal: null };
    if (!isNew) return `Measure ${part.one ?? part.name} ${item}: its thickness goes into the stack.`;
    return null;
  };
  const layer = (part: Part, id: string): (BuildPlate | string | null)[] => {
    const point = thicknessPoint(bench, id);
    return Array.from({ length: countOf(state, part.id) }, (_, i) => plate(part, point, i + 1));
  };
  const fixed = layer(parts.fixed, points[0]);
  const chosen = layer(parts.chosen, points[1]);
  const stop = [...fixed, ...chosen].find((p): p is string => typeof p === "string");
  if (stop !== undefined) return wrong(stop);
  const nominalOf = (item: number): number | null => {
    const role = endAt(bench, state, parts.fixed, item)?.role ?? parts.fixed.role;
    return bench.parts.find((part) => part.role === role)?.thicknessMm ?? null;
  };
  const filled: BuildPlate[] = [];
  for (const [i, p] of fixed.entries()) {
    const nominal = nominalOf(i + 1);
    if (p !== null && typeof p !== "string") filled.push(p);
    else if (nominal === null) return wrong(`Measure the new ${parts.fixed.one ?? parts.fixed.name} ${i + 1} first.`);
    else filled.push({ item: i + 1, thicknessMm: nominal, origin: "new", nominal: null });
  }
  return {
    ok: true,
    value: {
      fixed: filled,
      chosen: chosen.filter((p): p is BuildPlate | null => typeof p !== "string"),
      choices: bench.parts.filter((part) => part.role === parts.chosen.role && part.thicknessMm !== null),
      heightMm: spec.heightMm,
    },
  };
}

export type StackOffer = { input: StackInput; builds: StackBuild[]; nearest: StackBuild | null; reason: string | null };

/** The ways to bring the pack to its height, nearest to target first. */
export function stackOffer(bench: Bench, state: JobState, step: ComputeStep): Answer<StackOffer> {
  const input = stackInput(bench, state, step);
  if (!input.ok) return input;
  const { fixed, chosen, choices, heightMm } = input.value;
  const kept = chosen.filter((p): p is BuildPlate => p !== null);
  const steelCount = chosen.length - kept.length;
  if (steelCount === 0) return { ok: true, value: { input: input.value, ...asItStands(input.value, kept) } };
  if (choices.length === 0) {
    const message =
      "Stores hold no new plate of this kind with a thickness: put one on file at the key above, or keep the measured plates.";
    return { ok: false, error: { code: "missing", path: step.id, message } };
  }
  const answer = clutchStack({
    frictionMm: fixed.map((p) => p.thicknessMm),
    otherMm: kept.map((p) => p.thicknessMm),
    steelCount,
    steels: choices.map((part) => ({
      nominal: part.nominal ?? part.number,
      thicknessMm: part.thicknessMm ?? 0,
      available: part.stock,
    })),
    heightMm,
  });
  if (!answer.ok) return answer;
  const { solutions, nearest, reason } = answer.value;
  return { ok: true, value: { input: input.value, builds: solutions, nearest, reason: reason ?? null } };
}

/** Every plate stays: nothing to choose, only to add up. */
function asItStands({ fixed, heightMm }: StackInput, kept: readonly BuildPlate[]): Omit<StackOffer, "input"> {
  const nm = (mm: number): number => nanometres(mm, "thicknessMm");
  const heightNm = [...fixed, ...kept].reduce((sum, p) => sum + nm(p.thicknessMm), 0);
  const target = heightMm.target ?? (heightMm.min + heightMm.max) / 2;
  const build = { counts: {}, heightMm: millimetres(heightNm), offTargetMm: millimetres(heightNm) - target };
  if (heightNm >= nm(heightMm.min) && heightNm <= nm(heightMm.max))
    return { builds: [build], nearest: null, reason: null };
  return { builds: [], nearest: build, reason: "The kept plates alone miss the height: renew some to bring it in." };
}

/**
 * Lays a chosen mix into the free places, the thinnest where the procedure says: outermost unless the maker says other,
 * by common practice, no source.
 */
export function layPlates(
  { thins }: Pick<ComputeStep, "thins">,
  input: StackInput,
  counts: Readonly<Record<string, number>>,
): BuildPlate[] {
  const fresh = input.choices
    .flatMap((part) => {
      const nominal = part.nominal ?? part.number;
      return Array.from({ length: counts[nominal] ?? 0 }, () => ({ nominal, thicknessMm: part.thicknessMm ?? 0 }));
    })
    .sort((a, b) => (thins === "outermost" ? a.thicknessMm - b.thicknessMm : b.thicknessMm - a.thicknessMm));
  return input.chosen.map((plate, i): BuildPlate => {
    if (plate !== null) return plate;
    const next = fresh.shift();
    if (next === undefined) throw new Error("fewer plates chosen than places");
    return { item: i + 1, origin: "new", ...next };
  });
}

/** The accepted build, or null when none is or when what it rested on has changed since. */
export function acceptedBuild(bench: Bench, state: JobState, step: ComputeStep): BodyOf<"build_accepted"> | null {
  return acceptedBuilds(bench, state).get(step.id) ?? null;
}

const acceptedBuilds = perState((bench, state): ReadonlyMap<string, BodyOf<"build_accepted">> => {
  const steps = stackStepsOf(bench.procedure);
  return new Map(
    steps.flatMap((step) => {
      const build = standingBuild(bench, state, step);
      return build ? [[step.id, build] as const] : [];
    }),
  );
});

function standingBuild(bench: Bench, state: JobState, step: ComputeStep): BodyOf<"build_accepted"> | null {
  const build = latest(state, slot.build(step.id).key, "build_accepted");
  if (build === null) return null;
  const input = stackInput(bench, state, step);
  if (!input.ok) return null;
  const same = (a: BuildPlate | undefined, b: BuildPlate | null): boolean =>
    a !== undefined && (b === null ? a.origin === "new" : a.origin === b.origin && a.thicknessMm === b.thicknessMm);
  const now = asLayers<readonly (BuildPlate | null)[]>(step, input.value.fixed, input.value.chosen);
  const unchanged =
    now.outer.every((p, i) => same(build.outer[i], p)) && now.inner.every((p, i) => same(build.inner[i], p));
  return unchanged ? build : null;
}

export type Plate = { layer: Part; item: number; name: string; renewed: boolean; thicknessMm: number | null };

/** The plates of a pack in order, outermost first, with what is known of each. */
export function platesOf(bench: Bench, state: JobState, pack: PackEntry): readonly Plate[] {
  return platesOfPacks(bench, state).get(pack.id) ?? [];
}

const platesOfPacks = perState(
  (bench, state): ReadonlyMap<string, readonly Plate[]> =>
    new Map(
      bench.procedure.spine.flatMap((entry) =>
        entry.kind === "pack" ? [[entry.id, layPack(bench, state, entry)] as const] : [],
      ),
    ),
);

function layPack(bench: Bench, state: JobState, pack: PackEntry): Plate[] {
  const counts = pack.layers.map((layer) => countOf(state, layer.id));
  const step = stackStepsOf(bench.procedure).find((s) => s.pack === pack.id);
  const build = step ? acceptedBuild(bench, state, step) : null;
  const plates: Plate[] = [];
  for (let i = 1; i <= Math.max(...counts); i += 1) {
    pack.layers.forEach((layer, l) => {
      if (i > (counts[l] ?? 0)) return;
      const built = (l === 0 ? build?.outer : build?.inner)?.[i - 1];
      const point = step ? pointOf(bench.procedure, step.thickness[l] ?? "") : undefined;
      const found = point?.kind === "measure" ? measured(state, point, i, "found") : null;
      plates.push({
        layer,
        item: i,
        name: `${layer.one ?? layer.name} ${i}`,
        renewed: isRenewed(state, layer, i),
        thicknessMm: built?.thicknessMm ?? found,
      });
    });
  }
  return plates;
}

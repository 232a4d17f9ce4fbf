import { partOf, stackStepsOf } from "../procedure/index.ts";
import { acceptedBuild, layersOf } from "../task/pack/stack.ts";
import { activeSpine, goesBack, partsGoingBack } from "./applies.ts";
import type { Bench, StorePart } from "./bench.ts";
import { countOf, type JobState, slotKeyOf } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { decimal, hundredths } from "./money.ts";
import { sizeChosen } from "./sizes.ts";

export type PullLine = {
  role: string;
  name: string;
  quantity: number;
  why: string;
  /** null where stores hold nothing for the role: to be ordered by hand. */
  part: StorePart | null;
};

/** What stores hold for a role: of several sizes the one that was worked out, and none where that one is not there. */
export function partInStores(bench: Bench, state: JobState, role: string): StorePart | null {
  const all = bench.parts.filter((part) => part.role === role);
  const size = sizeChosen(bench, state, role);
  if (size === null) return all[0] ?? null;
  return all.find(({ nominal }) => nominal === size) ?? all.find(({ nominal }) => nominal === null) ?? null;
}

/** The slot that a line of a finding or a reading answers, in its words. */
function findingSlot(state: JobState, event: string): string[] {
  const line = state.events.find(({ id }) => id === event);
  return (line ? slotKeyOf(line.body) : null)?.split(":") ?? [];
}

/** What to pull from stores: renewed parts, the plates of the accepted build, and single-use parts by themselves. */
export function pullList(bench: Bench, state: JobState): PullLine[] {
  const lines: PullLine[] = [];
  const computed = new Set<string>();
  for (const step of stackStepsOf(bench.procedure)) {
    const build = acceptedBuild(bench, state, step);
    const { chosen } = layersOf(bench, step);
    if (build === null) continue;
    computed.add(chosen.id);
    for (const [nominal, quantity] of Object.entries(build.counts)) {
      const part = bench.parts.find((p) => p.role === chosen.role && (p.nominal ?? p.number) === nominal) ?? null;
      lines.push({
        role: chosen.role ?? chosen.id,
        name: `${chosen.name} ${nominal} mm`,
        quantity,
        why: "the accepted stack",
        part,
      });
    }
  }
  for (const part of partsGoingBack(bench, state)) {
    if (computed.has(part.id)) continue;
    const count = countOf(state, part.id);
    const quantity = Array.from({ length: count }, (_, i) => i + 1).filter((i) => isRenewed(state, part, i)).length;
    if (quantity === 0) continue;
    const size = part.role === undefined ? null : sizeChosen(bench, state, part.role);
    lines.push({
      role: part.role ?? part.id,
      name: size === null ? part.name : `${part.name}, ${size} teeth`,
      quantity,
      why: part.singleUse ? "single use" : "renewed",
      part: part.role === undefined ? null : partInStores(bench, state, part.role),
    });
  }
  // Of what no step of the work puts in: found, and renewed all the same.
  for (const { body } of state.follows) {
    if (body.way !== "renew") continue;
    const [, row = ""] = findingSlot(state, body.event);
    const point = bench.procedure.points.find(({ id }) => id === row);
    const of = point && partOf(bench.procedure, point.for ?? point.on);
    const part = of?.role === undefined ? null : partInStores(bench, state, of.role);
    lines.push({ role: of?.role ?? row, name: body.words, quantity: body.count ?? 1, why: body.text, part });
  }
  for (const { body } of state.tooFar) {
    if (body.how !== "renewed") continue;
    const part = body.role === null ? null : (bench.parts.find(({ role }) => role === body.role) ?? null);
    lines.push({ role: body.role ?? body.entry, name: body.name, quantity: 1, why: "pulled too far", part });
  }
  for (const entry of activeSpine(bench, state)) {
    if (entry.kind !== "fasteners" || !goesBack(bench, state, entry)) continue;
    const count = countOf(state, entry.id);
    // A nut that was undone and a lock that was opened are used once.
    const once = [
      entry.singleUse && entry.role !== undefined ? { role: entry.role, name: entry.name } : null,
      entry.locking?.role !== undefined
        ? { role: entry.locking.role, name: `${entry.name}: ${entry.locking.kind}` }
        : null,
    ];
    for (const one of once) {
      if (!one) continue;
      const part = bench.parts.find((p) => p.role === one.role) ?? null;
      lines.push({ ...one, quantity: count, why: "single use", part });
    }
  }
  return lines;
}

/** What the lines cost together, as decimal text. */
export const pullListTotal = (lines: readonly PullLine[]): string =>
  decimal(lines.reduce((sum, { part, quantity }) => sum + (part ? hundredths(part.price) * quantity : 0), 0));

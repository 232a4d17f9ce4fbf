import { partOf, stackStepsOf } from "../procedure/index.ts";
import { acceptedBuild, layersOf } from "../task/pack/stack.ts";
import { aboardOf } from "./aboard.ts";
import { activeSpine, endAt, goesBack, lockingOf, partsGoingBack, stepApplies } from "./applies.ts";
import type { Bench, StorePart } from "./bench.ts";
import { countOf, type JobState, slotKeyOf } from "./fold.ts";
import { isRenewed } from "./judged.ts";
import { decimal, hundredths } from "./money.ts";
import { sizeChosen } from "./sizes.ts";
import { renewedByTrouble } from "./trouble.ts";
import { isNeededBy, worksInJob } from "./worksOf.ts";

export type PullLine = {
  role: string;
  /** The row of the procedure that asks for it. */
  row: string;
  name: string;
  quantity: number;
  why: string;
  /** null where stores hold nothing for the role: to be ordered by hand. */
  part: StorePart | null;
};

/** A lock that is used once, as stores know it. */
const LOCKS = {
  ...{ cotter: "Cotter pin of the ", tab: "Tab washer of the ", "as found": "Lock of the " },
  ...{ stake: "New ", "self-locking": "New " },
} as const;
const lockName = (kind: keyof typeof LOCKS, on: string): string => `${LOCKS[kind]}${on.toLowerCase()}`;

/** What stores hold for a role and fits where the job is done: every part of it, or those for its places. */
export function partsForRole(bench: Bench, state: JobState, role: string): StorePart[] {
  const at = worksInJob(bench, state).flatMap(({ position }) => position ?? []);
  return bench.parts.filter(
    (part) =>
      part.role === role &&
      (part.positions.length === 0 || at.length === 0 || at.some((p) => part.positions.includes(p))),
  );
}

/** What stores hold for a role: of several sizes the one that was worked out, and none where that one is not there. */
export function partInStores(bench: Bench, state: JobState, role: string): StorePart | null {
  const all = partsForRole(bench, state, role);
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
      const all = chosen.role === undefined ? [] : partsForRole(bench, state, chosen.role);
      const part = all.find((p) => (p.nominal ?? p.number) === nominal) ?? null;
      lines.push({
        ...{ role: chosen.role ?? chosen.id, row: chosen.id },
        name: `${chosen.name} ${nominal} mm`,
        quantity,
        why: "the accepted stack",
        part,
      });
    }
  }
  // What the machine carried for this is pulled from nowhere; it is replaced aboard, not here.
  const carried = new Set(aboardOf(bench, state).flatMap(({ does, row }) => (does === "taken" ? [row] : [])));
  for (const part of partsGoingBack(bench, state)) {
    if (computed.has(part.id) || carried.has(part.id)) continue;
    const count = countOf(state, part.id);
    const renewed = Array.from({ length: count }, (_, i) => i + 1).filter((i) => isRenewed(state, part, i));
    const ends = renewed.flatMap((item) => endAt(bench, state, part, item) ?? []);
    for (const { role, name } of ends) {
      lines.push({ role, row: part.id, name, quantity: 1, why: "renewed", part: partInStores(bench, state, role) });
    }
    const quantity = renewed.length - ends.length;
    if (quantity === 0) continue;
    const size = part.role === undefined ? null : sizeChosen(bench, state, part.role);
    lines.push({
      ...{ role: part.role ?? part.id, row: part.id },
      name: size === null ? part.name : `${part.name}, ${size} teeth`,
      quantity,
      why: part.singleUse ? "single use" : "renewed",
      part: part.role === undefined ? null : partInStores(bench, state, part.role),
    });
  }
  for (const step of bench.procedure.steps) {
    if (step.kind !== "do" || !stepApplies(bench, state, step)) continue;
    for (const { role, name, count: quantity } of step.uses ?? []) {
      lines.push({ role, row: step.id, name, quantity, why: "used up", part: partInStores(bench, state, role) });
    }
  }
  // Of what no step of the work puts in: found, and renewed all the same.
  for (const { body } of state.follows) {
    if (body.way !== "renew") continue;
    const [, row = ""] = findingSlot(state, body.event);
    const point = bench.procedure.points.find(({ id }) => id === row);
    const of = point && partOf(bench.procedure, point.for ?? point.on);
    const part = of?.role === undefined ? null : partInStores(bench, state, of.role);
    lines.push({ role: of?.role ?? row, row, name: body.words, quantity: body.count ?? 1, why: body.text, part });
  }
  for (const { body } of state.tooFar) {
    if (body.how !== "renewed") continue;
    const part = body.role === null ? null : (partsForRole(bench, state, body.role)[0] ?? null);
    lines.push({
      role: body.role ?? body.entry,
      row: body.entry,
      name: body.name,
      quantity: 1,
      why: "pulled too far",
      part,
    });
  }
  for (const { role, row, name, why } of renewedByTrouble(bench, state)) {
    const part = role === null ? null : (partsForRole(bench, state, role)[0] ?? null);
    lines.push({ role: role ?? row, row, name, quantity: 1, why, part });
  }
  for (const entry of activeSpine(bench, state)) {
    if (entry.kind !== "fasteners" || !goesBack(bench, state, entry)) continue;
    const count = countOf(state, entry.id);
    const locking = lockingOf(bench, state, entry);
    // A nut that was undone and a lock that was opened are used once.
    const once = [
      entry.singleUse && entry.role !== undefined ? { role: entry.role, name: entry.name } : null,
      locking?.role !== undefined ? { role: locking.role, name: lockName(locking.kind, entry.name) } : null,
    ];
    for (const one of once) {
      if (!one) continue;
      const part = partsForRole(bench, state, one.role)[0] ?? null;
      lines.push({ ...one, row: entry.id, quantity: count, why: "single use", part });
    }
  }
  return lines;
}

/** Why a line is there in every job of its kind: nothing is learned of how long such a part lasts. */
const ALWAYS = new Set(["single use", "used up"]);

/** What went in new with a work, by its role in stores, each once: what came of the work is counted by that too. */
export function newWith(bench: Bench, state: JobState, work: string): string[] {
  const own = pullList(bench, state).filter(({ row, why }) => !ALWAYS.has(why) && isNeededBy(bench, work, row));
  return [...new Set(own.map(({ role }) => role))].sort();
}

/**
 * What the lines cost together, as decimal text with its currency; sums of different money stand beside each other and
 * are never added. Empty where no line has a price.
 */
export function pullListTotal(lines: readonly PullLine[]): string {
  const sums = new Map<string, number>();
  for (const { part, quantity } of lines) {
    if (part?.price == null) continue;
    sums.set(part.currency, (sums.get(part.currency) ?? 0) + hundredths(part.price) * quantity);
  }
  return [...sums].map(([currency, sum]) => `${decimal(sum)} ${currency}`).join(" + ");
}

/** How far stores reach for a line: what is missing, what may go in instead, and how long it takes to come. */
export function storesSay(bench: Bench, { part, quantity }: PullLine): string {
  if (part === null) return "no part on file";
  const has = `${part.stock} in stores`;
  if (part.stock >= quantity) return has;
  const others = bench.parts.filter(({ number, stock }) => stock >= quantity && part.instead.includes(number));
  const [other] = others;
  const comes = part.leadDays === null ? "" : `, ${part.leadDays} ${part.leadDays === 1 ? "day" : "days"} to come`;
  return `${has}: ${quantity - part.stock} short${other ? `; ${other.number} may go in, ${other.stock} in stores` : comes}`;
}

/** The kits that hold two or more of what is pulled, with the lines that each would stand for. */
export function kitsFor(bench: Bench, lines: readonly PullLine[]): { kit: StorePart; covers: PullLine[] }[] {
  return bench.parts.flatMap((kit) => {
    const covers = lines.filter(({ role, quantity }) =>
      kit.holds.some((one) => one.role === role && one.count >= quantity),
    );
    return covers.length < 2 ? [] : [{ kit, covers }];
  });
}

import fc from "fast-check";
import { LEAD, numbered, rehearsedOnce, released } from "../../testingRelease.ts";
import { slotRule } from "../task/registry.ts";
import { type Body, complete, fold, slotKeyOf, walk } from "./index.ts";

const WHY = ["not fitted", "not reachable now", "renewed anyway", "owner declined", "tightened by feel"];

const shipped = rehearsedOnce().map(({ id, bench, kept }) => {
  const slots = walk(bench, fold(numbered(kept))).flatMap((task) => task.slots);
  const hard = slots.filter((s) => slotRule(s).hard?.(bench, s) === true).map(({ key }) => key);
  return { id, bench, kept, hard: hard.filter((key) => kept.some((one) => slotKeyOf(one) === key)) };
});

/** What a fastener holds by its name, where somebody is hurt when it lets go. */
const HELD =
  /\b(wheel|axle|hub|sprocket|caliper|ball-joint|tie-rod|countershaft|clutch|gear) (nut|bolt)s?$|^front axle$/i;

test("the last pull of all that holds a wheel, a brake, an axle, a sprocket or a clutch blocks a release", () => {
  let seen = 0;
  for (const { id, bench, kept, hard } of shipped) {
    for (const entry of bench.procedure.spine) {
      if (entry.kind !== "fasteners") continue;
      if (HELD.test(entry.name)) expect([id, entry.id, entry.holds]).not.toContain(undefined);
      const pulls = kept.flatMap((body) =>
        body.type === "torque_applied" && body.entry === entry.id ? [slotKeyOf(body) ?? ""] : [],
      );
      if (entry.holds === undefined || pulls.length === 0) continue;
      expect([id, entry.id, hard.includes(pulls.at(-1) ?? "")]).toEqual([id, entry.id, true]);
      seen += 1;
    }
  }
  expect(seen).toBeGreaterThan(25);
});

test("the locks, counts and proofs that nobody signs for are there to be tried", () => {
  expect(shipped.filter(({ hard }) => hard.length > 0).length).toBeGreaterThan(10);
});

test.each(shipped.filter(({ hard }) => hard.length > 0).map((one) => [one.id, one] as const))(
  "%s: with anything hard passed over or left out, whatever else is said and signed, no lead releases it",
  (_, { bench, kept, hard }) => {
    expect(released(bench, numbered(kept))).toBe("taken");
    const others = [...new Set(kept.flatMap((body) => slotKeyOf(body) ?? []))].filter((key) => !hard.includes(key));
    fc.assert(
      fc.property(
        fc.subarray(hard, { minLength: 1 }),
        fc.subarray(others, { maxLength: Math.min(4, others.length) }),
        fc.array(fc.constantFrom(null, ...WHY), { minLength: 1, maxLength: 6 }),
        (gone, more, whys) => {
          let n = 0;
          const lines = kept.flatMap((body): Body[] => {
            const key = slotKeyOf(body);
            if (key === null || !(gone.includes(key) || more.includes(key))) return [body];
            const why = whys[n % whys.length] ?? null;
            // That there is no lock at all is an answer, for which a lead signs.
            const reason = why === "not fitted" && key.startsWith("lock:") ? "not reachable now" : why;
            n += 1;
            return reason === null ? [] : [{ type: "slot_skipped", slot: key, reason }];
          });
          expect(released(bench, numbered(lines))).not.toBe("taken");
        },
      ),
      { numRuns: 6, seed: 15 },
    );
  },
);

test.each(
  shipped.filter(({ hard }) => hard.some((key) => key.startsWith("lock:"))).map((one) => [one.id, one] as const),
)(
  "%s: a fastener that has no lock on this machine ends in a release that a lead signed for",
  (_, { bench, kept, hard }) => {
    for (const lock of hard.filter((key) => key.startsWith("lock:"))) {
      const lines = kept.map((body): Body =>
        slotKeyOf(body) === lock ? { type: "slot_skipped", slot: lock, reason: "not fitted" } : body,
      );
      expect([lock, released(bench, numbered(lines))]).toEqual([lock, "taken"]);
    }
  },
);

test.each(shipped.map((one) => [one.id, one] as const))(
  "%s: tightened by feel where no wrench reaches or no figure is on file, the lock is recorded and a lead releases it",
  (_, { bench, kept }) => {
    const locked = [...new Set(kept.flatMap((body) => (body.type === "fastener_locked" ? [body.entry] : [])))];
    for (const entry of locked) {
      const without = { ...bench, wrenches: [] };
      const lines = kept.map((body): Body => {
        const key = slotKeyOf(body);
        if (body.type !== "torque_applied" || body.entry !== entry || key === null) return body;
        return { type: "slot_skipped", slot: key, reason: "tightened by feel" };
      });
      const upTo = lines.findIndex((body) => body.type === "fastener_locked" && body.entry === entry);
      const draft = { type: "fastener_locked", entry, place: 1, pastDeg: null } as const;
      expect([entry, complete(without, fold(numbered(lines.slice(0, upTo))), draft, LEAD).ok]).toEqual([entry, true]);
      expect([entry, released(without, numbered(lines))]).toEqual([entry, "taken"]);
    }
  },
);

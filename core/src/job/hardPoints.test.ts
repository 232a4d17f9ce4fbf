import fc from "fast-check";
import { shippedBodies } from "../../testingProcedures.ts";
import { uuid } from "../../testing.ts";
import { procedureSchema } from "../procedure/index.ts";
import { slotRule } from "../task/registry.ts";
import {
  type Actor,
  type Bench,
  type Body,
  complete,
  type Draft,
  fold,
  type JobEvent,
  openPoints,
  rehearsedJob,
  RELEASE_WORD,
  slotKeyOf,
  unsigned,
  walk,
  worksInJob,
} from "./index.ts";

const LEAD: Actor = { id: "lead", name: "Lead", roles: ["lead", "technician"] };
const WHY = ["not fitted", "not reachable now", "renewed anyway", "owner declined", "tightened by feel"];

const numbered = (lines: readonly Body[]): JobEvent[] =>
  lines.map((body, i) => ({ id: uuid(i), number: i + 1, at: "2026-11-23T10:00:00.000Z", by: LEAD, body }));

/** Everything that may be signed is signed; what is kept then of a release. */
function released(bench: Bench, begun: readonly JobEvent[]): string {
  let events = [...begun];
  const offer = (draft: Draft): string => {
    const answer = complete(bench, fold(events), draft, LEAD);
    if (!answer.ok) return answer.error.message;
    events = numbered([...events.map(({ body }) => body), answer.value]);
    return "taken";
  };
  for (const { key } of unsigned(fold(events), openPoints(bench, fold(events)))) {
    offer({ type: "open_point_signed", key, reason: "looked at" });
  }
  const works = worksInJob(bench, fold(events));
  if (works.length > 1) for (const { id } of works) offer({ type: "work_released", work: id, said: RELEASE_WORD });
  return offer({ type: "job_released", said: RELEASE_WORD });
}

const shipped = shippedBodies
  .map(([, body]) => procedureSchema.parse(body))
  .map((procedure) => {
    const { bench, events } = rehearsedJob(procedure);
    const lines = events.filter(({ body }) => body.type !== "job_released" && body.type !== "open_point_signed");
    const slots = walk(bench, fold(lines)).flatMap((task) => task.slots);
    const hard = slots.filter((s) => slotRule(s).hard?.(bench, s) === true).map(({ key }) => key);
    const kept = lines.map(({ body }) => body);
    return { id: procedure.id, bench, kept, hard: hard.filter((key) => kept.some((one) => slotKeyOf(one) === key)) };
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

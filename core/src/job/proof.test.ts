import { shippedBodies } from "../../testingProcedures.ts";
import { uuid } from "../../testing.ts";
import { procedureSchema } from "../procedure/index.ts";
import {
  type Actor,
  type Body,
  complete,
  concernsOf,
  fold,
  foldOn,
  isEvent,
  type JobEvent,
  openPoints,
  rehearsedJob,
  RELEASE_WORD,
  slotKeyOf,
} from "./index.ts";

const LEAD: Actor = { id: "lead", name: "Lead", roles: ["lead", "technician"] };

/** Jobs worked to their end, with every word of the proof that is not well: what the ride or the last look finds. */
const bad = shippedBodies
  .map(([, body]) => procedureSchema.parse(body))
  .flatMap((procedure) => {
    const proofs = procedure.points.filter((p) => p.kind === "inspect" && p.stage === "prove" && p.swept !== true);
    if (proofs.length === 0) return [];
    const { bench, events } = rehearsedJob(procedure);
    const kept = events.filter(({ body }) => body.type !== "job_released" && body.type !== "open_point_signed");
    return proofs.flatMap((point) =>
      point.kind !== "inspect" || !kept.some((e) => isEvent(e, "finding_recorded") && e.body.point === point.id)
        ? []
        : point.findings
            .filter(({ leads }) => leads !== "keep")
            .map((finding) => [procedure.id, point.id, finding.word, { bench, kept, point, finding }] as const),
    );
  });

test("there are procedures whose ride is answered", () => {
  expect(new Set(bad.map(([id]) => id)).size).toBeGreaterThan(8);
});

test.each(bad)("%s, %s: %s holds the release, and is a defect, whatever was decided before", (_, __, ___, found) => {
  const { bench, kept, point, finding } = found;
  const body: Body = { type: "finding_recorded", point: point.id, item: 1, ...finding };
  const lines = kept.filter(({ body: one }) => slotKeyOf(one) !== slotKeyOf(body));
  const last = Math.max(...lines.map(({ number }) => number)) + 1;
  const line: JobEvent = { id: uuid(80_000), number: last, at: kept.at(-1)?.at ?? "", by: LEAD, body };
  const state = foldOn(fold(lines), line);
  expect(complete(bench, state, { type: "job_released", said: RELEASE_WORD }, LEAD).ok).toBe(false);
  expect(concernsOf(bench, state).map(({ event }) => event)).toContain(line.id);
  const open = openPoints(bench, state).filter(
    ({ text }) => text.includes(finding.word) || text.includes(finding.means),
  );
  expect(open.length).toBeGreaterThan(0);
});

const speaking = bad.filter(([, , , { finding, kept }]) =>
  (finding.reopens ?? []).some((row) => kept.some(({ body }) => slotKeyOf(body)?.split(":")[1] === row)),
);
test("words of a ride that speak of a setting are there to be tried", () => {
  expect(speaking.length).toBeGreaterThan(8);
});

test.each(speaking)(
  "%s, %s: %s reopens the setting that it speaks of, with the torque that holds it",
  (...[, , , one]) => {
    const { bench, kept, point, finding } = one;
    const at = kept.findLastIndex(({ body }) => body.type === "finding_recorded" && body.point === point.id);
    const lines = kept.slice(0, at);
    const before = fold(lines);
    const draft = { type: "finding_recorded", point: point.id, item: 1, word: finding.word } as const;
    const answer = complete(bench, before, draft, LEAD);
    if (!answer.ok) throw new Error(answer.error.message);
    const after = foldOn(before, {
      id: uuid(80_001),
      number: lines.length + 1,
      at: kept.at(-1)?.at ?? "",
      by: LEAD,
      body: answer.value,
    });
    const rows = finding.reopens ?? [];
    const standing = [...before.bySlot.keys()].filter(
      (key) => rows.includes(key.split(":")[1] ?? "") && !key.endsWith(":found"),
    );
    expect(standing.length).toBeGreaterThan(0);
    for (const key of standing) expect([key, after.bySlot.has(key)]).toEqual([key, false]);
    for (const entry of bench.procedure.spine) {
      if (entry.kind !== "fasteners" || !entry.torque.fixes?.some((row) => rows.includes(row))) continue;
      expect([...after.bySlot.keys()].filter((key) => key.startsWith(`pull:${entry.id}:`))).toEqual([]);
    }
  },
);

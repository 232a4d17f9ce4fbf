import { numbered, rehearsedOnce, released } from "../../testingRelease.ts";
import { shippedBodies } from "../../testingProcedures.ts";
import { type Finding, isCondemning, partOf, procedureSchema } from "../procedure/index.ts";
import { CONDEMNING } from "../procedure/going.ts";
import { type Bench, type Body, fold, openPoints } from "./index.ts";

const shipped = rehearsedOnce();
const found = shipped.flatMap(({ id, bench, kept }) =>
  bench.procedure.points.flatMap((point) => {
    if (point.kind !== "inspect") return [];
    const at = kept.findLastIndex((body) => body.type === "finding_recorded" && body.point === point.id);
    // What is used once goes in new whatever was found of the old one.
    const part = partOf(bench.procedure, point.for ?? point.on);
    return at < 0 || part?.singleUse ? [] : point.findings.map((finding) => ({ id, bench, kept, at, point, finding }));
  }),
);

/** The lines of a rehearsal with another word at one place, and another decision on the part that it speaks for. */
const planted = (
  kept: readonly Body[],
  at: number,
  { word, means, leads }: Finding,
  part: string,
  decision: "keep" | "leave" | "repair",
): Body[] =>
  kept.map((body, i) => {
    if (i === at && body.type === "finding_recorded") return { ...body, word, means, leads };
    const decided = body.type === "decision_taken" && body.part === part;
    return decided ? { ...body, decision, proposed: "renew" as const, reason: "as said" } : body;
  });

const held = (bench: Bench, lines: readonly Body[]): boolean =>
  openPoints(bench, fold(numbered(lines))).some(({ key, hard }) => hard && key.startsWith("held:"));

test("each finding that is called cracked, bent or broken says whether it condemns, and what spares it", () => {
  for (const [name, body] of shippedBodies) {
    for (const point of procedureSchema.parse(body).points) {
      if (point.kind !== "inspect") continue;
      for (const { word, leads, condemns, spared } of point.findings) {
        if (leads === "keep" || !CONDEMNING.has(word)) continue;
        expect([name, point.id, word, condemns]).not.toContain(undefined);
        if (condemns === false) expect([name, point.id, word, spared]).not.toContain(undefined);
      }
    }
  }
});

const condemning = found.filter(({ finding }) => isCondemning(finding));
test("findings that condemn are there to be tried", () => {
  expect(condemning.length).toBeGreaterThan(60);
});

test.each([...new Set(condemning.map(({ id }) => id))])(
  "%s: what is used no more is released by nobody, whatever else is decided and signed",
  (procedure) => {
    for (const { id, bench, kept, at, point, finding } of condemning) {
      if (id !== procedure) continue;
      for (const decision of ["keep", "leave", "repair"] as const) {
        const lines = planted(kept, at, finding, point.for ?? point.on, decision);
        expect([point.id, finding.word, decision, released(bench, numbered(lines))]).not.toContain("taken");
        if (finding.leads !== "stop") expect([point.id, finding.word, held(bench, lines)]).toContain(true);
      }
    }
  },
);

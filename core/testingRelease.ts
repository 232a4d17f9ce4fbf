import { shippedBodies } from "./testingProcedures.ts";
import { uuid } from "./testing.ts";
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
  unsigned,
  worksInJob,
} from "./src/job/index.ts";
import { procedureSchema } from "./src/procedure/index.ts";

export const LEAD: Actor = { id: "lead", name: "Lead", roles: ["lead", "technician"] };

export const numbered = (lines: readonly Body[]): JobEvent[] =>
  lines.map((body, i) => ({ id: uuid(i), number: i + 1, at: "2026-11-23T10:00:00.000Z", by: LEAD, body }));

/** Everything that may be signed is signed; what is kept then of a release. */
export function released(bench: Bench, begun: readonly JobEvent[]): string {
  let events = [...begun];
  const offer = (draft: Draft): string => {
    const answer = complete(bench, fold(events), draft, LEAD);
    if (!answer.ok) return answer.error.message;
    events = numbered([...events.map(({ body }) => body), answer.value]);
    return "taken";
  };
  for (const { key, dated } of unsigned(fold(events), openPoints(bench, fold(events)))) {
    offer({ type: "open_point_signed", key, reason: "Owner: knows it", ...(dated ? { on: "2027-04-30" } : {}) });
  }
  const works = worksInJob(bench, fold(events));
  if (works.length > 1) for (const { id } of works) offer({ type: "work_released", work: id, said: RELEASE_WORD });
  return offer({ type: "job_released", said: RELEASE_WORD });
}

/** Every shipped procedure worked once as a technician does who does all well, without its release and its signatures. */
export const rehearsedOnce = (): { id: string; bench: Bench; kept: Body[] }[] =>
  shippedBodies
    .map(([, body]) => procedureSchema.parse(body))
    .map((procedure) => {
      const { bench, events } = rehearsedJob(procedure);
      const lines = events.filter(({ body }) => body.type !== "job_released" && body.type !== "open_point_signed");
      return { id: procedure.id, bench, kept: lines.map(({ body }) => body) };
    });

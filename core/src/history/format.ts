import { EVENT_STEPS } from "./events.ts";
import { PROCEDURE_STEPS } from "./procedures.ts";
import { isLoose, type Upcaster } from "./record.ts";

/** Upcasters by kind of record, the first from format 1 to 2; what was kept before formats were numbered is of format 1. */
const STEPS = {
  event: EVENT_STEPS,
  procedure: PROCEDURE_STEPS,
  figure: [],
} satisfies Record<string, readonly Upcaster[]>;
export type Kind = keyof typeof STEPS;

/** The format in which a record of each kind is written today. */
export const FORMATS: Readonly<Record<Kind, number>> = {
  event: STEPS.event.length + 1,
  procedure: STEPS.procedure.length + 1,
  figure: STEPS.figure.length + 1,
};

/** A record that this version cannot read: of a format that it does not know yet. */
export class HistoryFault extends Error {
  override name = "HistoryFault";
}

/**
 * A kept record in today's shape, one upcaster after the other; what is no record is given back as it is.
 * Errors: HistoryFault where a later version of Averin wrote it.
 */
export function inTodaysShape(kind: Kind, body: unknown, format: number): unknown {
  if (!isLoose(body)) return body;
  if (format > FORMATS[kind]) {
    throw new HistoryFault(
      `This ${kind} was kept by a later version of Averin (format ${format}; this one reads up to ${FORMATS[kind]}): start that version again.`,
    );
  }
  const steps: readonly Upcaster[] = STEPS[kind];
  return steps.slice(Math.max(0, format - 1)).reduce((shape, step) => step(shape), body);
}

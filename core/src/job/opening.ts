import type { Answer } from "../calculator/index.ts";
import { believable } from "../figures/index.ts";
import {
  countsNeeded,
  figuresAsked,
  figuresKnown,
  FIRST_WORK,
  joined,
  madeFor,
  type Procedure,
} from "../procedure/index.ts";
import type { Meter } from "../quantity/index.ts";
import { configOf, type Spec, specsAt } from "../spec/index.ts";
import { no } from "../task/answers.ts";
import type { BodyOf } from "./events.ts";

type MeterRead = { unit: Meter; value: number | null; last: number | null; goesBack: boolean };

/** What the counter says of a machine that comes in, with how it is known so far. */
export type Intake = {
  machine: BodyOf<"job_opened">["machine"];
  owner: { name: string; contact: string };
  /** The meter now, null where it cannot be read, and as it was read last, in the machine's own unit; whether it was changed for another since. */
  meter: MeterRead;
  /** The second one, of a machine that has two. */
  second: MeterRead | null;
  complaint: string;
  symptom: string;
  /** What was said at the counter in the words of the symptoms' data; a symptom of the procedure's own is then not asked. */
  symptoms?: BodyOf<"job_opened">["symptoms"];
  /** The procedure by its id; null where the machine has only one. */
  procedure: string | null;
  /** Its place on the machine, where it has several and somebody said which. */
  position?: string | null;
};
export type Offered = { hash: string; procedure: Procedure };

/** The procedure that is meant, or which there are. */
function chosen({ procedure, machine }: Intake, offered: readonly Offered[]): Answer<Offered> {
  const only = procedure === null && offered.length === 1 ? offered[0] : undefined;
  const found = only ?? offered.find((one) => one.procedure.id === procedure);
  if (found) return { ok: true, value: found };
  if (offered.length === 0) {
    return no("unsupported", "machine", `No procedure for a ${machine.build} build is on file yet.`);
  }
  const titles = offered.map((one) => one.procedure.title).join(", ");
  return no("unsupported", "procedure", `Say what is worked on: ${titles}.`);
}

/** The figures of a machine with those that a procedure asks for its places. */
export const withPlaces = (specs: readonly Spec[], procedure: Procedure): Spec[] => [
  ...specs,
  ...specsAt(
    specs,
    figuresAsked(procedure).map(({ key }) => key),
  ).here,
];

/** How many of each part there are on this machine; what is not on file is counted at the bench. */
export function countsOf(procedure: Procedure, specs: readonly Spec[]): Answer<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const [part, count] of countsNeeded(procedure)) {
    if (typeof count === "number") {
      counts[part] = count;
      continue;
    }
    const spec = specs.find(({ key }) => key === count.spec);
    if (spec?.kind !== "count") continue;
    const known = figuresKnown(procedure).get(count.spec);
    const most = known ? believable(known).most : Infinity;
    if (spec.count > most) {
      const message = `${known?.label ?? count.spec}: ${spec.count} on file, and at most ${most} are worked with. Put it right under the machine's figures first.`;
      return no("range", "machine", message);
    }
    counts[part] = spec.count;
  }
  return { ok: true, value: counts };
}

/** The position that is meant, or null where the procedure has only one place or nobody said. */
export function positionOf(procedure: Procedure, position: string | null): Answer<string | null> {
  const places = procedure.positions?.map(({ word }) => word) ?? [];
  if (position === null || places.includes(position)) return { ok: true, value: position };
  const message =
    places.length === 0
      ? `${procedure.title} has one place on a machine: leave the place away.`
      : `"${position}" is no place for this work: ${places.join(", ")}.`;
  return no("unsupported", "position", message);
}

/** What is wrong with a meter that stands lower than it did, or null: it was read wrongly, or was changed for another. */
export function meterFault({ meter, second }: Pick<Intake, "meter" | "second">): Answer<never> | null {
  for (const [path, read] of [["meter", meter] as const, ["second", second] as const]) {
    if (!read || read.last === null || read.value === null || read.value >= read.last || read.goesBack) continue;
    const message = `The meter stood at ${read.last} ${read.unit} last time. Put it right, or say that the meter was changed.`;
    return no("conflict", path, message);
  }
  return null;
}

/** What the meters showed, as a job keeps it. */
export const metersShown = ({ meter, second }: Pick<Intake, "meter" | "second">): BodyOf<"job_opened">["meter"] => ({
  ...{ unit: meter.unit, value: meter.value },
  ...(second ? { second: { unit: second.unit, value: second.value } } : {}),
});

/** What the meters showed, in words: "61.4 h, 812 km"; "meter not read" where nobody could. */
export function meterWords({ second, ...meter }: BodyOf<"job_opened">["meter"]): string {
  const read = [meter, ...(second ? [second] : [])].filter(({ value }) => value !== null);
  return read.length === 0 ? "meter not read" : read.map(({ value, unit }) => `${value} ${unit}`).join(", ");
}

/**
 * The first line of a job: what came in, what is worked on, how the machine is made and how many there are of what, as far
 * as that was on file then. What is not is asked at the bench, where the work turns on it.
 */
export function acceptOpening(
  intake: Intake,
  offered: readonly Offered[],
  specs: readonly Spec[],
): Answer<BodyOf<"job_opened">> {
  const { complaint, symptom, owner } = intake;
  const wrong = meterFault(intake);
  if (wrong !== null) return wrong;
  const found = chosen(intake, offered);
  if (!found.ok) return found;
  const { procedure, hash } = found.value;
  const { symptoms = [] } = intake;
  if (symptom !== "" && procedure.symptoms.length > 0 && !procedure.symptoms.includes(symptom)) {
    const message = `"${symptom}" is no symptom of this work: ${procedure.symptoms.join(", ")}.`;
    return no("unsupported", "symptom", message);
  }
  const position = positionOf(procedure, intake.position ?? null);
  if (!position.ok) return position;
  const laid = joined([{ id: FIRST_WORK, procedure, position: position.value }]).procedure;
  const its = withPlaces(specs, laid);
  const config = configOf(its, figuresKnown(laid));
  const counts = countsOf(madeFor(laid, config), its);
  if (!counts.ok) return counts;
  return {
    ok: true,
    value: {
      ...{ type: "job_opened", complaint, owner, symptoms },
      symptom: symptoms.length > 0 ? symptoms.map(({ word }) => word).join(", ") : symptom,
      machine: { ...intake.machine, build: procedure.build },
      meter: metersShown(intake),
      procedure: { id: procedure.id, version: procedure.version, hash },
      ...{ counts: counts.value, config, position: position.value },
    },
  };
}

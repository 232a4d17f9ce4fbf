import { isLoose, type Loose, rows, type Upcaster, withId } from "./record.ts";

/** What a line of each type says today that earlier ones left away, with what that meant. */
const LEFT_AWAY: Readonly<Record<string, Loose>> = {
  job_opened: { config: {} },
  part_removed: { count: null, noted: null },
  question_answered: { agreed: null, estimate: null },
  adjust_read: { under: null, condition: null, sides: null },
  adjust_turned: { side: null },
  reading_taken: { under: null, condition: null },
  finding_recorded: { leads: null },
  part_fitted: { count: null },
  job_released: { rechecks: [] },
};

/** Before formats were numbered: fields came one after the other, and a line without one is as if it had said so. */
const numbered: Upcaster = (body) => {
  const whole = { ...LEFT_AWAY[String(body.type)], ...body };
  if (body.type === "job_released") return { ...whole, rechecks: rows(whole.rechecks, withId) };
  // A wrench had no length before adapters were worked out.
  return isLoose(whole.wrench) ? { ...whole, wrench: { lengthMm: null, ...whole.wrench } } : whole;
};

/** From each format of a line's body to the next. */
export const EVENT_STEPS: readonly Upcaster[] = [numbered];

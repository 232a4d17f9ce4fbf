import { z } from "zod";
import { atLeast, atMost, defineCalculator, equal, fields } from "../calculator/index.ts";
import { excessFromSlack, slackFromExcess } from "../chain/index.ts";

/** Adjusters are turned in eighths; the suggestion is rounded down, towards looser. */
export const TURNS_STEP = 1 / 8;

/** Least-squares line of sag² on turns. */
function fitSquares(readings: readonly { turns: number; sagMm: number }[]): { intercept: number; slope: number } {
  const n = readings.length;
  const meanX = readings.reduce((sum, r) => sum + r.turns, 0) / n;
  const meanY = readings.reduce((sum, r) => sum + r.sagMm ** 2, 0) / n;
  const sxx = readings.reduce((sum, r) => sum + (r.turns - meanX) ** 2, 0);
  const sxy = readings.reduce((sum, r) => sum + (r.turns - meanX) * (r.sagMm ** 2 - meanY), 0);
  const slope = sxy / sxx;
  return { intercept: meanY - slope * meanX, slope };
}

const roundDown = (turns: number): number => Math.floor(8 * turns + 1e-9) / 8;

/**
 * The next turns of both track adjusters, from what earlier turns did.
 * turns from any one start, plus is tighter; sag in mm at mid-span under the stated load; aim is mid-range. With two or
 * more different turns: least squares of sag² on turns (sag² is nearly straight in the excess of track). With one:
 * geometry, one turn on both sides taking 2 · threadPitchMm of excess. nextTurns in eighths, rounded down.
 * Nulls with a reason: sag that does not fall with turns; one place of turns without span or thread pitch.
 * Errors: conflict at targetMaxMm.
 * Source: geometry of a sagging run; common practice for the eighths.
 * @example trackTension({ readings: [{ turns: 0, sagMm: 60 }, { turns: 1, sagMm: 50 }], targetMinMm: 35, targetMaxMm: 45 })
 */
export const trackTension = defineCalculator({
  name: "track.tension",
  formula: "sag² = a + b · turns by least squares; or sag = ½√((s+e)²−s²), e less 2 · pitch a turn",
  source: "geometry of a sagging run; eighths of a turn are common practice",
  input: z
    .strictObject({
      readings: z
        .array(z.strictObject({ turns: z.number(), sagMm: fields.nonNegative }))
        .min(1)
        .max(fields.MOST_ROWS),
      targetMinMm: fields.nonNegative,
      targetMaxMm: fields.nonNegative,
      spanMm: fields.positive.optional(),
      threadPitchMm: fields.positive.optional(),
    })
    .superRefine((input, context) => {
      if (input.targetMinMm > input.targetMaxMm) {
        fields.conflict(context, ["targetMaxMm"], "targetMaxMm must not be below targetMinMm.");
      }
    }),
  output: z.object({
    inRange: z.boolean(),
    nextTurns: z.number().nullable(),
    predictedSagMm: z.number().nullable(),
    predictedInRange: z.boolean().nullable(),
    basis: z.enum(["fit", "geometry"]).nullable(),
    reason: z.string().optional(),
  }),
  compute: ({ readings, targetMinMm, targetMaxMm, spanMm, threadPitchMm }) => {
    const last = readings[readings.length - 1];
    if (last === undefined) throw new Error("no reading");
    const within = (sag: number): boolean => atLeast(sag, targetMinMm) && atMost(sag, targetMaxMm);
    const inRange = within(last.sagMm);
    const aim = (targetMinMm + targetMaxMm) / 2;
    const nothing = { inRange, nextTurns: null, predictedSagMm: null, predictedInRange: null };
    const answer = (nextTurns: number, predictedSagMm: number, basis: "fit" | "geometry") => ({
      inRange,
      nextTurns,
      predictedSagMm,
      predictedInRange: within(predictedSagMm),
      basis,
    });

    if (readings.some((r) => !equal(r.turns, last.turns))) {
      const { intercept, slope } = fitSquares(readings);
      if (slope >= 0 || equal(slope, 0)) {
        const reason = "The sag does not fall as the adjusters are tightened: check the readings and the load.";
        return { ...nothing, basis: "fit" as const, reason };
      }
      const nextTurns = roundDown((aim ** 2 - intercept) / slope - last.turns);
      return answer(nextTurns, Math.sqrt(Math.max(0, intercept + slope * (last.turns + nextTurns))), "fit");
    }
    if (spanMm === undefined || threadPitchMm === undefined) {
      const reason = "One place of turns alone: give the span and the thread pitch, or turn and read again.";
      return { ...nothing, basis: null, reason };
    }
    const perTurn = 2 * threadPitchMm;
    const excess = excessFromSlack(spanMm, 2 * last.sagMm);
    const nextTurns = roundDown((excess - excessFromSlack(spanMm, 2 * aim)) / perTurn);
    const play = slackFromExcess(spanMm, excess - perTurn * nextTurns);
    return answer(nextTurns, (play ?? 0) / 2, "geometry");
  },
});

import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";
import { centreForLength, isReal, pathLength, pathRadius } from "./geometry.ts";

const pair = { frontTeeth: fields.teeth, rearTeeth: fields.teeth };

/**
 * How far the axle moves when other sprockets go on and the chain stays: the path around both sprockets is held.
 * pitchMm and centreMm in mm; centreMm is the distance as it runs now. moveMm is above 0 where the axle goes back, away
 * from the front sprocket. Nulls with a reason where the sprockets would touch, before or after.
 * Errors: as of its fields.
 * Source: belt geometry, as of chain.length.
 * @example chainRegear({ was: { frontTeeth: 13, rearTeeth: 48 }, frontTeeth: 14, rearTeeth: 48, pitchMm: 15.875, centreMm: 590 })
 */
export const chainRegear = defineCalculator({
  name: "chain.regear",
  formula: "path(N1, N2, C) before = path(N1', N2', C') after; move = C' − C",
  source: "belt geometry",
  input: z.strictObject({
    was: z.strictObject(pair),
    ...pair,
    pitchMm: fields.positive,
    centreMm: fields.positive,
  }),
  output: z.object({
    moveMm: z.number().nullable(),
    centreThenMm: z.number().nullable(),
    reason: z.string().optional(),
  }),
  compute: ({ was, frontTeeth, rearTeeth, pitchMm, centreMm }) => {
    const drive = (front: number, rear: number) => ({ r1: pathRadius(front, pitchMm), r2: pathRadius(rear, pitchMm) });
    const before = drive(was.frontTeeth, was.rearTeeth);
    const after = drive(frontTeeth, rearTeeth);
    const none = (reason: string) => ({ moveMm: null, centreThenMm: null, reason });
    if (!isReal(before, centreMm)) return none("The sprockets as they were would touch at this centre distance.");
    const length = pathLength(before, centreMm);
    const least = after.r1 + after.r2;
    // The shortest path is that at which they touch.
    if (pathLength(after, least) >= length)
      return none("This chain is too short for those sprockets: they would touch.");
    const centreThenMm = centreForLength(after, length, least, length / 2);
    return { moveMm: centreThenMm - centreMm, centreThenMm };
  },
});

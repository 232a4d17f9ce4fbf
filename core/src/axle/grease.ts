import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/** Share of the packet worked into the joint by the school that puts the rest in the boot. Common practice, no source. */
export const JOINT_SHARE = 1 / 3;

/**
 * How a measured packet of joint grease is shared out, in grams; both schools end with the same amount inside.
 * Source: common practice, no source; the kit sheet governs.
 * @example axleGrease({ totalG: 90, school: "third-in-joint" }) // jointG 30, bootG 60
 */
export const axleGrease = defineCalculator({
  name: "axle.grease",
  formula: "a third in the joint and the rest in the boot; or all in the joint",
  source: "common practice, no source",
  input: z.strictObject({ totalG: fields.positive, school: z.enum(["third-in-joint", "all-in-joint"]) }),
  output: z.object({ jointG: z.number(), bootG: z.number() }),
  compute: ({ totalG, school }) => {
    const jointG = school === "all-in-joint" ? totalG : totalG * JOINT_SHARE;
    return { jointG, bootG: totalG - jointG };
  },
});

import { z } from "zod";
import { defineCalculator } from "../calculator/index.ts";

const TURNS = ["clockwise", "anticlockwise"] as const;

/**
 * Which way an axle turns, running forward, and which way a fold-over band's tail must lie.
 * Sides as seated; left seen from outboard turns anticlockwise, right clockwise, from inboard the reverse. The tail
 * trails: it points against the rotation, so that a stick rides over the fold and cannot lift it.
 * Source: kinematics; common practice for the tail.
 * @example axleBand({ side: "left", viewedFrom: "outboard" }) // anticlockwise, tail clockwise
 */
export const axleBand = defineCalculator({
  name: "axle.band",
  formula: "left from outboard: anticlockwise; the tail points against the rotation",
  source: "kinematics; the trailing tail is common practice",
  input: z.strictObject({ side: z.enum(["left", "right"]), viewedFrom: z.enum(["outboard", "inboard"]) }),
  output: z.object({ rotation: z.enum(TURNS), tailPoints: z.enum(TURNS) }),
  compute: ({ side, viewedFrom }) =>
    (side === "right") === (viewedFrom === "outboard")
      ? { rotation: "clockwise" as const, tailPoints: "anticlockwise" as const }
      : { rotation: "anticlockwise" as const, tailPoints: "clockwise" as const },
});

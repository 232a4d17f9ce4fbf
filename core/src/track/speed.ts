import { z } from "zod";
import { defineCalculator, fields } from "../calculator/index.ts";

/**
 * Track speed in km/h from the speed of the upper shaft in rpm; track pitch in mm, no slip.
 * Source: kinematics.
 * @example trackSpeed({ driverTeeth: 8, trackPitchMm: 64, topTeeth: 21, bottomTeeth: 40, shaftRpm: 6000 })
 */
export const trackSpeed = defineCalculator({
  name: "track.speed",
  formula: "speed = rpm · top/bottom · driver teeth · track pitch · 60 / 10⁶",
  source: "kinematics",
  input: z.strictObject({
    driverTeeth: fields.teeth,
    trackPitchMm: fields.positive,
    topTeeth: fields.teeth,
    bottomTeeth: fields.teeth,
    shaftRpm: fields.positive,
  }),
  output: z.object({ speedKmh: z.number() }),
  compute: ({ driverTeeth, trackPitchMm, topTeeth, bottomTeeth, shaftRpm }) => ({
    speedKmh: (((shaftRpm * topTeeth) / bottomTeeth) * driverTeeth * trackPitchMm * 60) / 1e6,
  }),
});

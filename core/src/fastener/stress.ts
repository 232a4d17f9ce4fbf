import { z } from "zod";
import { defineCalculator, fields, refuse } from "../calculator/index.ts";
import { GRADES, readThread } from "./threads.ts";

/**
 * Stress area, proof stress and proof load of a thread and grade, and how much of the proof a preload takes.
 * thread `M8x1.25`, `M8` (coarse), `3/8-16`, `1-8`, `1-1/8-7`; area in mm², stress in MPa, loads in kN; not rounded,
 * where the standards' tables round to three figures.
 * Errors: unsupported at thread or grade; conflict at grade (metric thread with SAE grade, or the reverse).
 * Source: ISO 898-1:2013; SAE J429:2014; ISO 261:1998.
 * @example fastenerStress({ thread: "M8", grade: "8.8" }) // area 36.61 mm², proof load 21.23 kN
 */
export const fastenerStress = defineCalculator({
  name: "fastener.stress",
  formula: "A = π/4·(d − 0.938194·p)², inch π/4·(d − 0.9743/n)²; proof load = A · proof stress",
  source: "ISO 898-1:2013; SAE J429:2014; ISO 261:1998",
  input: z.strictObject({ thread: z.string(), grade: z.string(), preloadKn: fields.positive.optional() }),
  output: z.object({
    stressAreaMm2: z.number(),
    proofStressMpa: z.number(),
    proofLoadKn: z.number(),
    percentOfProof: z.number().optional(),
  }),
  compute: ({ thread: written, grade: name, preloadKn }) => {
    const thread =
      readThread(written) ??
      refuse("unsupported", "thread", `thread: "${written}" is not known; such as M8, M8x1.25, 3/8-16 or 1-1/8-7.`);
    const grade = Object.hasOwn(GRADES, name) ? GRADES[name] : undefined;
    if (grade === undefined) {
      return refuse("unsupported", "grade", `grade: "${name}" is not known; one of ${Object.keys(GRADES).join(", ")}.`);
    }
    if (grade.system !== thread.system) {
      refuse("conflict", "grade", `grade: ${name} is for ${grade.system} threads; ${written} is ${thread.system}.`);
    }
    const proofStressMpa =
      grade.proofMpa(thread.diameterMm) ?? refuse("unsupported", "grade", `grade: ${name} is made to 16 mm only.`);
    const proofLoadKn = (thread.stressAreaMm2 * proofStressMpa) / 1000;
    return {
      stressAreaMm2: thread.stressAreaMm2,
      proofStressMpa,
      proofLoadKn,
      ...(preloadKn === undefined ? {} : { percentOfProof: (100 * preloadKn) / proofLoadKn }),
    };
  },
});

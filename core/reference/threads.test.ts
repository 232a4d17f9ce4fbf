import { value } from "../testing.ts";
import { fastenerStress } from "../src/fastener/index.ts";
import { COARSE_PITCH, GRADES } from "../src/fastener/threads.ts";

// ISO 898-1:2013, table 4: nominal stress areas of coarse threads in mm², three figures; M4.5, M9 and M11 from memory of
// older editions. They rest on the pitch of ISO 261, so each row of that table is checked by them.
const AREAS: Record<string, number> = {
  "3": 5.03,
  "3.5": 6.78,
  "4": 8.78,
  "4.5": 11.3,
  "5": 14.2,
  "6": 20.1,
  "7": 28.9,
  "8": 36.6,
  "9": 48.1,
  "10": 58,
  "11": 72.3,
  "12": 84.3,
  "14": 115,
  "16": 157,
  "18": 192,
  "20": 245,
  "22": 303,
  "24": 353,
  "27": 459,
  "30": 561,
  "33": 694,
  "36": 817,
  "39": 976,
};

test.each(Object.keys(COARSE_PITCH))("M%s has the stress area of its standard", (size) => {
  const area = value(fastenerStress, { thread: `M${size}`, grade: "8.8" }).stressAreaMm2;
  expect(Math.abs(area / (AREAS[size] ?? NaN) - 1)).toBeLessThan(0.004);
});

// A metric grade says its own tensile and yield strength: 8.8 is 800 and 0.8 of it; the proof stress lies a little below
// the yield (ISO 898-1:2013, table 3, ratio of proof to yield).
test.each(["4.6", "4.8", "5.6", "5.8", "6.8", "8.8", "9.8", "10.9", "12.9"])(
  "proof of %s lies just below its yield",
  (grade) => {
    const [tensile = 0, share = 0] = grade.split(".").map(Number);
    const proof = GRADES[grade]?.proofMpa(12) ?? NaN;
    expect(proof / (tensile * 100 * (share / 10))).toBeGreaterThan(0.88);
    expect(proof / (tensile * 100 * (share / 10))).toBeLessThan(0.98);
  },
);

// SAE J429: yield strengths in ksi beside the proof, from memory: 36, 57 (36 above 3/4), 92 (81 above 1), 130.
test.each([
  ["SAE 1", 0.5, 36],
  ["SAE 2", 0.5, 57],
  ["SAE 2", 1, 36],
  ["SAE 5", 0.5, 92],
  ["SAE 5", 1.25, 81],
  ["SAE 8", 0.5, 130],
] as const)("proof of %s at %d in lies just below its yield", (grade, inches, yieldKsi) => {
  const ksi = (GRADES[grade]?.proofMpa(inches * 25.4) ?? NaN) / 6.894757293168361;
  expect(ksi / yieldKsi).toBeGreaterThan(0.88);
  expect(ksi / yieldKsi).toBeLessThan(0.98);
});

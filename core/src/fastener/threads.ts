import iso261 from "./iso261.json" with { type: "json" };

/** Coarse pitch in mm by nominal diameter. Source: iso261.json. */
export const COARSE_PITCH: Readonly<Record<string, number>> = iso261.coarse;

const KSI_MPA = 6.894757293168361;
const INCH_MM = 25.4;

type Grade = { system: "metric" | "inch"; proofMpa: (diameterMm: number) => number | null };
const metric = (proofMpa: Grade["proofMpa"]): Grade => ({ system: "metric", proofMpa });
const inch = (ksi: (diameterIn: number) => number): Grade => ({
  system: "inch",
  proofMpa: (diameterMm) => ksi(diameterMm / INCH_MM) * KSI_MPA,
});

/**
 * Proof stress by grade. Sources: ISO 898-1:2013, table 3 (MPa); SAE J429:2014, table 1 (ksi).
 * Null where the grade is not made in that diameter.
 */
export const GRADES: Readonly<Record<string, Grade>> = {
  "4.6": metric(() => 225),
  "4.8": metric(() => 310),
  "5.6": metric(() => 280),
  "5.8": metric(() => 380),
  "6.8": metric(() => 440),
  "8.8": metric((d) => (d <= 16 ? 580 : 600)),
  "9.8": metric((d) => (d <= 16 ? 650 : null)),
  "10.9": metric(() => 830),
  "12.9": metric(() => 970),
  "SAE 1": inch(() => 33),
  "SAE 2": inch((d) => (d <= 0.75 ? 55 : 33)),
  "SAE 5": inch((d) => (d <= 1 ? 85 : 74)),
  "SAE 8": inch(() => 120),
};

export type Thread = { system: "metric" | "inch"; diameterMm: number; stressAreaMm2: number };

function metricThread(diameter: string, pitch: string | undefined): Thread | null {
  const size = String(Number(diameter));
  const coarse = COARSE_PITCH[size];
  if (coarse === undefined) return null;
  const d = Number(size);
  const p = pitch === undefined ? coarse : Number(pitch);
  if (!(p > 0) || p >= d / 3) return null;
  return { system: "metric", diameterMm: d, stressAreaMm2: (Math.PI / 4) * (d - 0.938194 * p) ** 2 };
}

function inchThread(whole: number, top: number, bottom: number, perInch: number): Thread | null {
  const d = whole + (top === 0 ? 0 : top / bottom);
  if (!(d > 0) || !Number.isFinite(d) || !(perInch > 0) || 1 / perInch >= d / 3) return null;
  return {
    system: "inch",
    diameterMm: d * INCH_MM,
    stressAreaMm2: (Math.PI / 4) * (d - 0.9743 / perInch) ** 2 * INCH_MM ** 2,
  };
}

/**
 * A thread as written: M8x1.25, M8 (coarse), 3/8-16, 1-8, 1-1/8-7; null for anything else, or a pitch of a third of
 * the diameter or more. Stress areas: ISO 898-1:2013, 9.1.6.1; ASME B1.1-2003, appendix B.
 */
export function readThread(text: string): Thread | null {
  const m = /^M(\d+(?:\.\d+)?)(?:[x×](\d+(?:\.\d+)?))?$/i.exec(text);
  if (m?.[1] !== undefined) return metricThread(m[1], m[2]);
  const fraction = /^(?:(\d+)-)?(\d+)\/(\d+)-(\d+)$/.exec(text);
  if (fraction)
    return inchThread(Number(fraction[1] ?? 0), Number(fraction[2]), Number(fraction[3]), Number(fraction[4]));
  const whole = /^(\d+)-(\d+)$/.exec(text);
  return whole ? inchThread(Number(whole[1]), 0, 1, Number(whole[2])) : null;
}

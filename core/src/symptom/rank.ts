import type { Symptom } from "./symptoms.ts";

/** How often a suspect was right for a symptom on one model; `suspect` null where it was none of those suspected. */
export type Tally = { symptom: string; suspect: string | null; count: number };

type Suspect = Symptom["suspects"][number];
export type Ranked = Suspect & {
  /** Between 0 and the number of symptoms said: how strongly it is suspected. */
  weight: number;
  /** Of which symptoms it is suspected, in their own words. */
  of: string[];
  /** How often it was right on this model, and of how many that were told. */
  right: number;
  told: number;
};

/** The order of the file counts as much as so many machines of this model that were told of: a rule of ours, no source. */
const AS_GOOD_AS = 4;

/**
 * What to look at first for what was said, the likeliest first. The order of the data stands for shares that fall as 1,
 * 1/2, 1/3 …; what turned out right on this model moves them, as if the order were four machines told of before
 * (additive smoothing, Dirichlet prior of weight 4). Suspects of several symptoms add up; equals keep the data's order.
 */
export function rankSuspects(symptoms: readonly (Symptom & { key: string })[], tallies: readonly Tally[]): Ranked[] {
  const all = new Map<string, Ranked>();
  for (const { key, word, suspects } of symptoms) {
    const own = tallies.filter(({ symptom }) => symptom === key);
    const told = own.reduce((sum, { count }) => sum + count, 0);
    const shares = suspects.map((_, i) => 1 / (i + 1));
    const whole = shares.reduce((sum, share) => sum + share, 0);
    suspects.forEach((suspect, i) => {
      const right = own.reduce((sum, tally) => sum + (tally.suspect === suspect.id ? tally.count : 0), 0);
      const weight = ((AS_GOOD_AS * (shares[i] ?? 0)) / whole + right) / (AS_GOOD_AS + told);
      const known = all.get(suspect.id);
      all.set(suspect.id, {
        ...(known ?? suspect),
        weight: (known?.weight ?? 0) + weight,
        of: [...(known?.of ?? []), word],
        look: [...new Set([...(known?.look ?? []), ...suspect.look])],
        works: [...new Set([...(known?.works ?? []), ...suspect.works])],
        right: (known?.right ?? 0) + right,
        told: (known?.told ?? 0) + told,
      });
    });
  }
  return [...all.values()].sort((a, b) => b.weight - a.weight);
}

/** One of several words by its number or its first letters; null where that is none of them, or not one alone. */
export function oneOf<Word extends string>(typed: string, words: readonly Word[]): Word | null {
  if (typed === "") return null;
  if (/^\d+$/.test(typed)) return words[Number(typed) - 1] ?? null;
  const hits = words.filter((word) => word.toLowerCase().startsWith(typed.toLowerCase()));
  return hits.length === 1 ? (hits[0] ?? null) : null;
}

/** The words of a list as they can be typed: "1 inner race, 2 cage". */
export const offered = (words: readonly string[]): string => words.map((word, i) => `${i + 1} ${word}`).join(", ");

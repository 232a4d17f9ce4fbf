import { type Figures, KNOWN_FIGURES } from "../figures/index.ts";

/** A build as it is typed and told: "Engine: two-stroke". */
const buildWords = (label: string, word: string): string => `${label}: ${word}`;

/** Every build that a figure may hold for, in words: what a machine may be made like, and each word for it. */
export const buildsKnown = (figures: Figures = KNOWN_FIGURES): string[] =>
  [...figures.values()].flatMap(({ label, words = [] }) => words.map((word) => buildWords(label, word)));

/** Builds as they are typed, one or several with a semicolon between: the machine's words by key; null where one is none. */
export function buildsIn(text: string, figures: Figures = KNOWN_FIGURES): Record<string, string> | null {
  const only: Record<string, string> = {};
  for (const one of text.split(";").map((said) => said.trim().toLowerCase())) {
    const found = [...figures.values()].flatMap(({ key, label, words = [] }) =>
      words.filter((word) => buildWords(label, word).toLowerCase() === one).map((word) => [key, word] as const),
    )[0];
    if (!found || only[found[0]] !== undefined) return null;
    only[found[0]] = found[1];
  }
  return only;
}

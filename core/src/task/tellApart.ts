/** The first of each kind of word: those that conditions cannot tell apart work alike. */
export function firstOfEach(words: readonly string[], kindOf: (word: string) => string): string[] {
  const kinds = new Map<string, string>();
  for (const word of words) if (!kinds.has(kindOf(word))) kinds.set(kindOf(word), word);
  return [...kinds.values()];
}

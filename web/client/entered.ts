/** Figures that were entered on this page, by label: whoever entered one is not told that it changed. */
const entered = new Set<string>();

export const figureEnteredHere = (label: string): void => void entered.add(label);

/** What changed by another hand; what was entered here is told once, to nobody. */
export const byOthers = (changes: readonly string[]): string[] =>
  changes.filter((words) => ![...entered].some((label) => words.startsWith(`${label}: `) && entered.delete(label)));

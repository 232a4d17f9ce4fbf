/** A row of what was done with something, or became of it, as a page tells it. */
export const toldLine = ({ id, at, byName, words }: { id: string; at: Date; byName: string; words: string }) => ({
  ...{ id, words, by: byName },
  at: new Date(at).toISOString(),
});

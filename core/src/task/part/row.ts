import type { Entry } from "../../procedure/index.ts";

/** Pieces that lay in a row on a shaft, in the order in which they were said as they came off: "big washer, rotor". */
export const rowOf = (noted: string): string[] =>
  noted
    .split(/[,;]/)
    .map((piece) => piece.trim())
    .filter(Boolean);

/** What is missing where pieces lay in a row and nobody said their order; null where nothing is. */
export function rowMissing(entry: Entry | undefined, noted: string | null): string | null {
  if (entry?.kind !== "part" || entry.row.length === 0 || noted !== null) return null;
  return `In which order did they come off? Say it piece by piece, such as ${entry.row.slice(0, 3).join(", ")}; not sure, where nobody knows. Nothing is kept.`;
}

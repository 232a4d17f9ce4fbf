import { z } from "zod";

/** The kinds of figure that a book can hold. */
export const FIGURE_KINDS = ["limit", "height", "torque", "count", "places", "figure", "word", "fastener"] as const;
export type FigureKind = (typeof FIGURE_KINDS)[number];

/** More of one part than this are in no assembly here: places are numbered and pulled in patterns up to it. */
export const MOST_COUNT = 60;

/**
 * A figure that procedures may ask for: what it is called, which kind of figure it is, the unit it is kept in, and what it
 * may be at the least and at the most where that is not its unit's. Of a word the list that it comes from; without one it
 * is told as it stands and decides nothing.
 */
export const figureSchema = z
  .strictObject({
    key: z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case words joined by '-'"),
    label: z.string().regex(/^[A-Z]/, "begins with a capital letter"),
    kind: z.enum(FIGURE_KINDS),
    unit: z.string().default(""),
    words: z.array(z.string().min(1)).min(2).optional(),
    /** Whether it is said of one machine, never of all of its model. */
    own: z.boolean().default(false),
    /** Whether the machine has two or four of it that may differ, so that it may hold for one place: front, rear left. */
    byPlace: z.boolean().default(false),
    least: z.number().optional(),
    most: z.number().optional(),
  })
  .refine(({ kind, words }) => kind === "word" || words === undefined, "only a word comes from a list of words");
export type KnownFigure = z.infer<typeof figureSchema>;
/** Figures by their keys. */
export type Figures = ReadonlyMap<string, KnownFigure>;

/** What a figure may be at the least and at the most, in the unit it is kept in. */
export type Believable = { least: number; most: number };

/** By unit: far wider than any machine, so that a slip of the pen is told and nothing real is refused. No source. */
const BELIEVABLE: Readonly<Record<string, Believable>> = {
  mm: { least: 0.001, most: 20_000 },
  "N·m": { least: 0.1, most: 3_000 },
  "N.m": { least: 0.1, most: 3_000 },
  "N/mm": { least: 0.01, most: 10_000 },
  kPa: { least: 1, most: 2_000 },
  mL: { least: 1, most: 100_000 },
  V: { least: 0.1, most: 1_000 },
  kg: { least: 0.01, most: 1_000 },
  deg: { least: -180, most: 180 },
  h: { least: 0.1, most: 1_000_000 },
  "1/min": { least: 1, most: 100_000 },
  "1": { least: 0.001, most: 10_000 },
};
const COUNTED: Believable = { least: 1, most: MOST_COUNT };
const ANYTHING: Believable = { least: -1e9, most: 1e9 };

/** What a known figure may be: its own bounds, or those of its unit. */
export function believable({ kind, unit, least, most }: KnownFigure): Believable {
  const wide = kind === "count" ? COUNTED : (BELIEVABLE[unit] ?? ANYTHING);
  return { least: least ?? wide.least, most: most ?? wide.most };
}

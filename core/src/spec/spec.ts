import { z } from "zod";
import { fields } from "../calculator/index.ts";
import { heightSchema } from "../clutch/stack.ts";
import { cardSchema } from "../fastener/index.ts";
import { FIGURE_KINDS, type Figures, KNOWN_FIGURES, MOST_COUNT } from "../figures/index.ts";
import { FORMATS, inTodaysShape } from "../history/index.ts";
import { type AtLimit, AT_LIMIT, type Limit, limitSchema } from "../metrology/index.ts";
import { itsName, namesWords } from "./names.ts";
import { narrowness, type Scope } from "./scope.ts";
import { holdsForMachine, holdsForSchema, holdsForWords, type Machine } from "./holdsFor.ts";

/** How much a figure's origin is worth, best first. A guess may be shown but never signs off a fastener. */
export const SOURCE_GRADES = [
  "maker's manual",
  "maker's bulletin",
  "kit sheet",
  "label on the machine",
  "measured",
  "shop rule",
  "common practice",
  "guess",
] as const;

export const sourceSchema = z.strictObject({
  grade: z.enum(SOURCE_GRADES),
  book: z.string().min(1),
  edition: z.string(),
  page: z.string(),
  checkedBy: z.string().nullable(),
  /** Where it is asked for one place of the machine: for which it was given. */
  place: z.string().optional(),
});
export type Source = z.infer<typeof sourceSchema>;

/** So many builds at once are told of one figure: each is a word of how the machine is made. */
const MOST_BUILDS = 6;

/** Passes in percent of a torque: each above the one before, the last the whole of it. */
export const passesSchema = z
  .array(fields.positive.max(100))
  .min(1)
  .max(8)
  .refine(
    (all) => all.at(-1) === 100 && all.every((percent, i) => percent > (all[i - 1] ?? 0)),
    "each pass above the one before, the last 100",
  );

const common = {
  key: z.string().min(1),
  label: z.string().min(1),
  source: sourceSchema,
  /** The builds it holds for, by how the machine is made; on another it is not offered. */
  only: z
    .record(z.string(), z.string())
    .refine((builds) => Object.keys(builds).length <= MOST_BUILDS, `at most ${MOST_BUILDS} builds`)
    .optional(),
  /** The machines of its model that it holds for, by year and frame number; on another it is not offered. */
  holdsFor: holdsForSchema.optional(),
};

const across = z.number().min(-1).max(1);

/** One figure of a model with its source: a limit, height, torque, count, a set of places, or a plain figure. Lengths in mm, torques in N·m. */
export const specSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("limit"),
    ...common,
    limit: limitSchema,
    /** The condition that the limit holds in, where it says one: "at the tightest". */
    condition: z.string().min(1).optional(),
  }),
  z.strictObject({
    kind: z.literal("height"),
    ...common,
    heightMm: heightSchema,
    /** What holds at its ends, as of a limit. */
    atLimit: z.enum(AT_LIMIT).optional(),
  }),
  z.strictObject({
    kind: z.literal("torque"),
    ...common,
    targetNm: fields.positive,
    tolerancePercent: fields.positive.max(50),
    /** The passes it is drawn down in, in percent of the torque, where the book says; else as the procedure has them. */
    passesPercent: passesSchema.optional(),
  }),
  z
    .strictObject({
      kind: z.literal("count"),
      ...common,
      count: fields.count,
      /** What each of them is called on this machine, in the order in which one meets them. */
      names: z.array(itsName).max(MOST_COUNT).optional(),
    })
    .refine(({ count, names }) => names === undefined || names.length === count, "as many names as there are of them"),
  z.strictObject({
    kind: z.literal("places"),
    ...common,
    /** Where each fastener sits, seen from outside: x to the right, y up, within −1…1; its length; what lies under it. */
    places: z
      .array(
        z.strictObject({
          x: across,
          y: across,
          lengthMm: fields.positive.nullable(),
          under: z.string().min(1).nullable(),
        }),
      )
      .min(1)
      .max(60),
  }),
  z.strictObject({ kind: z.literal("figure"), ...common, value: z.number(), unit: z.string().min(1) }),
  /** The fasteners of one place, as they lie in the hand. */
  z.strictObject({ kind: z.literal("fastener"), ...common, card: cardSchema }),
  /** How the machine is made, in one of the words that are known for it; or what is told of it, as it stands. */
  z.strictObject({ kind: z.literal("word"), ...common, word: z.string().min(1).max(120) }),
]);
export type Spec = z.infer<typeof specSchema>;

/**
 * A figure that was kept: what it says was checked when it was entered, and a rule that became stricter since locks
 * nothing. Its kind, key, name and source are what everything that shows it goes by.
 */
export const keptSpec = z.custom<Spec>(
  (value) =>
    z
      .looseObject({
        kind: z.enum(FIGURE_KINDS),
        key: z.string(),
        label: z.string(),
        source: z.looseObject({ grade: z.string(), book: z.string() }),
      })
      .safeParse(value).success,
  "no figure that can be read",
);

/** The format in which a figure is written today. */
export const FIGURE_FORMAT = FORMATS.figure;

/** A figure as a book or a machine has it on file, in today's shape. Errors: as `readEvent`. */
export const readFigure = (body: unknown, format: number): Spec =>
  keptSpec.parse(inTodaysShape("figure", body, format));

export type TorqueSpec = Extract<Spec, { kind: "torque" }>;
export type PlacesSpec = Extract<Spec, { kind: "places" }>;

/** How a machine is made: the words of its configuration, by key, and what is called by name of what is counted; what is only told of it decides nothing. */
export const configOf = (specs: readonly Spec[], figures: Figures = KNOWN_FIGURES): Record<string, string> =>
  Object.fromEntries(
    specs.flatMap((spec) => {
      if (spec.kind === "count" && spec.names) return [[spec.key, namesWords(spec.names)]];
      return spec.kind === "word" && figures.get(spec.key)?.words !== undefined ? [[spec.key, spec.word]] : [];
    }),
  );

/** Of several under one key the one that holds the most narrowly. */
const narrowest = (specs: readonly Spec[]): Spec[] => {
  const first = new Map<string, Spec>();
  for (const spec of specs) {
    const other = first.get(spec.key);
    if (!other || narrowness(spec) > narrowness(other)) first.set(spec.key, spec);
  }
  return specs.filter((spec) => first.get(spec.key) === spec);
};

/**
 * The figures that hold for a machine as it is made, of several under one key the narrowest: those of another build, year
 * or frame number are left out, not offered.
 */
export function specsOfBuild(specs: readonly Spec[], machine: Machine, figures: Figures = KNOWN_FIGURES): Spec[] {
  const its = specs.filter(({ holdsFor }) => holdsForMachine(holdsFor ?? {}, machine));
  const config = configOf(narrowest(its), figures);
  return narrowest(its.filter((spec) => holdsHere(spec, machine, config)));
}

/** Whether a figure holds for a machine whose words are known. */
export const holdsHere = ({ only = {}, holdsFor = {} }: Scope, machine: Machine, config: Record<string, string>) =>
  holdsForMachine(holdsFor, machine) && Object.entries(only).every(([key, word]) => config[key] === word);

/** What a figure holds for, where it is not every machine of its model: "chain in oil, model years 2024 to 2026"; empty where it is. */
export const onlyWords = ({ only = {}, holdsFor = {} }: Pick<Spec, "only" | "holdsFor">): string =>
  [...Object.values(only), ...holdsForWords(holdsFor)].join(", ");

/** What a shop says holds at and near every limit that does not say it itself; null: as it is usual. */
export type LimitRules = { atLimit: AtLimit | null; nearFraction: number | null };

/** Figures as they judge in a shop: each limit with the shop's rules where it has none of its own. */
export function withRules(specs: readonly Spec[], { atLimit, nearFraction }: LimitRules): Spec[] {
  const at = atLimit === null ? {} : { atLimit };
  const near = nearFraction === null ? {} : { nearFraction };
  return specs.map((spec) => {
    if (spec.kind === "limit") return { ...spec, limit: { ...at, ...near, ...spec.limit } };
    return spec.kind === "height" ? { ...at, ...spec } : spec;
  });
}

/** The limit a reading is judged by under a spec, or null where the spec is no limit. */
export function limitOf(spec: Spec): Limit | null {
  switch (spec.kind) {
    case "limit":
      return spec.limit;
    case "height":
      return {
        ...{ kind: "range", serviceMin: spec.heightMm.min, serviceMax: spec.heightMm.max },
        ...(spec.atLimit === undefined ? {} : { atLimit: spec.atLimit }),
      };
    case "torque":
    case "count":
    case "places":
    case "figure":
    case "word":
    case "fastener":
      return null;
  }
}

/** "Skarn clutch book, 2nd edition, p. 4-12 (maker's manual)" */
export function sourceLine(source: Source): string {
  const parts = [source.book, source.edition, source.page ? `p. ${source.page}` : "", source.place].filter(Boolean);
  return `${parts.join(", ")} (${source.grade})`;
}

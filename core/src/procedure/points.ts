import { z } from "zod";
import { KINDS } from "../quantity/index.ts";
import { pictureSchema } from "./drawing.ts";
import { condemnsFields, endangersField, safetyFields } from "./going.ts";
import { anchor, ENDS, figureKey, id, rowId, sentence, tells, when } from "./spine.ts";

/** What is drawn beside the rows of a reading: each place's thickness along a bed, or a sag in its range. */
const MEASURE_PANELS = ["stations", "sag"] as const;

/** When a point is read: going apart, on the bench, as built, going together, or as proof at the end. */
export const POINT_STAGES = ["apart", "bench", "build", "together", "prove"] as const;

/** What every point has: the part it is on, how it is asked for, where it stands and why. */
const common = {
  id: rowId,
  on: rowId,
  /** The part whose decision it speaks for, where that is another than the one it is read at. */
  for: rowId.optional(),
  name: sentence,
  ask: sentence,
  when,
  ...anchor,
  /** Read after what is turned at its place, not before it: marks that the turning moves. */
  late: z.boolean().optional(),
  /** Of the proof: after all its steps, such as a level that is read once the machine stands on the ground. */
  last: z.boolean().optional(),
  /** Looked at or read on a walk round the machine: that nobody looked is an answer here, told on the sheet and signed by nobody. */
  swept: z.boolean().optional(),
  ...safetyFields,
  /** The point at which it is looked at once more after a fill or a setting: found well there, this is put right. */
  closedBy: rowId.optional(),
  /** The parts of which a new one answers for what was found here, as far as this procedure has them. */
  renewedWith: z.array(rowId).optional(),
  /** On a walk round: looked at before anybody calls the machine ready. */
  core: z.boolean().optional(),
  why: sentence.optional(),
  caution: sentence.optional(),
  tells,
};

/** What a reading means nothing without: "38 at 7 kg". */
export const underSchema = z.strictObject({
  name: sentence,
  quantity: z.enum(KINDS),
  unit: z.string(),
  spec: figureKey,
});

/** More places than these are read on no item. */
export const MOST_PLACES = 12;

const measureSchema = z.strictObject({
  kind: z.literal("measure"),
  ...common,
  quantity: z.enum(KINDS),
  unit: z.string(),
  /** Places on each item; the worst counts. */
  places: z.int().min(1).max(MOST_PLACES),
  /** What each place is called; numbers where nothing is said. */
  placeNames: z.array(sentence).optional(),
  /** The figure that says how many places this machine has, and by which names; these where it is not on file. */
  placesBy: figureKey.optional(),
  /** A renewed part is measured too, at this many places: new parts can be wrong. */
  placesNew: z.int().min(0).max(MOST_PLACES).default(0),
  /** How the gauge is held or the part kept while it is read. */
  condition: sentence,
  /** The word for that condition, and the words for others that it is mistaken for: readings are never compared across them. */
  conditionWord: sentence.optional(),
  otherConditions: z.array(sentence).default([]),
  /** The limit it is judged by; a point without one is a record: how something stood, kept and judged by nothing. */
  spec: figureKey.optional(),
  /** The limits of those at the ends of a layer, where they are of another kind. */
  ends: z.partialRecord(z.enum(ENDS), figureKey).optional(),
  gauge: id,
  /** A reading may be below nothing, such as a belt below the rim. */
  signed: z.boolean().default(false),
  stage: z.enum(POINT_STAGES).default("bench"),
  /** A setting: read once more at the end, as left, beside what was found. It is put right, so it renews no part. */
  again: z.boolean().default(false),
  /** The entries after which it is read once more, the first that goes in counting; at the end where none is named. */
  leftAfter: z.array(rowId).default([]),
  panel: z.enum(MEASURE_PANELS).optional(),
  /** Where the gauge goes, by the name of a picture that ships; or as the procedure draws it itself. */
  drawing: sentence.optional(),
  picture: pictureSchema.optional(),
  /** Both places belong together: left and right are typed at once, or neither is kept. */
  pair: z.boolean().default(false),
  /** Of a pair: judged by how far one is from the other, not by either. */
  difference: z.boolean().optional(),
  /** Of several, such as cylinders: by how many percent the least lies below the greatest is told with them. */
  spread: z.boolean().optional(),
  /** The condition must be said with the reading, since the same gauge at the same place reads another one too. */
  sayCondition: z.boolean().default(false),
  /** The load it is read under, said with the reading; the figure on file says which. */
  under: underSchema.optional(),
  /** How many pitches of a chain one reading spans. */
  pitches: z.int().min(1).max(200).optional(),
});

const inspectSchema = z.strictObject({
  kind: z.literal("inspect"),
  ...common,
  stage: z.enum(["apart", "bench", "together", "prove"]).default("bench"),
  /** No signature stands for it where nobody looked, such as the level of an oil that was drained. */
  hard: z.boolean().optional(),
  /** Felt on a ride after the work: that nobody has ridden it yet is an answer here, and comes back by itself. */
  ridden: z.boolean().optional(),
  findings: z
    .array(
      z.strictObject({
        /** One word: several are typed on one line. */
        word: z.string().regex(/^\S+$/, "one word, since several are typed on one line"),
        means: sentence,
        leads: z.enum(["keep", "watch", "renew", "stop"]),
        ...endangersField,
        /** The settings it speaks of, found once the work is done: they are set anew, as far as this procedure has them. */
        reopens: z.array(rowId).optional(),
        ...condemnsFields,
        /** Counts as a mark when the pattern along the items is read. */
        marked: z.boolean().default(false),
        /** How it looks, where the procedure draws it itself and names no drawing. */
        picture: pictureSchema.optional(),
      }),
    )
    .min(2)
    .max(9),
  /** How they look, by the name of pictures that ship: one for each word in order. */
  drawing: sentence.optional(),
  /** What marks at one end, in the middle, on one item or on all of them point to. */
  pattern: z
    .strictObject({
      outerEnd: sentence,
      innerEnd: sentence,
      middle: sentence,
      one: sentence,
      all: sentence,
      scattered: sentence,
    })
    .optional(),
});

export const pointSchema = z.discriminatedUnion("kind", [measureSchema, inspectSchema]);

/** A finding in words: its word with what it means, and no word twice where that says it already. */
export function findingWords({ word, means }: { word: string; means: string }): string {
  const plain = word.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
  const said = new RegExp(`(?<!\\p{L}|\\bnot? )${plain}(?!\\p{L})`, "iu").test(means);
  return said ? means : `${word}, ${means}`;
}

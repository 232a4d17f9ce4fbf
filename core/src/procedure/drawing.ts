import { z } from "zod";
import { conditionSchema } from "./condition.ts";
import { pen } from "./sketch.ts";
import { figureKey, rowId, sentence } from "./spine.ts";

/** A place in a view, in its own units: to the right, and down. */
const spot = z.tuple([z.number().min(-4000).max(4000), z.number().min(-4000).max(4000)]);
const long = z.number().positive().max(4000);

/** The tones that every drawing has; "mark" is what one is to look at, the last three tell how bad it is. */
const TONES = ["none", "ink", "soft", "faint", "sheet", "band", "ground", "mark", "near", "doubt", "past"] as const;
/** A tone, or a colour that is the same in any light, such as oil on a rag. */
const tone = z.union([z.enum(TONES), z.string().regex(/^#[0-9a-f]{6}$/, "a tone, or a colour as #rrggbb")]);

/** How a shape is drawn; what it is drawn for may depend on the machine. */
const drawn = {
  line: tone.default("ink"),
  weight: z.number().min(0.5).max(24).default(2),
  /** A broken line: how long its pieces are, and the gaps between them. */
  dashes: z.tuple([z.number().positive(), z.number().positive()]).optional(),
  fill: tone.default("none"),
  /** How much of the fill is left: 1 is all of it. */
  fade: z.number().min(0).max(1).default(1),
  when: conditionSchema.optional(),
};

const shapeSchema = z.discriminatedUnion("shape", [
  z.strictObject({
    shape: z.literal("rect"),
    at: spot,
    size: z.tuple([long, long]),
    round: z.number().min(0).default(0),
    ...drawn,
  }),
  z.strictObject({ shape: z.literal("circle"), at: spot, r: long, ...drawn }),
  /** Points joined by straight lines. */
  z.strictObject({
    shape: z.literal("line"),
    through: z.array(spot).min(2).max(60),
    closed: z.boolean().default(false),
    ...drawn,
  }),
  z.strictObject({
    shape: z.literal("outline"),
    pen,
    ...drawn,
  }),
  z.strictObject({
    shape: z.literal("words"),
    at: spot,
    words: z.string().min(1).max(60),
    anchor: z.enum(["start", "middle", "end"]).default("start"),
    when: conditionSchema.optional(),
  }),
]);
export type Shape = z.infer<typeof shapeSchema>;

/** Where an entry or a point sits in a view. */
const placeSchema = z.strictObject({
  /** The entry or the point that sits here: what was found or read of it shows. */
  of: rowId,
  at: spot,
  /** On which side of it its words stand. */
  words: z.enum(["left", "right"]).default("right"),
  /** A figure of the machine that is told beside it, such as a designation. */
  tells: figureKey.optional(),
  /** Something lies before it: drawn in a broken box. */
  hidden: z.boolean().default(false),
});

/** A small picture as data, of how a thing looks: what a finding's word or an answer means. */
export const pictureSchema = z.strictObject({
  size: z.tuple([long, long]),
  shapes: z.array(shapeSchema).min(1).max(80),
});
export type Picture = z.infer<typeof pictureSchema>;

/** Pictures that several procedures need, by one name: one for each word or answer in order, or one of a place. */
export const namedPicturesSchema = z.strictObject({ name: sentence, pictures: z.array(pictureSchema).min(1).max(9) });

/** A drawing as data: views of one thing, each with its shapes, and the places of what is worked on. */
export const drawingSchema = z.strictObject({
  title: sentence,
  /** Places are rings with their words beside them, or numbers in the order of the work. */
  marks: z.enum(["rings", "numbers"]),
  /** What is said at a place of which nothing is known yet. */
  open: sentence.default("not yet"),
  /** What a broken box means, where one is drawn. */
  hidden: sentence.optional(),
  views: z
    .array(
      z.strictObject({
        name: sentence.optional(),
        size: z.tuple([long, long]),
        shapes: z.array(shapeSchema).max(300).default([]),
        places: z.array(placeSchema).max(60).default([]),
      }),
    )
    .min(1)
    .max(4),
});
export type Drawing = z.infer<typeof drawingSchema>;
export type View = Drawing["views"][number];

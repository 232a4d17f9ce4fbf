import { partTypedSchema, priceTypedSchema, SETTLED, TOLD_BY } from "@averin/core";
import { z } from "zod";
import { perhaps, words } from "../typed.ts";

const number = words(60, "the number of the other part, as it is ordered by");
/** A model by its maker and name, and a place where it has several. */
const fit = { model: words(180, "say maker and model as the spec books have them"), position: perhaps(60) };

/** A part that stores lack, with the model it is for. */
export const newPartSchema = partTypedSchema.extend({ model: fit.model });
export type NewPart = z.input<typeof newPartSchema>;

/** What becomes of a part that is on file. */
export const partChangeSchema = z.discriminatedUnion("does", [
  z.strictObject({
    does: z.literal("put right"),
    name: words(120, "say what it is"),
    number: words(60, "type the number that it is ordered by"),
    maker: perhaps(80),
    leadDays: perhaps(6),
  }),
  priceTypedSchema.extend({ does: z.literal("priced") }),
  z.strictObject({ does: z.literal("counted"), stock: words(6, "how many lie in stores: 0 is an answer too") }),
  z.strictObject({ does: z.literal("fits"), ...fit }),
  z.strictObject({ does: z.literal("fits no more"), ...fit }),
  z.strictObject({ does: z.literal("instead"), number }),
  z.strictObject({ does: z.literal("not instead"), number }),
  z.strictObject({ does: z.literal("holds"), number, count: words(4, "how many of it are in the kit") }),
  z.strictObject({ does: z.literal("holds no more"), number }),
]);
export type PartChange = z.infer<typeof partChangeSchema>;

/** What is done about a complaint: who was told, what came back, how it was settled. */
export const complaintSaidSchema = z.discriminatedUnion("does", [
  z.strictObject({
    does: z.literal("told"),
    whom: words(120, "say who was told: the seller, the maker's desk"),
    how: z.enum(TOLD_BY, "say how: counter, phone, message or letter"),
    words: words(300, "say what they were told"),
  }),
  z.strictObject({ does: z.literal("answered"), words: words(400, "say what they answered") }),
  z.strictObject({
    does: z.literal("settled"),
    how: z.enum(SETTLED, "say how: replaced, credited, refused or let be"),
    words: words(400, "say what was settled, and by whom"),
  }),
]);

import { z } from "zod";
import { MOST_COUNT } from "../../figures/index.ts";
import { id, place, undoes, whole, words } from "../../job/fields.ts";
import { itsName } from "../../spec/index.ts";

/** Whom something said of a machine holds for: this machine alone, or every one of its model. */
export const WHOSE = ["model", "machine"] as const;
export type Whose = (typeof WHOSE)[number];
const whose = z.enum(WHOSE);
/** What each of those that are counted is called on this machine. */
const names = z.array(itsName).max(MOST_COUNT).optional();

export const machineDrafts = [
  z.strictObject({ type: z.literal("word_said"), figure: id, word: z.string().min(1).max(120), whose }),
  z.strictObject({ type: z.literal("number_counted"), figure: id, count: place, names, whose }),
] as const;

export const machineBodies = [
  /** How the machine is made, looked at where the work turns on it and nothing was on file. */
  z.object({ type: z.literal("word_said"), undoes, figure: words, label: words, word: words, whose }),
  /** How many there are, counted where nothing was on file; `parts` are those of this job that there are so many of. */
  z.object({
    type: z.literal("number_counted"),
    undoes,
    ...{ figure: words, label: words, parts: z.array(words), count: whole, whose },
    names: z.array(words).optional(),
  }),
] as const;

export const machineSlots = {
  word: (figure: string) => ({ kind: "word" as const, key: `word:${figure}`, figure }),
  many: (figure: string) => ({ kind: "many" as const, key: `many:${figure}`, figure }),
};

export const machineAnswers = {
  word_said: (it: { figure: string }) => machineSlots.word(it.figure),
  number_counted: (it: { figure: string }) => machineSlots.many(it.figure),
};

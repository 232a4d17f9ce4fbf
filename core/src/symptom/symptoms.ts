import { z } from "zod";

const id = z.string().regex(/^[a-z][a-z0-9-]*$/, "lower-case words joined by '-'");
const sentence = z.string().trim().min(1).max(200);

const suspectSchema = z.strictObject({
  id,
  what: sentence,
  /** Why it is looked at in this place of the row: what it costs, what it would explain. */
  because: sentence,
  /** What is looked at first, in plain words. */
  look: z.array(sentence).min(1).max(6),
  /** Procedures that mend it; none where looking is all there is. */
  works: z.array(id).max(6),
});

/** What an owner says or what happened, with what is suspected first: cheapest to look at and likeliest before the rest. */
const symptomSchema = z.strictObject({
  id,
  word: sentence,
  kind: z.enum(["symptom", "incident"]),
  suspects: z.array(suspectSchema).min(1).max(8),
});
export type Symptom = z.infer<typeof symptomSchema>;

/** The symptoms of one kind of machine, as a file holds them. */
export const symptomSetSchema = z
  .strictObject({
    format: z.literal(1),
    id,
    name: sentence,
    /** A machine with any of these builds is of this kind. */
    builds: z.array(id).min(1),
    symptoms: z.array(symptomSchema).min(1).max(60),
  })
  .superRefine(({ symptoms }, context) => {
    const twice = (rows: readonly { id: string }[], path: (string | number)[]): void =>
      rows.forEach((row, i) => {
        if (rows.findIndex((other) => other.id === row.id) === i) return;
        context.addIssue({ code: "custom", path: [...path, i, "id"], message: `"${row.id}" is used twice.` });
      });
    twice(symptoms, ["symptoms"]);
    symptoms.forEach(({ suspects }, i) => twice(suspects, ["symptoms", i, "suspects"]));
  });
export type SymptomSet = z.infer<typeof symptomSetSchema>;

/** A symptom's name wherever several kinds of machines have one of the same id. */
export const symptomKey = (set: string, symptom: string): string => `${set}/${symptom}`;

/** What can be said of a machine with these builds: each symptom by its name. */
export const symptomsFor = (sets: readonly SymptomSet[], builds: readonly string[]): (Symptom & { key: string })[] =>
  sets
    .filter((set) => set.builds.some((build) => builds.includes(build)))
    .flatMap((set) => set.symptoms.map((symptom) => ({ ...symptom, key: symptomKey(set.id, symptom.id) })));

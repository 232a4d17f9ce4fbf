import { namedPicturesSchema, type Picture } from "./drawing.ts";
import axle from "./pictures/axle.json" with { type: "json" };
import belt from "./pictures/belt.json" with { type: "json" };
import chain from "./pictures/chain.json" with { type: "json" };
import clutch from "./pictures/clutch.json" with { type: "json" };
import machine from "./pictures/machine.json" with { type: "json" };
import parts from "./pictures/parts.json" with { type: "json" };
import track from "./pictures/track.json" with { type: "json" };
import { figuresKnown, type Procedure } from "./schema.ts";
import { namedSketchSchema, type Sketch } from "./sketch.ts";

const files: readonly unknown[][] = [machine, axle, belt, chain, clutch, track];

/** Every picture that ships, by the name that procedures call it by. */
export const NAMED_PICTURES: ReadonlyMap<string, readonly Picture[]> = new Map(
  files
    .flat()
    .map((row) => namedPicturesSchema.parse(row))
    .map(({ name, pictures }) => [name, pictures]),
);

/** Every sketch of a part that ships, by its name. */
export const NAMED_SKETCHES: ReadonlyMap<string, Sketch> = new Map(
  parts.map((row) => namedSketchSchema.parse(row)).map(({ name, sketch }) => [name, sketch]),
);

type Drawing = { drawing?: string | undefined };
type Pictured = { picture?: Picture | undefined };

/** The rows that are drawn each by its own picture: one that brings its own keeps it. */
const each = <Row extends Pictured>({ drawing }: Drawing, rows: readonly Row[]): Row[] => {
  const named = NAMED_PICTURES.get(drawing ?? "") ?? [];
  return rows.map((row, i) => (named[i] === undefined ? row : { picture: named[i], ...row }));
};
const one = <Row extends Drawing & Pictured>(row: Row): Row => each(row, [row])[0] ?? row;

function stepWith(step: Procedure["steps"][number], procedure: Procedure): Procedure["steps"][number] {
  if (step.kind === "adjust") return one(step);
  if (step.kind !== "verify") return step;
  const { expect } = step;
  if (expect.by === "word") return { ...step, expect: { ...expect, ways: each(expect, expect.ways) } };
  if (expect.by !== "machine") return step;
  const words = figuresKnown(procedure).get(expect.key)?.words?.length ?? 0;
  const pictures = NAMED_PICTURES.get(expect.drawing ?? "")?.slice(0, words);
  return pictures === undefined ? step : { ...step, expect: { pictures, ...expect } };
}

/** An entry is drawn as it says, or by its id where a sketch is called so. */
function sketched<Entry extends Procedure["spine"][number]>(entry: Entry): Entry {
  const sketch = NAMED_SKETCHES.get(entry.draws ?? entry.id);
  return sketch === undefined ? entry : { sketch, ...entry };
}

/** A procedure with every picture that it calls by its name in the place where it shows; a name that ships no more is left. */
export const withPictures = (procedure: Procedure): Procedure => ({
  ...procedure,
  spine: procedure.spine.map(sketched),
  points: procedure.points.map((point) =>
    point.kind === "measure" ? one(point) : { ...point, findings: each(point, point.findings) },
  ),
  questions: procedure.questions.map((question) => ({ ...question, ways: each(question, question.ways) })),
  steps: procedure.steps.map((step) => stepWith(step, procedure)),
});

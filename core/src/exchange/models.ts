import { reader } from "./cells.ts";
import { weaknessIn } from "../spec/index.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

/** A model as a spec book is of it. */
export type ModelRow = {
  maker: string;
  model: string;
  /** What it is, where nobody has said what it has of all that such a machine may have; else null. */
  what: string | null;
  builds: string[];
  title: string;
  weaknesses: string[];
};

export const MODEL = {
  maker: needed("maker", "Who makes the machine."),
  model: needed("model", "What it is called."),
};

/** Models, each with what its machines have that a job can be for. */
export const modelsTable: Table<ModelRow> = {
  id: "models",
  title: "Models",
  about: "The models that spec books are of: one row a model.",
  columns: [
    MODEL.maker,
    MODEL.model,
    column("what", "What it is, such as Motorcycle, where nobody has said what it has."),
    column("builds", "What it has that a job can be for, with blanks between: coil-spring chain-drive."),
    column("title", "What its book is called; maker and model where it is empty."),
    column(
      "weaknesses",
      "What is known to go wrong on it, a line each: part | how it shows | what helps | years | sure or not sure; or one sentence.",
    ),
  ],
  key: ({ maker, model }) => keyOf(maker, model),
  read(cells) {
    const { needed: must, words, lines, wrong, row } = reader(cells);
    const maker = must("maker", 80, "who makes it");
    const model = must("model", 80, "what it is called");
    const builds = words("builds", 600).split(/\s+/).filter(Boolean);
    const what = words("what", 80);
    if (builds.length === 0 && what === "")
      wrong("what", "Empty: say what it is, such as Motorcycle, or what it has under builds.");
    const title = words("title", 200);
    const weaknesses = lines("weaknesses");
    for (const line of weaknesses) {
      const weakness = weaknessIn(line);
      if (!weakness.ok) wrong("weaknesses", weakness.error.message);
    }
    return row({ maker, model, what: what || null, builds, title: title || `${maker} ${model}`, weaknesses });
  },
  write: ({ maker, model, what, builds, title, weaknesses }) => ({
    ...{ maker, model, what: what ?? "", builds: builds.join(" "), title, weaknesses: weaknesses.join("\n") },
  }),
};

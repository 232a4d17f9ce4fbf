import {
  type Actor,
  FIGURE_FORMAT,
  figureEntered,
  type FigureTyped,
  type Remembered,
  type Spec,
  specSchema,
} from "@averin/core";
import { randomUUID } from "node:crypto";
import type { Database, Tx } from "../database.ts";
import { knownFigures } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";

/** Keeps a figure of one machine, as typed; what it overrules stays on file. */
export async function enterFigure(db: Database, machineId: string, typed: FigureTyped, by: Actor): Promise<Spec> {
  if (!(await db.machines.findByPk(machineId))) throw notFound("machine");
  const spec = figureEntered(typed, by.roles.includes("lead") ? by.name : null, await knownFigures(db, null));
  if (!spec.ok) throw new Refused(422, spec.error);
  await db.write(async (transaction) => {
    await db.machineFigures.create(
      {
        ...{ id: randomUUID(), machineId, specKey: spec.value.key, format: FIGURE_FORMAT, body: spec.value },
        ...{ enteredBy: by.name, enteredAt: new Date() },
      },
      { transaction },
    );
  });
  return spec.value;
}

/** What a released job left on the machine that was not on file so, kept as the machine's own with the job as its source. */
export async function rememberFigures(
  db: Database,
  job: { number: string; machineId: string },
  figures: readonly Remembered[],
  by: Actor,
  transaction: Tx,
): Promise<void> {
  if (figures.length === 0) return;
  const knownHere = await knownFigures(db, transaction);
  const checkedBy = by.roles.includes("lead") ? by.name : null;
  const source = { grade: "measured", book: `fitted in ${job.number}`, edition: "", page: "", checkedBy };
  for (const { key, value } of figures) {
    const known = knownHere.get(key);
    const body = specSchema.parse({
      kind: "figure",
      key,
      label: known?.label ?? key,
      source,
      value,
      unit: known?.unit ?? "1",
    });
    const common = {
      machineId: job.machineId,
      specKey: key,
      format: FIGURE_FORMAT,
      enteredBy: by.name,
      enteredAt: new Date(),
    };
    await db.machineFigures.create({ id: randomUUID(), ...common, body }, { transaction });
  }
}

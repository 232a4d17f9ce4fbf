import { type Procedure, procedureSchema, upcastProcedure } from "@averin/core";
import { createHash } from "node:crypto";
import { Op, QueryTypes } from "sequelize";
import { type Database, fromJson } from "../database.ts";
import { MACHINE_KINDS } from "../machines/kinds.ts";
import { SYNONYMS } from "../words.ts";
import { machineKinds, symptomSets, synonymsIn, wholeProcedures } from "./files.ts";

/** What a procedure is known by: the same text always gives the same hash. */
export const procedureHash = (procedure: Procedure): string =>
  createHash("sha256").update(JSON.stringify(procedure)).digest("hex");

/** Keeps procedures' versions; a job refers to its own by hash for good. */
export async function keepProcedures(db: Database, procedures: readonly Procedure[], now = new Date()): Promise<void> {
  const rows = procedures.map((procedure) => ({
    ...{ hash: procedureHash(procedure), procedureId: procedure.id, version: procedure.version },
    ...{ build: procedure.build, keptAt: now, offered: false, body: procedure },
  }));
  await db.procedures.bulkCreate(rows, { updateOnDuplicate: ["keptAt"] });
}

/**
 * Says anew which procedures new jobs are opened with: the newest of each, the later kept where a version was kept twice.
 * One that today's checks refuse goes on with its own jobs and is not offered; told with what is wrong with it.
 */
export async function offerNewest(db: Database): Promise<{ procedure: string; faults: string[] }[]> {
  const newest = await db.sequelize.query<{ hash: string; procedureId: string; version: number; body: unknown }>(
    `SELECT hash, procedureId, version, body FROM (SELECT hash, procedureId, version, body, ROW_NUMBER() OVER
      (PARTITION BY procedureId ORDER BY version DESC, keptAt DESC) AS newest FROM procedures) AS ranked
      WHERE newest = 1 ORDER BY procedureId`,
    { type: QueryTypes.SELECT },
  );
  const looked = newest.map(({ hash, procedureId, version, body }) => {
    const { success, error } = procedureSchema.safeParse(upcastProcedure(fromJson(body)));
    return { hash, procedure: `${procedureId} ${version}`, success, faults: error?.issues.map((i) => i.message) ?? [] };
  });
  const offered = looked.flatMap(({ hash, success }) => (success ? [hash] : []));
  await db.write(async (transaction) => {
    const other = { offered: true, hash: { [Op.notIn]: offered } };
    await db.procedures.update({ offered: false }, { where: other, transaction });
    await db.procedures.update({ offered: true }, { where: { offered: false, hash: offered }, transaction });
  });
  return looked.filter(({ success }) => !success);
}

/** So many faults of one file are shown; the rest is told by `./averin procedures check`. */
const MOST_SHOWN = 5;

/**
 * Takes the procedures of a folder into the shop. A file that cannot be followed is not taken: what is wrong is kept for
 * whoever opens a job, and jobs go on with the version they began with.
 */
export async function takeProcedures(db: Database, folder: string): Promise<void> {
  const whole = wholeProcedures(folder);
  await keepProcedures(
    db,
    whole.flatMap(({ procedure }) => procedure ?? []),
  );
  const told = (file: string, faults: readonly string[]) => ({
    file,
    message: faults.slice(0, MOST_SHOWN).join("\n"),
  });
  const kept = (await offerNewest(db)).map(({ procedure, faults }) =>
    told(procedure, [`${procedure} is kept for its jobs and not offered for new ones.`, ...faults]),
  );
  const { sets, faults: misread } = symptomSets(folder);
  const files = whole.flatMap(({ file, procedure, faults }) => (procedure ? [] : [told(file, faults)]));
  await db.write(async (transaction) => {
    await db.procedureFaults.destroy({ where: {}, transaction });
    await db.procedureFaults.bulkCreate([...files, ...kept, ...misread.map(({ file, fault }) => told(file, [fault]))], {
      transaction,
    });
    await db.settings.upsert({ name: MACHINE_KINDS, body: machineKinds(folder) }, { transaction });
    await db.settings.upsert({ name: SYNONYMS, body: synonymsIn(folder) }, { transaction });
    const rows = sets.map((body) => ({ id: body.id, body }));
    await db.symptomSets.bulkCreate(rows, { updateOnDuplicate: ["body"], transaction });
  });
}

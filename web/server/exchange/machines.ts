import { type MachineFileRow, machinesTable } from "@averin/core";
import { randomUUID } from "node:crypto";
import { QueryTypes } from "sequelize";
import type { MachineRow, MeterReadingRow } from "../database.ts";
import { ownerCalled } from "../machines/changes.ts";
import { type Kind, modelsByName, noModel, portions } from "./kind.ts";

type OnFile = Pick<
  MachineRow,
  "mark" | "maker" | "model" | "year" | "serial" | "meterUnit" | "secondUnit" | "fleet"
> & {
  retiredOn: string | null;
  name: string;
  contact: string;
  value: number | null;
  readOn: string | null;
  secondValue: number | null;
  secondReadOn: string | null;
};

/** What a meter of the machine `m` showed last, and on which day, joined by what it counts. */
const joinedLast = (as: string, unit: string): string => `LEFT JOIN
  (SELECT r.*, ROW_NUMBER() OVER (PARTITION BY machineId, unit ORDER BY readAt DESC, id) AS nth FROM meter_readings r) ${as}
  ON ${as}.machineId = m.id AND ${as}.unit = ${unit} AND ${as}.nth = 1`;

const shown = (value: number | null, on: string | null) => (value === null || on === null ? null : { value, on });

/** A day of a file as a moment: its beginning, so that it is told as the same day again. */
export const momentOf = (day: string): Date => new Date(`${day}T00:00:00.000Z`);

export const machines: Kind<MachineFileRow> = {
  table: machinesTable,
  takenBy: ["lead", "administrator", "counter"],
  changes: "refused",
  async all(db, transaction) {
    const rows = await db.sequelize.query<OnFile>(
      `SELECT m.mark, m.maker, m.model, m.year, m.serial, m.meterUnit, m.secondUnit, m.fleet, DATE_FORMAT(m.retiredAt, '%Y-%m-%d') AS retiredOn,
        o.name, o.contact, r.value, DATE_FORMAT(r.readAt, '%Y-%m-%d') AS readOn,
        s.value AS secondValue, DATE_FORMAT(s.readAt, '%Y-%m-%d') AS secondReadOn
        FROM machines m JOIN owners o ON o.id = m.ownerId ${joinedLast("r", "m.meterUnit")} ${joinedLast("s", "m.secondUnit")}
        WHERE NOT EXISTS (SELECT 1 FROM machine_merges g WHERE g.machineId = m.id)`,
      { type: QueryTypes.SELECT, transaction },
    );
    return rows.map(({ meterUnit, secondUnit, name, contact, value, readOn, secondValue, secondReadOn, ...row }) => ({
      ...{ ...row, owner: { name, contact } },
      meterUnit: meterUnit as MachineFileRow["meterUnit"],
      meter: shown(value, readOn),
      secondUnit: secondUnit as MachineFileRow["secondUnit"],
      second: shown(secondValue, secondReadOn),
    }));
  },
  async against(db, _, transaction) {
    const known = await modelsByName(db, transaction);
    return ({ maker, model }) =>
      known.has(`${maker} ${model}`.toLowerCase()) ? [] : [noModel("model", `${maker} ${model}`)];
  },
  async keep(db, { fresh }, transaction) {
    const known = await modelsByName(db, transaction);
    const owners = new Map<string, string>();
    for (const rows of portions(fresh)) {
      const made: MachineRow[] = [];
      const readings: MeterReadingRow[] = [];
      for (const row of rows) {
        const { mark, maker, model, year, serial, meterUnit, secondUnit, fleet, owner, retiredOn } = row;
        const book = known.get(`${maker} ${model}`.toLowerCase());
        if (!book) continue;
        // Of nobody known there are many: they are not one owner.
        const called = owner.name === "" ? randomUUID() : `${owner.name}\n${owner.contact}`;
        const ownerId = owners.get(called) ?? (await ownerCalled(db, owner, transaction));
        owners.set(called, ownerId);
        const id = randomUUID();
        made.push({
          ...{ id, ownerId, bookId: book.id, maker: book.maker, model: book.model, year, mark, serial, meterUnit },
          ...{
            secondUnit,
            fleet,
            build: book.build,
            builds: book.builds,
            retiredAt: retiredOn === null ? null : momentOf(retiredOn),
          },
        });
        for (const [unit, read] of [
          [meterUnit, row.meter],
          [secondUnit, row.second],
        ] as const) {
          if (unit === null || read === null) continue;
          const readAt = momentOf(read.on);
          readings.push({ id: randomUUID(), machineId: id, value: read.value, unit, readAt, jobId: null });
        }
      }
      await db.machines.bulkCreate(made, { transaction });
      await db.meterReadings.bulkCreate(readings, { transaction });
    }
  },
};

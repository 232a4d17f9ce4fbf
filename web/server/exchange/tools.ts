import {
  type GaugeFileRow,
  gaugeSchema,
  gaugesTable,
  peopleTable,
  type PersonFileRow,
  type WrenchFileRow,
  wrenchSchema,
  wrenchesTable,
} from "@averin/core";
import { randomBytes, randomUUID } from "node:crypto";
import type { Database, Tx } from "../database.ts";
import { hashed } from "../helpers/index.ts";
import { idFor, type Kind } from "./kind.ts";
import { momentOf } from "./machines.ts";

const dayOf = (at: Date | null): string | null => at?.toISOString().slice(0, 10) ?? null;
const agreed = () => Promise.resolve(() => []);

async function keepTools(
  db: Database,
  which: "gauges" | "wrenches",
  rows: readonly { name: string; body: object; putAwayOn: string | null }[],
  transaction: Tx,
): Promise<void> {
  const ids = new Set((await db[which].findAll({ transaction })).map((row) => row.get("id") as string));
  const made = rows.map(({ name, body, putAwayOn }) => {
    const id = idFor(name, ids);
    return { id, body: { id, name, ...body }, putAwayAt: putAwayOn === null ? null : momentOf(putAwayOn) };
  });
  await db[which].bulkCreate(made, { transaction });
}

export const gauges: Kind<GaugeFileRow> = {
  table: gaugesTable,
  takenBy: ["lead", "technician", "administrator"],
  changes: "refused",
  async all(db, transaction) {
    return (await db.gauges.findAll({ transaction })).map((row) => {
      const { id: _, ...gauge } = gaugeSchema.parse(row.get("body"));
      return { ...gauge, putAwayOn: dayOf(row.get("putAwayAt") as Date | null) };
    });
  },
  against: agreed,
  keep: (db, { fresh }, transaction) =>
    keepTools(
      db,
      "gauges",
      fresh.map(({ name, putAwayOn, ...body }) => ({ name, body, putAwayOn })),
      transaction,
    ),
};

export const wrenches: Kind<WrenchFileRow> = {
  table: wrenchesTable,
  takenBy: ["lead", "technician", "administrator"],
  changes: "refused",
  async all(db, transaction) {
    return (await db.wrenches.findAll({ transaction })).map((row) => {
      const { id: _, ...wrench } = wrenchSchema.parse(row.get("body"));
      return { ...wrench, putAwayOn: dayOf(row.get("putAwayAt") as Date | null) };
    });
  },
  against: agreed,
  keep: (db, { fresh }, transaction) =>
    keepTools(
      db,
      "wrenches",
      fresh.map(({ name, putAwayOn, ...body }) => ({ name, body, putAwayOn })),
      transaction,
    ),
};

export const people: Kind<PersonFileRow> = {
  table: peopleTable,
  takenBy: ["administrator"],
  changes: "refused",
  async all(db, transaction) {
    return (await db.people.findAll({ transaction })).map((row) => {
      const { name, roles, leftAt } = row.get({ plain: true });
      return { name, roles, leftOn: dayOf(leftAt) };
    });
  },
  against: agreed,
  async keep(db, { fresh }, transaction) {
    // Nobody knows it: an administrator gives each of them a password before they sign in.
    const passwordHash = await hashed(randomBytes(32).toString("base64url"));
    const createdAt = new Date();
    const rows = fresh.map(({ name, roles, leftOn }) => ({
      ...{ id: randomUUID(), name, roles, passwordHash, createdAt, pinHash: null, printedPassword: false },
      leftAt: leftOn === null ? null : momentOf(leftOn),
    }));
    await db.people.bulkCreate(rows, { transaction });
  },
};

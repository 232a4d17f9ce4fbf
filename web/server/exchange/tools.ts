import {
  gaugeSchema,
  gaugesTable,
  peopleTable,
  type PersonFileRow,
  type Table,
  wrenchSchema,
  wrenchesTable,
} from "@averin/core";
import { randomBytes, randomUUID } from "node:crypto";
import type { z } from "zod";
import { hashed } from "../helpers/index.ts";
import { idFor, type Kind } from "./kind.ts";
import { momentOf } from "./machines.ts";

const dayOf = (at: Date | null): string | null => at?.toISOString().slice(0, 10) ?? null;
const agreed = () => Promise.resolve(() => []);

type Tool = { id: string; name: string };
/** A gauge or a wrench as a file has it: by its name, and since when it is not used any more. */
type AsRow<One extends Tool> = Omit<One, "id"> & { name: string; putAwayOn: string | null };

/** Gauges or wrenches, each kept as its own schema has it. */
const toolKind = <One extends Tool>(
  which: "gauges" | "wrenches",
  table: Table<AsRow<One>>,
  schema: z.ZodType<One>,
): Kind<AsRow<One>> => ({
  table,
  takenBy: ["lead", "technician", "administrator"],
  changes: "refused",
  async all(db, transaction) {
    return (await db[which].findAll({ transaction })).map((row) => {
      const { id: _, ...tool } = schema.parse(row.get("body"));
      return { ...tool, putAwayOn: dayOf(row.get("putAwayAt") as Date | null) };
    });
  },
  against: agreed,
  async keep(db, { fresh }, transaction) {
    const ids = new Set((await db[which].findAll({ transaction })).map((row) => row.get("id") as string));
    const made = fresh.map(({ putAwayOn, ...tool }) => {
      const id = idFor(tool.name, ids);
      return { id, body: { id, ...tool }, putAwayAt: putAwayOn === null ? null : momentOf(putAwayOn) };
    });
    await db[which].bulkCreate(made, { transaction });
  },
});

export const gauges = toolKind("gauges", gaugesTable, gaugeSchema);
export const wrenches = toolKind("wrenches", wrenchesTable, wrenchSchema);

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

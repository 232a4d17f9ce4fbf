import type { Actor } from "@averin/core";
import { createHash } from "node:crypto";
import { QueryTypes } from "sequelize";
import { z } from "zod";
import type { At, Database, PersonRow } from "../database.ts";

export const digest = (text: string): string => createHash("sha256").update(text).digest("hex");

export async function anyPeople(db: Database): Promise<boolean> {
  return (await db.people.count()) > 0;
}

/** Everybody signed in under a name, whatever its case; who is called exactly so comes first. */
export async function peopleCalled(db: Database, called: string, transaction: At): Promise<PersonRow[]> {
  const rows = await db.sequelize.query<{ id: string }>(
    "SELECT id FROM people WHERE nameKey = LOWER(:called) ORDER BY name = :called DESC, createdAt",
    { type: QueryTypes.SELECT, replacements: { called }, transaction },
  );
  const found = await db.people.findAll({ where: { id: rows.map((row) => row.id) }, transaction });
  const byId = new Map(found.map((row) => [row.get("id") as string, row.get({ plain: true })]));
  return rows.flatMap(({ id }) => byId.get(id) ?? []);
}

/** Two or more people whose names differ only in case, as they are called: an administrator renames one. */
export async function twinsOf(db: Database): Promise<{ id: string; name: string }[][]> {
  const rows = await db.sequelize.query<{ id: string; name: string; nameKey: string }>(
    "SELECT id, name, nameKey FROM people WHERE nameKey IN (SELECT nameKey FROM people GROUP BY nameKey HAVING COUNT(*) > 1) ORDER BY nameKey, name",
    { type: QueryTypes.SELECT },
  );
  const groups = new Map<string, { id: string; name: string }[]>();
  for (const { id, name: called, nameKey } of rows) {
    groups.set(nameKey, [...(groups.get(nameKey) ?? []), { id, name: called }]);
  }
  return [...groups.values()];
}

export const FIRST_CODE = "first-code";

export async function isFirstCode(db: Database, code: string, transaction: At): Promise<boolean> {
  const row = await db.settings.findByPk(FIRST_CODE, { transaction });
  const kept = z.object({ hash: z.string() }).safeParse(row?.get("body"));
  return kept.success && code !== "" && kept.data.hash === digest(code);
}

export async function knows(db: Database, browser: string | null, people: readonly PersonRow[]): Promise<boolean> {
  if (browser === null || people.length === 0) return false;
  const where = { tokenHash: digest(browser), personId: people.map(({ id }) => id) };
  return (await db.knownBrowsers.count({ where })) > 0;
}

export type Colleague = { id: string; name: string; roles: string[]; hasPin: boolean };

/** Everybody of this shop, those who left behind the others. */
export async function everybody(db: Database): Promise<(Colleague & { left: boolean })[]> {
  const rows = (await db.people.findAll({ order: ["name"] })).map((row) => row.get({ plain: true }));
  return rows
    .map(({ id, name: called, roles, pinHash, leftAt }) => ({
      ...{ id, name: called, roles, hasPin: pinHash !== null, left: leftAt !== null },
    }))
    .sort((a, b) => Number(a.left) - Number(b.left));
}

/** Everybody who may take over at a bench, for the list on it. */
export const colleaguesOf = async (db: Database): Promise<Colleague[]> =>
  (await everybody(db)).filter(({ left }) => !left);

/** Who a session token belongs to, or null. */
export async function actorOf(db: Database, token: string): Promise<Actor | null> {
  const rows = await db.sequelize.query<{ id: string; name: string; roles: string | string[] }>(
    "SELECT p.id, p.name, p.roles FROM sessions s JOIN people p ON p.id = s.personId WHERE s.tokenHash = ? AND s.expiresAt > ? AND p.leftAt IS NULL",
    { type: QueryTypes.SELECT, replacements: [digest(token), new Date()] },
  );
  const person = rows[0];
  if (!person) return null;
  const roles = z.array(z.string()).parse(typeof person.roles === "string" ? JSON.parse(person.roles) : person.roles);
  return { id: person.id, name: person.name, roles };
}

import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import type { Actor } from "@averin/core";
import { z } from "zod";
import { type Database } from "../database.ts";
import { Refused } from "../refused.ts";

export const ROLES = ["technician", "lead", "counter", "administrator"] as const;

const SESSION_DAYS = 14;
/** Compared against when a name is unknown, so that the answer takes as long either way. */
const NOBODY = hash("nobody-has-this-password");

export const credentialsSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  password: z.string().min(1).max(200),
});
export const newPersonSchema = z.strictObject({
  name: z.string().trim().min(2).max(80),
  password: z.string().min(10, "ten characters or more").max(200),
});

const tokenHash = (token: string): string => createHash("sha256").update(token).digest("hex");

export async function anyPeople(db: Database): Promise<boolean> {
  return (await db.people.count()) > 0;
}

export async function addPerson(
  db: Database,
  person: { name: string; password: string; roles: string[] },
): Promise<string> {
  const id = randomUUID();
  await db.people.create({
    id,
    name: person.name,
    passwordHash: await hash(person.password),
    roles: person.roles,
    createdAt: new Date(),
  });
  return id;
}

/** The first person of a new shop: all roles, and only while there is nobody yet. */
export async function addFirstAdministrator(db: Database, person: z.infer<typeof newPersonSchema>): Promise<void> {
  const passwordHash = await hash(person.password);
  await db.write(async (transaction) => {
    await db.counters.findOrCreate({ where: { name: "people" }, defaults: { name: "people", value: 0 }, transaction });
    await db.counters.findByPk("people", { transaction, lock: transaction.LOCK.UPDATE });
    if ((await db.people.count({ transaction })) > 0) {
      throw new Refused(409, {
        code: "conflict",
        path: "$",
        message: "This shop has people already: sign in instead.",
      });
    }
    await db.people.create(
      { id: randomUUID(), name: person.name, passwordHash, roles: [...ROLES], createdAt: new Date() },
      { transaction },
    );
  });
}

/** A session token for the right name and password; one sentence for everything else. */
export async function signIn(db: Database, credentials: z.infer<typeof credentialsSchema>): Promise<string> {
  const row = await db.people.findOne({ where: { name: credentials.name } });
  const person = row?.get({ plain: true });
  const right = await verify(person?.passwordHash ?? (await NOBODY), credentials.password);
  if (!person || !right) {
    throw new Refused(401, {
      code: "conflict",
      path: "$",
      message: "Name and password do not go together. Try again.",
    });
  }
  const token = randomBytes(32).toString("base64url");
  const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000);
  await db.sessions.create({ tokenHash: tokenHash(token), personId: person.id, expiresAt });
  return token;
}

export async function signOut(db: Database, token: string): Promise<void> {
  await db.sessions.destroy({ where: { tokenHash: tokenHash(token) } });
}

/** Who a session token belongs to, or null. */
export async function actorOf(db: Database, token: string): Promise<Actor | null> {
  const session = (await db.sessions.findByPk(tokenHash(token)))?.get({ plain: true });
  if (!session || session.expiresAt.getTime() < Date.now()) return null;
  const person = (await db.people.findByPk(session.personId))?.get({ plain: true });
  return person ? { id: person.id, name: person.name, roles: person.roles } : null;
}

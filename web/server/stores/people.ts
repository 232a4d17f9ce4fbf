import { createHash, randomBytes, randomUUID } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import type { Actor } from "@averin/core";
import { QueryTypes } from "sequelize";
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

export const pinSchema = z.strictObject({ pin: z.string().regex(/^\d{4,8}$/, "four to eight figures") });
export const takeoverSchema = pinSchema.extend({ personId: z.string().min(1).max(36) });
/** Wrong PINs taken in a row before the person has to wait. */
const MOST_PIN_TRIES = 5;
const PIN_WAIT_MINUTES = 10;

const tokenHash = (token: string): string => createHash("sha256").update(token).digest("hex");

export async function anyPeople(db: Database): Promise<boolean> {
  return (await db.people.count()) > 0;
}

export async function addPerson(
  db: Database,
  person: { name: string; password: string; roles: string[]; pin?: string | undefined },
): Promise<string> {
  const id = randomUUID();
  await db.people.create({
    id,
    name: person.name,
    passwordHash: await hash(person.password),
    roles: person.roles,
    createdAt: new Date(),
    pinHash: person.pin === undefined ? null : await hash(person.pin),
    pinTries: 0,
    pinLockedUntil: null,
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
      {
        ...{ id: randomUUID(), name: person.name, passwordHash, roles: [...ROLES], createdAt: new Date() },
        ...{ pinHash: null, pinTries: 0, pinLockedUntil: null },
      },
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
  return newSession(db, person.id);
}

async function newSession(db: Database, personId: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000);
  await db.sessions.create({ tokenHash: tokenHash(token), personId, expiresAt });
  return token;
}

export async function setPin(db: Database, personId: string, pin: string): Promise<void> {
  const pinHash = await hash(pin);
  await db.people.update({ pinHash, pinTries: 0, pinLockedUntil: null }, { where: { id: personId } });
}

export type Colleague = { id: string; name: string; roles: string[]; hasPin: boolean };

/** Everybody who may take over at a bench, for the list on it. */
export async function colleaguesOf(db: Database): Promise<Colleague[]> {
  const rows = (await db.people.findAll({ order: ["name"] })).map((row) => row.get({ plain: true }));
  return rows.map(({ id, name, roles, pinHash }) => ({ id, name, roles, hasPin: pinHash !== null }));
}

/**
 * Another person goes on at a bench that somebody is signed in at: their PIN, in place of the session that was. Wrong
 * PINs are counted in the database, so that every process of the application counts the same.
 */
export async function takeOver(
  db: Database,
  before: string,
  { personId, pin }: z.infer<typeof takeoverSchema>,
): Promise<{ token: string; actor: Actor }> {
  // The count is kept whether the PIN is right or not, so the answer is given after the commit.
  const answer = await db.write(async (transaction): Promise<Actor | Refused> => {
    const row = await db.people.findByPk(personId, { transaction, lock: transaction.LOCK.UPDATE });
    const person = row?.get({ plain: true });
    if (!row || !person || person.pinHash === null) {
      return new Refused(422, {
        code: "unsupported",
        path: "personId",
        message: "That person has no PIN yet: they sign in once and set one.",
      });
    }
    if (person.pinLockedUntil && person.pinLockedUntil.getTime() > Date.now()) {
      return new Refused(429, {
        code: "conflict",
        path: "pin",
        message: `Too many wrong PINs: wait ${PIN_WAIT_MINUTES} minutes, or sign in with the password.`,
      });
    }
    if (await verify(person.pinHash, pin)) {
      await row.update({ pinTries: 0, pinLockedUntil: null }, { transaction });
      return { id: person.id, name: person.name, roles: person.roles };
    }
    const tries = person.pinTries + 1;
    const locked = tries >= MOST_PIN_TRIES;
    const pinLockedUntil = locked ? new Date(Date.now() + PIN_WAIT_MINUTES * 60_000) : null;
    await row.update({ pinTries: locked ? 0 : tries, pinLockedUntil }, { transaction });
    return new Refused(401, { code: "conflict", path: "pin", message: "Not the PIN of that person. Try again." });
  });
  if (answer instanceof Refused) throw answer;
  await signOut(db, before);
  return { token: await newSession(db, answer.id), actor: answer };
}

export async function signOut(db: Database, token: string): Promise<void> {
  await db.sessions.destroy({ where: { tokenHash: tokenHash(token) } });
}

/** Who a session token belongs to, or null. */
export async function actorOf(db: Database, token: string): Promise<Actor | null> {
  const rows = await db.sequelize.query<{ id: string; name: string; roles: string | string[] }>(
    "SELECT p.id, p.name, p.roles FROM sessions s JOIN people p ON p.id = s.personId WHERE s.tokenHash = ? AND s.expiresAt > ?",
    { type: QueryTypes.SELECT, replacements: [tokenHash(token), new Date()] },
  );
  const person = rows[0];
  if (!person) return null;
  const roles = z.array(z.string()).parse(typeof person.roles === "string" ? JSON.parse(person.roles) : person.roles);
  return { id: person.id, name: person.name, roles };
}

import { type Actor, ROLES } from "@averin/core";
import { randomBytes, randomUUID } from "node:crypto";
import { z } from "zod";
import type { At, Database, PersonRow, Tx } from "../database.ts";
import { servedSettings } from "../environment.ts";
import { hashed, verified } from "../helpers/index.ts";
import { notFound, Refused } from "../refused.ts";
import { setShopZone } from "../settings/zone.ts";
import { keepShop } from "../settings/store.ts";
import { clearCounters, type Counted, tries } from "./limiter.ts";
import { digest, FIRST_CODE, isFirstCode, knows, peopleCalled } from "./read.ts";
import { Op } from "sequelize";
import { credentialsSchema, newPersonSchema, type ownPasswordSchema, pinSchema, takeoverSchema } from "./schema.ts";

const SESSION_DAYS = 14;

/** Compared against when a name is unknown, so that the answer takes as long either way. */
let nobody: Promise<string> | null = null;

const nobodysHash = (): Promise<string> => (nobody ??= hashed("nobody-has-this-password"));

/** Where a try at a secret comes from: the socket's address, and the browser's own mark where it has one. */
export type From = { address: string; browser: string | null };

/** Tries that are free by name and address, and by name alone whatever the address. */
const FREE = 5;

const FREE_BY_NAME = 20;

/** What a try at somebody's secret is counted under. A browser that they used before has a count of its own. */
function countedFor(what: string, whose: string, { address, browser }: From, known: boolean): Counted[] {
  if (known && browser !== null) return [{ key: `${what}:${digest(`${whose} browser ${browser}`)}`, free: FREE }];
  return [
    { key: `${what}:${digest(`${whose} from ${address}`)}`, free: FREE },
    { key: `${what}:${digest(whose)}`, free: FREE_BY_NAME },
  ];
}

async function refuseTwin(db: Database, called: string, but: string | null, transaction: At): Promise<void> {
  const twin = (await peopleCalled(db, called, transaction)).find((person) => person.id !== but);
  if (!twin) return;
  const message = `${twin.name} is on file already: names that differ only in capitals are one. Add a letter or a surname.`;
  throw new Refused(409, { code: "conflict", path: "name", message });
}

export async function addPerson(
  db: Database,
  person: { name: string; password: string; roles: string[]; pin?: string | undefined; printedPassword?: boolean },
): Promise<string> {
  const id = randomUUID();
  await refuseTwin(db, person.name, null, null);
  await db.people.create({
    id,
    name: person.name,
    passwordHash: await hashed(person.password),
    roles: person.roles,
    createdAt: new Date(),
    pinHash: person.pin === undefined ? null : await hashed(person.pin),
    printedPassword: person.printedPassword ?? false,
  });
  return id;
}

/** Gives a person another name; what they did before stays under the name they had then. */
export async function rename(db: Database, id: string, called: string): Promise<void> {
  await refuseTwin(db, called, id, null);
  const row = await db.people.findByPk(id);
  if (!row) throw notFound("person");
  await row.update({ name: called });
}

/** Nobody else could look after this shop: refused before it comes to that. */
async function assertAnotherAdministrator(db: Database, but: string, transaction: Tx): Promise<void> {
  const others = await db.people.findAll({ where: { leftAt: null }, transaction, lock: transaction.LOCK.UPDATE });
  const left = others.some((row) => row.get("id") !== but && (row.get("roles") as string[]).includes("administrator"));
  if (left) return;
  const message = "Nobody else here is administrator: make another one first, then this can be changed.";
  throw new Refused(409, { code: "conflict", path: "roles", message });
}

/** Says what a person does here from now on; at least one administrator stays. */
export async function setRoles(db: Database, id: string, roles: string[]): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.people.findByPk(id, { transaction });
    if (!row) throw notFound("person");
    if (!roles.includes("administrator")) await assertAnotherAdministrator(db, id, transaction);
    await row.update({ roles }, { transaction });
  });
}

/** Somebody works here no more: they open nothing from now on, and their name stays on what they did. */
export async function leave(db: Database, id: string, now = new Date()): Promise<void> {
  await db.write(async (transaction) => {
    const row = await db.people.findByPk(id, { transaction });
    if (!row) throw notFound("person");
    await assertAnotherAdministrator(db, id, transaction);
    await row.update({ leftAt: now, pinHash: null }, { transaction });
    await db.sessions.destroy({ where: { personId: id }, transaction });
    await db.knownBrowsers.destroy({ where: { personId: id }, transaction });
  });
}

/** An administrator gives a person another password, which ends every session of theirs. */
export async function resetPassword(db: Database, id: string, fresh: string): Promise<void> {
  const passwordHash = await hashed(fresh);
  await db.write(async (transaction) => {
    const row = await db.people.findByPk(id, { transaction });
    if (!row) throw notFound("person");
    await row.update({ passwordHash, printedPassword: false }, { transaction });
    await db.sessions.destroy({ where: { personId: id }, transaction });
  });
}

/** A person's own password, changed by whoever knows it; tries at it are counted, and their other sessions end. */
export async function changePassword(
  db: Database,
  { personId, token }: { personId: string; token: string | null },
  { old, password: fresh }: z.infer<typeof ownPasswordSchema>,
  from: From,
): Promise<void> {
  const person = (await db.people.findByPk(personId))?.get({ plain: true });
  if (!person) throw notFound("person");
  const counted = countedFor("password", personId, from, await knows(db, from.browser, [person]));
  await tries(db).begin(counted);
  if (!(await verified(person.passwordHash, old))) {
    throw new Refused(401, { code: "conflict", path: "old", message: "That is not the password you had." });
  }
  await tries(db).clear(counted);
  const passwordHash = await hashed(fresh);
  await db.write(async (transaction) => {
    await db.people.update({ passwordHash, printedPassword: false }, { where: { id: personId }, transaction });
    const others = token === null ? {} : { tokenHash: { [Op.ne]: digest(token) } };
    await db.sessions.destroy({ where: { personId, ...others }, transaction });
  });
}

/** A code that opens the making of the first person, once; the one before it opens nothing any more. */
export async function newFirstCode(db: Database): Promise<string> {
  const code = randomBytes(18).toString("base64url");
  await db.settings.upsert({ name: FIRST_CODE, body: { hash: digest(code) } });
  return code;
}

/** The first person of a new shop: all roles, only while there is nobody yet, and only by the code that was printed. */
export async function addFirstAdministrator(
  db: Database,
  person: z.infer<typeof newPersonSchema>,
  from: From,
): Promise<void> {
  const counted = countedFor("first", "shop", from, false);
  await tries(db).begin(counted);
  const passwordHash = await hashed(person.password);
  await db.write(async (transaction) => {
    const held = "INSERT INTO counters (name, value) VALUES ('people', 0) ON DUPLICATE KEY UPDATE value = value";
    await db.sequelize.query(held, { transaction });
    await db.counters.findByPk("people", { transaction, lock: transaction.LOCK.UPDATE });
    if ((await db.people.count({ transaction })) > 0) {
      throw new Refused(409, {
        code: "conflict",
        path: "$",
        message: "This shop has people already: sign in instead.",
      });
    }
    if (!(await isFirstCode(db, person.code, transaction))) {
      throw new Refused(403, {
        code: "conflict",
        path: "code",
        message: "Open the link that ./averin up printed last: its code makes the first person, and this is not it.",
      });
    }
    await db.people.create(
      {
        ...{ id: randomUUID(), name: person.name, passwordHash, roles: [...ROLES], createdAt: new Date() },
        ...{ pinHash: null, printedPassword: false },
      },
      { transaction },
    );
    await db.settings.destroy({ where: { name: FIRST_CODE }, transaction });
    if (person.shop) await keepShop(db, person.shop, transaction);
  });
  if (person.shop) setShopZone(person.shop.zone);
  await tries(db).clear(counted);
}

async function remember(db: Database, browser: string | null, personId: string): Promise<void> {
  if (browser !== null) await db.knownBrowsers.upsert({ tokenHash: digest(browser), personId, lastAt: new Date() });
}

/**
 * A session token for the right name, in whatever case, and password; one sentence for everything else. Tries are
 * counted before the password is looked at, so that many at once are counted too. The session that was is ended.
 */
export async function signIn(
  db: Database,
  credentials: z.infer<typeof credentialsSchema>,
  from: From,
  before: string | null = null,
): Promise<string> {
  const people = await peopleCalled(db, credentials.name, null);
  const counted = countedFor("sign-in", credentials.name.toLowerCase(), from, await knows(db, from.browser, people));
  await tries(db).begin(counted);
  let person: PersonRow | null = null;
  // Names that differ only in case each have their own password.
  const here = people.filter(({ leftAt }) => leftAt === null);
  for (const one of here.length > 0 ? here : [null]) {
    const right = await verified(one?.passwordHash ?? (await nobodysHash()), credentials.password);
    if (right && one && person === null) person = one;
  }
  if (!person) {
    throw new Refused(401, {
      code: "conflict",
      path: "$",
      message: "Name and password do not go together. Try again.",
    });
  }
  if (person.printedPassword && servedSettings().AVERIN_BEYOND) {
    throw new Refused(403, {
      code: "conflict",
      path: "$",
      message:
        "This password is printed with the demo for everybody to read: it opens nothing where other machines reach this shop. Start Averin without --host or --public to look at the demo.",
    });
  }
  await tries(db).clear(counted);
  await remember(db, from.browser, person.id);
  if (before !== null) await signOut(db, before);
  return newSession(db, person.id);
}

async function newSession(db: Database, personId: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  const now = Date.now();
  await db.sessions.create({
    tokenHash: digest(token),
    personId,
    expiresAt: new Date(now + SESSION_DAYS * 86_400_000),
  });
  // What is over is cleared where it is made: nothing has to run by itself.
  await db.sequelize.query("DELETE FROM sessions WHERE expiresAt < ?", { replacements: [new Date(now)] });
  await clearCounters(db);
  return token;
}

/** Sets a person's PIN: they say their password, or the PIN that was; tries at either are counted. */
export async function setPin(
  db: Database,
  personId: string,
  { pin: fresh, password: word, oldPin }: z.infer<typeof pinSchema>,
  from: From,
): Promise<void> {
  const person = (await db.people.findByPk(personId))?.get({ plain: true });
  if (!person) throw notFound("person");
  const secret = word ?? oldPin;
  if (secret === undefined) {
    const message = "Say your password, or the PIN you had: a PIN is not changed without.";
    throw new Refused(422, { code: "missing", path: "password", message });
  }
  const kept = word === undefined ? person.pinHash : person.passwordHash;
  if (kept === null) {
    const message = "You have no PIN yet: say your password to set the first.";
    throw new Refused(422, { code: "missing", path: "password", message });
  }
  const counted = countedFor("pin", personId, from, await knows(db, from.browser, [person]));
  await tries(db).begin(counted);
  if (!(await verified(kept, secret))) {
    const message = word === undefined ? "That is not the PIN you had." : "That is not your password.";
    throw new Refused(401, { code: "conflict", path: word === undefined ? "oldPin" : "password", message });
  }
  await tries(db).clear(counted);
  await db.people.update({ pinHash: await hashed(fresh) }, { where: { id: personId } });
}

/**
 * Another person goes on at a bench that somebody is signed in at: their PIN, in place of the session that was. Wrong
 * PINs are counted in the database, so that every process of the application counts the same.
 */
export async function takeOver(
  db: Database,
  before: string,
  { personId, pin: typed }: z.infer<typeof takeoverSchema>,
  from: From,
): Promise<{ token: string; actor: Actor }> {
  const person = (await db.people.findByPk(personId))?.get({ plain: true });
  if (!person || person.pinHash === null || person.leftAt !== null) {
    throw new Refused(422, {
      code: "unsupported",
      path: "personId",
      message: "That person has no PIN yet: they sign in once and set one.",
    });
  }
  const counted = countedFor("pin", personId, from, await knows(db, from.browser, [person]));
  await tries(db).begin(counted);
  if (!(await verified(person.pinHash, typed))) {
    throw new Refused(401, { code: "conflict", path: "pin", message: "Not the PIN of that person. Try again." });
  }
  if (person.printedPassword && servedSettings().AVERIN_BEYOND) {
    const message = "This PIN is printed with the demo: it opens nothing where other machines reach this shop.";
    throw new Refused(403, { code: "conflict", path: "pin", message });
  }
  await tries(db).clear(counted);
  await signOut(db, before);
  return { token: await newSession(db, person.id), actor: { id: person.id, name: person.name, roles: person.roles } };
}

export async function signOut(db: Database, token: string): Promise<void> {
  await db.sessions.destroy({ where: { tokenHash: digest(token) } });
}

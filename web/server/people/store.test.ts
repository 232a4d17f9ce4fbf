import { randomUUID } from "node:crypto";
import type { Database } from "../database.ts";
import { endHelpers } from "../helpers/index.ts";
import { Refused } from "../refused.ts";
import { testDatabase } from "../testing.ts";
import { pauseAfter } from "./limiter.ts";
import { actorOf, anyPeople, colleaguesOf, isFirstCode, twinsOf } from "./read.ts";
import { newPersonSchema, pinSchema } from "./schema.ts";
import {
  addFirstAdministrator,
  addPerson,
  changePassword,
  leave,
  newFirstCode,
  rename,
  resetPassword,
  setPin,
  setRoles,
  signIn,
  signOut,
  takeOver,
} from "./store.ts";

let db: Database;
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(async () => {
  endHelpers();
  await db.sequelize.close();
});

const first = { name: "Liv Sande", password: "long-enough-word" };
const WORD = "another-long-word";
let addresses = 0;
/** Another place each time, so that tries of one test are not counted with those of another. */
const from = (address = `10.0.0.${(addresses += 1)}`, browser: string | null = null) => ({ address, browser });
const said = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "in",
    (error: Error) => error.message,
  );
const idOf = async (name: string): Promise<string> =>
  (await db.people.findOne({ where: { name } }))?.get("id") as string;
/** Time goes by: every pause is over, every count stays. */
const later = () => db.sequelize.query("DELETE FROM limiter WHERE id LIKE 'pause:%'");

test("the first person is made by the code that was printed last, once, holds every role, and there is only one first", async () => {
  expect(await anyPeople(db)).toBe(false);
  const old = await newFirstCode(db);
  const code = await newFirstCode(db);
  expect(await isFirstCode(db, old, null)).toBe(false);
  for (const wrong of ["", old, `${code}x`]) {
    const told = await said(addFirstAdministrator(db, { ...first, code: wrong }, from()));
    expect(told).toBe(
      "Open the link that ./averin up printed last: its code makes the first person, and this is not it.",
    );
  }
  expect(await db.people.count()).toBe(0);
  const tries = await Promise.allSettled([
    addFirstAdministrator(db, { ...first, code }, from()),
    addFirstAdministrator(db, { ...first, name: "Someone Else", code }, from()),
  ]);
  expect(tries.filter((t) => t.status === "fulfilled")).toHaveLength(1);
  expect(await isFirstCode(db, code, null)).toBe(false);
  expect(await db.people.count()).toBe(1);
  const row = await db.people.findOne();
  expect(row?.get("roles")).toEqual(["technician", "lead", "counter", "administrator"]);
  expect(row?.get("passwordHash")).toMatch(/^\$argon2id\$/);
});

test("signing in gives a token that the server keeps only as a hash; signing out ends it", async () => {
  await addPerson(db, { name: "Mira", password: WORD, roles: ["technician"] });
  const token = await signIn(db, { name: "Mira", password: WORD }, from());
  expect(await actorOf(db, token)).toMatchObject({ name: "Mira", roles: ["technician"] });
  expect(JSON.stringify(await db.sessions.findAll({ raw: true }))).not.toContain(token);
  await signOut(db, token);
  expect(await actorOf(db, token)).toBeNull();
});

test("signing in renews the session, and clears those that are over", async () => {
  const before = await signIn(db, { name: "Mira", password: WORD }, from());
  const other = await signIn(db, { name: "Mira", password: WORD }, from());
  await db.sessions.update({ expiresAt: new Date(Date.now() - 1000) }, { where: {} });
  expect(await actorOf(db, before)).toBeNull();
  const now = await signIn(db, { name: "Mira", password: WORD }, from());
  expect(await db.sessions.count()).toBe(1);
  const renewed = await signIn(db, { name: "Mira", password: WORD }, from(), now);
  expect([await actorOf(db, now), await actorOf(db, other)]).toEqual([null, null]);
  expect(await actorOf(db, renewed)).toMatchObject({ name: "Mira" });
});

test("a wrong name and a wrong password are told alike", async () => {
  const wrong = { password: "not-the-word" };
  expect(await said(signIn(db, { name: "Mira", ...wrong }, from()))).toBe(
    await said(signIn(db, { name: "Nobody", ...wrong }, from())),
  );
  expect(newPersonSchema.safeParse({ name: "A B", password: "short" }).success).toBe(false);
});

describe("names in whatever case", () => {
  test("are one at the door; a second that differs only in case is not added", async () => {
    expect(await said(signIn(db, { name: "mIRA", password: WORD }, from()))).toBe("in");
    expect(await said(addPerson(db, { name: "MIRA", password: WORD, roles: [] }))).toMatch(
      /^Mira is on file already: names that differ only in capitals are one/,
    );
  });

  test("two that are on file already both stay, each with their own password, until an administrator renames one", async () => {
    const [row] = await db.people.findAll({ where: { name: "Mira" }, raw: true });
    await addPerson(db, { name: "Twin", password: "the-twin-has-this", roles: ["lead"] });
    const id = await idOf("Twin");
    await db.sequelize.query("UPDATE people SET name = 'mira' WHERE id = ?", { replacements: [id] });
    expect((await twinsOf(db)).map((group) => group.map(({ name }) => name).sort())).toEqual([["Mira", "mira"]]);
    const who = async (name: string, password: string) =>
      (await actorOf(db, await signIn(db, { name, password }, from())))?.id;
    expect(await who("MIRA", WORD)).toBe((row as unknown as { id: string }).id);
    expect(await who("Mira", "the-twin-has-this")).toBe(id);
    expect(await said(rename(db, id, "MIRA"))).toMatch(/on file already/);
    await rename(db, id, "Mira Lund");
    expect(await twinsOf(db)).toEqual([]);
    expect(await who("mira lund", "the-twin-has-this")).toBe(id);
    expect(await said(rename(db, randomUUID(), "Nobody here"))).toMatch(/no such person/);
  });
});

describe("tries at the door", () => {
  const wrong = (name: string, place: { address: string; browser: string | null }) =>
    said(signIn(db, { name, password: "not-the-word" }, place));

  test("five are free, then each waits twice as long as the one before, up to a quarter of an hour", () => {
    expect([1, 4, 5, 6, 7, 12, 14, 15, 30].map((n) => pauseAfter(n, 5))).toEqual([0, 0, 1, 2, 4, 128, 512, 900, 900]);
  });

  test("are counted by name and address, whether the name is known or not; a right one after the pause clears them", async () => {
    for (const name of ["Mira", "Nobody"]) {
      const place = from();
      for (let i = 0; i < 5; i += 1) expect(await wrong(name, place)).toMatch(/do not go together/);
      expect(await wrong(name, place)).toMatch(/^Too many wrong tries: wait 1 s, then try again/);
      expect(await said(signIn(db, { name: name.toLowerCase(), password: WORD }, place))).toMatch(
        /Too many wrong tries/,
      );
    }
    const place = from();
    for (let i = 0; i < 5; i += 1) await wrong("Mira", place);
    await later();
    expect(await wrong("Mira", place)).toMatch(/do not go together/);
    expect(await wrong("Mira", place)).toMatch(/wait 2 s/);
    await later();
    expect(await said(signIn(db, { name: "Mira", password: WORD }, place))).toBe("in");
    for (let i = 0; i < 5; i += 1) expect(await wrong("Mira", place)).toMatch(/do not go together/);
    await later();
    expect(await said(signIn(db, { name: "Mira", password: WORD }, place))).toBe("in");
  });

  test("at the same moment are counted one by one: of twenty no more than five are looked at", async () => {
    const place = from();
    const told = await Promise.all(Array.from({ length: 20 }, () => wrong("Mira", place)));
    expect(told.filter((text) => /do not go together/.test(text))).toHaveLength(5);
    expect(told.filter((text) => /Too many wrong tries/.test(text))).toHaveLength(15);
    await later();
    await said(signIn(db, { name: "Mira", password: WORD }, place));
  });

  test("from many addresses are counted by name too, later; a browser that they used before is not held up", async () => {
    const own = randomUUID();
    await signIn(db, { name: "Mira", password: WORD }, from("10.1.0.1", own));
    for (let i = 0; i < 20; i += 1) await wrong("Mira", from());
    expect(await wrong("Mira", from())).toMatch(/Too many wrong tries/);
    expect(await said(signIn(db, { name: "Mira", password: WORD }, from("10.1.0.1", own)))).toBe("in");
    expect(await said(signIn(db, { name: "Mira", password: WORD }, from("10.1.0.1", randomUUID())))).toMatch(
      /Too many/,
    );
    await db.sequelize.query("DELETE FROM limiter");
  });
});

test("a password that is printed for everybody opens nothing where other machines reach the shop", async () => {
  await addPerson(db, { name: "Demo", password: "printed-for-all", roles: [], pin: "1111", printedPassword: true });
  const enter = () => said(signIn(db, { name: "Demo", password: "printed-for-all" }, from()));
  expect(await enter()).toBe("in");
  process.env.AVERIN_BEYOND = "1";
  try {
    expect(await enter()).toMatch(/printed with the demo for everybody to read: it opens nothing where other machines/);
  } finally {
    delete process.env.AVERIN_BEYOND;
  }
});

describe("PINs", () => {
  const at = async (pin: string, place = from()): Promise<string> => {
    const before = await signIn(db, { name: "Mira", password: WORD }, from());
    return takeOver(db, before, { personId: await idOf("Tobin"), pin }, place).then(
      async ({ token, actor }) => {
        expect(await actorOf(db, before)).toBeNull();
        expect(await actorOf(db, token)).toEqual(actor);
        return actor.name;
      },
      (error: Error) => error.message,
    );
  };

  test("are set by whoever knows the password, or the PIN that was; never by a session alone", async () => {
    await addPerson(db, { name: "Tobin", password: "yet-another-word", roles: ["lead"] });
    expect(await at("1234")).toMatch(/has no PIN yet/);
    const id = await idOf("Tobin");
    const set = (body: object) => said(setPin(db, id, { pin: "4711", ...body }, from()));
    expect(await set({})).toBe("Say your password, or the PIN you had: a PIN is not changed without.");
    expect(await set({ oldPin: "0000" })).toBe("You have no PIN yet: say your password to set the first.");
    expect(await set({ password: "not-the-word" })).toBe("That is not your password.");
    expect(await set({ password: "yet-another-word" })).toBe("in");
    expect(await set({ oldPin: "0000" })).toBe("That is not the PIN you had.");
    expect(await set({ oldPin: "4711" })).toBe("in");
    expect(await at("1234")).toBe("Not the PIN of that person. Try again.");
    expect(await at("4711")).toBe("Tobin");
    expect(pinSchema.safeParse({ pin: "12" }).success).toBe(false);
    expect(pinSchema.safeParse({ pin: "abcd" }).success).toBe(false);
  });

  test("wait longer after each wrong one, whoever asks; time opens them again", async () => {
    const place = from();
    for (let i = 0; i < 5; i += 1) expect(await at("0000", place)).toMatch(/Not the PIN/);
    const told = await said(takeOver(db, "", { personId: await idOf("Tobin"), pin: "4711" }, place));
    expect(told).toMatch(/Too many wrong tries: wait 1 s/);
    await later();
    expect(await at("4711", place)).toBe("Tobin");
  });

  test("tries that are refused say what kind of refusal they are", async () => {
    const place = from();
    for (let i = 0; i < 6; i += 1) await at("0000", place);
    const error = await takeOver(db, "", { personId: await idOf("Tobin"), pin: "0000" }, place).catch(
      (e: unknown) => e,
    );
    expect(error).toBeInstanceOf(Refused);
    expect((error as Refused).status).toBe(429);
    await db.sequelize.query("DELETE FROM limiter");
  });
});

describe("people of a shop come, change what they do, and leave", () => {
  const secret = "long-enough-word";

  test("at least one administrator stays: neither by another role nor by leaving does the last one go", async () => {
    const left = await db.people.findAll();
    const others = left.filter((row) => (row.get("roles") as string[]).includes("administrator"));
    const [last] = others;
    for (const one of others.slice(1)) await leave(db, one.get("id") as string);
    const id = last?.get("id") as string;
    await expect(setRoles(db, id, ["technician"])).rejects.toThrow("Nobody else here is administrator");
    await expect(leave(db, id)).rejects.toThrow("Nobody else here is administrator");
    await addPerson(db, { name: "Second Admin", password: secret, roles: ["administrator"] });
    await setRoles(db, id, ["technician", "administrator"]);
  });

  test("whoever has left opens nothing, and nobody else takes their name", async () => {
    const id = await addPerson(db, { name: "Arne Vold", password: secret, roles: ["technician"], pin: "4711" });
    const token = await signIn(db, { name: "Arne Vold", password: secret }, from());
    await leave(db, id);
    expect(await actorOf(db, token)).toBeNull();
    await expect(signIn(db, { name: "Arne Vold", password: secret }, from())).rejects.toThrow(/do not go together/);
    const other = await signIn(db, { name: "Second Admin", password: secret }, from());
    await expect(takeOver(db, other, { personId: id, pin: "4711" }, from())).rejects.toThrow(/has no PIN/);
    expect((await colleaguesOf(db)).map(({ name }) => name)).not.toContain("Arne Vold");
    await expect(addPerson(db, { name: "arne vold", password: secret, roles: ["lead"] })).rejects.toThrow(
      /on file already/,
    );
  });

  test("a password is changed by whoever knows it, or set anew by an administrator; other sessions end with it", async () => {
    await addPerson(db, { name: "Berit Nes", password: secret, roles: ["counter"] });
    const id = await idOf("Berit Nes");
    const [here, there] = [
      await signIn(db, { name: "Berit Nes", password: secret }, from()),
      await signIn(db, { name: "Berit Nes", password: secret }, from()),
    ];
    const fresh = { old: "not the one I had", password: "another-long-word" };
    await expect(changePassword(db, { personId: id, token: here }, fresh, from())).rejects.toThrow(/not the password/);
    await changePassword(db, { personId: id, token: here }, { ...fresh, old: secret }, from());
    expect(await actorOf(db, there)).toBeNull();
    expect((await actorOf(db, here))?.name).toBe("Berit Nes");
    await resetPassword(db, id, "a-third-long-word");
    expect(await actorOf(db, here)).toBeNull();
    await signIn(db, { name: "Berit Nes", password: "a-third-long-word" }, from());
  });
});

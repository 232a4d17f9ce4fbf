import type { Database } from "../database.ts";
import { testDatabase } from "../testing.ts";
import {
  actorOf,
  addFirstAdministrator,
  addPerson,
  anyPeople,
  newPersonSchema,
  pinSchema,
  setPin,
  signIn,
  signOut,
  takeOver,
} from "./people.ts";

let db: Database;
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(() => db.sequelize.close());

const first = { name: "Liv Sande", password: "long-enough-word" };

test("the first person of an empty shop holds every role, and there is only one first", async () => {
  expect(await anyPeople(db)).toBe(false);
  const tries = await Promise.allSettled([
    addFirstAdministrator(db, first),
    addFirstAdministrator(db, { ...first, name: "Someone Else" }),
  ]);
  expect(tries.filter((t) => t.status === "fulfilled")).toHaveLength(1);
  expect(await db.people.count()).toBe(1);
  const row = await db.people.findOne();
  expect(row?.get("roles")).toEqual(["technician", "lead", "counter", "administrator"]);
  expect(row?.get("passwordHash")).toMatch(/^\$argon2id\$/);
});

test("signing in gives a token that the server keeps only as a hash; signing out ends it", async () => {
  await addPerson(db, { name: "Mira", password: "another-long-word", roles: ["technician"] });
  const token = await signIn(db, { name: "Mira", password: "another-long-word" });
  expect(await actorOf(db, token)).toMatchObject({ name: "Mira", roles: ["technician"] });
  expect(JSON.stringify(await db.sessions.findAll({ raw: true }))).not.toContain(token);
  await signOut(db, token);
  expect(await actorOf(db, token)).toBeNull();
});

test("a session past its day is nobody's", async () => {
  const token = await signIn(db, { name: "Mira", password: "another-long-word" });
  await db.sessions.update({ expiresAt: new Date(Date.now() - 1000) }, { where: {} });
  expect(await actorOf(db, token)).toBeNull();
});

test("a wrong name and a wrong password are told alike", async () => {
  const said = async (name: string, password: string): Promise<string> =>
    signIn(db, { name, password }).then(
      () => "signed in",
      (error: Error) => error.message,
    );
  expect(await said("Mira", "not-the-word")).toBe(await said("Nobody", "not-the-word"));
  expect(newPersonSchema.safeParse({ name: "A B", password: "short" }).success).toBe(false);
});

describe("taking over at a bench", () => {
  const at = async (pin: string): Promise<string> => {
    const before = await signIn(db, { name: "Mira", password: "another-long-word" });
    const person = await db.people.findOne({ where: { name: "Tobin" } });
    return takeOver(db, before, { personId: person?.get("id") as string, pin }).then(
      async ({ token, actor }) => {
        expect(await actorOf(db, before)).toBeNull();
        expect(await actorOf(db, token)).toEqual(actor);
        return actor.name;
      },
      (error: Error) => error.message,
    );
  };

  test("wants a PIN that was set, and the right one", async () => {
    await addPerson(db, { name: "Tobin", password: "yet-another-word", roles: ["lead"] });
    expect(await at("1234")).toMatch(/has no PIN yet/);
    const id = (await db.people.findOne({ where: { name: "Tobin" } }))?.get("id") as string;
    await setPin(db, id, "4711");
    expect(await at("1234")).toBe("Not the PIN of that person. Try again.");
    expect(await at("4711")).toBe("Tobin");
    expect(pinSchema.safeParse({ pin: "12" }).success).toBe(false);
    expect(pinSchema.safeParse({ pin: "abcd" }).success).toBe(false);
  });

  test("is closed for a while after too many wrong ones, whoever asks; time opens it again", async () => {
    for (let i = 0; i < 5; i += 1) expect(await at("0000")).toMatch(/Not the PIN/);
    expect(await at("4711")).toMatch(/Too many wrong PINs: wait 10 minutes/);
    await db.people.update({ pinLockedUntil: new Date(Date.now() - 1000) }, { where: { name: "Tobin" } });
    expect(await at("4711")).toBe("Tobin");
  });
});

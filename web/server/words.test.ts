import type { Database } from "./database.ts";
import { partLines } from "./parts/read.ts";
import { testDatabase } from "./testing.ts";
import { foundBy, lookedFor, synonymsOf } from "./words.ts";

const KNOWN = [
  ["retaining strap", "rubber hook"],
  ["tire", "tyre"],
];

test("what several names are used for is looked for under each of them, a name of two words as one", () => {
  expect(lookedFor("Rubber  hook left", KNOWN)).toEqual([["retaining strap", "rubber hook"], ["left"]]);
  expect(lookedFor("tyre pressure", KNOWN)).toEqual([["tire", "tyre"], ["pressure"]]);
  // A part of a word is no name: "entire" is no tire.
  expect(lookedFor("entire", KNOWN)).toEqual([["entire"]]);
  expect(lookedFor("  ")).toEqual([]);
});

test("signs that mean something to the database are only letters", () => {
  expect(foundBy("name", "50%_a")).toEqual({
    where: "(LOWER(name) LIKE :word0x0)",
    replacements: { word0x0: "%50\\%\\_a%" },
  });
});

describe("in a shop", () => {
  let db: Database;
  beforeAll(async () => {
    db = await testDatabase("demo");
  });
  afterAll(() => db.sequelize.close());

  test("a part is found by the word that the other half of the trade uses", async () => {
    expect((await synonymsOf(db)).length).toBeGreaterThan(10);
    const by = async (search: string) => (await partLines(db, search)).parts.map(({ number }) => number);
    expect(await by("split pin")).toEqual(await by("cotter pin"));
    expect(await by("split pin")).not.toEqual([]);
  });
});

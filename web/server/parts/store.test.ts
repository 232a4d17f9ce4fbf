import type { Actor } from "@averin/core";
import type { Database } from "../database.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { partById, partLines, partsOfBook } from "./read.ts";
import { partChangeSchema } from "./schema.ts";
import { addPart, changePart } from "./store.ts";

// Parts, makers and prices typed here are invented.
let db: Database;
let edda: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  edda = await actorCalled(db, "Edda Vane");
});
afterAll(() => db.sequelize.close());

const FIRST = "Pellando Grindal 300";
const OTHER = "Pellando Skerry 250";
const typed = (number: string, more: object = {}) => ({
  ...{ role: "gasket", name: "Cover gasket", number, price: "6.20", currency: "TFC", model: FIRST },
  ...more,
});
const does = (change: object) => partChangeSchema.parse(change);
const bookId = async (model: string): Promise<string> => {
  const row = await db.books.findOne({ where: { model } });
  return row?.get("id") as string;
};
const offered = async (model: string, number: string) =>
  (await partsOfBook(db, await bookId(model), null)).find((part) => part.number === number);

test("a part that fits two models is one part: priced once, counted once, offered to both", async () => {
  const { id } = await addPart(db, typed("G-1", { stock: "3" }), edda);
  await expect(addPart(db, typed("G-1"), edda)).rejects.toThrow("Cover gasket, number G-1, is on file already.");
  // The same number typed at another model is the same part, at what it costs by now.
  const again = await addPart(db, typed("G-1", { model: OTHER.toUpperCase(), price: "6,40" }), edda);
  expect(again.id).toBe(id);
  for (const model of ["Grindal 300", "Skerry 250"]) {
    expect(await offered(model, "G-1")).toMatchObject({ price: "6.40", stock: 3, positions: [] });
  }
  await changePart(db, id, does({ does: "counted", stock: "2" }), edda);
  expect(await offered("Skerry 250", "G-1")).toMatchObject({ stock: 2 });
  expect((await partById(db, id)).log.map(({ words, by }) => `${words}, ${by}`)).toEqual([
    "2 counted in stores; there were 3, Edda Vane",
    "fits another model too; 6.40 TFC, Edda Vane",
    "put on file, Edda Vane",
  ]);
});

test("it fits at one place or at all, and is offered as that", async () => {
  const { id } = await addPart(db, typed("G-2"), edda);
  await changePart(db, id, does({ does: "fits", model: OTHER, position: "front left" }), edda);
  await changePart(db, id, does({ does: "fits", model: OTHER, position: "front right" }), edda);
  expect((await offered("Skerry 250", "G-2"))?.positions.sort()).toEqual(["front left", "front right"]);
  const again = does({ does: "fits", model: OTHER, position: "front left" });
  await expect(changePart(db, id, again, edda)).rejects.toThrow(/is on file already/);
  for (const position of ["front left", "front right"]) {
    await changePart(db, id, does({ does: "fits no more", model: OTHER, position }), edda);
  }
  expect(await offered("Skerry 250", "G-2")).toBeUndefined();
});

test("what may go in instead holds both ways; a kit says what it holds", async () => {
  const { id } = await addPart(db, typed("G-3"), edda);
  const { id: other } = await addPart(db, typed("G-4"), edda);
  await changePart(db, id, does({ does: "instead", number: "G-4" }), edda);
  // Said of the other too, it is still one.
  await changePart(db, other, does({ does: "instead", number: "G-3" }), edda);
  expect((await offered("Grindal 300", "G-3"))?.instead).toEqual(["G-4"]);
  expect((await offered("Grindal 300", "G-4"))?.instead).toEqual(["G-3"]);
  await changePart(db, id, does({ does: "not instead", number: "G-4" }), edda);
  expect((await offered("Grindal 300", "G-4"))?.instead).toEqual([]);

  const { id: kit } = await addPart(db, typed("G-5", { role: "other", name: "Gasket kit" }), edda);
  await changePart(db, kit, does({ does: "holds", number: "G-3", count: "2" }), edda);
  expect((await offered("Grindal 300", "G-5"))?.holds).toEqual([{ role: "gasket", name: "Cover gasket", count: 2 }]);
  expect((await partById(db, id)).heldBy.map(({ number }) => number)).toEqual(["G-5"]);
});

test.each([
  [{ does: "instead", number: "nowhere" }, /No part on file has the number nowhere/],
  [{ does: "instead", number: "G-6" }, /G-6 is this part: give the number of another/],
  [{ does: "holds", number: "G-1", count: "none" }, /How many of it are in the kit: 1 or more/],
  [
    { does: "fits", model: "Grindal 30", position: "" },
    /No model is called Grindal 30: .* such as Pellando Grindal 300/,
  ],
  [{ does: "priced", price: "dear", currency: "TFC" }, /price of one, such as 8\.40/],
  [{ does: "priced", price: "8", currency: "" }, /currency of the price/],
  [{ does: "counted", stock: "a few" }, /0 is an answer too/],
  [{ does: "put right", name: "x", number: "G-1", maker: "", leadDays: "" }, /number G-1, is on file already/],
  [{ does: "put right", name: "x", number: "G-6", maker: "", leadDays: "soon" }, /such as 14/],
])("what cannot be is told and changes nothing: %j", async (change, expected) => {
  const row = await db.parts.findOne({ where: { number: "G-6" } });
  const id = (row?.get("id") as string | undefined) ?? (await addPart(db, typed("G-6"), edda)).id;
  const before = await partById(db, id);
  await expect(changePart(db, id, does(change), edda)).rejects.toThrow(expected);
  expect(await partById(db, id)).toEqual(before);
});

test("a kit is not in what it holds", async () => {
  const { id } = await addPart(db, typed("G-7"), edda);
  const { id: kit } = await addPart(db, typed("G-8", { role: "other" }), edda);
  await changePart(db, kit, does({ does: "holds", number: "G-7", count: "1" }), edda);
  const round = does({ does: "holds", number: "G-8", count: "1" });
  await expect(changePart(db, id, round, edda)).rejects.toThrow(/G-8 is the kit that holds this one/);
});

test("a part is found by its number, its name, its maker and a model it fits", async () => {
  await addPart(db, typed("Z-77", { name: "Odd washer", maker: "Invented Works" }), edda);
  for (const search of ["z-77", "odd WASHER", "invented works odd", "grindal odd"]) {
    expect((await partLines(db, search)).parts.map(({ number }) => number)).toEqual(["Z-77"]);
  }
  expect((await partLines(db, "odd washer skerry")).parts).toEqual([]);
});

import { QueryTypes } from "sequelize";
import { addBook } from "./books/store.ts";
import type { Database } from "./database.ts";
import { migrate } from "./migrations.ts";
import { partsOfBook } from "./parts/read.ts";
import { testDatabase } from "./testing.ts";

let db: Database;
beforeAll(async () => {
  db = await testDatabase();
});
afterAll(() => db.sequelize.close());

test("every table is described alike by the model and by the database: its columns, and which may be empty", async () => {
  const columns = await db.sequelize.query<{ t: string; c: string; empty: string; made: string | null }>(
    `SELECT TABLE_NAME AS t, COLUMN_NAME AS c, IS_NULLABLE AS empty, GENERATION_EXPRESSION AS made
      FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE()`,
    { type: QueryTypes.SELECT },
  );
  const held = new Map<string, Map<string, boolean>>();
  // What the database works out by itself is written by nobody.
  for (const { t, c, empty, made } of columns) {
    if (!made) held.set(t, (held.get(t) ?? new Map<string, boolean>()).set(c, empty === "YES"));
  }
  const models = Object.values(db.sequelize.models);
  const rows = (entries: Iterable<[string, boolean]>): string[] =>
    [...entries].map(([column, empty]) => `${column}${empty ? " may be empty" : ""}`).sort();
  for (const model of models) {
    const own = Object.entries(model.getAttributes()).map(([column, { allowNull, primaryKey }]): [string, boolean] => [
      column,
      allowNull !== false && primaryKey !== true,
    ]);
    expect([model.tableName, ...rows(own)]).toEqual([
      model.tableName,
      ...rows(held.get(model.tableName) ?? new Map<string, boolean>()),
    ]);
  }
  // The limiter counts in statements of its own, and migrations are kept by their runner.
  const described = new Set([...models.map((model) => model.tableName), "limiter", "migrations"]);
  expect([...held.keys()].filter((table) => !described.has(table))).toEqual([]);
});

test("a query that goes beside its open transaction is refused, and nothing of the transaction is kept", async () => {
  const beside = db.write(async (transaction) => {
    await db.counters.create({ name: "within", value: 1 }, { transaction });
    await db.counters.count();
  });
  await expect(beside).rejects.toThrow(/a query inside a transaction must take it/);
  expect(await db.counters.findByPk("within")).toBeNull();
  await db.write((transaction) => db.counters.create({ name: "within", value: 2 }, { transaction }));
  expect((await db.counters.findByPk("within"))?.get("value")).toBe(2);
});

test("parts of a shop from before fit the model that they were filed under", async () => {
  const kind = { id: "motorcycle", name: "Motorcycle", builds: ["coil-spring"] };
  const book = await db.write((tx) => addBook(db, { maker: "Invented", model: "Older" }, kind, tx));
  // The table as it stood then: a part belonged to one book and always had a price.
  for (const statement of [
    "DELETE FROM migrations WHERE name = '0015-parts-of-several-models'",
    "DROP TABLE part_log, part_holds, part_instead, part_fits",
    "ALTER TABLE store_parts DROP maker, DROP pricedOn, DROP priceSource, DROP leadDays, ADD bookId VARCHAR(60) NOT NULL",
    "ALTER TABLE store_parts ADD FOREIGN KEY (bookId) REFERENCES spec_books(id)",
    `INSERT INTO store_parts (id, bookId, role, name, number, price, currency, stock)
      VALUES ('p1', '${book.id}', 'gasket', 'Gasket', 'G-1', 6.20, 'TFC', 3)`,
  ]) {
    await db.sequelize.query(statement);
  }
  expect(await migrate(db)).toEqual(["0015-parts-of-several-models"]);
  expect(await partsOfBook(db, book.id, null)).toEqual([
    {
      ...{ id: "p1", role: "gasket", name: "Gasket", number: "G-1", maker: "", nominal: null, thicknessMm: null },
      ...{ price: "6.20", currency: "TFC", pricedOn: null, priceSource: "", stock: 3, leadDays: null },
      ...{ positions: [], instead: [], holds: [] },
    },
  ]);
});

test("figures of a shop from before are told apart by what they hold for", async () => {
  const kind = { id: "motorcycle", name: "Motorcycle", builds: ["coil-spring"] };
  const book = await db.write((tx) => addBook(db, { maker: "Invented", model: "Some years" }, kind, tx));
  const source = { grade: "measured", book: "bench", edition: "", page: "", checkedBy: null };
  const count = { kind: "count", key: "spring-count", label: "Springs", count: 5, source };
  const late = { ...count, key: "cover-bolt-count", holdsFor: { years: { from: 2024, to: null } } };
  for (const statement of [
    "DELETE FROM migrations WHERE name = '0023-figures-side-by-side'",
    "ALTER TABLE specs DROP PRIMARY KEY, ADD PRIMARY KEY (bookId, specKey), DROP scope",
  ]) {
    await db.sequelize.query(statement);
  }
  for (const body of [count, late]) {
    await db.sequelize.query("INSERT INTO specs (bookId, specKey, format, body) VALUES (?, ?, 1, ?)", {
      replacements: [book.id, body.key, JSON.stringify(body)],
    });
  }
  expect(await migrate(db)).toEqual(["0023-figures-side-by-side"]);
  const kept = await db.specs.findAll({ where: { bookId: book.id }, order: ["specKey"] });
  expect(kept.map((row) => [row.get("specKey"), row.get("scope")])).toEqual([
    ["cover-bolt-count", "years=2024.."],
    ["spring-count", ""],
  ]);
});

import { type Actor, KNOWN_FIGURES } from "@averin/core";
import { readFileSync } from "node:fs";
import path from "node:path";
import type { Database } from "../database.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import type { Coding } from "./files.ts";
import { exported, lookAtFile, TABLES, takeFile } from "./store.ts";

// Everything in these files is invented.
let db: Database;
let tobin: Actor;
beforeAll(async () => {
  db = await testDatabase("demo");
  tobin = await actorCalled(db, "Tobin Hask");
});
afterAll(() => db.sequelize.close());

const DEMO = path.join(__dirname, "../../../demo");
const KINDS = ["models", "figures", "machines", "parts", "gauges", "wrenches", "people"];
const how = (more: { take?: boolean; reason?: string; coding?: Coding } = {}) => ({
  ...{ take: false, reason: "", coding: null, by: tobin },
  ...more,
});
const look = (kind: string, text: string | Buffer, more: Parameters<typeof how>[0] = {}, on = db) =>
  lookAtFile(on, kind, Buffer.from(text), how(more));
const take = (kind: string, text: string | Buffer, reason = "") => look(kind, text, { take: true, reason });
const csv = (...lines: string[]): string => `${lines.join("\r\n")}\r\n`;
const FIGURE = "maker,model,figure,least,unit,grade,source";
const figure = (least: string, more = "mm,shop rule,wall"): string =>
  `Pellando,Grindal 300,steel-warp-x,${least},${more}`;

test.each(["csv", "json"] as const)(
  "out, into an empty shop and out again, every %s file is the same to the byte",
  async (as) => {
    const empty = await testDatabase();
    try {
      for (const kind of KINDS) {
        const out = await exported(db, kind, as);
        await takeFile(empty, kind, out, tobin);
        expect((await exported(empty, kind, as)).equals(out)).toBe(true);
        // Taken in once more, nothing is new and nothing is changed.
        expect(await look(kind, out, { take: true }, empty)).toMatchObject({ fresh: 0, changed: 0, faultCount: 0 });
      }
    } finally {
      await empty.sequelize.close();
    }
  },
);

test("the demo came in by these files, and goes out as they stand", async () => {
  for (const kind of ["models", "figures", "gauges", "wrenches"]) {
    const file = readFileSync(path.join(DEMO, `${kind}.json`));
    expect((await exported(db, kind, "json")).equals(file)).toBe(true);
  }
});

test("a file is looked at first: each row's fate is told, and nothing is kept", async () => {
  const file = csv("name,least_nm,most_nm", "Wrench A,4,20", "Wrench Z,1,5", "Wrench Y,9,3");
  const looked = await look("wrenches", file);
  expect(looked).toMatchObject({ rows: 3, fresh: 1, taken: false, faultCount: 2 });
  expect(looked.faults).toMatchObject([
    {
      line: 2,
      column: "length_mm",
      message: expect.stringMatching(/^On file is 250, here nothing\. Change it on its own/),
    },
    { line: 4, column: "most_nm", message: expect.stringMatching(/9 to 3 does not/) },
  ]);
  expect((await exported(db, "wrenches", "csv")).toString()).not.toContain("Wrench Z");
});

test("of five thousand rows with forty bad ones nothing is taken; each is named by line and column, and mended it is taken whole", async () => {
  const models = csv("maker,model,what", ...Array.from({ length: 100 }, (_, i) => `Invented,Row ${i + 1},Motorcycle`));
  await take("models", models);
  // Fifty figures for each of a hundred models: limits and plain figures that any book may have.
  const inMm = [...KNOWN_FIGURES.values()].filter(({ unit }) => unit === "mm");
  const of = (kind: string) => inMm.flatMap((known) => (known.kind === kind ? [known.key] : []));
  const asked = [...of("limit").map((key) => `${key},5,`), ...of("figure").map((key) => `${key},,5`)].slice(0, 50);
  const lines = asked.flatMap((said) =>
    Array.from({ length: 100 }, (_, i) => `Invented,Row ${i + 1},${said},mm,guess,invented`),
  );
  const bad = new Set(Array.from({ length: 40 }, (_, n) => n * 120 + 7));
  const head = "maker,model,figure,least,value,unit,grade,source";
  const broken = lines.map((line, i) => (bad.has(i) ? line.replace(",mm,", ",bar,") : line));
  const looked = await take("figures", csv(head, ...broken));
  expect(looked).toMatchObject({ rows: 5_000, faultCount: 40, taken: false });
  expect(looked.faults.map(({ line, column }) => `${line} ${column}`)).toEqual([...bad].map((i) => `${i + 2} unit`));
  expect(await db.specs.count({ where: { bookId: "invented-row-1" } })).toBe(0);
  const mended = await take("figures", csv(head, ...lines));
  expect(mended).toMatchObject({ rows: 5_000, fresh: 5_000, faultCount: 0, taken: true });
  expect(await db.specs.count({ where: { bookId: "invented-row-1" } })).toBe(50);
});

test("a figure that differs from the one on file takes its place for a reason only, and the old one stays readable", async () => {
  const row = (least: string) =>
    csv(FIGURE, `Pellando,Grindal 300,friction-thickness,${least},mm,shop rule,wall chart`);
  const refused = await take("figures", row("2.6"));
  expect(refused.faults).toMatchObject([
    { line: 2, message: expect.stringMatching(/Say why the file’s take the place/) },
  ]);
  const taken = await take("figures", row("2.6"), "chart of this season");
  expect(taken).toMatchObject({ changed: 1, taken: true });
  const before = await db.superseded.findAll({
    where: { bookId: "pellando-grindal-300", specKey: "friction-thickness" },
  });
  expect(before.map((one) => [one.get("supersededBy"), one.get("reason")])).toEqual([
    ["Tobin Hask", "chart of this season"],
  ]);
});

test("figures of one name for other years come in beside each other; two that nobody could tell apart are told", async () => {
  const head = "maker,model,figure,least,unit,years,grade,source";
  const row = (least: string, years: string) => `Pellando,Grindal 300,belt-width,${least},mm,${years},shop rule,wall`;
  const taken = await take("figures", csv(head, row("0.2", "to 2023"), row("0.3", "from 2024"), row("0.25", "")));
  expect(taken).toMatchObject({ fresh: 3, faultCount: 0, taken: true });
  expect(await take("figures", csv(head, row("0.3", "from 2024")))).toMatchObject({ same: 1, fresh: 0, changed: 0 });
  const refused = await take("figures", csv(head, row("0.4", "2023 to 2025")));
  expect(refused).toMatchObject({
    taken: false,
    faults: [
      { line: 2, column: "years", message: expect.stringMatching(/^Some machines would have this one and that/) },
    ],
  });
  await db.specs.destroy({ where: { specKey: "belt-width" } });
});

test("UTF-8 with or without its mark and UTF-16 are known; anything else is asked", async () => {
  const text = csv("name,least_nm,most_nm", "Schlüssel Å,4,20");
  const wide = Buffer.from(text, "utf16le");
  const swapped = Buffer.from(wide).swap16();
  const marked = (mark: number[], bytes: Buffer) => Buffer.concat([Buffer.from(mark), bytes]);
  for (const bytes of [
    Buffer.from(text),
    marked([0xef, 0xbb, 0xbf], Buffer.from(text)),
    wide,
    marked([0xff, 0xfe], wide),
    marked([0xfe, 0xff], swapped),
  ]) {
    expect(await look("wrenches", bytes)).toMatchObject({ fresh: 1, faultCount: 0 });
  }
  const old = Buffer.from(text, "latin1");
  await expect(look("wrenches", old)).rejects.toThrow(
    /neither UTF-8 nor UTF-16: say what it was written in, windows-1252/,
  );
  await look("wrenches", old, { coding: "windows-1252", take: true });
  expect((await exported(db, "wrenches", "csv")).toString("utf8")).toContain("Schlüssel Å");
});

test("semicolons and tabs between cells are known, with decimal commas", async () => {
  expect(await look("wrenches", csv("name;least_nm;most_nm", "W 1;4,5;20"))).toMatchObject({ fresh: 1, faultCount: 0 });
  expect(await look("wrenches", csv("name\tleast_nm\tmost_nm", "W 1\t4.5\t20"))).toMatchObject({ fresh: 1 });
});

test("what a spreadsheet would run goes out disarmed and comes in as it was", async () => {
  await take("gauges", csv("name,kind,unit,step,error", "=cmd(),caliper,mm,0.1,0.1", "''quoted,caliper,mm,0.1,0.1"));
  const out = (await exported(db, "gauges", "csv")).toString();
  expect(out).toContain("\r\n'=cmd(),caliper");
  expect(out).toContain("\r\n''quoted,caliper");
  expect(await db.gauges.count({ where: { id: "cmd" } })).toBe(1);
});

test.each([
  ["a file of another kind", "parts", csv("name,least_nm,most_nm", "W,1,2"), /It looks like a file of torque wrenches/],
  ["JSON of another kind", "parts", '{"averin":"gauges","format":1,"rows":[]}', /says that it is one of gauges/],
  ["JSON that is damaged", "parts", '{"averin":"parts",', /The file is damaged/],
  ["JSON of another shape", "parts", '{"rows":[1]}', /It is written as/],
  [
    "a quote that never ends",
    "wrenches",
    csv("name,least_nm,most_nm", '"W,1,2'),
    /damaged: up to line 3 .*never closed/,
  ],
  ["a column twice", "wrenches", csv("name,name,least_nm,most_nm"), /"name" stands twice/],
  ["nothing", "wrenches", "", /empty/],
])("%s is refused with what would be right", async (_, kind, text, expected) => {
  await expect(take(kind, text)).rejects.toThrow(expected);
});

test.each([
  ["cells too many", "wrenches", csv("name,least_nm,most_nm", "W 2,1,2,3"), /4 cells where the head names 3/],
  ["the same twice", "wrenches", csv("name,least_nm,most_nm", "W 2,1,2", "w 2,1,2"), /stands on line 2 already/],
  [
    "no such model",
    "figures",
    csv(FIGURE, figure("1").replace("Grindal", "Grendel")),
    /steel-warp-x|No model is called/,
  ],
  [
    "a kit of what is nowhere",
    "parts",
    csv("number,name,for,stock,holds", "K-9,Kit,gasket,1,1 x Nowhere"),
    /No other part has the number Nowhere: neither on file nor in this file/,
  ],
  [
    "a machine of no model",
    "machines",
    csv("mark,maker,model,meter_unit", "X 1,Nobody,None,h"),
    /No model is called Nobody None/,
  ],
  ["somebody on file", "people", csv("name,roles", "tobin hask,technician"), /On file is/],
])("%s is told at its row", async (_, kind, text, expected) => {
  const { faults, taken } = await take(kind, text);
  expect(taken).toBe(false);
  expect(faults.map(({ message }) => message).join(" ")).toMatch(expected);
});

test("people who came in by a file are there, and sign in with nothing until somebody gives them a password", async () => {
  await take("people", csv("name,roles", "Invented Person,technician"));
  expect(await actorCalled(db, "Invented Person")).toMatchObject({ roles: ["technician"] });
});

test("every table says what it is and each of its columns", () => {
  for (const { columns, about } of TABLES) {
    expect(about).toMatch(/one row a /);
    for (const column of columns) expect(column.about.length).toBeGreaterThan(8);
  }
});

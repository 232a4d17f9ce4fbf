import fc from "fast-check";
import { cardLine, fastenerCard } from "../fastener/index.ts";
import { KNOWN_FIGURES } from "../figures/index.ts";
import {
  asWritten,
  type Cells,
  disarmed,
  type FigureRow,
  figuresTable,
  gaugesTable,
  headFault,
  jsonSchemaOf,
  machinesTable,
  modelsTable,
  partsTable,
  peopleTable,
  type ReadRow,
  wrenchesTable,
} from "./index.ts";

// Makers, models, figures, parts and prices here are invented.
const told = { maker: "Invented", model: "Three", grade: "maker's manual", source: "book", page: "4-2" };
const figure = (cells: Cells): ReadRow<FigureRow> => figuresTable.read({ ...told, ...cells }, KNOWN_FIGURES);
const faultsOf = (read: ReadRow<unknown>): string =>
  read.ok ? "taken" : read.faults.map(({ column, message }) => `${column}: ${message}`).join(" | ");

describe("cells on their way out and in", () => {
  test("what a spreadsheet would run is disarmed, plain numbers never, and all of it comes back as it was", () => {
    expect(["=1+1", "+49 123", "-x", "@here", "-2.5", "+3", "'quoted", "plain"].map(disarmed)).toEqual([
      ...["'=1+1", "'+49 123", "'-x", "'@here", "-2.5", "+3", "''quoted", "plain"],
    ]);
    fc.assert(fc.property(fc.string(), (text) => asWritten(disarmed(text)) === text));
  });

  test("an apostrophe that somebody wrote before plain words stays", () => {
    expect(asWritten("'90s kit")).toBe("'90s kit");
  });
});

describe("a figure", () => {
  test("of a torque says the passes that its book draws it down in", () => {
    const bolts = { figure: "plate-bolt-torque", value: "10", unit: "N.m", tolerance_percent: "10" };
    const read = figure({ ...bolts, passes_percent: "50 100" });
    expect(read).toMatchObject({ value: { spec: { passesPercent: [50, 100] } } });
    if (!read.ok) throw new Error("refused");
    expect(figuresTable.write(read.value, KNOWN_FIGURES)).toMatchObject({ passes_percent: "50 100" });
    expect(faultsOf(figure({ ...bolts, passes_percent: "50 90" }))).toMatch(/^passes_percent: "50 90": write passes/);
  });

  test("of what is counted says the name of each, and goes out as it came in", () => {
    const named = { figure: "grease-points", text: "spindle left, front arm, hitch" };
    const read = figure(named);
    expect(read).toMatchObject({
      value: { spec: { kind: "count", count: 3, names: ["spindle left", "front arm", "hitch"] } },
    });
    if (!read.ok) throw new Error("refused");
    expect(figuresTable.write(read.value, KNOWN_FIGURES)).toMatchObject({ value: "3", text: named.text });
    expect(faultsOf(figure({ ...named, value: "4" }))).toMatch(/^value: 4, and 3 names/);
    expect(faultsOf(figure({ ...named, text: "hitch, hitch" }))).toMatch(/^text: "hitch, hitch": the name of each/);
  });

  test("comes in with its unit, in whichever it is printed", () => {
    const inch = figure({ figure: "friction-thickness", least: ".1071", unit: "in" });
    // An inch is 25.4 mm (NIST SP 811).
    expect(inch).toMatchObject({ value: { spec: { limit: { kind: "min", serviceMin: expect.closeTo(2.72034, 5) } } } });
    // 72 lbf·ft is 97.6 N·m (NIST SP 811).
    const pull = figure({ figure: "shaft-nut-torque", value: "72", unit: "ft-lb", tolerance_percent: "10" });
    expect(pull).toMatchObject({ value: { spec: { targetNm: expect.closeTo(97.618, 2), tolerancePercent: 10 } } });
    expect(figure({ figure: "friction-thickness", least: "2,72", unit: "mm" })).toMatchObject({
      value: { spec: { limit: { serviceMin: 2.72 } } },
    });
  });

  test("a limit's own rules go out as they came in", () => {
    const own = figure({
      ...{ figure: "friction-thickness", least: "2.72", unit: "mm", at_limit: "passes", near_percent: "72.5" },
      about_by: "0.1",
      ...{ years: "2024-2026", frame_numbers: "TF1 to TF9" },
    });
    expect(own).toMatchObject({ value: { spec: { limit: { atLimit: "passes", nearFraction: 0.725, aboutBy: 0.1 } } } });
    if (!own.ok) throw new Error("refused");
    expect(figuresTable.write(own.value, KNOWN_FIGURES)).toMatchObject({
      about_by: "0.1",
      ...{ at_limit: "passes", near_percent: "72.5", years: "2024 to 2026", frame_numbers: "TF1 to TF9" },
    });
  });

  test.each([
    [
      "a limit without a unit",
      { figure: "friction-thickness", least: "2.72" },
      /^unit: Empty: 2.72 of what\? One of mm/,
    ],
    [
      "a unit of another kind",
      { figure: "friction-thickness", least: "2.72", unit: "bar" },
      /^unit: "bar" is no unit of/,
    ],
    ["a comma that may be either", { figure: "swing-arm", value: "1,250", unit: "mm" }, /^value: .*1\.250 or 1250\?/],
    ["no number", { figure: "swing-arm", value: "long", unit: "mm" }, /^value: "long" is no number/],
    ["nothing said", { figure: "swing-arm" }, /^value: Empty/],
    ["the wrong way round", { figure: "friction-thickness", least: "9", most: "8", unit: "mm" }, /^most: /],
    [
      "a rule at the limit that is none",
      { figure: "friction-thickness", least: "2.72", unit: "mm", at_limit: "maybe" },
      /^at_limit: "maybe": one of can't call, passes/,
    ],
    [
      "years that are none",
      { figure: "friction-thickness", least: "2.72", unit: "mm", years: "newer" },
      /^years: "newer": write model years like/,
    ],
    [
      "near from more than all of its wear",
      { figure: "friction-thickness", least: "2.72", unit: "mm", near_percent: "180" },
      /^near_percent: /,
    ],
    ["beyond what any machine has", { figure: "swing-arm", value: "90000", unit: "mm" }, /^value: 90000 mm cannot be/],
    [
      "a torque without its tolerance",
      { figure: "shaft-nut-torque", value: "72", unit: "N·m" },
      /^tolerance_percent: /,
    ],
    ["a figure nobody asks for", { figure: "friction-thicknes" }, /^figure: No figure is called .*friction-thickness/],
    ["a word that is none", { figure: "drive-case", text: "string" }, /^text: "string": one of .*chain in oil/],
    ["a grade that is none", { figure: "swing-arm", value: "560", unit: "mm", grade: "hearsay" }, /^grade: "hearsay"/],
    ["no source", { figure: "swing-arm", value: "560", unit: "mm", source: "" }, /^source: Empty/],
    ["a fastener that says nothing", { figure: "shaft-nut-card", text: "thingy" }, /^(text|figure): /],
  ])("%s is told in its column, with what would be right", (_, cells, expected) => {
    expect(faultsOf(figure(cells))).toMatch(expected);
  });

  test("everything that is wrong with a row is told at once", () => {
    expect(faultsOf(figure({ figure: "swing-arm", value: "x", grade: "", source: "" })).split(" | ")).toHaveLength(3);
  });

  test("whatever is kept goes out and comes in as the same", () => {
    const number = fc.integer({ min: 100, max: 30_000 }).map((hundredths) => hundredths / 100);
    fc.assert(
      fc.property(number, number, fc.constantFrom("in", "mm", "thou"), (a, b, unit) => {
        // One above the other: a least and a most that are the same are no range.
        const read = figure({ figure: "friction-thickness", least: String(a), most: String(a + b), unit });
        if (!read.ok) throw new Error(faultsOf(read));
        const out = figuresTable.write(read.value, KNOWN_FIGURES);
        expect(figuresTable.read(out, KNOWN_FIGURES)).toEqual(read);
        expect(figuresTable.write(read.value, KNOWN_FIGURES)).toEqual(out);
      }),
    );
  });
});

test("a fastener goes out as one would type it", () => {
  for (const line of ["M6 x 25 h8", "M10 h17 nut once", "3/8-16 x 1 9/16 h9/16 medium no impact", "M8x1.25 x 30 s30"]) {
    const card = fastenerCard(line);
    expect(card.ok && cardLine(card.value)).toBe(line);
  }
  const card = fastenerCard("M6");
  expect(card.ok && cardLine({ ...card.value, tool: "pin spanner" })).toBeNull();
});

test.each([
  [
    "a model",
    modelsTable,
    {
      maker: "Invented",
      model: "Three",
      what: "Motorcycle",
      weaknesses: "one\nchain | slaps | new shoe | from 2020 | not sure",
    },
  ],
  [
    "a machine",
    machinesTable,
    {
      ...{ mark: "Bike 1", maker: "Invented", model: "Three", year: "2023", meter_unit: "h", meter: "58.2" },
      ...{ read_on: "2026-02-28", owner: "Somebody", contact: "+1 quay" },
    },
  ],
  [
    "a part",
    partsTable,
    {
      ...{ number: "K-1", name: "Kit", for: "gasket", price: "8.4", currency: "TFC", stock: "2", lead_days: "14" },
      ...{ fits: "Invented Three\nInvented Four @ rear left", instead: "K-2", holds: "2 x F-1" },
    },
  ],
  ["a gauge", gaugesTable, { name: "Caliper 1", kind: "caliper", unit: "in", step: "0.001", error: "0.002" }],
  ["a wrench", wrenchesTable, { name: "Wrench A", least_nm: "4", most_nm: "20", calibration_due: "2027-02-28" }],
  ["a person", peopleTable, { name: "Somebody", roles: "lead technician" }],
] as const)("%s goes out as it came in", (_, table, cells) => {
  const read = table.read(cells, KNOWN_FIGURES) as ReadRow<never>;
  if (!read.ok) throw new Error(faultsOf(read));
  const out = (table as typeof modelsTable).write(read.value, KNOWN_FIGURES);
  const again = table.read(out, KNOWN_FIGURES) as ReadRow<never>;
  expect(again).toEqual(read);
  for (const [column, text] of Object.entries(cells)) {
    expect(out[column]).toBe(column === "price" ? "8.40" : text);
  }
});

test.each([
  [machinesTable, { mark: "1", maker: "I", model: "T", meter_unit: "hours" }, /^meter_unit: "hours": one of h, mi, km/],
  [machinesTable, { mark: "1", maker: "I", model: "T", meter_unit: "h", meter: "5" }, /^read_on: Empty: on which day/],
  [machinesTable, { mark: "1", maker: "I", model: "T", meter_unit: "h", year: "23" }, /^year: 23 is no year/],
  [
    machinesTable,
    { mark: "1", maker: "I", model: "T", meter_unit: "h", retired_on: "2026-02-30" },
    /^retired_on: .*no day/,
  ],
  [partsTable, { number: "1", name: "x", for: "x", stock: "-1" }, /^stock: "-1" is no whole number/],
  [partsTable, { number: "1", name: "x", for: "x", stock: "" }, /^stock: Empty: how many/],
  [partsTable, { number: "1", name: "x", for: "x", stock: "1", price: "8.40" }, /^currency: Empty/],
  [partsTable, { number: "1", name: "x", for: "x", stock: "1", holds: "two" }, /^holds: "two" says nothing of a kit/],
  [gaugesTable, { name: "C", kind: "caliper", unit: "mms", step: "1", error: "1" }, /^unit: "mms" is no unit/],
  [gaugesTable, { name: "C", kind: "caliper", unit: "mm", step: "0", error: "1" }, /^step: A step is above 0/],
  [wrenchesTable, { name: "A", least_nm: "20", most_nm: "4" }, /^most_nm: .*20 to 4 does not/],
  [wrenchesTable, { name: "A", least_nm: "4", most_nm: "20", ratio: "4" }, /^ratio: A multiplier has a ratio above 1/],
  [figuresTable, { ...told, figure: "axle-nut-torque@middle" }, /^figure: "middle" is no place: front, rear/],
  [figuresTable, { ...told, figure: "hub-nut-torque@front" }, /^figure: Hub nut: the machine has it once/],
  [peopleTable, { name: "S", roles: "boss" }, /^name: .* \| roles: "boss" is nothing one does here/],
  [modelsTable, { maker: "I", model: "T" }, /^what: Empty/],
])("a row that cannot be is told by its column: %#", (table, cells, expected) => {
  expect(faultsOf(table.read(cells, KNOWN_FIGURES) as ReadRow<unknown>)).toMatch(expected);
});

test("a file of another kind is told as such, a strange column by its name", () => {
  const tables = [modelsTable, machinesTable, partsTable, wrenchesTable] as never[];
  const of = (head: string[]) => headFault(partsTable as never, head, tables)?.message ?? "none";
  expect(of(["number", "name", "for", "stock"])).toBe("none");
  expect(of(["name", "least_nm", "most_nm"])).toMatch(/no file of parts. It looks like a file of torque wrenches/);
  expect(of(["number", "name", "for", "stock", "colour"])).toMatch(/Nobody knows the column "colour"/);
  expect(of(["number"])).toMatch(/It lacks "name", "for", "stock"/);
});

test("the published schema names every column and what has to be there", () => {
  const schema = jsonSchemaOf(partsTable as never);
  expect(schema).toMatchObject({
    properties: { averin: { const: "parts" }, rows: { items: { required: ["number", "name", "for", "stock"] } } },
  });
});

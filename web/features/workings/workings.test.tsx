import { calculators } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import { fromAddress, toAddress } from "./address.ts";
import { Drawing, DRAWN } from "./Drawing.tsx";
import { assemble, type Field, formOf, naming, readFigure, shownFigure } from "./fields.ts";
import { inWords } from "./sentences.ts";
import { calculatorCalled, type Group, GROUPS, startingTexts, TITLES } from "./groups.ts";

/** A shop that has nothing of its own yet. */
const NONE = { wrenches: [], perHour: null };

const keyFor =
  (group: Group, name: string) =>
  (path: string): string =>
    group.shared.includes(path) ? path : `${name}.${path}`;

const everyOne = GROUPS.flatMap((group) => group.calculators.map((name) => [name, group] as const));

test("every calculator has its place, its words and its drawing", () => {
  const all = [...calculators.keys()].sort();
  expect(everyOne.map(([name]) => name).sort()).toEqual(all);
  expect(Object.keys(TITLES).sort()).toEqual(all);
  expect([...DRAWN].sort()).toEqual(all);
});

test.each(everyOne)("%s answers what its group starts with, and draws it", (name, group) => {
  const calculator = calculatorCalled(name);
  const assembled = assemble(formOf(calculator), startingTexts(group, NONE), {}, keyFor(group, name));
  expect(assembled).toMatchObject({ ok: true });
  if (!assembled.ok) return;
  const answer = calculator.run(assembled.input);
  expect(answer).toMatchObject({ ok: true });
  if (!answer.ok) return;
  const output = answer.value as Record<string, unknown>;
  const drawn = renderToStaticMarkup(
    <Drawing name={name} input={assembled.input} output={output} onText={() => undefined} />,
  );
  expect(drawn).not.toMatch(/NaN|undefined|Infinity/);
  expect(drawn.length).toBeGreaterThan(60);
});

test("a form holds every field of the schema, at any depth", () => {
  const paths = (fields: readonly Field[]): string[] =>
    fields.flatMap((f) =>
      f.kind === "group" ? paths(f.fields) : f.kind === "rows" ? [f.path, ...paths(f.row)] : [f.path],
    );
  expect(paths(formOf(calculatorCalled("clutch.stack")))).toEqual([
    "frictionMm",
    "otherMm",
    "steelCount",
    "steels",
    "nominal",
    "thicknessMm",
    "available",
    "heightMm.min",
    "heightMm.max",
    "heightMm.target",
    "perNominal",
    "min",
    "max",
    "tightenedByMm",
    "maxSolutions",
  ]);
});

test("figures are read in the unit chosen, or the one typed", () => {
  expect(readFigure("1 1/2", "armMm", "in", "armMm")).toBeCloseTo(38.1, 12);
  expect(readFigure("2 cm", "armMm", undefined, "armMm")).toBe(20);
  expect(readFigure("0.5 thou", "interferenceUm", undefined, "x")).toBeCloseTo(12.7, 12);
  expect(readFigure("87", "targetNm", "lbf.in", "x")).toBeCloseTo(9.8297, 3);
  expect(readFigure("12,5", "limitPercent", undefined, "x")).toBe(12.5);
  expect(() => readFigure("5 mm", "limitPercent", undefined, "x")).toThrow(/no figure/);
});

test("answers are shown in the unit chosen, with four places that mean something", () => {
  expect(shownFigure(38.1, "armMm", "in")).toBe("1.5");
  expect(shownFigure(9.8, "setNm", "lbf.in")).toBe("86.74");
  expect(shownFigure(25.4, "gapUm", "thou")).toBe("1");
  expect(naming("sprocketXMm").unit).toBe("mm");
});

test("what is not a figure is told at its field; a blank field is left to the schema", () => {
  const group = GROUPS.find(({ id }) => id === "chain") as Group;
  const fields = formOf(calculatorCalled("chain.length"));
  const run = (texts: Record<string, string>) => assemble(fields, texts, {}, keyFor(group, "chain.length"));
  expect(run({ frontTeeth: "abc" })).toMatchObject({ ok: false, path: "frontTeeth" });
  expect(run({ frontTeeth: "13" })).toEqual({ ok: true, input: { frontTeeth: 13 } });
});

test("the address holds what was changed and brings it back; nonsense in it is ignored", () => {
  const group = GROUPS.find(({ id }) => id === "chain") as Group;
  const kept = { texts: { ...startingTexts(group, NONE), frontTeeth: "14" }, units: { "chain.slack.armMm": "in" } };
  const search = new URLSearchParams(toAddress(startingTexts(group, NONE), "chain.slack", kept));
  expect(search.get("v")).toBe('{"frontTeeth":"14"}');
  expect(fromAddress(startingTexts(group, NONE), { v: search.get("v") ?? "", u: search.get("u") ?? "" })).toEqual(kept);
  expect(fromAddress(startingTexts(group, NONE), { v: "{", u: "[1]" })).toEqual({
    texts: startingTexts(group, NONE),
    units: {},
  });
});

test("what is asked most is answered in words first: the axle by the same chain, the adapter, the plates as drawn", () => {
  const said = (id: string, name: string, more: Record<string, string> = {}): string | null => {
    const group = GROUPS.find((one) => one.id === id);
    if (!group) throw new Error(id);
    const calculator = calculatorCalled(name);
    const texts = { ...startingTexts(group, NONE), ...more };
    const assembled = assemble(formOf(calculator), texts, {}, keyFor(group, name));
    if (!assembled.ok) throw new Error(assembled.message);
    const answer = calculator.run(assembled.input);
    return answer.ok ? inWords(name, answer.value as Record<string, unknown>, assembled.input) : answer.error.message;
  };
  // 14 teeth to 13 on the figures that the Workings start with.
  expect(said("chain", "chain.regear")).toBe("14/48 to 13/48: with the same chain the axle moves 3.6 mm back.");
  expect(said("chain", "chain.regear", { frontTeeth: "14", "chain.regear.was.frontTeeth": "13" })).toMatch(
    /3\.6 mm forward/,
  );
  expect(said("fastener", "fastener.adapter")).toBe("Set the wrench to 105 N·m.");
  expect(said("clutch", "clutch.pick")).toMatch(/^Keep plates 1, 2, 4, /);
  expect(said("bearing", "bearing.find")).toMatch(/^6205; /);
  expect(said("convert", "quantity.convert")).toBe("87 lbf.in is 9.83 N.m.");
  expect(said("bearing", "bearing.find", { "bearing.find.outsideMm": "53" })).toMatch(/6205: 25 × 52 × 15/);
  // Wherever a group opens, what it answers reads as words: no figure of a machine, nothing undefined.
  for (const group of GROUPS)
    for (const name of group.calculators)
      expect(said(group.id, name) ?? "").not.toMatch(/undefined|NaN|null|\d\.\d{4}/);
});

test("wrenches and the hour are the shop's own where it has them", () => {
  const own = { wrenches: [{ name: "Wrench Q", minNm: 5, maxNm: 25 }], perHour: "81.00" };
  const texts = (id: string): Record<string, string> => ({
    ...startingTexts(GROUPS.find((group) => group.id === id) ?? (GROUPS[0] as Group), own),
  });
  const wrenches = Object.entries(texts("fastener")).filter(([key]) => key.startsWith("fastener.wrench.wrenches."));
  expect(wrenches.map(([, text]) => text)).toEqual(["Wrench Q", "5", "25"]);
  expect(texts("money").labourRate).toBe("81.00");
});

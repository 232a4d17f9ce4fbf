import { calculators } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import { fromAddress, toAddress } from "./address.ts";
import { Drawing, DRAWN } from "./Drawing.tsx";
import { assemble, type Field, formOf, naming, readFigure, shownFigure } from "./fields.ts";
import { calculatorCalled, type Group, GROUPS, startingTexts, TITLES } from "./groups.ts";

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
  const assembled = assemble(formOf(calculator), startingTexts(group), {}, keyFor(group, name));
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
  const group = GROUPS[0] as Group;
  const fields = formOf(calculatorCalled("chain.length"));
  const run = (texts: Record<string, string>) => assemble(fields, texts, {}, keyFor(group, "chain.length"));
  expect(run({ frontTeeth: "abc" })).toMatchObject({ ok: false, path: "frontTeeth" });
  expect(run({ frontTeeth: "13" })).toEqual({ ok: true, input: { frontTeeth: 13 } });
});

test("the address holds what was changed and brings it back; nonsense in it is ignored", () => {
  const group = GROUPS[0] as Group;
  const kept = { texts: { ...startingTexts(group), frontTeeth: "14" }, units: { "chain.slack.armMm": "in" } };
  const search = new URLSearchParams(toAddress(group, "chain.slack", kept));
  expect(search.get("v")).toBe('{"frontTeeth":"14"}');
  expect(fromAddress(group, { v: search.get("v") ?? "", u: search.get("u") ?? "" })).toEqual(kept);
  expect(fromAddress(group, { v: "{", u: "[1]" })).toEqual({ texts: startingTexts(group), units: {} });
});

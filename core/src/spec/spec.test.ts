import { KNOWN_FIGURES } from "../figures/index.ts";
import { apartWords, figureEntered, type FigureTyped, onlyWords, specsOfBuild, specWords, withRules } from "./index.ts";

// Every limit and torque here is invented.
const typed = (key: string, more: Partial<FigureTyped>): FigureTyped => ({
  ...{ key, grade: "maker's manual", where: "workshop book", page: "4-2" },
  ...more,
});
const kept = (input: FigureTyped) => {
  const answer = figureEntered(input, "Lead");
  if (!answer.ok) throw new Error(`${answer.error.path}: ${answer.error.message}`);
  return answer.value;
};
const refusedAt = (input: FigureTyped): string => {
  const answer = figureEntered(input, null);
  return answer.ok ? "kept" : `${answer.error.path}: ${answer.error.message}`;
};

describe("a figure entered for one machine", () => {
  test("a limit may be about so much, by a share of it or by what is said; nothing else may", () => {
    const about = kept(typed("steel-warp", { most: "about 0.2" }));
    expect(about).toMatchObject({ limit: { serviceMax: 0.2, aboutBy: 0.01 } });
    expect(specWords(about)).toBe("about 0.2 mm at most, ±0.01 mm");
    for (const text of ["~0.2", "ca. 0.2 mm", "approx 0.2"])
      expect(kept(typed("steel-warp", { most: text }))).toEqual(about);
    expect(kept(typed("steel-warp", { most: "0.2 ±0.05" }))).toMatchObject({
      limit: { serviceMax: 0.2, aboutBy: 0.05 },
    });
    // A unit that stands once stands for both; an inch is 25.4 mm (NIST SP 811).
    for (const text of ["0.01 ±0.002 in", "0.01 in ± 0.002"]) {
      const inch = { serviceMax: expect.closeTo(0.254, 9) as number, aboutBy: expect.closeTo(0.0508, 9) as number };
      expect(kept(typed("steel-warp", { most: text }))).toMatchObject({ limit: inch });
    }
    expect(refusedAt(typed("swing-arm", { value: "about 560" }))).toMatch(/^value: .*Type the figure alone/);
    expect(refusedAt(typed("steel-warp", { most: "about much" }))).toMatch(/^most: /);
  });

  test("takes its kind from what it is, its unit from what was typed, and carries its source", () => {
    const spec = kept(typed("steel-warp", { most: ".006in" }));
    // An inch is 25.4 mm (NIST SP 811).
    expect(spec).toMatchObject({ kind: "limit", limit: { kind: "max", serviceMax: expect.closeTo(0.1524, 9) } });
    expect(spec.source).toEqual({
      ...{ grade: "maker's manual", book: "workshop book", edition: "", page: "4-2", checkedBy: "Lead" },
    });
    // 72 lbf·ft is 97.6 N·m (NIST SP 811).
    expect(kept(typed("shaft-nut-torque", { value: "72 ft-lb", tolerance: "10" }))).toMatchObject({
      targetNm: expect.closeTo(97.618, 2),
      tolerancePercent: 10,
    });
    // A range, as many manuals print it: the middle is aimed at, and the band is the range.
    // More or less as a torque: 5 of 50 is a tenth.
    expect(kept(typed("shaft-nut-torque", { value: "50 N·m", tolerance: "5 N·m" }))).toMatchObject({
      targetNm: 50,
      tolerancePercent: 10,
    });
    expect(kept(typed("shaft-nut-torque", { value: "50 N·m", tolerance: "7.5 %" }))).toMatchObject({
      tolerancePercent: 7.5,
    });
    const odd = kept(typed("shaft-nut-torque", { least: "24 N·m", most: "30 N·m" }));
    expect(specWords(odd)).toBe("24 to 30 N·m");
    const drawn = { value: "10 N·m", tolerance: "10", passes: "25 50 75 100" };
    expect(kept(typed("plate-bolt-torque", drawn))).toMatchObject({ passesPercent: [25, 50, 75, 100] });
    expect(specWords(kept(typed("plate-bolt-torque", drawn)))).toBe("10 N·m ±10 %, in passes of 25, 50, 75, 100 %");
    const range = kept(typed("shaft-nut-torque", { least: "90 N·m", most: "110 N·m" }));
    expect(range).toMatchObject({ targetNm: 100, tolerancePercent: 10 });
    expect(kept(typed("swing-arm", { value: "560" }))).toMatchObject({ kind: "figure", value: 560, unit: "mm" });
    // A pound is 0.45359237 kg (NIST SP 811): kept in the unit that the figure is known in.
    expect(kept(typed("sag-load", { value: "16 lb" }))).toMatchObject({ value: expect.closeTo(7.2575, 4), unit: "kg" });
    expect(kept(typed("drive-case", { value: "toothed belt" }))).toMatchObject({ kind: "word", word: "toothed belt" });
    // What is only told of a machine is kept as it stands there.
    expect(kept(typed("lift-at", { value: "bumper tube at its bolts" }))).toMatchObject({
      word: "bumper tube at its bolts",
    });
    expect(kept(typed("grease-points", { value: "hitch, front arm" }))).toMatchObject({
      ...{ kind: "count", count: 2, names: ["hitch", "front arm"] },
    });
    expect(kept(typed("rear-bolt-count", { value: "6" }))).toMatchObject({ kind: "count", count: 6 });
  });

  test("says what holds at it and near it, where it does not go by the shop's rule", () => {
    const own = kept(typed("steel-warp", { most: "0.15", atLimit: "passes", near: "70 %" }));
    expect(own).toMatchObject({ limit: { serviceMax: 0.15, atLimit: "passes", nearFraction: 0.7 } });
    expect(specWords(own)).toBe("0.15 mm at most, equal passes, near from 70 % of its wear");
    expect(kept(typed("steel-warp", { most: "0.15", newMost: ".002 in" }))).toMatchObject({
      limit: { serviceMax: 0.15, standardMax: expect.closeTo(0.0508, 9) },
    });
    expect(refusedAt(typed("steel-warp", { most: "0.15", newMost: "0.2" }))).toBe(
      "newMost: The most of a new part must be below the most that is allowed.",
    );
    expect(refusedAt(typed("steel-warp", { most: "0.15", near: "most" }))).toMatch(/^near: .*such as 80: 1 to 100/);
    const plain = kept(typed("steel-warp", { most: "0.15" }));
    const rules = { atLimit: "passes" as const, nearFraction: 0.9 };
    expect(withRules([plain, own], rules).map((spec) => specWords(spec))).toEqual([
      "0.15 mm at most, equal passes, near from 90 % of its wear",
      "0.15 mm at most, equal passes, near from 70 % of its wear",
    ]);
    expect(withRules([plain], { atLimit: null, nearFraction: null })).toEqual([plain]);
  });

  test("says which machines of its model it holds for, where it is not every one", () => {
    const spec = kept(typed("steel-warp", { most: "0.15", years: "2024-2026", serials: "from TF1200" }));
    expect(spec.holdsFor).toEqual({ years: { from: 2024, to: 2026 }, serials: { from: "TF1200", to: null } });
    expect(onlyWords(spec)).toBe("model years 2024 to 2026, frame numbers from TF1200");
    const its = (year: number | null) => specsOfBuild([spec], { year, serial: "TF1300" });
    expect([its(2025), its(2027), its(null)]).toEqual([[spec], [], []]);
    const built = kept(typed("steel-warp", { most: "0.15", build: "Engine: two-stroke" }));
    expect(onlyWords(built)).toBe("two-stroke");
    expect(refusedAt(typed("steel-warp", { most: "0.15", build: "two-stroke" }))).toMatch(
      /^build: "two-stroke": take one from the list, such as Engine: two-stroke/,
    );
    expect(refusedAt(typed("steel-warp", { most: "0.15", years: "late" }))).toMatch(
      /^years: "late": write model years/,
    );
    expect(refusedAt(typed("steel-warp", { most: "0.15", serials: "B2 to A1" }))).toMatch(
      /^serials: .*lower one first/,
    );
  });

  test.each([
    ["no source", typed("steel-warp", { most: "0.1", where: " " }), /^where: /],
    [
      "neither end",
      typed("steel-warp", {}),
      /^least: Steel plate warp: give the least that is allowed, the most, or both/,
    ],
    [
      "the wrong way round",
      typed("chain-slack-stand", { least: "50", most: "36" }),
      /^most: The most that is allowed must be above the least that is allowed/,
    ],
    ["a unit of another kind", typed("steel-warp", { most: "3 N" }), /^most: /],
    ["a torque without its tolerance", typed("shaft-nut-torque", { value: "90 N·m" }), /^tolerance: /],
    [
      "a torque without its unit",
      typed("shaft-nut-torque", { value: "90", tolerance: "10" }),
      /^value: .*: 90 of what\? Type the unit as it is printed: 90 N·m, 90 ft-lb or 90 in-lb\./,
    ],
    [
      "a range the wrong way round",
      typed("shaft-nut-torque", { least: "100 N·m", most: "90 N·m" }),
      /^most: .* the greatest must be above the least/,
    ],
    ["no number", typed("front-teeth", { value: "thirteen" }), /^value: "thirteen" is no number/],
    [
      "nothing where something is",
      typed("steel-warp", { most: "0" }),
      /^most: .* 0 cannot be; from 0\.001 to 20000 mm/,
    ],
    ["less than nothing", typed("steel-thickness", { least: "-1.5" }), /^least: .* -1\.5 cannot be/],
    ["forty digits", typed("swing-arm", { value: "9".repeat(40) }), /^value: Swing arm, pivot to axle: 9+ cannot be/],
    [
      "a torque of none",
      typed("shaft-nut-torque", { value: "0 N·m", tolerance: "10" }),
      /^value: .* from 0\.1 to 3000 N·m/,
    ],
    ["more bolts than can be pulled", typed("cover-bolt-count", { value: "100" }), /from 1 to 60 is taken/],
    ["more plates than a pack has", typed("friction-count", { value: "20000" }), /from 1 to 30 is taken/],
    ["no bolt", typed("rear-bolt-count", { value: "0" }), /from 1 to 60 is taken/],
    ["half a bolt", typed("rear-bolt-count", { value: "5.5" }), /count/],
    ["a figure nobody asks for", typed("flux", { value: "1" }), /^key: "flux" is no figure that can be entered/],
    [
      "a word that is none",
      typed("drive-case", { value: "rope" }),
      /^value: Drive in the case: one of chain in oil, toothed belt/,
    ],
    ["nothing told", typed("lift-never", {}), /^value: Never lifted at: say it in a few words/],
    ["places", typed("cover-bolt-places", { value: "1" }), /^key: /],
  ])("%s is refused with what would be right", (_, input, expected) => {
    expect(refusedAt(input)).toMatch(expected);
  });

  test("what may lie on either side of nothing is taken so", () => {
    expect(kept(typed("sprocket-x", { value: "-70" }))).toMatchObject({ value: -70 });
    expect(kept(typed("running-height", { least: "-1", most: "1.5" }))).toMatchObject({ limit: { serviceMin: -1 } });
  });

  test("in words it reads as it is meant", () => {
    expect(specWords(kept(typed("steel-warp", { most: "0.15" })))).toBe("0.15 mm at most");
    expect(specWords(kept(typed("friction-thickness", { least: "2.7" })))).toBe("2.7 mm at least");
    expect(specWords(kept(typed("chain-slack-stand", { least: "36", most: "50", condition: "on the stand" })))).toBe(
      "36 to 50 mm, on the stand",
    );
    expect(specWords(kept(typed("stack-height", { least: "41", most: "42", value: "41.5" })))).toBe(
      "41 to 42 mm, best 41.5",
    );
    expect(specWords(kept(typed("front-teeth", { value: "13" })))).toBe("13");
  });

  test("every figure that is known has a label of its own", () => {
    for (const [key, { label }] of KNOWN_FIGURES) expect(`${key} ${label}`).toMatch(/^[a-z0-9-]+ [A-Z]/);
  });
});

test("two figures of one thing: how far the overruled one is from the one that holds, and in percent of that", () => {
  const torque = (value: string) => kept(typed("shaft-nut-torque", { value, tolerance: "10" }));
  expect(apartWords(torque("55 N·m"), torque("50 N·m"))).toBe("; 5 less than what holds, 9.1 % less");
  expect(apartWords(torque("50 N·m"), torque("55 N·m"))).toBe("; 5 more than what holds, 10 % more");
  expect(apartWords(torque("50 N·m"), torque("50 N·m"))).toBe("");
  expect(apartWords(null, torque("50 N·m"))).toBe("");
  const most = kept(typed("steel-warp", { most: "0.15" }));
  expect(apartWords(most, kept(typed("steel-warp", { most: "0.2" })))).toMatch(/^; 0\.05 more .* 33\.3 % more$/);
  // A least is not held against a most, and a range has no one number.
  expect(apartWords(most, kept(typed("steel-warp", { least: "0.2" })))).toBe("");
  expect(apartWords(kept(typed("steel-warp", { least: "0.1", most: "0.2" })), most)).toBe("");
});

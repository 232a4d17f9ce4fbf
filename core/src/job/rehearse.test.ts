import { rehearseShipped } from "../../testingRehearsal.ts";
import { type Procedure, procedureSchema } from "../procedure/index.ts";
import { rehearse, rehearsedJob } from "./index.ts";

rehearseShipped("quick");

describe("what cannot be worked is found, and named", () => {
  const small: Procedure = procedureSchema.parse({
    ...{ id: "small", version: 1, title: "Small", build: "small", sides: { outer: "out", inner: "in" } },
    spine: [
      {
        ...{ kind: "part", id: "lid", name: "Lid", apart: { do: "off" }, together: { do: "on" } },
        loose: [{ id: "pin", name: "Pins", one: "pin", count: 2 }],
      },
      { kind: "part", id: "core", name: "Core", apart: { do: "off" }, together: { do: "on" } },
    ],
    questions: [
      {
        ...{ id: "deeper", kind: "prompt", ask: "Deeper?", at: "off:lid", turn: "last" },
        ways: [
          { word: "yes", means: "the core too" },
          { word: "no", means: "the lid only" },
        ],
      },
    ],
    points: [],
    steps: [{ kind: "do", id: "turn", stage: "prove", title: "Turns", do: "turn it" }],
    release: { lines: [] },
  });
  const faults = (change: (procedure: Procedure) => void): string[] => {
    const procedure = structuredClone(small);
    change(procedure);
    return rehearse(procedureSchema.parse(procedure)).faults.map(({ at, message }) => `${at}: ${message}`);
  };
  const core = (p: Procedure) => p.spine[1] ?? (undefined as never);
  const is = (word: string) => ({ fact: "deeper", is: [word] });

  test("nothing is wrong with a small one", () => {
    expect(faults(() => undefined)).toEqual([]);
  });

  test("a part that no answer ever brings", () => {
    expect(faults((p) => void (core(p).when = { all: [is("yes"), is("no")] }))).toEqual([
      "off:core: is never reached, whatever is answered",
      "fit:core: is never reached, whatever is answered",
    ]);
  });

  test("a question asked only of a part that only its own answer brings: nothing can ever answer it", () => {
    const round = (): string[] =>
      faults((p) => {
        core(p).when = is("yes");
        const question = p.questions[0];
        if (question) question.at = "off:core";
      });
    expect(round).toThrow(/these wait for each other for ever: deeper → deeper/);
  });

  test("a gate that waits for what comes after it never opens, and is named by what it says", () => {
    const found = faults((p) => {
      p.gates.push({
        ...{ id: "late", before: "off:lid", needs: { fact: "fitted:lid", is: ["yes"] }, because: "Lid in first." },
        pass: "nobody",
      });
    });
    expect(found[0]).toBe('off:lid: "" at lid: Not yet. Lid in first.');
  });

  test("a route takes its entries off in another order, and they still go back in reverse", () => {
    const turned = structuredClone(small);
    turned.routes.push({ when: is("yes"), order: ["core", "lid"] });
    const question = turned.questions[0];
    if (question) question.at = "do:look";
    turned.steps.push({
      kind: "do",
      id: "look",
      stage: "apart",
      title: "Look",
      do: "look",
      tools: [],
      temporary: [],
      early: false,
      tells: [],
    });
    const procedure = procedureSchema.parse(turned);
    expect(rehearse(procedure).faults).toEqual([]);
    const { events } = rehearsedJob(procedure);
    const off = events.flatMap(({ body }) => (body.type === "part_removed" ? [body.entry] : []));
    expect(off).toEqual(["core", "lid"]);
  });

  test("what cannot stand in a procedure is refused before it is walked", () => {
    const gate = { id: "g", because: "x", pass: "nobody" as const };
    const refused = (change: (p: Procedure) => void) => () => faults(change);
    expect(refused((p) => p.gates.push({ ...gate, before: "off:lit", needs: is("yes") }))).toThrow(
      /Is \\"off:lid\\" meant/,
    );
    expect(refused((p) => p.routes.push({ when: is("yes"), order: ["lid", "cor"] }))).toThrow(/no part of the spine/);
    expect(refused((p) => void (core(p).when = { fact: "fitted:lid", is: ["yes"] }))).toThrow(/only a gate may ask/);
    expect(refused((p) => void (core(p).when = { fact: "depper", is: ["yes"] }))).toThrow(/Is \\"deeper\\" meant/);
  });

  test("an answer that begins another: the first letters never tell them apart", () => {
    const found = faults((p) => {
      const way = p.questions[0]?.ways[1];
      if (way) way.word = "yes and no";
    });
    expect(found[0]).toMatch(/^off:lid: "yes" at Deeper\?: Say which/);
  });
});

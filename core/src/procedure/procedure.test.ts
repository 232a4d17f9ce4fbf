import fc from "fast-check";
import { shippedBodies, shippedBody, shippedPieces } from "../../testingProcedures.ts";
import {
  assemble,
  figuresAsked,
  holds,
  itemName,
  machineFacts,
  madeFor,
  partsOf,
  procedureSchema,
  toolsNamed,
} from "./index.ts";

test.each(shippedBodies)("%s is a whole procedure", (file, body) => {
  const procedure = procedureSchema.parse(body);
  expect(file).toBe(`${procedure.id}.json`);
  for (const point of procedure.points) expect(point.ask.length).toBeGreaterThan(0);
});

const good = structuredClone(shippedBodies.find(([file]) => file === "clutch-coil-spring.json")?.[1]) as Record<
  string,
  Record<string, unknown>[]
>;

describe("a procedure that cannot be followed is refused, naming the place", () => {
  const refused = (change: (body: typeof good) => void): string => {
    const body = structuredClone(good);
    change(body);
    const answer = procedureSchema.safeParse(body);
    return answer.success
      ? "accepted"
      : `${answer.error.issues[0]?.path.join(".")}: ${answer.error.issues[0]?.message}`;
  };
  const step = (body: typeof good, id: string) => body.steps?.find((s) => s.id === id) ?? {};
  const question = (body: typeof good, id: string) => body.questions?.find((q) => q.id === id) ?? {};
  const entry = (body: typeof good, id: string) => body.spine?.find((e) => e.id === id) ?? {};
  test.each<[string, (body: typeof good) => void, RegExp]>([
    ["an id twice", (b) => void ((b.points?.[1] ?? {}).id = b.points?.[0]?.id), /points\.1\.id: .*used twice/],
    ["a point on no part", (b) => void ((b.points?.[0] ?? {}).on = "flywheel"), /points\.0\.on: "flywheel" is no part/],
    ["a stack of no pack", (b) => void (step(b, "stack").pack = "cover"), /steps\.\d+\.pack: "cover" is no pack/],
    ["a step after nothing", (b) => void delete step(b, "plate-moves").after, /steps\.\d+\.after/],
    [
      "a step before and after something",
      (b) => void (step(b, "plate-moves").before = "cover"),
      /steps\.\d+\.after: .*before an entry goes in or after one that is in/,
    ],
    [
      "a picture that nobody drew",
      (b) => void Object.assign(b.points?.find((p) => p.kind === "inspect") ?? {}, { drawing: "plate linings" }),
      /drawing: "plate linings" is no picture that ships\. Is "plate lining" meant\? A file may bring its own\./,
    ],
    [
      "a part drawn by nothing",
      (b) => void (entry(b, "cover").draws = "covver"),
      /spine\.\d+\.draws: "covver" is no sketch that ships\. Is "cover" meant\? A file may bring its own\./,
    ],
    [
      "fewer pictures than words",
      (b) => void Object.assign(b.points?.find((p) => p.id === "steel-colour") ?? {}, { drawing: "side" }),
      /drawing: "side" has 2 pictures, and here are 4 words\./,
    ],
    ["an early step that proves nothing", (b) => void (step(b, "make-safe").early = true), /early: only a step of the/],
    [
      "a figure told that nobody knows",
      (b) => void (step(b, "make-safe").tells = ["lift-att"]),
      /tells\.0: "lift-att" is no figure that is known here\. Is "lift-at" meant/,
    ],
    [
      "a place to read again at what is not there",
      (b) => void Object.assign(b.points?.[0] ?? {}, { again: true, leftAfter: ["flywheel"] }),
      /points\.0\.leftAfter\.0: "flywheel" is no part/,
    ],
    [
      "a place to read again what is read once",
      (b) => void Object.assign(b.points?.[0] ?? {}, { leftAfter: ["cover"] }),
      /points\.0\.leftAfter: only what is read again/,
    ],
    [
      "a point that speaks for nothing decided",
      (b) => void ((b.points?.[0] ?? {}).for = "cover"),
      /points\.0\.for: no/,
    ],
    ["an unknown field", (b) => void (step(b, "make-safe").colour = "red"), /steps\.\d+: Unrec/],
    [
      "a condition on nothing asked",
      (b) => void (entry(b, "hub").when = { fact: "x", is: ["y"] }),
      /when: "x" is no q/,
    ],
    [
      "a condition on an answer that cannot be given",
      (b) => void (entry(b, "hub").when = { not: { any: [{ fact: "deeper", is: ["perhaps"] }] } }),
      /when: "perhaps" is no answer to "deeper": go deeper, stay here\./,
    ],
    ["a question in no task", (b) => void (question(b, "deeper").at = "off:flywheel"), /at: "off:flywheel" is no task/],
    ["a school without a preset", (b) => void delete question(b, "edge-direction").preset, /preset: a school needs/],
    ["a preset that is no answer", (b) => void (question(b, "edge-direction").preset = "up"), /preset: "up" is none/],
    ["a wait without its minutes", (b) => void (step(b, "soak").minutesBy = "deeper"), /minutesBy: "deeper" is no q/],
    [
      "a wait for nothing decided",
      (b) => void (step(b, "soak").for = "cover"),
      /for: nothing is decided about "cover"/,
    ],
    [
      "a wedge put on at the end",
      (b) => void (step(b, "oil-level").temporary = [{ id: "w", name: "W", one: "w" }]),
      /temporary: .*while going apart/,
    ],
    [
      "a facing that no answer gives",
      (b) => void (entry(b, "cover").facingBy = "deeper"),
      /facingBy: "deeper" is no question whose every answer/,
    ],
  ])("%s", (_, change, expected) => {
    expect(refused(change)).toMatch(expected);
  });
});

describe("conditions", () => {
  const a = { fact: "a", is: ["yes"] };
  const b = { fact: "b", is: ["yes"] };
  const facts = (...pairs: [string, string][]) => new Map(pairs);

  test("what is not known stays unknown, unless the rest decides it", () => {
    expect(holds(a, facts())).toBeNull();
    expect(holds({ not: a }, facts())).toBeNull();
    expect(holds({ all: [a, b] }, facts(["b", "no"]))).toBe(false);
    expect(holds({ any: [a, b] }, facts(["b", "yes"]))).toBe(true);
    expect(holds({ all: [a, b] }, facts(["b", "yes"]))).toBeNull();
    expect(holds(undefined, facts())).toBe(true);
  });

  test("all and any are each other's negation, whatever is known", () => {
    const known = fc.constantFrom<[string, string][]>(
      [],
      [["a", "yes"]],
      [["b", "no"]],
      [
        ["a", "no"],
        ["b", "yes"],
      ],
    );
    fc.assert(
      fc.property(known, (pairs) => {
        const f = facts(...pairs);
        expect(holds({ not: { all: [a, b] } }, f)).toBe(holds({ any: [{ not: a }, { not: b }] }, f));
      }),
    );
  });
});

test("what a work may ask for from the tool box is told once each, from its parts and its steps", () => {
  const named = toolsNamed(procedureSchema.parse(good));
  // The oil's tray stands at a step, the pressure plate's holding tool at a part; several places ask for a socket.
  expect(named).toEqual(expect.arrayContaining(["drain tray", "holding tool, or the brake and a gear", "socket"]));
  expect(new Set(named).size).toBe(named.length);
});

test("a part among several carries its number, a single one its name", () => {
  const procedure = procedureSchema.parse(good);
  const friction = partsOf(procedure).find((part) => part.id === "friction");
  expect(itemName(friction ?? { name: "" }, 4, 9)).toBe("friction 4");
  expect(itemName({ name: "Cover" }, 1, 1)).toBe("Cover");
});

describe("a procedure as one machine has it", () => {
  const renewal = procedureSchema.parse(shippedBody("track-replacement"));
  const chain = { "drive-case": "chain in oil", "shaft-drive": "variable belt" };
  const belt = { "drive-case": "toothed belt", "shaft-drive": "chain from the bike" };
  const entries = (config: Record<string, string>): string[] => madeFor(renewal, config).spine.map((entry) => entry.id);

  test("what its words rule out is gone, what a word not known yet decides is still there", () => {
    expect(entries(chain)).toEqual(expect.arrayContaining(["gears", "driven-clutch", "lock-nut"]));
    expect(entries(belt)).toEqual(expect.arrayContaining(["belt", "kit-chain", "shaft-stack", "shaft-stack-plain"]));
    for (const id of ["gears", "lock-nut", "driven-clutch"]) expect(entries(belt)).not.toContain(id);
    expect(entries({})).toHaveLength(renewal.spine.length);
  });

  test("nobody is asked for the chain's tensioner on a belt machine, nor for its figures", () => {
    expect(machineFacts(madeFor(renewal, chain))).toContain("tensioner");
    expect(machineFacts(madeFor(renewal, belt))).not.toContain("tensioner");
    const figures = (config: Record<string, string>) => figuresAsked(madeFor(renewal, config)).map(({ key }) => key);
    expect(figures(chain)).toContain("top-gear-torque");
    expect(figures(belt)).not.toContain("top-gear-torque");
    expect(figures(belt)).toContain("belt-play-cold");
  });
});

describe("shared pieces", () => {
  const piece = (name: string, spine: object[]) => [name, { piece: name, spine }] as const;
  const part = (id: string) => ({ kind: "part", id });
  const ids = (body: unknown): unknown[] => (body as { spine: { id: string }[] }).spine.map((entry) => entry.id);

  test("stand in the row where they are named, pieces of pieces too", () => {
    const pieces = new Map<string, unknown>([
      piece("outer", [{ include: "inner" }, part("wheel")]),
      piece("inner", [part("stand")]),
    ]);
    const whole = assemble({ spine: [part("cap"), { include: "outer" }, part("shaft")] }, pieces);
    expect(ids(whole)).toEqual(["cap", "stand", "wheel", "shaft"]);
  });

  test("one that is not there, is none, or includes itself is refused by name", () => {
    const pieces = new Map<string, unknown>([
      piece("a", [{ include: "b" }]),
      piece("b", [{ include: "a" }]),
      ["torn", { spine: 3 }],
    ]);
    const use = (include: string) => () => assemble({ spine: [{ include }] }, pieces);
    expect(use("a")).toThrow('"a" includes itself: a → b → a.');
    expect(use("wheel")).toThrow('"wheel" is no shared piece: a, b, torn.');
    expect(use("torn")).toThrow(/^shared piece "torn": piece: /);
    const badly = () => assemble({ spine: [{ include: "torn", when: { fact: "side" } }] }, pieces);
    expect(badly).toThrow(/^"torn": when: /);
  });

  test("its blanks are filled by whoever includes it; one left open or said for nothing is refused", () => {
    const pieces = new Map<string, unknown>([["oil", { piece: "oil", spine: [part("{what}-plug")] }]]);
    const use = (words: object) => () => assemble({ spine: [{ include: "oil", with: words }] }, pieces);
    expect(ids(use({ what: "engine" })())).toEqual(["engine-plug"]);
    expect(use({})).toThrow('shared piece "oil" needs a word for "what": say it under "with".');
    expect(use({ what: "engine", how: "slowly" })).toThrow('shared piece "oil" has no blank "how": leave it away.');
  });

  test("one named twice is there once for each set of words", () => {
    const pieces = new Map<string, unknown>([["feel", { piece: "feel", points: [{ id: "feel-{bearing}" }] }]]);
    const use = (bearing: string) => ({ include: "feel", with: { bearing } });
    const whole = assemble({ spine: [use("left"), use("right"), use("left")] }, pieces);
    expect(whole).toMatchObject({ points: [{ id: "feel-left" }, { id: "feel-right" }] });
  });

  test("one that is only part of the work sometimes says so at everything it holds, pieces of pieces too", () => {
    const fact = (name: string) => ({ fact: name, is: ["yes"] });
    const pieces = new Map<string, unknown>([
      [
        "brake",
        { piece: "brake", spine: [{ include: "hook" }, part("pads")], steps: [{ id: "pump", when: fact("wet") }] },
      ],
      ["hook", { piece: "hook", spine: [part("caliper")], gates: [{ id: "hung" }] }],
    ]);
    const release = { lines: [], rechecks: [] };
    const whole = assemble({ spine: [part("cap"), { include: "brake", when: fact("here") }], release }, pieces);
    expect(whole).toMatchObject({
      spine: [{ id: "cap" }, { id: "caliper", when: fact("here") }, { id: "pads", when: fact("here") }],
      steps: [{ id: "pump", when: { all: [fact("here"), fact("wet")] } }],
      gates: [{ id: "hung", when: fact("here") }],
    });
    expect((whole as { spine: object[] }).spine[0]).not.toHaveProperty("when");
  });

  test("the caliper, the supports and the wheel are written once and used by several", () => {
    const using = (entry: string): string[] =>
      shippedBodies.flatMap(([file, body]) => (JSON.stringify(body).includes(`"id":"${entry}"`) ? [file] : []));
    expect(using("caliper").length).toBeGreaterThan(4);
    expect(using("oil-level").length).toBeGreaterThan(4);
    expect(using("set-slack").length).toBeGreaterThan(3);
    const wholes = shippedBodies.map(([, body]) => JSON.stringify(body));
    const ids = (piece: unknown): string[] =>
      [...JSON.stringify(piece).matchAll(/"id":"([a-z-]+)"/g)].map((m) => m[1] ?? "");
    for (const [name, piece] of shippedPieces) {
      const used = wholes.some((whole) => ids(piece).every((id) => whole.includes(`"id":"${id}"`)));
      expect(used ? "" : name).toBe("");
    }
  });
});

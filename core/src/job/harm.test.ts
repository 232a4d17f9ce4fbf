import { shippedBodies, shippedBody } from "../../testingProcedures.ts";
import { KNOWN_FIGURES } from "../figures/index.ts";
import { locksOf, type Procedure, procedureSchema, stepOf } from "../procedure/index.ts";
import { factsOf, fold, rehearse, rehearsedJob, walk } from "./index.ts";

const shipped = (id: string): Procedure => procedureSchema.parse(shippedBody(id));
const all = shippedBodies.map(([, body]) => procedureSchema.parse(body));

/** Tasks of one whole job of a procedure, in the order in which they come. */
function tasks(id: string): string[] {
  const { bench, events } = rehearsedJob(shipped(id));
  return walk(bench, fold(events)).map((task) => task.id);
}

/** What a procedure says at a step, both ways of a piece included. */
function wordsAt(id: string, entry: string): string {
  const procedure = shipped(id);
  const step = procedure.steps.find((s) => s.id === entry) ?? procedure.spine.find((e) => e.id === entry);
  return JSON.stringify(step);
}

describe("what can hurt someone comes in the order in which it hurts nobody", () => {
  test.each([
    // Pads pressed back are pumped before the brake holds a nut, and before the wheel carries.
    ["axle-out-in", ["off:caliper", "fit:caliper-bolts", "do:pump-brake", "torque:axle-nut", "do:lower"]],
    ["axle-joint-outboard", ["do:pump-brake", "torque:axle-nut", "do:lower"]],
    ["front-wheel-fork", ["do:pads-back", "off:pinch-free", "fit:front-axle", "do:brake-pumped-front", "do:bounce"]],
    ["chain-sprockets", ["off:rear-wheel", "fit:rear-wheel", "do:brake-pumped", "torque:shaft-nut"]],
    ["sled-brake", ["do:park-off", "off:caliper-bolts", "fit:caliper-bolts", "do:pump", "inspect:lever:left"]],
    // Grease never comes from the hands to the disc, on the way apart or together.
    ["sled-brake", ["do:clean-hands", "off:pads", "do:clean-hands-back", "fit:pads"]],
    // On the ground first, raised then; down again last.
    ["axle-out-in", ["do:crack-nuts", "do:raise", "off:wheel-nuts", "torque:wheel-nuts", "do:lower"]],
    // Both boots from inboard: the joint is washed, packed and its lands cleaned before its bands close, small end last.
    [
      "axle-boots-inboard",
      [
        ...["inspect:joint-inside-out:found", "do:wash-out", "do:dry-out", "inspect:joint-feel-out:found"],
        ...["decide:shaft", "fit:boot-out", "do:pack-out", "do:work-out", "do:land-out", "do:lip-out"],
        ...["fit:band-out-large", "do:vent-out", "fit:band-out-small", "fit:boot-in"],
      ],
    ],
    // Track slack before anything of a shaft is let go.
    ["shaft-bearings", ["off:axle-bolt", "do:really-slack", "off:retainer-screws"]],
    ["track-replacement", ["off:axle-bolt", "do:really-slack"]],
    // Held, and tried, before a nut is pulled; the brake pumped before it does the holding.
    ["shaft-bearings", ["do:brake-on", "off:top-bolt", "do:pump", "do:held-again", "torque:bottom-nut"]],
    // Brake, guard, air and stands are seen to before an engine turns a track.
    ["track-tension", ["do:before-run", "adjust:set-gaps"]],
    ["shaft-bearings", ["do:pump", "do:before-run", "adjust:set-gaps"]],
    ["variable-belt", ["fit:belt-guard", "do:before-run", "inspect:creep:left", "do:down-after-run"]],
    ["clutch-clean", ["fit:belt-guard", "do:before-run", "do:creep-test", "do:down-after-run"]],
    // The screws of new slides are tightened and looked at.
    ["slides-renewal", ["fit:slide-screws", "do:slide-screws-tight", "do:set-down"]],
  ])("%s: %j", (id, order) => {
    const found = tasks(id);
    const places = order.map((task) => found.indexOf(task));
    expect(Object.fromEntries(order.map((task, i) => [task, (places[i] ?? -1) >= 0]))).toEqual(
      Object.fromEntries(order.map((task) => [task, true])),
    );
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });

  test("a machine with reverse is brought out of it before key, guard and stands", () => {
    for (const id of ["variable-belt", "clutch-clean", "shaft-bearings", "track-replacement"]) {
      const procedure = shipped(id);
      const first = procedure.steps.find((step) => "stage" in step && step.stage === "apart");
      expect([id, first?.id]).toEqual([id, "out-of-reverse"]);
    }
    expect(wordsAt("variable-belt", "out-of-reverse")).toContain("before the key comes out");
  });
});

describe("what holds a nut or a wheel is signed away by nobody", () => {
  test.each([
    ["axle-out-in", "axle-nut"],
    ["axle-out-in", "ball-joint-nut"],
    ["countershaft-nut", "shaft-nut"],
    ["chain-sprockets", "shaft-nut"],
    ["chain-gears", "bottom-nut"],
  ])("the lock of %s, %s", (id, entry) => {
    const found = shipped(id).spine.find((e) => e.id === entry);
    expect(found?.kind === "fasteners" && found.holds).toBeDefined();
    // Whichever the machine has: a lock is hard by being one.
    expect(found?.kind === "fasteners" && locksOf(found).length).toBeGreaterThan(0);
  });

  test.each([
    ["axle-out-in", "pump-brake"],
    ["front-wheel-fork", "brake-pumped-front"],
    ["chain-sprockets", "brake-pumped"],
    ["sled-brake", "pump"],
    ["slides-renewal", "slide-screws-tight"],
    ["axle-boots-inboard", "pack-out"],
    ["axle-boots-inboard", "pack-joint"],
    ["axle-joint-outboard", "pack-shut"],
    ["track-tension", "before-run"],
  ])("%s, %s", (id, step) => {
    const found = stepOf(shipped(id), step);
    expect(found?.kind === "do" && found.hard).toBe(true);
  });

  test.each([
    ["axle-out-in", "pumped-before-nut", "torque:axle-nut"],
    ["axle-out-in", "pumped-before-down", "do:lower"],
    ["front-wheel-fork", "pumped-before-bounce", "do:bounce"],
    ["chain-sprockets", "pumped-before-held", "torque:shaft-nut"],
    ["sled-brake", "park-off-first", "off:caliper-bolts"],
    ["chain-gears", "held-before-torque", "torque:bottom-nut"],
    ["shaft-bearings", "slack-before-retainer", "off:retainer-screws"],
    ["axle-boots-inboard", "land-before-band-out", "fit:band-out-large"],
    ["track-tension", "run-seen-to", "adjust:set-gaps"],
    ["variable-belt", "run-seen-to", "inspect:creep:left"],
    ["clutch-clean", "run-seen-to", "do:creep-test"],
  ])("%s: %s stands before %s", (id, gate, before) => {
    expect(shipped(id).gates.find((g) => g.id === gate)).toMatchObject({ before, pass: "nobody" });
  });
});

describe("a caution stands where the danger is", () => {
  test.each([
    ["chain-sprockets", "rear-wheel", /wheel and caliper.*both drop/],
    ["clutch-coil-spring", "cover", /dowel.*drops into the open engine/],
    ["clutch-rack", "cover", /never drawn on by its bolts/],
    ["axle-boots-inboard", "mouth-ring", /springs out: eyes covered/],
    ["axle-boots-inboard", "race-driven", /Balls fly/],
    ["axle-boots-inboard", "wash-in", /Never spin a joint with the air gun/],
    ["axle-out-in", "shaft", /beside its seal/],
  ])("%s, %s: %s", (id, at, says) => {
    expect(wordsAt(id, at)).toMatch(says);
  });
});

describe("nothing is asked of a machine that it does not have", () => {
  test("a brake at the corner, springs with legs, a parking brake: the machine's word decides", () => {
    const gateWhen = (id: string, gate: string): string =>
      JSON.stringify(shipped(id).gates.find((g) => g.id === gate)?.when ?? null);
    expect(gateWhen("axle-out-in", "pumped-before-nut")).toContain("corner-brake");
    expect(gateWhen("variable-belt", "free-first")).toContain("machine:reverse");
    // Known to have none is as good as off; not said is neither.
    expect(JSON.stringify(shipped("skid-out-in").gates.find((g) => g.id === "springs-first")?.needs)).toContain(
      '"coil or air"',
    );
    expect(JSON.stringify(shipped("chain-gears").questions.find((q) => q.id === "held-by"))).toContain(
      "no parking brake",
    );
  });

  test("a crank that turns proves a nut nowhere; which step clamps hardest is asked of the machine", () => {
    for (const procedure of all) expect(JSON.stringify(procedure)).not.toMatch(/crank starts to turn, it is already/);
    const steps = shipped("clutch-disc-spring").questions;
    expect(KNOWN_FIGURES.get("disc-step-hardest")?.words).toContain("not known yet");
    const found = JSON.stringify(steps.find((q) => q.id === "step-found")?.ways);
    expect(found).not.toMatch(/hardest|softest|strongest/);
  });

  test("nothing is lifted by what the work takes out", () => {
    for (const id of ["skid-out-in", "track-replacement", "slides-renewal"])
      expect(wordsAt(id, "lift-plan")).toMatch(/Never a part that this work takes out/);
  });
});

describe("each worn thing proposes itself, never the dear part beside it", () => {
  test.each([
    ["axle-out-in", "drive-seal", "final-seal"],
    ["clutch-rack", "hub-rubbers", "rubbers"],
    ["clutch-rack", "basket-bearing", "basket-bearing-part"],
    ["variable-belt", "sheaves", "sheaves-part"],
    ["variable-belt", "weights", "weights-part"],
  ])("%s: %s speaks for %s", (id, point, part) => {
    const procedure = shipped(id);
    expect(procedure.points.find((p) => p.id === point)).toMatchObject({ for: part });
    const entry = procedure.spine.find((e) => e.id === part);
    expect(entry).toMatchObject({ kind: "part", stays: true });
  });

  test("looked at where it sits, it comes out only where it is renewed", () => {
    const { bench, events } = rehearsedJob(shipped("variable-belt"));
    const until = events.findIndex((e) => e.body.type === "decision_taken" && e.body.part === "sheaves-part");
    const ids = (count: number): string[] => walk(bench, fold(events.slice(0, count))).map((t) => t.id);
    expect(ids(until)).not.toContain("off:sheaves-part");
    expect(ids(events.length)).toEqual(expect.arrayContaining(["off:sheaves-part", "fit:sheaves-part"]));
  });
});

test("an engine that lay on its side or in water is pulled through by hand before it is started", () => {
  let started = 0;
  const { faults } = rehearse(shipped("sweep-sled-after"), undefined, (bench, state, task) => {
    const facts = factsOf(bench, state);
    const lay = ["happened", "happened-too", "happened-besides"].map((fact) => facts.get(fact) ?? "");
    if (task.id !== "do:run" || !lay.some((word) => ["rolled", "through water"].includes(word))) return null;
    started += 1;
    const needed = ["find:pulled:1", ...(lay.includes("rolled") ? ["find:lay:1"] : []), "do:plugs-back"];
    return needed.find((key) => !state.bySlot.has(key)) ?? null;
  });
  expect(faults).toEqual([]);
  expect(started).toBeGreaterThan(2);
});

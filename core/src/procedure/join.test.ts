import { KNOWN_FIGURES } from "../figures/index.ts";
import { shippedBody } from "../../testingProcedures.ts";
import { atPosition, joined, type Procedure, procedureSchema, type WorkAsked } from "./index.ts";

const shipped = (id: string): Procedure => procedureSchema.parse(shippedBody(id));
const work = (id: string, procedure: string, position: string | null = null): WorkAsked => ({
  ...{ id, position },
  procedure: shipped(procedure),
});
const ids = (rows: readonly { id: string }[]): string[] => rows.map(({ id }) => id);

test("one work without a place is its procedure, untouched", () => {
  const one = work("w1", "chain-only");
  expect(joined([one]).procedure).toBe(one.procedure);
  expect(joined([one]).works).toMatchObject([{ id: "w1", of: "chain-only", position: null }]);
});

test("what two works of one place need stands once, and each keeps its own in its own order", () => {
  const [a, b] = [work("w1", "chain-slack-check"), work("w2", "countershaft-nut")];
  const { procedure, shared } = joined([a, b]);
  expect(Object.keys(shared)).toEqual(expect.arrayContaining(["stand", "rear-axle-nut", "adjusters", "set-slack"]));
  // Everything is there once: what both name, what only one does.
  const own = ids(b.procedure.spine).filter((id) => !(id in shared));
  expect(new Set(ids(procedure.spine))).toEqual(new Set([...ids(a.procedure.spine), ...own.map((id) => `w2-${id}`)]));
  expect(ids(procedure.steps).filter((id) => id === "stand")).toHaveLength(1);
  const order = (from: Procedure, name: (id: string) => string) => ids(from.spine).map(name);
  const place = new Map(ids(procedure.spine).map((id, i) => [id, i]));
  for (const row of [order(a.procedure, (id) => id), order(b.procedure, (id) => (id in shared ? id : `w2-${id}`))]) {
    const places = row.map((id) => place.get(id) ?? -1);
    expect(places).toEqual([...places].sort((one, other) => one - other));
  }
});

test("a shared step stands at the outermost of its places: what is set last is set after the last thing is in", () => {
  // Set after the axle nut in the one, after the chain in the other, which is outside it.
  const { procedure } = joined([work("w1", "chain-slack-check"), work("w2", "chain-only")]);
  const steps = procedure.steps.filter(({ id }) => id.endsWith("set-slack"));
  expect(steps).toMatchObject([{ id: "set-slack", after: "w2-chain" }]);
  const nut = procedure.spine.find(({ id }) => id === "rear-axle-nut");
  expect(nut).toMatchObject({ torque: { after: "w2-chain" } });
  // Dropped, the other places nothing any more.
  const without = joined([work("w1", "chain-slack-check"), { ...work("w2", "chain-only"), dropped: true }]);
  expect(without.procedure.steps.find(({ id }) => id === "set-slack")).toMatchObject({ after: "rear-axle-nut" });
});

test("two shafts of one machine: raised once and set down once, each wheel and each crack of its nuts for itself", () => {
  const { procedure, shared, works } = joined([
    work("w1", "axle-joint-outboard", "front left"),
    work("w2", "axle-joint-outboard", "rear right"),
  ]);
  expect(shared).toEqual({ lower: ["w1", "w2"], raise: ["w1", "w2"], ride: ["w1", "w2"] });
  const apart = procedure.steps.filter((step) => step.kind === "do" && step.stage === "apart" && !step.before);
  // Nuts are cracked while it stands on its wheels: both before it is raised.
  const before = ["crack-nuts", "nut-on-ground"];
  expect(ids(apart).slice(0, 5)).toEqual([...before, ...before.map((id) => `w2-${id}`), "raise"]);
  const prove = procedure.steps.filter((step) => step.kind === "do" && step.stage === "prove");
  // Both wheels are turned by hand while they hang; each final drive's oil is read once it is down, then one ride.
  expect(ids(prove)).toEqual(["full-lock", "w2-full-lock", "lower", "oil-level", "w2-oil-level", "ride"]);
  expect(procedure.spine.find(({ id }) => id === "wheel")?.name).toBe("Front left wheel");
  expect(procedure.spine.find(({ id }) => id === "w2-wheel")?.name).toBe("Rear right wheel");
  expect(works.map(({ answers }) => answers)).toEqual([{ side: "left" }, { "w2-side": "right" }]);
});

test("every name of a row is renamed wherever it is said, and no figure, role or word of the machine is", () => {
  const first = work("w1", "axle-joint-outboard", "front left");
  const second = shipped("axle-joint-outboard");
  const { procedure } = joined([first, { id: "w2", procedure: second, position: "rear right" }]);
  const own = (rows: readonly { id: string }[]) => rows.filter(({ id }) => id.startsWith("w2-"));
  const said = JSON.stringify([
    own(procedure.spine),
    own(procedure.points),
    own(procedure.steps),
    own(procedure.gates),
  ]);
  for (const point of second.points) {
    expect(said).not.toContain(`"on":"${point.on}"`);
    if (point.kind !== "measure" || !point.spec) continue;
    // Only what the machine has several of is asked for its place.
    const there = KNOWN_FIGURES.get(point.spec)?.byPlace ? "@rear right" : "";
    expect(said).toContain(`"spec":"${point.spec}${there}"`);
  }
  // Set down once for both: each has its own gate before it.
  for (const { before } of second.gates.filter((gate) => gate.before !== "do:lower")) {
    expect(said).not.toContain(`"before":"${before}"`);
  }
  for (const entry of second.spine) {
    if ("role" in entry && entry.role) expect(said).toContain(`"role":"${entry.role}"`);
  }
});

test("what comes back by itself is known by its place", () => {
  const slides = {
    ...shipped("slides-renewal"),
    positions: ["front left", "front right"].map((word) => ({ word, answers: {} })),
  };
  const { procedure } = joined([
    { id: "w1", procedure: slides, position: "front left" },
    { id: "w2", procedure: slides, position: "front right" },
  ]);
  const left = ids(procedure.release.rechecks).filter((id) => id.endsWith("@front left"));
  expect(left.length).toBeGreaterThan(0);
  expect(ids(procedure.release.rechecks)).toEqual(
    expect.arrayContaining(left.map((id) => id.replace("left", "right"))),
  );
  expect(atPosition("tension", null)).toBe("tension");
});

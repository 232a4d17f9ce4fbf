import { figure, limit, shop as shopWith, spec, torque } from "../../testingShop.ts";
import { TestJob } from "../../testing.ts";
import { lead, technician } from "../../testingBench.ts";
import { type MeasurePoint, stepOf } from "../procedure/index.ts";
import { configOf, type Spec, specSchema, specsOfBuild } from "../spec/index.ts";
import { type Bench, judgeItem, rechecksOf, sideToTighten, suggestTurn, walk } from "./index.ts";

// Every figure here is invented, but the two plays of a toothed belt: about three quarters of an inch cold and three
// sixteenths hot, common practice, no source.
const word = (key: string, said: string): Spec => spec("word", key, { word: said });
/** Gauges of a tenth: nothing on a sled is read finer. */
const shop = (id: string, specs: Spec[]): Bench => shopWith(id, specs, [], 0.1);
/** A job on a machine made so, as the bench has it. */
function jobOn(bench: Bench, by = technician, counts: Record<string, number> = {}): TestJob {
  const job = new TestJob(bench, by, counts);
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("no opening");
  job.events = [{ ...opened, body: { ...opened.body, config: configOf(bench.specs) } }, ...rest];
  return job;
}
const tasksOf = (job: TestJob): string[] => walk(job.shop, job.state).map((task) => task.id);

describe("how a machine is made decides what is done", () => {
  const chain = (oil: string, tensioner = "screw"): Bench =>
    shop("chaincase-service", [
      ...[word("oil-level-by", oil), word("tensioner", tensioner), torque("case-lock"), torque("case-drain")],
      ...[limit("case-play", { kind: "range", serviceMin: 6, serviceMax: 12 }), figure("adjuster-pitch", 1.5)],
    ]);

  test("the level is asked for by the method the machine has; a word of another method says so", () => {
    const job = jobOn(chain("sight window"), technician, { "pipe-spring": 3 }).until("inspect:level-window:found", {});
    expect(tasksOf(job).filter((id) => id.includes("level-"))).toEqual([
      "inspect:level-window:found",
      "do:level-again",
    ]);
    const before = job.events.length;
    expect(job.type("over")).toBe(
      '"over" is not one of: 1 low, 2 half, 3 full. That is how it is told at the threads of the level plug; this machine is told in the sight window, machine level.',
    );
    expect(job.events).toHaveLength(before);
  });

  test("a ratchet tensioner has no back-off; a screw's is told in turns and in millimetres of its thread", () => {
    expect(tasksOf(jobOn(chain("stick", "ratchet")))).not.toContain("compute:back-off");
    const job = jobOn(chain("stick"), technician, { "pipe-spring": 3 }).until("compute:back-off", {
      "inspect:level-stick:found": ["level"],
      "inspect:oil-colour:found": ["fresh", "level"],
      "inspect:shavings:found": ["none"],
      "measure:case-play:found": ["17"],
    });
    job.type("quarter b");
    // A quarter of a turn of a 1.5 mm thread.
    expect(job.type("")).toBe("back the adjuster off: back off 0.25 of a turn, 0.38 mm");
  });

  test("a figure for one engine is not offered for another", () => {
    const two = specSchema.parse({ ...figure("case-pitch", 1), only: { stroke: "two-stroke" } });
    const made = (stroke: string) => specsOfBuild([word("stroke", stroke), two]).map((s) => s.key);
    expect(made("two-stroke")).toContain("case-pitch");
    expect(made("four-stroke")).not.toContain("case-pitch");
  });

  test("parts for the other kind of drive are asked back before anything is opened further", () => {
    const job = jobOn(shop("belt-case", [word("drive-case", "toothed belt"), torque("hub-screw")])).until(
      "verify:drive-kind",
      { "do:still": ["", "field"], "off:case-cover": ["", "1"] },
    );
    expect(job.type("chain")).toBe(
      "chain in oil: this machine has toothed belt. A part of the other kind does not go in; put it back.",
    );
    expect(job.type("toothed")).toMatch(/toothed belt, right$/);
  });

  test("the shaft's way out turns the order of the track's removal about, and back again", () => {
    const made = (exit: string, drive: string): string[] =>
      tasksOf(jobOn(shop("track-replacement", [word("shaft-exit", exit), word("drive-case", drive)]))).filter((id) =>
        /^(off|fit):(drive-side|case-cover|case-chain|case-belt)$/.test(id),
      );
    expect(made("on the case side", "chain in oil")).toEqual([
      ...["off:drive-side", "off:case-cover", "off:case-chain"],
      ...["fit:case-chain", "fit:case-cover", "fit:drive-side"],
    ]);
    expect(made("on the clutch side", "toothed belt")).toEqual([
      ...["off:case-cover", "off:case-belt", "off:drive-side"],
      ...["fit:drive-side", "fit:case-belt", "fit:case-cover"],
    ]);
  });
});

describe("readings that mean nothing alone", () => {
  const track = shop("track-tension", [
    ...[limit("track-sag", { kind: "range", serviceMin: 30, serviceMax: 38 }), figure("sag-load", 7.3, "kg")],
    ...[limit("gap-difference", { kind: "max", serviceMax: 2 }), torque("axle-bolt")],
  ]);
  const at = (task: string): TestJob =>
    jobOn(track).until(task, {
      ...{
        "do:still": ["", "ridden", "run in"],
        "do:lift-plan": ["", "alone"],
        "measure:sag-found:found": ["52 at 7.3"],
      },
      "adjust:set-sag": ["52 at 7.3", "+2", "34 at 7.3"],
    });

  test("sag without its load, and under another one, is asked back", () => {
    const job = at("measure:sag-found:found");
    expect(job.type("52")).toBe("52: under which load? Type 52 at 7.3 kg.");
    expect(job.type("52 at 20 kg")).toMatch(/^52 at 20 kg: the figure holds under 7\.3 kg\. .* Nothing is kept\.$/);
    // A pound is 0.45359237 kg (NIST SP 811): 16 lb is 7.26 kg.
    expect(job.type("52 at 16 lb")).toMatch(/^track sag as found: past limit/);
    expect(job.state.bySlot.get("read:sag-found:1:1:found")?.[0]?.body).toMatchObject({ under: { text: "16 lb" } });
    expect(job.offer({ type: "adjust_read", step: "set-sag", text: "40", gauge: "rule" })).toMatchObject({
      error: { path: "under" },
    });
  });

  test("turns without a direction are asked back; the next come from every round so far", () => {
    const job = at("adjust:set-sag");
    const step = stepOf(track.procedure, "set-sag");
    if (step?.kind !== "adjust") throw new Error("no such step");
    job.type("52 at 7.3");
    expect(job.type("2")).toBe("2: which way? +2 is tighter, -2 is back.");
    job.type("+2");
    job.type("45 at 7.3");
    // sag² = 52² − (52² − 45²)/2 · turns; to 34 mm: 45² − 34² over 339.5 a turn, in eighths, rounded down.
    expect(suggestTurn(job.state, step)).toBe(Math.floor((8 * (45 ** 2 - 34 ** 2)) / 339.5) / 8);
  });

  test("one gap alone says nothing of the other; the side the track sits on is tightened", () => {
    const job = at("adjust:set-gaps");
    const step = stepOf(track.procedure, "set-gaps");
    if (step?.kind !== "adjust") throw new Error("no such step");
    expect(job.type("9")).toBe("left and right belong together: type both, such as 12 14. Nothing is kept.");
    expect(job.type("9 15")).toMatch(/9 15: 6\.0 mm apart, above 2\.0 at most$/);
    // Less room left of the guide: it sits left, and is tightened there.
    expect(sideToTighten(job.state, step)).toBe("left");
    expect(job.type("+0.5")).toBe("+0.5: on which side? Type +0.5 left or +0.5 right.");
    expect(job.type("+0.5 left")).toMatch(/turned \+0\.5 turns, left$/);
    expect(job.type("12 13")).toMatch(/1\.0 mm apart, inside 2\.0 at most$/);
  });

  test("a belt's play is cold or hot, and is never taken for the other", () => {
    const belt = shop("belt-case", [
      ...[word("drive-case", "toothed belt"), torque("hub-screw")],
      limit("belt-play-cold", { kind: "range", serviceMin: 17, serviceMax: 21 }),
    ]);
    const job = jobOn(belt).until("measure:belt-play-cold:left", {
      ...{ "do:still": ["", "shop"], "off:case-cover": ["", "1"], "verify:drive-kind": ["toothed"] },
      ...{ "off:belt": ["arrow", ""], "inspect:belt-teeth:found": ["sound"], "decide:belt": [""] },
    });
    expect(job.type("19")).toBe("19: cold or hot? It means nothing without: type 19 cold.");
    expect(job.type("5 hot")).toMatch(/^5 hot: here it is read cold/);
    // Three quarters of an inch.
    expect(job.type("3/4in cold")).toMatch(/^belt play, cold: serviceable/);
  });

  test("adjusters are read as a pair", () => {
    const job = jobOn(shop("skid-out-in", [limit("track-sag", { kind: "max", serviceMax: 60 })])).until(
      "measure:adjuster-at:found",
      { "do:lift-plan": ["", "alone"], "measure:sag-found:found": ["52 at 7 kg"] },
    );
    expect(job.type("32")).toMatch(/^left and right belong together: one alone says nothing of the other/);
    job.type("32 33");
    expect(job.state.bySlot.has("read:adjuster-at:1:2:found")).toBe(true);
  });
});

describe("gates and what cannot be undone", () => {
  test("never in reverse before the belt comes out", () => {
    const job = jobOn(shop("variable-belt", [word("reverse", "mechanical")]));
    expect(job.offer({ type: "part_removed", entry: "drive-belt" })).toMatchObject({
      error: { path: "gate:reverse-first" },
    });
  });

  test("a sled that was stored is not cranked before its plugs were out", () => {
    const job = jobOn(shop("clutch-clean", [])).until("do:creep-test", {
      ...{ "do:still": ["", "stored"], "off:belt-guard": ["", "within"], "inspect:sheaves:found": ["clean"] },
      "start:dry": ["blown", ""],
    });
    expect(job.state.bySlot.has("do:plugs-out")).toBe(true);
    const fresh = jobOn(shop("clutch-clean", [])).until("do:plugs-out", {
      ...{ "do:still": ["", "stored"], "off:belt-guard": ["", "within"], "inspect:sheaves:found": ["clean"] },
      "start:dry": ["blown", ""],
    });
    expect(fresh.offer({ type: "step_confirmed", step: "creep-test" })).toMatchObject({
      error: { path: "gate:plugs-first" },
    });
  });

  test("springs off before the skid's bolts, and held before anyone goes under; no signature passes", () => {
    const job = jobOn(shop("skid-out-in", []), lead);
    expect(job.offer({ type: "part_removed", entry: "skid-bolts" })).toMatchObject({
      error: { path: "gate:springs-first" },
    });
    expect(job.offer({ type: "part_removed", entry: "skid" })).toMatchObject({ error: { path: "gate:held-first" } });
    expect(job.offer({ type: "gate_passed", gate: "springs-first", reason: "x" }).ok).toBe(false);
  });

  test("a template off by more than the shop's tolerance drills nothing", () => {
    const job = jobOn(shop("skid-change", [figure("template-tolerance", 0.5)])).until("verify:scale", {
      ...{
        "do:lift-plan": ["", "alone"],
        "measure:sag-found:found": ["52 at 7 kg"],
        "measure:adjuster-at:found": ["30 30"],
      },
    });
    expect(job.type("97")).toMatch(/^97: 3\.0 % small; at most 0\.5 mm off\. Print it again at true size/);
    expect(job.offer({ type: "step_confirmed", step: "template-old" })).toMatchObject({
      error: { path: "gate:scale-first" },
    });
    expect(job.offer({ type: "step_confirmed", step: "drill" })).toMatchObject({ error: { path: "gate:punch-first" } });
    expect(job.type("99.8")).toMatch(/99\.8, right$/);
  });

  test("the arrow of a track that would run backwards is asked back, before the shaft and before the skid", () => {
    const { gates, steps } = shop("track-replacement", []).procedure;
    expect(gates.filter((g) => /arrow/.test(g.id)).map((g) => g.before)).toEqual(["fit:drive-shaft", "fit:skid"]);
    expect(steps.filter((s) => s.kind === "verify").map((s) => s.id)).toEqual(["arrow-shaft", "arrow-skid"]);
  });
});

test("what a helper is needed for is known beforehand, so that they are called once", () => {
  const job = jobOn(shop("skid-out-in", [])).until("do:lift-pair", { "do:lift-plan": ["", "with"] });
  const called = walk(job.shop, job.state).filter((task) => task.helper !== null);
  expect(called.map((task) => task.id)).toEqual(["do:lift-pair", "off:skid", "fit:skid"]);
  expect(tasksOf(job)).not.toContain("do:lift-solo");
});

test("slides are judged at the worst station of their rail", () => {
  const bench = shop("slides-renewal", [limit("slide-left", { kind: "min", serviceMin: 1, standardMin: 8 })]);
  const job = jobOn(bench).until("measure:slide-left:found", { "do:lift-plan": ["", "alone"] });
  job.type("3.1 2.4 0.7 1.8");
  const point = bench.procedure.points.find((p): p is MeasurePoint => p.id === "slide-left" && p.kind === "measure");
  if (!point) throw new Error("no such point");
  expect(judgeItem(job.state, point, 1, "found")).toMatchObject({ verdict: "past", value: 0.7 });
});

test("a release sets what is to be looked at again, by the machine's own meter; an oil change put off comes back", () => {
  const bench = shop("chaincase-service", [
    ...[word("oil-level-by", "stick"), word("tensioner", "ratchet"), torque("case-lock"), torque("case-drain")],
    limit("case-play", { kind: "range", serviceMin: 6, serviceMax: 20 }),
  ]);
  const job = jobOn(bench, technician, { "pipe-spring": 3 }).until(null, {
    "inspect:level-stick:found": ["level"],
    "inspect:oil-colour:found": ["dark", "put"],
    "inspect:shavings:found": ["none"],
    "measure:case-play:found": ["9"],
    "measure:case-play:left": ["9"],
  });
  // The meter stood at 10 h: tension after ten hours, the oil after twenty.
  expect(rechecksOf(bench, job.state)).toEqual([
    { what: "Chaincase: tension once more", due: 20, days: null },
    { what: "Chaincase oil: change put off", due: 30, days: null },
  ]);
  job.keep({ type: "job_released" });
  expect(job.state.released?.body.rechecks).toHaveLength(2);
});

test("what came off a shaft is kept in the words it was told in", () => {
  const job = jobOn(shop("shaft-bearings", [word("housings", "single"), torque("case-screw")]), lead).until(
    "off:shaft-stack",
    { "do:lift-plan": ["", "alone"] },
  );
  job.type("big washer, short spacer, rotor");
  expect(job.state.bySlot.get("off:shaft-stack")?.[0]?.body).toMatchObject({
    noted: "big washer, short spacer, rotor",
  });
});

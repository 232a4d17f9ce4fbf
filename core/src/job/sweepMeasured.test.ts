import { technician } from "../../testingBench.ts";
import { jobOn, limit, shop, spec, word } from "../../testingShop.ts";
import type { TestJob } from "../../testing.ts";
import { concernsOf, judgeItem, openPoints, readiness, spreadsOn, unsigned } from "./index.ts";
import { lugsWords } from "../task/index.ts";
import { partOf, placesNamed, pointOf } from "../procedure/index.ts";

// A snow machine as nobody makes it; what is read on it is invented.
const made = {
  ...{ "drive-case": "chain in oil", "shaft-drive": "variable belt", cooling: "liquid", "starts-by": "electric" },
  ...{ scratchers: "fitted", "track-studs": "plain", "parking-brake": "lever lock", "front-springs": "air" },
  ...{ "speed-sensor": "none" },
};
const SPECS = [
  ...Object.entries(made).map(([key, said]) => word(key, said)),
  ...[spec("count", "skid-wheel-count", { count: 3 }), spec("count", "cylinder-count", { count: 2 })],
  ...[limit("shock-gap-difference", { kind: "max", serviceMax: 6 })],
  ...[limit("runner-left", { kind: "min", serviceMin: 3 })],
];

/** A season's sweep worked until a task: what is well where a test says no other. */
function sweptTo(until: string, other: Readonly<Record<string, string>>, specs = SPECS): TestJob {
  const counts = { "skid-wheels-left": 3, "skid-wheels-right": 3, cylinders: 2 };
  const job = jobOn(shop("sweep-sled-season", specs), technician, counts);
  for (let task = job.task; task !== null && task.id !== until; task = job.task) {
    const before = job.events.length;
    const { aim } = job;
    const asked =
      aim?.kind === "ask" ? aim.question : (/^(?:inspect|measure|compute):([^:]+)/.exec(task.id)?.[1] ?? "");
    const usual = aim?.kind === "ask" || aim?.kind === "find" ? "1" : WORDS[aim?.kind ?? ""];
    const [said = "", reason = ""] = (other[asked] ?? usual ?? "").split(";");
    const answer = job.type(said, reason);
    if (job.events.length === before) throw new Error(`${task.id}: ${answer}`);
  }
  return job;
}
const WORDS: Readonly<Record<string, string>> = { read: "/;gauge not at hand", compute: "/;snow on it" };
const BY_EYE = { gauges: "by eye", "belt-out": "stays on" };
const judged = (job: TestJob, id: string) => {
  const point = pointOf(job.shop.procedure, id);
  return point?.kind === "measure" ? judgeItem(job.state, point, 1, "found") : null;
};

test("by eye nothing is read with a gauge but what the eye doubts", () => {
  const asked = (job: TestJob): string[] => job.events.flatMap(({ body }) => ("point" in body ? [body.point] : []));
  expect(asked(sweptTo("do:run", BY_EYE))).not.toContain("shock-gap");
  const doubted = sweptTo("measure:shock-gap:found", { ...BY_EYE, "shock-mid-left": "uneven" });
  expect(doubted.task?.id).toBe("measure:shock-gap:found");
});

test("a pair is judged by how far one is from the other, and neither is kept alone", () => {
  const job = sweptTo("measure:shock-gap:found", { ...BY_EYE, gauges: "gauges" });
  expect(job.type("52")).toMatch(/belong together/);
  job.type("52 61");
  expect(judged(job, "shock-gap")).toMatchObject({ value: 9, verdict: "past" });
  expect(readiness(job.shop, job.state)?.keeps).toEqual([
    expect.stringMatching(/^shock gap, left against right: past/),
  ]);
});

test("the doubt of both readings stands in their difference", () => {
  const job = sweptTo("measure:shock-gap:found", { ...BY_EYE, gauges: "gauges" });
  job.type("50 56");
  // Two readings that are each off by as much: their doubts add as squares (GUM, JCGM 100:2008, 5.1.2).
  const alone = sweptTo("measure:runner-mm-left:found", { ...BY_EYE, gauges: "gauges" });
  alone.type("3");
  const [pair, one] = [judged(job, "shock-gap"), judged(alone, "runner-mm-left")];
  expect(pair?.verdict).toBe("undecided");
  expect((pair?.expandedUncertainty ?? 0) / (one?.expandedUncertainty ?? 1)).toBeCloseTo(Math.SQRT2, 6);
});

test("read without a limit on file it is told and signed by nobody; not read is an answer with its reason", () => {
  const all = { ...BY_EYE, gauges: "gauges", "sag-mm": "/;no scale at hand" };
  const job = sweptTo("do:run", { ...all, "carbide-mm-left": "40", compression: "900 910 cold" });
  const open = unsigned(job.state, openPoints(job.shop, job.state)).filter(({ group }) => group === "look again");
  expect(open).toEqual([]);
  expect(judged(job, "carbide-mm-left")?.verdict).toBeNull();
  expect(readiness(job.shop, job.state)?.notLooked).toContainEqual(expect.stringMatching(/no scale at hand$/));
});

test("what is read past its limit leads to a work, and that work answers for it", () => {
  const job = sweptTo("measure:carbide-mm-left:found", { ...BY_EYE, gauges: "gauges", "runner-mm-left": "2.1" });
  const [found] = concernsOf(job.shop, job.state);
  expect(found).toMatchObject({ row: "runner-mm-left", weight: "renew" });
  const looks = () => openPoints(job.shop, job.state).filter(({ key }) => key.startsWith("look:runner-mm-left"));
  expect(looks()).toHaveLength(1);
  const work = { work: "skis", procedure: { id: "skid-out-in", version: 1, hash: "" }, position: null };
  job.append({ type: "work_added", ...work, because: "worn", from: found?.event ?? null, counts: {}, config: {} });
  expect(looks()).toEqual([]);
});

test("wheels of one side are said by one line where they are well; what is not well is said of each by itself", () => {
  const job = sweptTo("inspect:wheels-left:found", BY_EYE);
  expect(job.type("rough*")).toMatch(/of each by itself/);
  job.type("1*");
  expect(
    job.events.filter(({ body }) => body.type === "finding_recorded" && body.point === "wheels-left"),
  ).toHaveLength(3);
});

test("after a summer it is pulled through by hand before any starter", () => {
  expect(
    sweptTo("do:run", { ...BY_EYE, stood: "days" }).events.some(
      ({ body }) => "point" in body && body.point === "pulled",
    ),
  ).toBe(false);
  const summer = sweptTo("inspect:pulled:found", { ...BY_EYE, stood: "summer" });
  expect(summer.task?.id).toBe("inspect:pulled:found");
  summer.type("fuel");
  expect(summer.offer({ type: "step_confirmed", step: "run" }).ok).toBe(false);
});

test("one cylinder against the other is told in percent of the highest, where it is said how they stand", () => {
  const job = sweptTo("measure:compression:found", { ...BY_EYE, gauges: "gauges" });
  const part = partOf(job.shop.procedure, "cylinders");
  if (!part) throw new Error("no cylinders");
  expect(spreadsOn(job.shop, job.state, part)).toEqual([]);
  job.type("880 cold");
  expect(spreadsOn(job.shop, job.state, part)).toEqual([]);
  job.type("1000 cold");
  // (1000 − 880) ÷ 1000.
  expect(spreadsOn(job.shop, job.state, part)).toEqual(["Compression: cylinder 1 is 12.0 % below the highest"]);
  expect(job.task?.id).toBe("inspect:cylinders-even:found");
  job.type("low");
  expect(readiness(job.shop, job.state)?.word).toBe("not ready");
});

test("fuel that stood is followed into a carburettor, and not where it is injected; panels are asked only where there are any", () => {
  const asked = (feed: string, panels: string, id: string): boolean => {
    const specs = [...SPECS, word("fuel-feed", feed), word("side-panels", panels)];
    const job = sweptTo("do:run", { ...BY_EYE, fuel: "old" }, specs);
    return job.events.some(({ body }) => "point" in body && body.point === id);
  };
  expect(["carburettor", "injected"].map((feed) => asked(feed, "none", "carburettor"))).toEqual([true, false]);
  expect(["fitted", "none"].map((panels) => asked("injected", panels, "panel-left"))).toEqual([true, false]);
});

test("lugs are counted with gauges, or where the eye doubts them, by the windows they are gone at; not counted is an answer", () => {
  const counted = (other: Readonly<Record<string, string>>) => {
    const job = sweptTo("do:run", { ...BY_EYE, compression: "900 910 cold", ...other });
    return { job, taken: job.events.flatMap(({ body }) => (body.type === "figure_taken" ? [body.figures] : [])) };
  };
  expect(counted({}).taken).toEqual([]);
  const { job, taken } = counted({ lugs: "torn", "lug-count": "48 144 3 0 0 at 12 13 31" });
  expect(taken).toMatchObject([{ windows: 48, torn: 3, tornAt: "12 13 31" }]);
  expect(lugsWords(taken[0] ?? {})).toBe("3 of 144 lugs torn at window 12 13 31, 0 of 0 studs gone");
  const passed = counted({ gauges: "gauges" });
  expect(passed.taken).toEqual([]);
  expect(readiness(passed.job.shop, passed.job.state)?.notLooked).toContain(
    "Lugs, studs and windows counted: snow on it",
  );
  for (const one of [job, passed.job]) {
    expect(unsigned(one.state, openPoints(one.shop, one.state)).map(({ key }) => key)).not.toContainEqual(
      expect.stringContaining("lug-count"),
    );
  }
});

test("a slide is read at the stations that the machine has, by their names; at four where nobody has said which", () => {
  const places = (specs: typeof SPECS) => {
    const point = pointOf(placesNamed(shop("sweep-sled-season", []).procedure, specs), "slide-mm-left");
    return point?.kind === "measure" ? [point.places, point.placeNames] : null;
  };
  expect(places(SPECS)).toEqual([4, ["front curve", "between wheels", "middle", "rear"]]);
  const names = ["front curve", "first bay", "second bay", "third bay", "rear"];
  expect(places([...SPECS, spec("count", "slide-stations", { count: 5, names })])).toEqual([5, names]);
  expect(places([...SPECS, spec("count", "slide-stations", { count: 3 })])).toEqual([3, undefined]);
});

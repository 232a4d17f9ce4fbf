import { figure, shop, SHAFT_AS_IT_CAME, torque, word } from "../../testingShop.ts";
import { openedJob, TestJob } from "../../testing.ts";
import { lead } from "../../testingBench.ts";
import { figuresAsked, joined } from "../procedure/index.ts";
import type { Spec } from "../spec/index.ts";
import { specsAt } from "../spec/index.ts";
import { acceptOpening, type Bench, factsOf, fold, rememberedFigures, withPlaces } from "./index.ts";

// Every figure here is invented.
const plain = ["wheel-nut", "caliper-bolt", "ball-joint", "shock-bolt", "arm-bolt"].map((key) => torque(key));
const nut = (place: string, targetNm: number): Spec => ({
  ...torque("axle-nut"),
  ...({ key: `axle-nut-torque${place}`, targetNm } as object),
});
const BOTH = [
  nut("@front", 90),
  nut("@rear", 70),
  word("axle-nut-lock@front", "cotter pin"),
  word("axle-nut-lock@rear", "staked"),
];
const COUNTS = { "wheel-nuts": 4, "caliper-bolts": 2, "arm-bolts": 2 };

/** A shop whose job is at one place of the machine. */
function benchAt(position: string, specs: readonly Spec[]): Bench {
  const bench = shop("axle-out-in", [...plain, figure("boot-in-ribs", 5), ...specs]);
  const laid = joined([{ id: "w1", procedure: bench.procedure, position }]);
  return { ...bench, ...laid, specs: withPlaces(bench.specs, laid.procedure) };
}
const ANSWERS = {
  ...SHAFT_AS_IT_CAME,
  "do:raise": ["", "ball", "caliper"],
  "off:ball-joint-nut": ["none"],
  "off:shaft": ["", "maker", "marks"],
  "inspect:shaft-body:found": ["sound"],
};
const jobAt = (position: string, specs: readonly Spec[] = BOTH) => new TestJob(benchAt(position, specs), lead, COUNTS);

test("the nut of each axle has its own torque and its own lock", () => {
  for (const [position, nm, lock] of [
    ["front left", 90, /cotter/],
    ["rear left", 70, /staked/],
  ] as const) {
    const bench = benchAt(position, BOTH);
    const spec = bench.specs.find(({ key }) => key === `axle-nut-torque@${position}`);
    expect(spec).toMatchObject({ targetNm: nm, source: { place: `given for the ${position.split(" ")[0]}` } });
    const said = bench.specs.find(({ key }) => key === `axle-nut-lock@${position}`);
    expect(said?.kind === "word" && said.word).toMatch(lock);
  }
});

test("two shafts of one job are each told their own figures", () => {
  const { procedure } = shop("axle-out-in", []);
  const laid = joined([
    { id: "w1", procedure, position: "front left" },
    { id: "w2", procedure, position: "rear left" },
  ]);
  const { here } = specsAt(
    BOTH,
    figuresAsked(laid.procedure).map(({ key }) => key),
  );
  const nuts = here.flatMap((spec) => (spec.kind === "torque" ? [[spec.key, spec.targetNm]] : []));
  expect(nuts).toEqual([
    ["axle-nut-torque@front left", 90],
    ["axle-nut-torque@rear left", 70],
  ]);
});

test("a job that is opened at a place knows how that place is made", () => {
  const { procedure } = shop("axle-out-in", []);
  const opened = acceptOpening(
    {
      machine: { id: "m", maker: "M", model: "M", year: null, mark: "1", build: procedure.build },
      ...{ owner: { name: "O", contact: "" }, meter: { unit: "h", value: 1, last: null, goesBack: false } },
      ...{ second: null, complaint: "x", symptom: procedure.symptoms[0] ?? "", procedure: "axle-out-in" },
      position: "rear left",
    },
    [{ hash: "h", procedure }],
    BOTH,
  );
  expect(opened).toMatchObject({ value: { config: { "axle-nut-lock@rear left": "staked" } } });
});

test("what is said of one wheel is kept for its axle, by its name", () => {
  const job = jobAt("front left", [nut("@front", 90)]);
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("no opening");
  job.events = [{ ...opened, body: { ...opened.body, config: {} } }, ...rest];
  job.until("off:axle-nut", ANSWERS);
  expect(job.aim).toMatchObject({ kind: "word", figure: "axle-nut-lock@front left" });
  job.type("staked");
  expect(rememberedFigures(job.shop, job.state)).toContainEqual(
    expect.objectContaining({ key: "axle-nut-lock@front", label: "Axle nut is locked by, front" }),
  );
});

test("a job that began before words had places is told what was said of its whole machine", () => {
  const { shop: bench } = jobAt("front left");
  const opened = openedJob(bench.procedure, COUNTS);
  if (opened.body.type !== "job_opened") throw new Error("no opening");
  const before = fold([{ ...opened, body: { ...opened.body, config: { "axle-nut-lock": "tab" } } }]);
  expect(factsOf(bench, before).get("machine:axle-nut-lock@front left")).toBe("tab");
});

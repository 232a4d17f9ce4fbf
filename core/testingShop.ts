import { TestJob } from "./testing.ts";
import { technician } from "./testingBench.ts";
import { shippedBody } from "./testingProcedures.ts";
import { type Bench, NO_MORE_SAID, withPlaces } from "./src/job/index.ts";
import { figuresKnown, procedureSchema } from "./src/procedure/index.ts";
import { configOf, type Spec, specSchema } from "./src/spec/index.ts";

// For tests: a shop around one shipped procedure. Every figure a test gives it is invented where it does not say other.
const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
export const spec = (kind: string, key: string, more: object): Spec =>
  specSchema.parse({ kind, key, label: key, source, ...more });
export const torque = (key: string): Spec => spec("torque", `${key}-torque`, { targetNm: 50, tolerancePercent: 10 });
export const figure = (key: string, value: number, unit = "1"): Spec => spec("figure", key, { value, unit });
export const limit = (key: string, of: object, more: object = {}): Spec => spec("limit", key, { limit: of, ...more });
export const part = (role: string, price: string) => ({
  ...{ id: role, role, name: role, number: role, nominal: null, thicknessMm: null, price, currency: "TFC", stock: 9 },
  ...NO_MORE_SAID,
});
const gauge = (kind: string, unit: string, fine: number) => ({
  ...{ id: kind, name: kind, kind, unit, resolution: fine, permissibleError: fine, calibrationDue: null },
});

/** A shop with these figures and parts, a gauge of each kind and one wrench; gauges are as fine as told, in their unit. */
export const shop = (
  id: string,
  specs: Spec[],
  parts: Bench["parts"] = [],
  fine = 0.01,
  procedure = procedureSchema.parse(shippedBody(id)),
): Bench => ({
  procedure,
  ...{
    specs: withPlaces(specs, procedure),
    overruled: [],
    otherBuilds: [],
    parts,
    presets: {},
    labour: { perHour: "60.00", currency: "TFC" },
  },
  gauges: [
    ...["caliper", "rule", "dial", "micrometer"].map((kind) => gauge(kind, "mm", fine)),
    ...["tire-gauge", "shock-pump", "compression-gauge"].map((kind) => gauge(kind, "kPa", fine)),
    ...[gauge("jug", "mL", fine), gauge("voltmeter", "V", fine)],
  ],
  wrenches: [
    { id: "B", name: "Wrench B", minNm: 5, maxNm: 110, calibrationDue: null, lengthMm: 400, multiplier: null },
  ],
});

/** A bike's drive and swing arm, and what remains where the chain is tightest: 6 to 13 mm, common practice, no source. */
export const chainFigures: Readonly<Record<string, number>> = {
  ...{ "sprocket-x": -70, "sprocket-y": 15, "swing-arm": 560, "arm-rest": -20, "arm-from": -25, "arm-to": 15 },
  ...{
    "front-teeth": 13,
    "rear-teeth": 48,
    "chain-pitch": 15.875,
    "chain-centre": 628,
    "slot-from": 600,
    "slot-to": 648,
  },
  ...{ "slack-remains": 10, "slack-tolerance": 4 },
};

/** A case with a chain that goes round its gears with a little to spare, as the rehearsal's. Invented. */
export const caseFigures = Object.entries({
  ...{ "case-top-teeth": 21, "case-bottom-teeth": 40, "case-links": 76, "case-pitch": 9.525, "case-centre": 207 },
  "adjuster-pitch": 1.5,
}).map(([key, value]) => figure(key, value));

/** A word of how a machine is made. */
export const word = (key: string, said: string): Spec => spec("word", key, { word: said });

/** A job on a machine made as the shop's figures say, frozen at its opening. */
export function jobOn(bench: Bench, by = technician, counts: Record<string, number> = {}): TestJob {
  const job = new TestJob(bench, by, counts);
  const [opened, ...rest] = job.events;
  if (opened?.body.type !== "job_opened") throw new Error("no opening");
  job.events = [
    {
      ...opened,
      body: {
        ...opened.body,
        config: { ...opened.body.config, ...configOf(bench.specs, figuresKnown(bench.procedure)) },
      },
    },
    ...rest,
  ];
  return job;
}

/** What is typed of a drive shaft before and while it is opened, in every test of one. */
export const SHAFT_AS_IT_CAME: Readonly<Record<string, string[]>> = {
  "inspect:boot-survey-in:found": ["torn"],
  "inspect:boot-survey-out:found": ["good", "weeks"],
  "start:drying-in": ["dry"],
  "start:drying-out": ["dry"],
  "off:race": ["", "none"],
  "inspect:joints-hand:found": ["stiff", "open"],
};

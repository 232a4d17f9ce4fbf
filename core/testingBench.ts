import { type Actor, type Bench, NO_MORE_SAID } from "./src/job/index.ts";
import { procedureSchema } from "./src/procedure/index.ts";
import { specSchema } from "./src/spec/index.ts";
import { shippedBody } from "./testingProcedures.ts";
import { TestJob } from "./testing.ts";

// For tests: the shipped clutch procedure on a small pack. Every limit, torque, length and price here is invented.
const procedure = procedureSchema.parse(shippedBody("clutch-coil-spring"));
const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
const spec = (kind: string, key: string, more: object) => specSchema.parse({ kind, key, label: key, source, ...more });
const figure = (key: string, value: number) => spec("figure", key, { value, unit: "1" });
const spot = (x: number, y: number, lengthMm: number, under: string | null = null) => ({ x, y, lengthMm, under });

export const bench: Bench = {
  procedure,
  specs: [
    spec("limit", "friction-thickness", { limit: { kind: "min", serviceMin: 2.7, standardMin: 2.9, standardMax: 3 } }),
    spec("limit", "steel-thickness", { limit: { kind: "min", serviceMin: 1.5, standardMin: 1.55 } }),
    spec("limit", "steel-warp", { limit: { kind: "max", serviceMax: 0.15, standardMax: 0.1 } }),
    spec("limit", "spring-length", { limit: { kind: "min", serviceMin: 42.5, standardMin: 44, standardMax: 44.6 } }),
    spec("height", "stack-height", { heightMm: { min: 12.4, max: 13.2 } }),
    spec("limit", "lever-play", { limit: { kind: "range", serviceMin: 8, serviceMax: 16 } }),
    spec("torque", "plate-bolt-torque", { targetNm: 10, tolerancePercent: 10 }),
    spec("torque", "cover-bolt-torque", { targetNm: 10, tolerancePercent: 10 }),
    spec("torque", "hub-nut-torque", { targetNm: 70, tolerancePercent: 10 }),
    spec("places", "cover-bolt-places", {
      places: [spot(0, 1, 25), spot(1, 0, 25), spot(0, -1, 40, "copper washer"), spot(-1, 0, 25)],
    }),
    figure("spring-rate", 20),
    figure("spring-installed", 34),
    figure("lining-friction", 0.12),
    figure("lining-outer", 140),
    figure("lining-inner", 110),
    figure("engine-torque", 5),
    figure("primary-ratio", 3),
  ],
  gauges: ["caliper", "micrometer", "feeler", "rule"].map((kind) => ({
    id: kind,
    name: kind,
    kind,
    unit: "mm",
    resolution: 0.01,
    permissibleError: 0.01,
    calibrationDue: null,
  })),
  wrenches: [
    { id: "A", name: "Wrench A", minNm: 4, maxNm: 20, calibrationDue: null, lengthMm: 250, multiplier: null },
    { id: "B", name: "Wrench B", minNm: 20, maxNm: 110, calibrationDue: null, lengthMm: 400, multiplier: null },
  ],
  parts: [
    { role: "friction", nominal: null, thicknessMm: 2.95, price: "8.40" },
    { role: "steel", nominal: "1.6", thicknessMm: 1.6, price: "3.90" },
    { role: "steel", nominal: "2.0", thicknessMm: 2, price: "4.10" },
    { role: "spring", nominal: null, thicknessMm: null, price: "2.60" },
    { role: "gasket", nominal: null, thicknessMm: null, price: "6.20" },
    { role: "tab-washer", nominal: null, thicknessMm: null, price: "1.10" },
  ].map((part, i) => ({
    id: `p${i}`,
    name: part.role,
    number: `N-${i}`,
    currency: "TFC",
    stock: 20,
    ...NO_MORE_SAID,
    ...part,
  })),
  presets: {},
  overruled: [],
  otherBuilds: [],
  labour: null,
};

export const lead: Actor = { id: "lead", name: "Lead", roles: ["lead", "technician"] };
export const technician: Actor = { id: "tech", name: "Tech", roles: ["technician"] };
export const COUNTS = { "cover-bolts": 4, "plate-bolts": 4, spring: 2, friction: 3, steel: 2, "cover-dowel": 2 };

export class Job extends TestJob {
  constructor(shop: Bench = bench, by: Actor = technician) {
    super(shop, by, COUNTS);
  }
}

/** What is typed where Enter alone does not answer: a worn pack that may stay. */
export const ANSWERS: Record<string, string[]> = {
  "off:cover": ["", "2", "good"],
  "off:gasket": ["", "1"],
  "off:judder": ["", "1", "stay"],
  "measure:friction-thickness:found": ["2.86 2.86 2.87", "2.85 2.86 2.86", "2.84 2.85 2.84"],
  "inspect:friction-lining:found": ["s s s"],
  "measure:steel-thickness:found": ["1.98 1.99"],
  "measure:steel-warp:found": ["0.05 0.06"],
  "inspect:steel-colour:found": ["s s"],
  "measure:spring-length:found": ["43.6 43.5"],
  "measure:basket-notch:found": ["0.2"],
  "inspect:basket-fingers:found": ["s"],
  "inspect:hub-grooves:found": ["s"],
  "inspect:hub-rubbers:found": ["w"],
  "inspect:basket-bearing:found": ["fu"],
  "check:stack": ["", "3 2", "2 2", ""],
  "measure:pack-height:left": ["12.52"],
  "measure:lever-play:found": ["11"],
  "measure:lever-play:left": ["12"],
};

/** A job worked on to a task, with other answers where a test has its own. */
export const jobAt = (
  task: string | null,
  other: Record<string, string[]> = {},
  shop = bench,
  by = technician,
): Job => {
  const job = new Job(shop, by);
  job.until(task, { ...ANSWERS, ...other });
  return job;
};

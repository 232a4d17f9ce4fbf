import { shippedBody } from "../../testingProcedures.ts";
import { procedureSchema } from "../procedure/index.ts";
import { type Spec, specSchema } from "../spec/index.ts";
import { acceptOpening, type Intake } from "./index.ts";

// Machines, meters and counts in this file are invented.
const source = { grade: "shop rule", book: "test book", edition: "1", page: "1", checkedBy: null };
const count = (key: string, n: number): Spec => specSchema.parse({ kind: "count", key, label: key, source, count: n });
const word = (key: string, said: string): Spec =>
  specSchema.parse({ kind: "word", key, label: key, source, word: said });
const offer = (id: string) => ({ hash: `hash of ${id}`, procedure: procedureSchema.parse(shippedBody(id)) });
const clutch = [offer("clutch-coil-spring"), offer("clutch-clean")];
const known = ["friction", "steel", "spring", "plate-bolt", "cover-bolt", "holder-bolt"].map((of) =>
  count(`${of}-count`, 6),
);

const intake = (more: Partial<Intake> = {}): Intake => ({
  machine: { id: "m", maker: "Skarn", model: "250", year: null, mark: "Bike 1", build: "coil-spring" },
  owner: { name: "A. Brand", contact: "" },
  meter: { unit: "h", value: 120, last: 100, goesBack: false },
  second: null,
  complaint: "drags when hot",
  symptom: "drags",
  procedure: "clutch-coil-spring",
  ...more,
});
const refused = (more: Partial<Intake>, offered = clutch, specs = known): string => {
  const answer = acceptOpening(intake(more), offered, specs);
  return answer.ok ? "opened" : `${answer.error.code} ${answer.error.path}: ${answer.error.message}`;
};

test("a job opens with what came in, the procedure by its hash, and how many there are of what", () => {
  const answer = acceptOpening(intake(), clutch, known);
  expect(answer).toMatchObject({
    ok: true,
    value: {
      type: "job_opened",
      machine: { mark: "Bike 1", build: clutch[0]?.procedure.build },
      meter: { unit: "h", value: 120 },
      procedure: { id: "clutch-coil-spring", hash: "hash of clutch-coil-spring" },
      counts: { friction: 6, steel: 6 },
      config: {},
    },
  });
});

test("a meter that ran backwards is asked about, and taken where it was changed", () => {
  const meter = { unit: "h" as const, value: 90, last: 100, goesBack: false };
  expect(refused({ meter })).toBe(
    "conflict meter: The meter stood at 100 h last time. Put it right, or say that the meter was changed.",
  );
  expect(refused({ meter: { ...meter, goesBack: true } })).toBe("opened");
  expect(refused({ meter: { ...meter, last: null } })).toBe("opened");
});

test("which work is meant must be said where there are several, and its symptom is one of its own", () => {
  expect(refused({ procedure: null })).toMatch(/^unsupported procedure: Say what is worked on: .*, .*\.$/);
  expect(refused({ procedure: null }, clutch.slice(0, 1))).toBe("opened");
  expect(refused({}, [])).toMatch(/^unsupported machine: No procedure for a coil-spring build/);
  expect(refused({ symptom: "squeaks" })).toMatch(/^unsupported symptom: "squeaks" is no symptom of this work: /);
});

test("nothing on file is no hindrance: it is asked at the bench; a count that no assembly has is put right first", () => {
  const answer = acceptOpening(intake(), clutch, []);
  // What the procedure itself says: one cover, one hub nut; how many plates there are is counted.
  expect(answer).toMatchObject({ ok: true, value: { counts: { cover: 1 }, config: {} } });
  expect(answer.ok && answer.value.counts).not.toHaveProperty("friction");
  const many = [count("friction-count", 900), ...known.slice(1)];
  expect(refused({}, clutch, many)).toMatch(/^range machine: Friction plates: 900 on file, and at most 30 /);
  const brake = [offer("chaincase-service")];
  const sled = { procedure: "chaincase-service", symptom: brake[0]?.procedure.symptoms[0] ?? "" };
  expect(refused(sled, brake, [])).toBe("opened");
  const some = acceptOpening(intake(sled), brake, [word("oil-level-by", "stick")]);
  expect(some).toMatchObject({ ok: true, value: { config: { "oil-level-by": "stick" } } });
});

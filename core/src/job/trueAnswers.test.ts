import { LEAD, numbered, rehearsedOnce, released } from "../../testingRelease.ts";
import { entryOf, type FastenerEntry } from "../procedure/index.ts";
import { factorOf, torqueSpecFor } from "../task/fasteners/torque.ts";
import { type Bench, type Body, complete, type Draft, fold, openPoints } from "./index.ts";

type Pull = Extract<Body, { type: "torque_applied" }>;
/** A shop in which an answer is the true one for a group, and the answer itself. */
type Deviation = {
  says: string;
  signed: boolean;
  shop: (bench: Bench, entry: FastenerEntry) => Bench;
  draft: (pull: Pull) => Draft;
};

const aimed = (bench: Bench, entry: FastenerEntry): number => torqueSpecFor(bench, entry)?.targetNm ?? 1;
const place = ({ entry, place, pass }: Pull) => ({ entry, place, pass });
const SMALL = { id: "small", name: "Small wrench", calibrationDue: null, lengthMm: null };

// Figures of a wrench that reaches half way, and of a multiplier, are invented.
const DEVIATIONS: readonly Deviation[] = [
  {
    says: "through a multiplier",
    signed: false,
    shop: (bench, entry) => {
      const most = aimed(bench, entry) / 2;
      return {
        ...bench,
        wrenches: [{ ...SMALL, minNm: most / 50, maxNm: most, multiplier: { ratio: 4, efficiencyPercent: 90 } }],
      };
    },
    draft: (pull) => ({
      ...{ type: "torque_applied", ...place(pull), wrench: "small" },
      text: String(pull.aimNm / factorOf({ multiplier: { ratio: 4, efficiencyPercent: 90 } })),
    }),
  },
  {
    says: "by angle",
    signed: true,
    shop: (bench) => bench,
    draft: (pull) => ({ type: "fastener_tightened", ...place(pull), how: "by angle", text: "90 deg", wrench: null }),
  },
  {
    says: "leaned on beyond the wrench",
    signed: true,
    shop: (bench, entry) => {
      const most = aimed(bench, entry) / 4;
      return { ...bench, wrenches: [{ ...SMALL, minNm: most / 50, maxNm: most, multiplier: null }] };
    },
    draft: (pull) => ({
      ...{ type: "fastener_tightened", ...place(pull), how: "leaned on", wrench: "small" },
      text: String(pull.spec.kind === "torque" ? pull.spec.targetNm / 5 : 1),
    }),
  },
  {
    says: "with no figure on file",
    signed: true,
    shop: (bench, entry) => ({ ...bench, specs: bench.specs.filter(({ key }) => key !== entry.torque.spec) }),
    draft: (pull) => ({ type: "fastener_tightened", ...place(pull), how: "no figure", text: "20", wrench: "wrench" }),
  },
];

const groups = rehearsedOnce().flatMap(({ id, bench, kept }) =>
  [...new Set(kept.flatMap((body) => (body.type === "torque_applied" ? [body.entry] : [])))].flatMap((group) => {
    const entry = entryOf(bench.procedure, group);
    return entry?.kind === "fasteners" ? [{ id, bench, kept, entry }] : [];
  }),
);

test("every kind of fastener is there to be tried", () => {
  expect(groups.length).toBeGreaterThan(40);
  expect(new Set(groups.map(({ entry }) => entry.holds)).size).toBeGreaterThan(6);
});

describe.each(DEVIATIONS)("tightened $says", ({ shop, draft, signed }) => {
  test.each(groups.map((one) => [`${one.id}, ${one.entry.id}`, one] as const))(
    "%s: it is taken, its lock is recorded, and a lead releases it",
    (_, { bench: whole, kept, entry }) => {
      const bench = shop(whole, entry);
      const lines: Body[] = [];
      for (const body of kept) {
        if (body.type !== "torque_applied" || body.entry !== entry.id) {
          lines.push(body);
          continue;
        }
        const answer = complete(bench, fold(numbered(lines)), draft(body), LEAD);
        expect(answer).toMatchObject({ ok: true });
        if (answer.ok) lines.push(answer.value);
      }
      const state = fold(numbered(lines));
      const left = openPoints(bench, state).filter(({ task }) => task === `torque:${entry.id}`);
      expect(left.map(({ hard }) => hard)).toEqual(signed ? left.map(() => false) : []);
      expect(left.length > 0).toBe(signed);
      expect(released(bench, numbered(lines))).toBe("taken");
    },
  );
});

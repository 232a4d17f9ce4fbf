import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";
import fc from "fast-check";
import { shippedBodies } from "../../testingProcedures.ts";
import { procedureSchema } from "../procedure/index.ts";
import { rankSuspects, symptomSetSchema, symptomsFor } from "./index.ts";

const FOLDER = path.join(__dirname, "../../../procedures/symptoms");
const sets = readdirSync(FOLDER).map((file) =>
  symptomSetSchema.parse(JSON.parse(readFileSync(path.join(FOLDER, file), "utf8"))),
);
const said = (builds: string[], ...keys: string[]) => symptomsFor(sets, builds).filter(({ key }) => keys.includes(key));
const names = (...args: Parameters<typeof rankSuspects>): string[] => rankSuspects(...args).map(({ id }) => id);

test("every work that is proposed ships, for a build of those machines; every machine has symptoms and incidents", () => {
  const shipped = new Map(
    shippedBodies.map(([, body]) => procedureSchema.parse(body)).map(({ id, build }) => [id, build]),
  );
  for (const set of sets) {
    for (const { suspects } of set.symptoms) {
      for (const work of suspects.flatMap(({ works }) => works)) expect(set.builds).toContain(shipped.get(work));
    }
    expect(new Set(set.symptoms.map(({ kind }) => kind)).size).toBe(2);
  }
  expect(sets.map(({ id }) => id).sort()).toEqual(["motorcycles", "quads", "sleds"]);
});

test("a clunk at take-up: the loose nut, then the splines, before the engine is opened", () => {
  expect(names(said(["chain-drive"], "motorcycles/clunk"), [])).toEqual([
    ...["countershaft-nut", "sprocket-splines", "slack-chain"],
  ]);
});

test("what was right on this model comes first, once it was right often enough", () => {
  const clunk = said(["chain-drive"], "motorcycles/clunk");
  const told = (count: number) => [{ symptom: "motorcycles/clunk", suspect: "slack-chain", count }];
  // 4 × 6/11 against 4 × 2/11 + n: 2.18 against 0.73 + n.
  expect(names(clunk, told(1))[0]).toBe("countershaft-nut");
  expect(names(clunk, told(2))[0]).toBe("slack-chain");
  expect(rankSuspects(clunk, told(2))[0]).toMatchObject({ right: 2, told: 2 });
});

test("what two symptoms point to is looked at before what only one does", () => {
  const both = said(["sled"], "sleds/growls", "sleds/case-slaps");
  expect(names(both, [])[0]).toBe("shaft-bearing");
  expect(rankSuspects(both, [])[0]?.of).toHaveLength(2);
});

test("weights of one symptom come to one with what was none of those; never below nothing", () => {
  const clunk = said(["chain-drive"], "motorcycles/clunk");
  const tally = fc.record({
    symptom: fc.constant("motorcycles/clunk"),
    suspect: fc.constantFrom("countershaft-nut", "sprocket-splines", "slack-chain", null),
    count: fc.integer({ min: 0, max: 1000 }),
  });
  fc.assert(
    fc.property(fc.array(tally, { maxLength: 8 }), (tallies) => {
      const ranked = rankSuspects(clunk, tallies);
      const told = tallies.reduce((sum, { count }) => sum + count, 0);
      const none = tallies.reduce((sum, { suspect, count }) => sum + (suspect === null ? count : 0), 0);
      const sum = ranked.reduce((all, { weight }) => all + weight, 0) + none / (4 + told);
      expect(sum).toBeCloseTo(1, 9);
      expect(Math.min(...ranked.map(({ weight }) => weight))).toBeGreaterThan(0);
    }),
  );
});

test("a symptom named twice and a suspect named twice are told where they stand", () => {
  const [set] = sets;
  if (!set) throw new Error("no symptoms ship");
  const twice = { ...set, symptoms: [...set.symptoms, set.symptoms[0]] };
  expect(symptomSetSchema.safeParse(twice).error?.issues[0]).toMatchObject({
    path: ["symptoms", set.symptoms.length, "id"],
    message: expect.stringMatching(/is used twice/) as string,
  });
});

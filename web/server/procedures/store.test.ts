import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Database } from "../database.ts";
import { takeProcedures } from "./store.ts";
import { procedureFaultsOf, proceduresFor } from "./read.ts";
import { testDatabase } from "../testing.ts";

let db: Database;
let folder: string;
beforeAll(async () => {
  db = await testDatabase();
  folder = mkdtempSync(path.join(os.tmpdir(), "averin-procedures-"));
  cpSync(path.join(__dirname, "../../../procedures"), folder, { recursive: true });
});
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await db.sequelize.close();
});

test("a procedure that cannot be followed is not taken: told by file, step and what would be right; the older goes on", async () => {
  const file = path.join(folder, "chain-slack-check.json");
  const good = readFileSync(file, "utf8");
  const version = Number(/"version": (\d+)/.exec(good)?.[1]);
  writeFileSync(
    file,
    good
      .replace(`"version": ${version}`, `"version": ${version + 1}`)
      .replaceAll('"after": "rear-axle-nut"', '"after": "rear-axel-nut"'),
  );
  writeFileSync(path.join(folder, "torn.json"), "{");
  const axle = path.join(folder, "axle-out-in.json");
  writeFileSync(axle, readFileSync(axle, "utf8").replace('"include": "axle-out"', '"include": "axle-in"'));
  await takeProcedures(db, folder);
  const faults = await procedureFaultsOf(db);
  expect(faults.map((fault) => fault.file)).toEqual(["axle-out-in.json", "chain-slack-check.json", "torn.json"]);
  expect(faults[0]?.message).toMatch(
    /^axle-out-in\.json: spine: "axle-in" is no shared piece: .*axle-bench, .*axle-nut-ground, axle-out, /,
  );
  expect(faults[1]?.message).toMatch(
    /\((rear-axle-nut|axle-marks|slack-to-set)\): "rear-axel-nut" is no part of the spine\. Is "rear-axle-nut" meant\?/,
  );
  const offered = await proceduresFor(db, ["chain-drive"], null);
  expect(offered.map(({ procedure }) => `${procedure.id} ${procedure.version}`)).toContain(
    `chain-slack-check ${version}`,
  );

  writeFileSync(file, good);
  rmSync(path.join(folder, "torn.json"));
  await takeProcedures(db, path.join(__dirname, "../../../procedures"));
  expect(await procedureFaultsOf(db)).toEqual([]);
});

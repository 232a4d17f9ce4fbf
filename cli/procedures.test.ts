import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";

const AVERIN = path.join(__dirname, "../averin");
const SHIPPED = path.join(__dirname, "../procedures/clutch-disc-spring.json");
jest.setTimeout(60_000);

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), "averin-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function check(name: string, text: string): { out: string; err: string; status: number | null } {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  const done = spawnSync(AVERIN, ["procedures", "check", file], { encoding: "utf8" });
  return { out: done.stdout, err: done.stderr, status: done.status };
}

test("a fault is named by file and place, with what would be right, and the answer is 1", () => {
  const body = JSON.parse(readFileSync(SHIPPED, "utf8")) as { points: { on: string }[] };
  if (body.points[0]) body.points[0].on = "flywheel";
  const odd = check("odd.json", JSON.stringify(body));
  expect(odd.out).toMatch(/^odd\.json: points\.\d+\.on \(disc-height\): "flywheel" is no part of the spine\.\n$/);
  expect(odd.status).toBe(1);
});

test("a file that is no JSON, or not there, is told in a sentence", () => {
  expect(check("torn.json", "{")).toMatchObject({ out: expect.stringMatching(/^torn\.json: not JSON: /), status: 1 });
  const none = spawnSync(AVERIN, ["procedures", "check", path.join(folder, "none.json")], { encoding: "utf8" });
  expect([none.stderr, none.status]).toEqual([expect.stringMatching(/no such file/), 1]);
  expect(spawnSync(AVERIN, ["procedures"], { encoding: "utf8" }).stderr).toMatch(/Use: \.\/averin procedures check/);
});

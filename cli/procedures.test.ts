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

describe("a procedure read through without the interface", () => {
  const run = (...args: string[]) => {
    const done = spawnSync(AVERIN, ["procedures", ...args], { encoding: "utf8" });
    return { out: done.stdout, err: done.stderr, status: done.status };
  };
  const file = (name: string, body: unknown): string => {
    const written = path.join(folder, name);
    writeFileSync(written, typeof body === "string" ? body : JSON.stringify(body));
    return written;
  };

  test("prints the same bytes for the same file, words and answers, from any folder", () => {
    const own = file("mine.json", readFileSync(SHIPPED, "utf8"));
    const answers = file("answers.json", { "soak-time": "one hour" });
    const first = run("walk", own, "--answers", answers);
    expect(first).toMatchObject({ status: 0, err: "" });
    expect(first.out).toMatch(/^1\. apart · .* \[[a-z]+:[a-z-]+\]$/m);
    expect(first.out).toContain("[soak-time], said: one hour");
    expect(run("walk", own, "--answers", answers).out).toBe(first.out);
  });

  test("a bad file, word or answer is named, and the answer is 2", () => {
    const torn = file("torn.json", "{");
    expect(run("walk", torn)).toMatchObject({ status: 2, err: expect.stringMatching(/^torn\.json: not JSON/) });
    const word = file("words.json", { tensioner: "stone" });
    expect(run("walk", SHIPPED, "--machine", word)).toMatchObject({
      status: 2,
      err: expect.stringMatching(/^words\.json: tensioner: "stone" is no word here: screw, ratchet\.\n$/),
    });
    const answer = file("said.json", { "soak-time": 3 });
    expect(run("walk", SHIPPED, "--answers", answer)).toMatchObject({
      status: 2,
      err: expect.stringMatching(/^said\.json: soak-time: /),
    });
    expect(run("walk").err).toMatch(/Use: \.\/averin procedures check/);
  });

  test("the schema of a procedure's file is printed as JSON Schema", () => {
    const schema = JSON.parse(run("schema").out) as { properties: Record<string, unknown>; required: string[] };
    expect(Object.keys(schema.properties)).toEqual(expect.arrayContaining(["spine", "points", "figures", "questions"]));
    expect(schema.required).toEqual(expect.arrayContaining(["id", "version", "spine"]));
  });
});

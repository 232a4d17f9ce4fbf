import { spawnSync } from "node:child_process";
import path from "node:path";

const AVERIN = path.join(__dirname, "../averin");
const calc = (args: string[], input = ""): { out: string; status: number | null } => {
  const done = spawnSync(AVERIN, ["calc", ...args], { input, encoding: "utf8" });
  return { out: done.stdout, status: done.status };
};

test("one object in, one answer out", () => {
  const { out, status } = calc(["quantity.convert"], '{"value":1,"from":"in","to":"mm"}');
  expect([JSON.parse(out), status]).toEqual([{ value: 25.4 }, 0]);
});

test("a refusal is an error object on stdout and exit 2", () => {
  const refused = (args: string[], input: string): [string, string, number | null] => {
    const { out, status } = calc(args, input);
    const { code, path: at } = (JSON.parse(out) as { error: { code: string; path: string } }).error;
    return [code, at, status];
  };
  expect(refused(["quantity.convert"], '{"value":"1","from":"in","to":"mm"}')).toEqual(["type", "value", 2]);
  expect(refused(["quantity.convert"], '{"value":1e999,"from":"in","to":"mm"}')).toEqual(["range", "value", 2]);
  expect(refused(["quantity.convert"], "{")).toEqual(["json", "$", 2]);
  expect(refused(["quantity.guess"], "{}")).toEqual(["unsupported", "name", 2]);
  expect(refused([], "")).toEqual(["missing", "name", 2]);
});

test("--lines answers every line in its place, blank and wrong ones too, and exits 0", () => {
  const { out, status } = calc(
    ["case.backoff", "--lines"],
    '{"turns":1,"threadPitchMm":1.5}\n\nnope\n{"turns":-1,"threadPitchMm":1}\n',
  );
  const answers = out
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as { travelMm?: number; error?: { code: string } });
  expect(answers.map((a) => a.travelMm ?? a.error?.code)).toEqual([1.5, "json", "json", "range"]);
  expect(status).toBe(0);
});

test("--schema gives both JSON Schemas, --list one name a line", () => {
  const { input, output } = JSON.parse(calc(["axle.band", "--schema"]).out) as { input: object; output: object };
  expect(input).toMatchObject({ type: "object", required: ["side", "viewedFrom"], additionalProperties: false });
  expect(output).toMatchObject({ properties: { rotation: { enum: ["clockwise", "anticlockwise"] } } });
  const names = calc(["--list"]).out.trim().split("\n");
  expect(names).toHaveLength(40);
  expect(names).toContain("metrology.judge");
});

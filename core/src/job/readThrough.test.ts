import { shippedBodies, shippedBody } from "../../testingProcedures.ts";
import { type Procedure, procedureSchema } from "../procedure/index.ts";
import { readThrough } from "./index.ts";

const shipped = (id: string): Procedure => procedureSchema.parse(shippedBody(id));
const read = (id: string, machine: object = {}, answers: object = {}): string[] => {
  const answer = readThrough(shipped(id), { machine: machine as never, answers: answers as never });
  if (!answer.ok) throw new Error(`${answer.error.path}: ${answer.error.message}`);
  return answer.value;
};
const steps = (lines: readonly string[]): string[] => lines.filter((line) => /^\d+\. /.test(line));

test.each(shippedBodies.map(([file]) => file.replace(/\.json$/, "")))(
  "%s is read through: numbered in a row, each step with its direction and its name, apart before together",
  (id) => {
    const lines = read(id);
    const all = steps(lines);
    all.forEach((line, i) => {
      expect(line).toMatch(/^\d+\. (apart|measure|decide|build|together|prove) · .+ \[[a-z]+:[a-z0-9-]+(:[a-z]+)?\]$/);
      expect(line).toMatch(new RegExp(`^${i + 1}\\. `));
    });
    const direction = (line: string): string => line.split(" ")[1] ?? "";
    const lastApart = all.map(direction).lastIndexOf("apart");
    const firstTogether = all.map(direction).indexOf("together");
    if (firstTogether >= 0) expect(lastApart).toBeLessThan(firstTogether);
    expect(read(id)).toEqual(lines);
    expect(lines.join("\n")).not.toMatch(/undefined|\[object|NaN/);
  },
);

test("what nobody said prints as it is asked with what hangs on it; said, the rest is laid out", () => {
  const open = read("belt-case").join("\n");
  expect(open).toMatch(
    /Of the machine: Drive in the case \[drive-case\]: chain in oil \/ toothed belt\. Open; on it hang: /,
  );
  expect(open).toMatch(/Asks: Where is this done\? shop \/ field \[where\]\n +Open; on it hang: .*Belt play, hot/);
  const made = { "drive-case": "toothed belt", "pulley-held": "hub with screws" };
  const said = read("belt-case", made, { where: "shop", "hot-when": "now" }).join("\n");
  expect(said).toMatch(/\[where\], said: shop/);
  expect(said).toContain("Belt play, hot");
  expect(said).not.toContain("Of the machine");
  expect(steps(said.split("\n")).length).toBeGreaterThan(steps(open.split("\n")).length);
});

test("a decision and a finding said beforehand change what follows, and counts say how many", () => {
  const all = read("clutch-coil-spring", { "plate-bolts": 6 }, { "finding:steel-colour": "blue" });
  expect(all.join("\n")).toMatch(/Torque: Pressure-plate bolts, N·m \[plate-bolt-torque\]; /);
  const kept = read("clutch-coil-spring", {}, { "decided:friction": "keep" });
  const renewed = read("clutch-coil-spring", {}, { "decided:friction": "renew" });
  expect(steps(renewed).length).not.toBe(steps(kept).length);
});

test.each([
  [{ "drive-case": "steam" }, {}, /^drive-case: "steam" is no word here: chain in oil, toothed belt\.$/],
  [{ colour: "red" }, {}, /^colour: "colour" is nothing that decides this work: /],
  [{ belt: 0 }, {}, /^belt: 0 of them cannot be/],
  [{}, { where: "moon" }, /^where: "moon" is no word here: shop, field\.$/],
  [{}, { when: "now" }, /^when: "when" is no question here: /],
  [{}, { "finding:belt-teeth": "odd" }, /^finding:belt-teeth: "odd" is no word here: /],
  [{}, { "decided:sky": "keep" }, /^decided:sky: "decided:sky" is nothing that is said here/],
])("what is no word, question or part of the procedure is named: %j %j", (machine, answers, message) => {
  expect(() => read("belt-case", machine, answers)).toThrow(message);
});

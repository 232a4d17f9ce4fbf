import { jobAt } from "../../testingBench.ts";
import { blanksFor, openPoints } from "./index.ts";
import { trayOf } from "../task/index.ts";

const CLIP = { type: "piece_laid", task: "off:cover", name: "Spring washers", count: 2 } as const;

test("what came out that no step names is counted in before release; no signature stands for it", () => {
  const job = jobAt("off:cover");
  job.keep(CLIP);
  const event = job.events.at(-1)?.id ?? "";
  const open = () => openPoints(job.shop, job.state).filter(({ key }) => key.startsWith("tray:laid"));
  expect(open()).toMatchObject([{ text: "spring washers: 2 out, 0 in; find 2", hard: true, task: "off:cover" }]);
  job.keep({ type: "piece_back", event, count: 1 });
  expect(open()).toMatchObject([{ text: "spring washers: 2 out, 1 in; find 1" }]);
  expect(job.offer({ type: "piece_back", event, count: 2 })).toMatchObject({
    error: { message: "1 of spring washers in the tray; 2 cannot go back." },
  });
  job.keep({ type: "piece_back", event, count: 1 });
  expect(open()).toEqual([]);
  expect(trayOf(job.shop, job.state).at(-1)).toMatchObject({ name: "Spring washers", out: 2, in: 2 });
});

test("with something out of it a machine is not as it came: its job is not cancelled any more", () => {
  const job = jobAt("do:make-safe");
  expect(job.offer({ type: "job_cancelled", reason: "not wanted" })).toMatchObject({ ok: true });
  job.keep({ ...CLIP, task: "do:make-safe" });
  expect(job.offer({ type: "job_cancelled", reason: "not wanted" })).toMatchObject({ ok: false });
});

test("what was laid down by mistake is struck, and what went back with it", () => {
  const job = jobAt("off:cover");
  job.keep(CLIP);
  const event = job.events.at(-1)?.id ?? "";
  job.keep({ type: "piece_back", event, count: 1 });
  job.keep({ type: "struck", event });
  expect(trayOf(job.shop, job.state).some(({ laid }) => laid !== undefined)).toBe(false);
  expect(job.offer({ type: "piece_back", event, count: 1 })).toMatchObject({ ok: false });
  expect(job.offer({ ...CLIP, task: "off:nothing" })).toMatchObject({ ok: false });
});

test("what is measured besides is kept with its unit; without one it is asked back", () => {
  const job = jobAt("off:cover");
  const read = (text: string) => job.offer({ type: "read_besides", name: "Drive belt, outside length", text });
  expect(read("44 1/8 in, tape")).toMatchObject({ ok: true, value: { unit: "in", base: "mm", how: "tape" } });
  const answer = read("1120 mm, tape");
  expect(answer).toMatchObject({ value: { value: 1120, unit: "mm", valueInBase: 1120 } });
  for (const text of ["1120", "1120, tape", "long", ", tape", "12 parsecs"])
    expect(read(text)).toMatchObject({ error: { message: expect.stringContaining("with its unit") as string } });
});

test("blanks are those of the machine in hand, and such as any machine has", () => {
  expect(blanksFor(["chain-case"])).toContain("Drive belt, outside length");
  expect(blanksFor(["coil-spring"])).not.toContain("Drive belt, outside length");
  expect(blanksFor([])).toContain("Brake disc, thickness");
});

import { fold } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import { TestJob } from "../../../core/testing.ts";
import { technician } from "../../../core/testingBench.ts";
import { figure, jobOn, limit, shop, torque, word } from "../../../core/testingShop.ts";
import { answers, bench, jobAt } from "../../testing/demoJob.ts";
import { Sheet } from "./Sheet.tsx";
import { sheetData } from "./sheetData.ts";

const COUNTED = { "wheel-nuts": 4, "caliper-bolts": 2, "arm-bolts": 2 };
const ON_THE_WAY = {
  ...{ "do:raise": ["left", "", "ball", "caliper"], "off:ball-joint-nut": ["none"] },
  ...{ "inspect:shaft-body:found": ["sound"], "inspect:joints-hand:found": ["fluid"] },
  ...{ "inspect:boot-survey-in:found": ["good"], "inspect:boot-survey-out:found": ["good"] },
};

describe("the sheet", () => {
  const sheet = (job: TestJob): string =>
    renderToStaticMarkup(<Sheet jobId="j" number="T-0001" bench={bench} events={job.events} />).replaceAll(
      "&#x27;",
      "'",
    );

  test("as found and as left, with limits and sources, parts, torques, and what was left", () => {
    const job = jobAt("do:short-ride");
    job.type("clean");
    const html = sheet(job);
    expect(html).toContain("past limit by 0.04 mm");
    expect(html).toContain("min 2.72");
    expect(html).toContain("TV-FR-3010");
    expect(html).toContain("BL-GK-3001");
    expect(html).toContain("9 ×<");
    expect(html).toContain("5: 9.9");
    expect(html).toContain("not released: 2 open");
    expect(html).toContain("no limit on file");
    expect(html).toContain("come before this sheet");
    // Whose sheet it is, where the shop has said what it is called.
    const named = { ...bench, shopName: "Tarn Ferry Works" };
    const own = renderToStaticMarkup(<Sheet jobId="j" number="T-0001" bench={named} events={job.events} />);
    expect(own).toContain("Tarn Ferry Works");
    expect(html).not.toContain("Tarn Ferry Works");
  });

  test("what was struck stays readable, with who struck it; what was not measured says why", () => {
    const job = jobAt("measure:friction-thickness:found");
    job.type("2.51");
    job.type("-");
    job.type("/", "gauge lent out");
    const html = sheet(job);
    expect(html).toMatch(/<s>2\.51 mm, .*struck by Tobin Hask/);
    expect(html).toContain("not measured: gauge lent out");
    expect(fold(job.events).struck.size).toBe(1);
  });

  test("a line that was struck keeps its own verdict, whatever took its place", () => {
    const job = jobAt("measure:friction-thickness:found");
    for (const line of ["2.51", "-", "2.91"]) job.type(line);
    const data = sheetData("T-0001", bench, job.events);
    expect(data?.struck.map(({ text }) => text)).toEqual([expect.stringMatching(/^2\.51 mm, .*past limit by/)]);
    const rows = data?.readings.find(({ name }) => name === "Friction plate thickness")?.rows ?? [];
    expect(rows[0]?.verdict).not.toMatch(/past limit/);
    expect(rows[0]?.found).toBe("2.91 mm");
  });

  test("what speaks against the way that was taken is printed with it", () => {
    const own = (known: string): string | undefined => {
      const words = [word("axle-nut-lock", "cotter pin"), word("arm-off", "at the frame")];
      const job = jobOn(shop("axle-out-in", words), technician, COUNTED).until("off:shaft", ON_THE_WAY);
      for (const line of ["", "maker", known]) job.type(line);
      return sheetData("T-0001", job.shop, job.events)?.ways.find(({ ask }) => ask === "By what is that known?")?.own;
    };
    expect(own("nothing")).toMatch(/^against it: a guess is no maker’s mark/);
    expect(own("marks")).toBe("");
  });

  test("how sure it is: how each place was read, and what its limit is worth", () => {
    const job = jobAt("measure:friction-thickness:found");
    const { grounds: none } = sheetData("T-0001", bench, job.events) ?? {};
    expect(none?.join(" ")).not.toMatch(/friction|gauge lent/);
    job.type("2.51");
    const gauged = sheetData("T-0001", bench, job.events)?.grounds ?? [];
    expect(gauged[0]).toMatch(/^Places: \d+ read with a gauge/);
    expect(gauged[1]).toMatch(/^Readings judged: .*\d+ by (maker's manual|kit sheet|shop rule|measured)/);
    const places = (lines: readonly string[], how: string) =>
      Number(new RegExp(`(\\d+) ${how}`).exec(lines[0] ?? "")?.[1] ?? 0);
    const { aim } = job;
    if (aim?.kind !== "read") throw new Error("the next plate is read");
    const { point, item, place, phase } = aim;
    job.keep({ ...{ type: "reading_worded", point, item, place, phase }, how: "by feel", words: "thin" });
    const felt = sheetData("T-0001", bench, job.events)?.grounds ?? [];
    expect(places(felt, "by feel")).toBe(places(gauged, "by feel") + 1);
    job.type("/", "gauge lent out");
    const passed = sheetData("T-0001", bench, job.events)?.grounds ?? [];
    expect(places(passed, "passed over")).toBe(places(felt, "passed over") + 1);
    expect(sheet(job)).toContain("How sure this is");
  });

  test("how it was done: each school with the shop's own beside it, waits with how long they had, and by whom", () => {
    const job = jobAt("start:soak");
    job.type("one hour");
    job.until(null, answers);
    const data = sheetData("T-0001", bench, job.events);
    const way = (ask: string) => data?.ways.find((w) => w.ask === ask);
    expect(way("Soak how long?")).toEqual({
      ask: "Soak how long?",
      word: "one hour, an hour for choice",
      own: "the shop's way is half hour",
      by: "Tobin Hask",
    });
    expect(way("Soak the new plates")).toMatchObject({ word: "0 min", own: "60 asked for" });
    expect(way("Stamped steels: which way does the sharp edge look?")).toMatchObject({ own: "the shop's way" });
  });

  test("a part left against advice says what it risks, in the owner's words, and who signed for it", () => {
    const job = jobAt("decide:spring").until("decide:friction", { "decide:spring": ["", "3; owner declined"] });
    const before = sheetData("T-0001", bench, job.events)?.left.find((l) => l.text.startsWith("springs: left"));
    expect(before).toMatchObject({
      text: "springs: left as it is, owner declined",
      risk: expect.stringMatching(/slip under load/),
      signed: null,
    });
    const key = job.open.find((p) => p.text === before?.text)?.key ?? "";
    job.keep({ type: "open_point_signed", key, reason: "O. Brand: knows it, and agrees", on: "2027-04-30" });
    const after = sheetData("T-0001", bench, job.events)?.left.find((l) => l.text.startsWith("springs: left"));
    expect(after).toMatchObject({
      risk: expect.stringMatching(/slip under load/),
      signed: expect.stringMatching(/^O\. Brand: knows it, and agrees, signed by Tobin Hask/),
    });
    expect(sheet(job)).toContain("What it risks: the clutch may slip under load");
  });

  test("a proposal that was overruled is kept beside what was decided", () => {
    const job = jobAt("decide:steel").until("build:stack", { ...answers, "decide:steel": ["2; 3"] });
    const steel = sheetData("T-0001", bench, job.events)?.decisions.find((d) => d.name === "steel 1");
    expect(steel?.text).toBe(
      "renew (proposed: keep): inside the limits, less than 80 % of the wear used; renewed as a precaution",
    );
  });

  test("stop work stands on top, cleared or not; tray, locks, cautions and people stand below", () => {
    const job = jobAt("inspect:basket-bearing:found");
    job.type("m");
    expect(sheet(job)).toContain("Not fit to run. ");
    const stop = job.events.at(-1)?.id ?? "";
    const right = { type: "followed_up", event: stop, way: "put right", words: "roller found in the sump" } as const;
    job.keep({ ...right, meter: null, on: null, count: null, now: null, later: null });
    expect(sheet(job)).toContain("put right and not proven: roller found in the sump");
    job.type("1");
    expect(sheet(job)).toContain("Work was stopped: ");
    job.until(null, answers);
    const data = sheetData("T-0001", bench, job.events);
    expect(data?.stops[0]?.cleared).toMatch(
      /^roller found in the sump, Tobin Hask; looked at once more: .*, Tobin Hask/,
    );
    expect(data?.tray).toEqual(
      expect.arrayContaining(["Cover bolts: 6 out, 6 in", "Pedal wedges: 1 put on, 1 taken away"]),
    );
    expect(data?.torques.find((t) => t.name === "Hub nut")?.lock).toBe("locked by tab, Tobin Hask");
    expect(data?.cautions).toMatch(/^\d+ cautions were shown before the work they belong to, to Tobin Hask\.$/);
    expect(data?.people).toBe("Tobin Hask");
  });

  test("four kinds of not-a-number read differently, and none as a pass", () => {
    const job = jobAt("measure:basket-notch:found");
    job.typeAll("0.3");
    job.until("measure:pack-height:left", answers).type("/", "gauge lent out");
    job.until("measure:lever-play:left", answers).type("/", "no rule");
    const data = sheetData("T-0001", bench, job.events);
    const point = (name: string) => data?.readings.find((r) => r.name === name);
    expect(point("Basket finger notches")?.rows[0]).toMatchObject({
      verdict: "no limit on file: kept, not judged",
      limit: "no limit on file",
    });
    expect(point("Pack height as built")?.none).toBe("not measured: gauge lent out");
    // A setting that was not read again is not said to stand as it was found.
    expect(point("Free play at the lever")?.rows[0]).toMatchObject({
      ...{ found: "6.0 mm", left: "not read again: no rule" },
    });
    expect(point("Steel plate warp")?.rows[7]?.left).toBe("new, not measured");
    expect(data?.findings.find((f) => f.name.startsWith("Basket fingers"))?.words).toBe("marked");
  });

  test("photos and notes come with who and when", () => {
    const job = jobAt("off:cover");
    const photo = "6f2c1d3e-8a4b-4c5d-9e6f-7a8b9c0d1e2f";
    job.keep({ type: "photo_taken", photo, task: "off:cover", caption: "scored face" });
    job.type("# oil smells burnt");
    const html = sheet(job);
    expect(html).toContain(`/api/jobs/j/photos/${photo}`);
    expect(html).toContain("scored face (Tobin Hask, 2026-11-23)");
    expect(html).toContain("oil smells burnt (Tobin Hask, 2026-11-23)");
  });
});

test("a reading carries its load, an adjustment both sides, and the sheet says what is to be looked at again", () => {
  // Every figure here is invented.
  const sled = shop("track-tension", [
    ...[limit("track-sag", { kind: "range", serviceMin: 30, serviceMax: 38 }), figure("sag-load", 7.3, "kg")],
    ...[limit("gap-difference", { kind: "max", serviceMax: 2 }), torque("axle-bolt")],
  ]);
  const job = new TestJob(sled, technician, {}).until("do:set-down", {
    ...{ "do:still": ["", "ridden", "new"], "do:lift-plan": ["", "alone"] },
    ...{ "measure:sag-found:found": ["52 at 7.3"], "adjust:set-sag": ["34 at 7.3"] },
    "measure:adjuster-at:found": ["30 31"],
    ...{
      "inspect:ride-brake:left": ["bites"],
      "inspect:ride-drive:left": ["even"],
      "inspect:ride-after:left": ["dry"],
    },
    ...{ "adjust:set-gaps": ["12 13"], "adjust:gaps-tight": ["12 13"], "measure:sag-found:left": ["34 at 16 lb"] },
  });
  const data = sheetData("T-0002", sled, job.events);
  expect(data?.readings[0]?.rows[0]).toMatchObject({
    ...{ found: "52.00 mm at 7.3 kg", left: "34.00 mm at 16 lb, serviceable" },
    verdict: expect.stringMatching(/^past limit/) as string,
  });
  // The meter stood at 10 h; a new track is looked at again three hours later.
  expect(data?.next).toContain("New track: tension and alignment, at 13.0 h");
  expect(JSON.stringify(data?.set)).toContain("12 left, 13 right: 1.0 mm apart");
});

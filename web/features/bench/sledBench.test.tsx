import { readFileSync } from "node:fs";
import path from "node:path";
import { lineHelp, procedureSchema, type Spec, waitingSlots } from "@averin/core";
import { TestJob } from "../../../core/testing.ts";
import { technician } from "../../../core/testingBench.ts";
import { caseFigures, figure, jobOn, limit, shop, spec, torque, word } from "../../../core/testingShop.ts";
import { stepPanel } from "../../testing/stepPanel.tsx";

// Every figure here is invented.
const helpAt = (job: TestJob) =>
  lineHelp(job.shop, job.state, job.task ? waitingSlots(job.shop, job.state, job.task) : []);

const track = shop("track-tension", [
  ...[limit("track-sag", { kind: "range", serviceMin: 30, serviceMax: 38 }), figure("sag-load", 7.3, "kg")],
  ...[limit("gap-difference", { kind: "max", serviceMax: 2 }), torque("axle-bolt")],
]);
const trackAnswers = {
  ...{ "do:still": ["", "ridden", "run in"], "do:lift-plan": ["", "alone"] },
  "measure:adjuster-at:found": ["30 31"],
  ...{ "measure:sag-found:found": ["52 at 7.3"], "adjust:set-sag": ["52 at 7.3", "+2", "34 at 7.3"] },
};

test("sag is drawn with its load before anything is read, and the load has a key of its own", () => {
  const job = jobOn(track).until("adjust:set-sag", trackAnswers);
  expect(stepPanel(job)).toContain("Track from the side: sag not read, asked 30 to 38 mm under 7.3 kg");
  expect(helpAt(job)).toMatchObject({ hint: "the reading, then at 7.3 kg", words: ["at 7.3 kg"], signed: true });
  job.type("52 at 7.3");
  expect(stepPanel(job)).toContain("sag 52 mm");
  expect(helpAt(job).words).toEqual([]);
});

test("gaps are asked for on both sides, and where one is turned the sides have keys", () => {
  const job = jobOn(track).until("adjust:set-gaps", trackAnswers);
  expect(stepPanel(job)).toContain("not read");
  expect(helpAt(job)).toMatchObject({ hint: "left and right, one after the other", words: [] });
  job.type("9 15");
  expect(helpAt(job).words).toEqual(["left", "right"]);
});

test("how a belt plays stands in the case's window, by its name", () => {
  const belt = shop("belt-case", [
    ...[word("drive-case", "toothed belt"), word("pulley-held", "its bolt alone"), word("cover-slots", "round holes")],
    ...[torque("pulley-bolt"), figure("belt-case-push", 2, "kg"), figure("case-top-teeth", 32)],
    ...[figure("case-bottom-teeth", 56), figure("case-pitch", 8), figure("case-centre", 210)],
    ...[limit("belt-play-cold", { kind: "range", serviceMin: 17, serviceMax: 21 })],
    limit("belt-play-hot", { kind: "range", serviceMin: 4, serviceMax: 7 }),
  ]);
  const job = jobOn(belt, technician, { "cover-screw": 1 }).until("measure:belt-play-hot:left", {
    ...{ "do:still": ["", "shop"], "off:belt": ["marked", ""], "inspect:belt-folded:found": ["never"] },
    ...{ "inspect:belt-teeth:found": ["sound"], "adjust:belt-play-cold": ["19 at 2"], "do:spin": ["", "now"] },
    "measure:belt-marks:left": ["41 60"],
  });
  const html = stepPanel(job);
  expect(html).toContain("Case, belt, 32 over 56 teeth; play hot not read");
  expect(helpAt(job)).toMatchObject({ hint: "the reading, then hot", words: ["hot", "cold"] });
});

test("what cannot be undone stands in the step before Enter, and pieces in a row have keys", () => {
  const answers = {
    "do:lift-plan": ["", "alone"],
    ...{ "measure:adjuster-at:found": ["30 30"], "verify:scale": ["99.8"] },
    ...{ "inspect:skid-arms:found": ["1"], "inspect:skid-shocks:found": ["1"] },
    ...{ "inspect:idlers:found": ["1"], "inspect:mount-holes:found": ["1"], "inspect:wheel-screws:found": ["1"] },
    ...{ "inspect:tunnel:found": ["1"], "inspect:slides-seen:found": ["1"] },
    ...{ "measure:hole-front:left": ["412 412"], "measure:hole-rear:left": ["812 812"] },
  };
  const skid = [figure("template-tolerance", 0.5), word("rear-springs", "coil or air")];
  const drill = jobOn(shop("skid-change", skid)).until("do:drill", {
    ...{ ...answers, "do:template-old": ["tunnel hole", ""] },
  });
  expect(stepPanel(drill)).toMatch(/This cannot be undone\. <\/strong>A hole stays a hole/);
  const made = [
    ...[word("housings", "dual"), word("brake-place", "drive shaft"), torque("case-screw")],
    ...[word("drive-bearing", "with the shaft in place"), word("pads-out", "out of their saddle")],
  ];
  const stack = jobOn(shop("shaft-bearings", made)).until("off:shaft-stack", {
    ...{ "inspect:feel-bearing-clutch:found": ["smooth"], "inspect:feel-bearing-case:found": ["smooth"] },
    ...{ "inspect:feel-bearing-jack-clutch:found": ["dry"], "inspect:feel-bearing-jack-case:found": ["dry"] },
    ...{ "do:still": ["", "all"], "do:lift-plan": ["", "alone"], "off:pads": ["", "closed"] },
    ...{ "measure:sag-found:found": ["52 at 7 kg"], "measure:adjuster-at:found": ["30 30"] },
  });
  expect(helpAt(stack).words).toContain("short spacer");
  expect(helpAt(stack).between).toBe(", ");
});

test("a track is unrolled by its windows: torn lugs where they were named, counts in words", () => {
  const job = jobOn(shop("skid-out-in", []));
  const html = () => stepPanel(job, "compute:lug-count");
  expect(html()).toContain("counts not typed yet");
  job.keep({ type: "figure_taken", step: "lug-count", typed: "48 144 3 96 2 at 12 12 31" });
  expect(html()).toContain("Track of 48 windows: 3 of 144 lugs torn, 2 of 96 studs gone");
  // Two at the twelfth window and one at the thirty-first.
  expect(html().match(/stroke="var\(--past\)"/g)).toHaveLength(3);
});

test("the grease round goes by the machine’s own list: each by its name, where somebody said them", () => {
  const points = spec("count", "grease-points", { count: 3, names: ["spindle left", "front arm", "hitch"] });
  const job = jobOn(shop("grease-round", [points]), technician, { "grease-cap": 3, "grease-points": 3 }).until(
    "inspect:grease:found",
    {
      ...{ "do:still": ["", "spring"], "do:lift-plan": ["", "alone"], "off:plugs": ["", "3"] },
    },
  );
  job.type("water");
  const html = stepPanel(job);
  expect(html).toMatch(/spindle left<.*water: water first; pumped until clean grease came/s);
  expect(html).toMatch(/front arm<.*hitch</s);
});

test("what is known of this machine stands in the step, with where it says so; what is not on file has its key", () => {
  const lifted = [word("lift-at", "tunnel end plate")];
  const job = jobOn(shop("skid-out-in", lifted)).until("do:lift-plan", {});
  const html = stepPanel(job);
  expect(html).toMatch(/Lifted at<\/dt><dd[^>]*>tunnel end plate<\/dd><dd[^>]*>test book, 1, p\. 1 \(shop rule\)/);
  expect(html).toMatch(/Never lifted at<\/dt><dd[^>]*>not on file<\/dd>.*Enter it/s);
});

test("gears and chain that go in are drawn at the case's own centres with the play that they leave", () => {
  const renewed = (job: TestJob): TestJob => {
    job.keep({ type: "decision_taken", part: "gears", item: 0, decision: "renew", reason: "worn" });
    return job;
  };
  const job = renewed(jobOn(shop("chain-gears", [word("drive-case", "chain in oil"), ...caseFigures])));
  const html = () => stepPanel(job, "compute:gear-pair");
  expect(html()).toMatch(/Case, chain, 21 over 40 teeth; play no tensioner \d+\.\d mm/);
  job.keep({ type: "figure_taken", step: "gear-pair", typed: "23 40 76" });
  expect(html()).toContain("Case, chain, 23 over 40 teeth");
  // 21 to 23 teeth on top: 8.7 % less.
  expect(html()).toContain("−8.7 %");
  const unknown = renewed(jobOn(shop("chain-gears", [word("drive-case", "chain in oil")])));
  const bare = stepPanel(unknown, "compute:gear-pair");
  expect(bare).toMatch(/Not worked out: not on file for this machine: top gear teeth/);
});

test("how far an adjuster is backed off stands at the adjuster, as it is spoken of", () => {
  const made = [
    ...[word("tensioner", "screw"), word("oil-level-by", "stick"), word("case-reach", "with the exhaust in place")],
    ...[word("case-drain-by", "plug"), ...caseFigures],
  ];
  const job = jobOn(shop("chaincase-service", made)).until("compute:back-off", {
    ...{ "measure:case-rock:found": ["17 17 16"], "inspect:level-stick:found": ["level"], "do:take-up": ["quarter b"] },
    ...{ "inspect:oil-colour:found": ["dark"], "inspect:shavings:found": ["none", "level"] },
    ...{ "do:still": ["", "rocked"], "measure:oil-added:left": ["0"] },
  });
  const html = stepPanel(job);
  expect(html).toContain("0.25</strong> of a turn");
  expect(html).toContain("play rocked 17.0 mm; adjuster ¼ back");
});

test("bearings stand where they sit, with the type on their ring and how they feel", () => {
  const types = [word("bearing-clutch-type", "6205-2RS C3"), word("brake-place", "jackshaft")];
  const job = jobOn(shop("shaft-bearings", types), technician);
  job.keep({ type: "question_answered", question: "which", word: "all four", reason: null });
  job.keep({ type: "finding_recorded", point: "feel-bearing-clutch", item: 1, word: "notchy" });
  const html = stepPanel(job, "inspect:feel-bearing-case:found");
  expect(html).toContain(
    "Bearings of the machine. Bearing, clutch side, 6205-2RS C3, notchy; Bearing, case side, not felt yet",
  );
});

test("a figure on file for another engine is told of, and judges nothing here", () => {
  const bench = shop("variable-belt", []);
  const other = limit("clutch-offset", { kind: "range", serviceMin: 15, serviceMax: 16.5 });
  const told = (holds: Pick<Spec, "only" | "holdsFor">): string => {
    const job = jobOn({ ...bench, otherBuilds: [{ ...other, ...holds }] });
    job.keep({ type: "question_answered", question: "belt-cause", word: "misaligned", reason: null });
    return stepPanel(job, "measure:clutch-offset:left");
  };
  expect(told({ only: { stroke: "two-stroke" } })).toContain(
    "On file for two-stroke only: it judges nothing on this machine.",
  );
  expect(told({ holdsFor: { years: { from: 2024, to: null } } })).toContain(
    "On file for model years from 2024 only: it judges nothing on this machine. Its year is not on file.",
  );
});

test("of several at one place of a drawing the worst shows: one that is well hides no other", () => {
  // Limits and readings are invented.
  const file = path.join(__dirname, "../../../core/assemblies/drum-brake.json");
  const procedure = procedureSchema.parse(JSON.parse(readFileSync(file, "utf8")));
  const bench = { ...shop("chain-slack-check", [limit("shoe-lining", { kind: "min", serviceMin: 2 })]), procedure };
  const job = new TestJob(bench, technician, { shoes: 2, "return-spring": 2 }).until("measure:lining:found", {
    "measure:drum-across:found": ["165.1 165.2"],
  });
  job.type("1.2");
  // Where the gauge goes is the file's own picture, with what was read last below it.
  const place = /<figure[^>]*><svg viewBox="0 0 240 120".*?<figcaption[^>]*>([^<]*)</.exec(
    stepPanel(job, "measure:drum-across:found"),
  );
  expect(place?.[1]).toContain("165.2");
  const drawn = (): string => /<title[^>]*>(The brake[^<]*)</.exec(stepPanel(job, "measure:lining:found"))?.[1] ?? "";
  expect(drawn()).toContain("past limit");
  job.type("3.1");
  expect(drawn()).toContain("past limit");
});

import { waitingSlots } from "@averin/core";
import type { TestJob } from "../../../core/testing.ts";
import { technician } from "../../../core/testingBench.ts";
import { figure, jobOn, limit, shop, torque, word } from "../../../core/testingShop.ts";
import { stepPanel } from "../../testing/stepPanel.tsx";
import { lineHelp } from "./lineHelp.ts";

// Every figure here is invented.
const helpAt = (job: TestJob) =>
  lineHelp(job.shop, job.state, job.task ? waitingSlots(job.shop, job.state, job.task) : []);

const track = shop("track-tension", [
  ...[limit("track-sag", { kind: "range", serviceMin: 30, serviceMax: 38 }), figure("sag-load", 7.3, "kg")],
  ...[limit("gap-difference", { kind: "max", serviceMax: 2 }), torque("axle-bolt")],
]);
const trackAnswers = {
  ...{ "do:still": ["", "ridden", "run in"], "do:lift-plan": ["", "alone"] },
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

test("cold and hot play stand side by side in the case's window, each by its name", () => {
  const belt = shop("belt-case", [
    ...[word("drive-case", "toothed belt"), torque("hub-screw"), figure("case-top-teeth", 32)],
    ...[figure("case-bottom-teeth", 56), figure("case-pitch", 8), figure("case-centre", 210)],
    ...[limit("belt-play-cold", { kind: "range", serviceMin: 17, serviceMax: 21 })],
    limit("belt-play-hot", { kind: "range", serviceMin: 4, serviceMax: 7 }),
  ]);
  const job = jobOn(belt).until("measure:belt-play-hot:left", {
    ...{ "do:still": ["", "shop"], "verify:drive-kind": ["toothed"], "off:belt": ["marked", ""] },
    ...{ "inspect:belt-teeth:found": ["sound"], "measure:belt-play-cold:left": ["19 cold"] },
  });
  const html = stepPanel(job);
  expect(html).toMatch(/belt play, cold<.*19\.0<.*belt play, hot<.*not read</s);
  expect(helpAt(job)).toMatchObject({ hint: "the reading, then hot", words: ["hot", "cold"] });
});

test("what cannot be undone stands in the step before Enter, and pieces in a row have keys", () => {
  const answers = {
    ...{ "do:lift-plan": ["", "alone"], "measure:sag-found:found": ["52 at 7 kg"] },
    ...{ "measure:adjuster-at:found": ["30 30"], "verify:scale": ["99.8"] },
    ...{ "inspect:skid-arms:found": ["1"], "inspect:skid-shocks:found": ["1"] },
    ...{ "inspect:idlers:found": ["1"], "inspect:mount-holes:found": ["1"] },
    ...{ "measure:hole-front:left": ["412 412"], "measure:hole-rear:left": ["812 812"] },
  };
  const drill = jobOn(shop("skid-change", [figure("template-tolerance", 0.5)])).until("do:drill", answers);
  expect(stepPanel(drill)).toMatch(/This cannot be undone\. <\/strong>A hole stays a hole/);
  const stack = jobOn(shop("shaft-bearings", [word("housings", "dual"), torque("case-screw")])).until(
    "off:shaft-stack",
    {
      "do:lift-plan": ["", "alone"],
    },
  );
  expect(helpAt(stack).words).toContain("short spacer");
  expect(helpAt(stack).between).toBe(", ");
});

test("a track is unrolled by its windows: torn lugs where they were named, counts in words", () => {
  const job = jobOn(shop("track-replacement", []));
  const html = () => stepPanel(job, "compute:lug-count");
  expect(html()).toContain("counts not typed yet");
  job.keep({ type: "figure_taken", step: "lug-count", typed: "48 144 3 96 2 at 12 12 31" });
  expect(html()).toContain("Track of 48 windows: 3 of 144 lugs torn, 2 of 96 studs gone");
  // Two at the twelfth window and one at the thirty-first.
  expect(html().match(/stroke="var\(--past\)"/g)).toHaveLength(3);
});

test("the grease round is a picture of the sled, numbered, with the hidden points told from the others", () => {
  const job = jobOn(shop("grease-round", []), technician, { "grease-cap": 6 }).until("inspect:grease-steering:found", {
    ...{ "do:still": ["", "spring"], "do:lift-plan": ["", "alone"], "off:plugs": ["", "6"] },
    "inspect:grease-spindles:found": ["water"],
  });
  const html = stepPanel(job);
  expect(html).toContain("1 Spindles, left and right: water; 2 Steering post: not greased yet");
  expect(html).toContain("hidden: something comes off before the gun reaches it");
});

import { type JobEvent, type JobState, walk } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { TestJob } from "../../../core/testing.ts";
import { bench, jobAt } from "../../testing/demoJob.ts";
import { stepPanel } from "../../testing/stepPanel.tsx";
import { PictureDrawn } from "@/instruments/Drawn";
import { clockWords } from "./clockWords.ts";
import { lastSaid } from "./useBenchHand.ts";
import { EntryLine } from "./EntryLine.tsx";
import { OpenPoints } from "./OpenPoints.tsx";
import { ReleasePanel } from "./ReleasePanel.tsx";
import { spineParts, taskForEntry } from "./spineParts.ts";

describe("the step in hand", () => {
  test("says what to do, why, and the caution where the danger is", () => {
    const html = stepPanel(jobAt("off:plate-bolts"));
    expect(html).toContain("Ease all the bolts a turn at a time");
    expect(html).toContain("Springs under load: keep your face out of line.");
    expect(html).toContain("the last bolt carries all the springs");
  });

  test("measuring shows limit, source, condition and gauge, and a row for each plate", () => {
    const job = jobAt("measure:friction-thickness:found");
    job.type("2.86 2.87 2.88");
    const html = stepPanel(job);
    expect(html).toContain("Grindal 300 demo book, 1, p. 4-13 (maker's manual)");
    expect(html).toContain("dry, lining wiped");
    expect(html).toContain("serviceable, 30 % of its wear used");
    expect(html.match(/friction \d</g)?.length).toBeGreaterThanOrEqual(9);
  });

  test("a point without a limit says so, never that it passes", () => {
    const html = stepPanel(jobAt("measure:basket-notch:found"));
    expect(html).toContain("No limit on file for this point");
    expect(html).not.toMatch(/serviceable|new range/);
  });

  test("looking offers the graded words with what they mean and lead to", () => {
    const html = stepPanel(jobAt("inspect:steel-colour:found"));
    for (const word of ["silver", "dark", "brown", "blue"]) expect(html).toContain(`>${word}<`);
    expect(html).toContain("overheated, no longer flat or hard");
  });

  test("deciding shows each proposal with its reason", () => {
    const html = stepPanel(jobAt("decide:steel"));
    expect(html).toContain("steel 8: past limit by 0.05 mm");
    expect(html).toContain("renew?");
    expect(html).toContain("keep?");
  });

  test("the stack is drawn beside its band with the ways that fit", () => {
    const html = stepPanel(jobAt("build:stack"));
    expect(html).toContain("the build proposed");
    expect(html).toMatch(/1 · \d × (1\.6|2\.0) mm/);
    expect(html).toContain("inside 41.2 to 41.8 mm");
  });

  test("going together names the plate that goes in next and how it faces", () => {
    const job = jobAt("fit:pack");
    expect(stepPanel(job)).toContain("It is in: friction 9");
    job.type("");
    expect(stepPanel(job)).toContain("sharp edge outward, all the same way");
  });

  test("torque shows the pass, the band, the wrench and what went wrong", () => {
    const job = jobAt("torque:plate-bolts");
    expect(stepPanel(job)).toContain("Wrench A covers 4 to 20 N·m");
    job.type("7");
    const html = stepPanel(job);
    expect(html).toContain("plate bolt 1, pass 1: above band at 7.0 N·m");
    expect(html).toContain("next is bolt 3, pass 1 of 2");
  });

  test("when nothing waits, what is left is listed for a lead", () => {
    const job = jobAt("do:short-ride");
    job.type("clean");
    expect(job.task).toBeNull();
    expect(stepPanel(job)).toContain("basket finger notches: no limit on file: kept, not judged");
    const panel = (state: JobState, releaseKept: boolean): string =>
      renderToStaticMarkup(
        <ReleasePanel
          bench={bench}
          state={state}
          points={[]}
          releaseKept={releaseKept}
          onSign={() => undefined}
          onEnter={() => undefined}
          onReopen={() => undefined}
          onPark={() => undefined}
          onHandBack={() => undefined}
          onCause={() => undefined}
          onOutcome={() => undefined}
          onAsk={() => undefined}
          concerns={{ onFollow: () => undefined, onOwner: () => undefined, onWork: () => undefined }}
        />,
      );
    expect(panel(job.state, false)).toContain("Release the machine");
    // Typed, it is shown at once; that the machine is released is said by what the server keeps.
    const event = {
      ...(job.state.events[0] as JobEvent),
      body: { type: "job_released" as const, rechecks: [] },
    };
    const released = { ...job.state, released: event };
    expect(panel(released, false)).toContain("Not ended yet: the server does not have it.");
    expect(panel(released, false)).not.toContain("Reopen");
    expect(panel(released, true)).toContain("Released</h1>");
  });
});

describe("schools, prompts and small parts stand in their step", () => {
  test("a school shows its ways with their meaning, the shop's own marked; a lead may make another the shop's", () => {
    const html = stepPanel(jobAt("start:soak"));
    expect(html).toContain("good technicians differ");
    expect(html).toMatch(/half hour<\/strong>half an hour at the least<em[^>]*>this shop’s way: Enter/);
    expect(html).toContain("make “overnight” the shop’s way");
    const made = jobAt("start:soak");
    const bench = { ...made.shop, presets: { "soak-time": "overnight" } };
    const decided = { ...bench, decidedBy: { "soak-time": { whose: "model" as const, source: "book, p. 4" } } };
    const its = stepPanel(Object.assign(made, { shop: decided }));
    expect(its).toMatch(/overnight<\/strong>[^<]*<em[^>]*>as its maker has it, book, p. 4: Enter/);
    expect(its).not.toContain("make “half hour” the shop’s way");
    const hand = jobAt("start:soak");
    hand.by = { id: "m", name: "Mira Orr", roles: ["technician"] };
    expect(stepPanel(hand)).not.toContain("the shop’s way</button>");
  });

  test("the clock is offered, then shown with who started it", () => {
    const job = jobAt("start:soak");
    job.type("half");
    expect(stepPanel(job)).toContain("They are in: start the clock");
  });

  test("bolts come out into their places, with length and what lay under each", () => {
    const job = jobAt("off:cover-bolts");
    job.type("25 25 cable bracket");
    const html = stepPanel(job);
    expect(html).toContain("Tray: 6 places, 2 in the tray; next is 3");
    expect(html).toContain("cable bracket");
    expect(html).toContain("cover bolt 3: 40 mm out");
  });

  test("dowels are counted, and a prompt says why it is cheap now", () => {
    const job = jobAt("off:cover");
    job.type("");
    expect(stepPanel(job)).toContain("Cover dowels: how many out and in the tray?");
    job.type("2");
    const html = stepPanel(job);
    expect(html).toContain("while it is apart");
    expect(html).toContain("later it costs a gasket and the oil");
    // A bare Enter is no count where nobody has said how many this machine has.
    const lifter = jobAt("off:lifter");
    lifter.typeAll("", "");
    expect(stepPanel(lifter)).toContain("Nobody has said how many this machine has: count them.");
  });
});

describe("verdicts beyond numbers", () => {
  test("graded findings are drawn, and the pattern along the pack is read", () => {
    const job = jobAt("inspect:steel-colour:found");
    expect(stepPanel(job).match(/<svg viewBox="0 0 104 60"/g)).toHaveLength(4);
    job.type("s s s d d br bl bl");
    expect(stepPanel(job, "inspect:steel-colour:found")).toContain("Heat at the engine end");
  });

  test("every drawing has one picture for each grade, and no two are alike", () => {
    for (const point of bench.procedure.points) {
      if (point.kind !== "inspect" || !point.drawing) continue;
      const drawn = point.findings.map(({ picture }) =>
        renderToStaticMarkup(picture ? <PictureDrawn picture={picture} width={104} /> : <>none</>),
      );
      expect(new Set(drawn).size).toBe(point.findings.length);
    }
  });

  test("the four checks stand apart, each with its own mistake", () => {
    const job = jobAt("check:stack");
    job.typeAll("", "9 7");
    const html = stepPanel(job);
    expect(html).toContain("1 steel too few");
    expect(html.match(/aria-label="(right|wrong|open)"/g)).toEqual([
      'aria-label="wrong"',
      'aria-label="open"',
      'aria-label="open"',
      'aria-label="open"',
    ]);
  });

  test("the stack offers the used plates together with new ones, and says what it carries", () => {
    const html = stepPanel(jobAt("build:stack"));
    expect(html).toContain("0 · used and new together");
    expect(html).toContain("sets aside steel");
    expect(html).toContain("Carries 131 N·m as built, 1.51 times what the engine asks");
  });

  test("a tab is bent after the torque", () => {
    const html = stepPanel(jobAt("lock:hub-nut"));
    expect(html).toContain("Bend the fresh tab flat");
    expect(html).toContain("hub nut locked");
  });
});

test("the clock's words", () => {
  expect([0, -5, 59_001, 60_000, 1_450_000, 7_500_000].map(clockWords)).toEqual([
    "over",
    "over",
    "01:00",
    "01:00",
    "24:10",
    "2 h 05",
  ]);
});

describe("the spine", () => {
  test("parts come off and go back in, new ones are marked, and what was found shows in the pack", () => {
    const parts = (job: TestJob) => spineParts(bench, job.state, walk(bench, job.state), job.task);
    const begin = parts(jobAt("off:cover"));
    expect(begin.map((p) => p.state).slice(0, 3)).toEqual(["off", "on", "on"]);
    expect(begin.find((p) => p.id === "gasket")?.renewed).toBe(true);
    const pack = parts(jobAt("measure:spring-length:found")).find((p) => p.id === "pack");
    expect(pack?.plates).toHaveLength(17);
    expect(pack?.plates[0]).toMatchObject({ name: "friction 1", lining: true });
    expect(pack?.plates.filter((p) => p.found === "renew").map((p) => p.name)).toEqual(["steel 7", "steel 8"]);
    expect(parts(jobAt("fit:lifter")).find((p) => p.id === "pack")?.state).toBe("fitted");
  });

  test("touching a part goes to what waits there", () => {
    const job = jobAt("decide:friction");
    expect(taskForEntry(bench, job.state, walk(bench, job.state), "pack")?.id).toBe("decide:friction");
    expect(taskForEntry(bench, job.state, walk(bench, job.state), "nothing")).toBeNull();
  });
});

test("what stands until release is grouped by what clears it, what is next first", () => {
  const job = jobAt("measure:friction-thickness:found");
  const listed = (next: string | null): string =>
    renderToStaticMarkup(
      <OpenPoints points={job.open} state={job.state} next={next} released={false} onGo={() => undefined} />,
    );
  const groupsOf = (html: string): string[] =>
    [...html.matchAll(/<h3[^>]*><span>([a-z ]+)</g)].map(([, word]) => word ?? "");
  expect(groupsOf(listed(job.open.find(({ group }) => group === "torque")?.task ?? "")).slice(0, 2)).toEqual([
    "torque",
    "measure",
  ]);
  const html = listed(null);
  for (const group of ["measure", "decide", "build", "fit", "torque", "prove"])
    expect(html).toContain(`<span>${group}</span>`);
  expect(html).toContain("friction plate thickness 1–9");
});

test("the entry line says plainly what is not yet kept, and takes nothing before the page listens", () => {
  const line = (server: boolean, waitingCount: number, database = server): string =>
    renderToStaticMarkup(
      <EntryLine
        aim="friction 5"
        help={{ hint: "the reading", signed: false, words: [], between: " " }}
        task={null}
        unit="mm"
        tool="Caliper 2"
        onTool={null}
        asking={null}
        said={lastSaid()}
        refused={null}
        waitingCount={waitingCount}
        reach={{ server, database }}
        released={false}
        loaded
        fill={null}
        onEnter={() => undefined}
        onCancel={() => undefined}
        onStep={() => undefined}
        onPhoto={() => undefined}
      />,
    );
  expect(line(true, 0)).toContain("all kept");
  expect(line(false, 3)).toContain("3 not yet kept: the server does not answer");
  expect(line(true, 2, false)).toContain("2 not yet kept: the server’s database does not answer");
  expect(line(true, 0)).toMatch(/<input[^>]*disabled=""/);
});

test("a torque stands in the units that the shop shows first too, and one pulled too far has its ways on", () => {
  const job = jobAt("torque:plate-bolts", {}, { ...bench, units: "inch" });
  // The book's 9.8 N·m, half of it in the first pass: 43.4 lbf·in (NIST SP 811).
  expect(stepPanel(job)).toContain("43 in-lb");
  expect(stepPanel(jobAt("torque:plate-bolts"))).not.toContain("in-lb");
  job.type("6.4", "as typed");
  expect(stepPanel(job)).toContain("let off and pulled again");
});

import { bench, Job, jobAt, lead } from "../../testingBench.ts";
import { lineHelp, resumeSentence, unsigned, waitingSlots } from "./index.ts";
import { trayOf } from "../task/index.ts";

// Every length and count in this file is invented.
const OUT = { "off:cover-bolts": ["25 25 40 copper washer", "25"] };
const line = (job: Job, id: string) => trayOf(bench, job.state).find((l) => l.id === id);
const help = (job: Job) => lineHelp(bench, job.state, job.task ? waitingSlots(bench, job.state, job.task) : []);
const open = (job: Job): string[] => job.open.filter((p) => p.group === "tray").map((p) => p.text);
/** Fasteners that are not as the book has them. */
const odd = (job: Job): string[] => open(job).filter((text) => text.includes("the book says"));

describe("fasteners go into the tray as they come out", () => {
  test("place, length and what lay under each; another length than the book's is told", () => {
    const job = jobAt("off:cover-bolts");
    expect(job.type("25 25 washer bent 45")).toBe(
      "cover bolt 3 out: 45 mm, nothing under it; the book says 40 mm, copper washer",
    );
    expect(line(job, "cover-bolts")).toMatchObject({ expected: 4, out: 3, in: null });
    expect(line(job, "cover-bolts")?.places.map((p) => [p.state, p.lengthMm, p.under])).toEqual([
      ["out", 25, null],
      ["out", 25, "washer bent"],
      ["out", 45, null],
      ["on", 25, null],
    ]);
    expect(job.type("")).toBe("cover bolt 4 out: 25 mm");
  });

  test("a line that is no length, or too long, keeps nothing", () => {
    const job = jobAt("off:cover-bolts");
    const before = job.events.length;
    expect(job.type("washer")).toMatch(/"washer" is no length/);
    expect(job.type("25 25 25 25 25")).toBe("5 lengths for 4 places left: nothing is kept.");
    expect(job.events).toHaveLength(before);
  });

  test("they go back in where they came from, several at once", () => {
    const job = jobAt("fit:cover-bolts", OUT);
    expect(job.type("9")).toBe("4 are still out; 9 cannot be in.");
    job.type("3");
    expect(line(job, "cover-bolts")?.places.map((p) => p.state)).toEqual(["in", "in", "in", "out"]);
    expect(
      job.offer({ type: "torque_applied", entry: "cover-bolts", place: 1, pass: 1, text: "5", wrench: "A" }),
    ).toMatchObject({
      error: { message: "Start every cover bolt by hand before any is tightened." },
    });
  });

  test("one that came otherwise than the book has it stays open until the right one is in, or a lead answers", () => {
    const job = jobAt("fit:cover-bolts", { "off:cover-bolts": ["25 40 40 copper washer", "25"] });
    expect(odd(job)).toEqual(["cover bolt 2: 40 mm; the book says 25 mm"]);
    job.type("");
    expect(help(job).words).toContain("right");
    expect(job.type("right")).toBe("cover bolt 2: in, the right one, as the book has it");
    expect(odd(job)).toEqual([]);
    expect(line(job, "cover-bolts")?.places[1]).toMatchObject({ lengthMm: 25, state: "in" });
    const left = jobAt("fit:cover-bolts", { "off:cover-bolts": ["25 25 40", "25"] });
    // Its washer vanished.
    expect(odd(left)).toEqual(["cover bolt 3: 40 mm, nothing under it; the book says 40 mm, copper washer"]);
    left.type("4");
    left.by = lead;
    const key = left.open.find((p) => p.text === odd(left)[0])?.key ?? "";
    left.keep({ type: "open_point_signed", key, reason: "none was there before" });
    expect(unsigned(left.state, left.open).map((p) => p.key)).not.toContain(key);
  });

  test("one left out stops the release, and no signature helps", () => {
    const job = jobAt("fit:cover-bolts", OUT);
    job.type("3");
    job.type("/", "cannot find it");
    job.until(null, { "measure:lever-play:left": ["12"] });
    expect(open(job)).toEqual(["cover bolts: 4 out, 3 in; find 1"]);
    job.by = lead;
    const key = job.open.find((p) => p.group === "tray")?.key ?? "";
    expect(job.offer({ type: "open_point_signed", key, reason: "no matter" })).toMatchObject({
      error: { message: "No signature clears this: cover bolts: 4 out, 3 in; find 1." },
    });
  });
});

describe("small parts are counted", () => {
  test("a dowel that did not come out may lie inside; one that does not go back is searched for", () => {
    const job = jobAt("off:cover");
    job.type("");
    expect(job.type("1")).toBe("cover dowels, how many out: 1, should be 2");
    expect(open(job)).toContain("cover dowels: 1 of 2 came out; 1 may lie inside");
    const other = jobAt("fit:cover").typeAll("", "1");
    expect(open(other)).toContain("cover dowels: 2 out, 1 in; find 1");
    other.typeAll("-", "2");
    expect(open(other).filter((text) => text.includes("dowel"))).toEqual([]);
  });

  test("what sits outside lies nowhere inside: one that did not come out was missing, or is still on", () => {
    const spine = bench.procedure.spine.map((entry) =>
      entry.kind === "part" ? { ...entry, loose: entry.loose.map((piece) => ({ ...piece, outside: true })) } : entry,
    );
    const job = jobAt("off:cover", {}, { ...bench, procedure: { ...bench.procedure, spine } }).typeAll("", "1");
    expect(open(job)).toContain("cover dowels: 1 of 2 came out; 1 was missing or is still on: look before it leaves");
  });

  test("a wedge forgotten on the machine holds the release", () => {
    const job = jobAt("away:pedal-wedge");
    expect(job.type("0")).toBe("pedal wedges, how many out: 0, should be 1");
    job.until(null, { "measure:lever-play:left": ["12"] });
    expect(open(job)).toEqual(["pedal wedges: 1 put on, 0 taken away; find 1"]);
  });

  test("a count is not skipped: none is an answer too", () => {
    const job = jobAt("off:cover").typeAll("");
    expect(() => job.type("/", "no time")).toThrow(/0 is an answer too/);
    expect(job.type("x")).toMatch(/Count them/);
  });
});

describe("whoever opens the bench next is told where it stands", () => {
  const says = (job: Job): string => resumeSentence(bench, job.state);

  test("nothing of a job that is not begun", () => {
    expect(says(new Job())).toBe("");
  });

  test("what is half done, what lies in the tray, what is still on the machine", () => {
    const job = jobAt("measure:friction-thickness:found", OUT).typeAll("2.86 2.86 2.87");
    expect(says(job)).toBe(
      "Tech left it so: friction plate thickness: 1 done; in the tray: 4 cover bolts, 4 pressure-plate bolts, " +
        "2 cover dowels, 1 lifter washer, 1 lifter bearing; still on the machine: 1 wedge; next: friction plate thickness.",
    );
  });

  test("what is only finger-tight, or torqued and not locked", () => {
    expect(says(jobAt("torque:plate-bolts").typeAll("5"))).toContain(
      "pressure-plate bolts only finger-tight or half torqued",
    );
    expect(says(jobAt("lock:hub-nut", { "off:judder": ["", "1", "go"] }))).toContain("hub nut torqued, not locked");
  });
});

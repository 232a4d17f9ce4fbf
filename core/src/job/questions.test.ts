import { procedureSchema } from "../procedure/index.ts";
import { bench, Job, jobAt, lead, technician } from "../../testingBench.ts";
import {
  type Bench,
  cautionDrafts,
  isEvent,
  openStops,
  presetBy,
  presetOf,
  stopsOf,
  summarise,
  walk,
} from "./index.ts";
import { waitsOf } from "../task/index.ts";

// Every figure in this file is invented.
const stage = (job: Job) => summarise(job.shop, job.state);

describe("schools and prompts", () => {
  test("Enter takes the shop's own way, which is recorded beside what was used", () => {
    const shop: Bench = { ...bench, presets: { "soak-time": "one hour" } };
    const job = new Job(shop);
    expect(job.type("")).toBe("Soak how long? one hour");
    expect(job.events.at(-1)?.body).toMatchObject({
      word: "one hour",
      preset: "one hour",
      means: "an hour for choice",
    });
    const other = new Job(shop);
    other.type("half");
    expect(other.events.at(-1)?.body).toMatchObject({ word: "half hour", preset: "one hour" });
  });

  test("a further work of the same procedure, whose questions are named after it, goes by the same way", () => {
    const soak = bench.procedure.questions.find(({ id }) => id === "soak-time");
    if (!soak) throw new Error("no such school");
    const shop: Bench = {
      ...bench,
      presets: { "soak-time": "overnight" },
      decidedBy: { "soak-time": { whose: "machine", source: "label" } },
    };
    const further = { ...soak, id: "w2-soak-time" };
    expect([presetOf(shop, further), presetBy(shop, further)?.source]).toEqual(["overnight", "label"]);
    // A way that this procedure does not offer is nobody's here.
    const other = { ...shop, presets: { "soak-time": "a week" } };
    expect([presetOf(other, further), presetBy(other, further)]).toEqual([soak.preset, null]);
  });

  test("a preset that the procedure does not know is passed over", () => {
    expect(new Job({ ...bench, presets: { "soak-time": "a week" } }).type("")).toBe("Soak how long? half hour");
  });

  test("a prompt has no preset: it wants an answer", () => {
    const job = jobAt("off:cover").typeAll("", "2");
    expect(job.type("")).toBe("Say which: 1 good, 2 renewed, 3 left.");
    expect(job.type("2")).toMatch(/renewed$/);
  });

  test("an answer opens what depends on it, and striking it closes that again", () => {
    const ids = (job: Job) => walk(bench, job.state).map((task) => task.id);
    const job = jobAt("off:judder").typeAll("");
    expect(ids(job)).not.toContain("off:basket");
    job.typeAll("1", "go");
    expect(job.task?.id).toBe("off:hub-nut");
    expect(ids(job)).toEqual(expect.arrayContaining(["off:basket", "inspect:hub-rubbers:found", "lock:hub-nut"]));
    job.typeAll("-");
    expect(ids(job)).not.toContain("off:basket");
    expect(job.aim?.key).toBe("ask:deeper");
  });

  test("a school may propose what readings alone would not; worn parts speak louder", () => {
    const job = jobAt("decide:spring").typeAll("every");
    expect(job.type("")).toBe("springs: renew");
    expect(job.events.at(-1)?.body).toMatchObject({ because: "this shop renews springs with every pack" });
    const worn = jobAt("decide:spring", { "measure:spring-length:found": ["41 43.5"] }).typeAll("every", "");
    expect(worn.events.at(-1)?.body).toMatchObject({ because: expect.stringMatching(/past limit/) });
  });

  test("the school says which way the plates face", () => {
    const job = jobAt("check:stack").typeAll("in", "3 2", "2 2", "", "12.52", "", "");
    expect(job.type("")).toBe("steel 2: in, sharp edge inward, all the same way");
  });
});

describe("waits", () => {
  const at = (job: Job, minute: number) => {
    job.clock = new Date(Date.parse("2026-11-23T10:00:00.000Z") + minute * 60_000).toISOString();
    return job;
  };

  test("soaking is offered first and runs by the log's own times", () => {
    const job = new Job().typeAll("one hour");
    expect(job.type("")).toBe("soak the new plates: the clock runs, 60 min");
    expect(waitsOf(bench, job.state)).toMatchObject([
      { minutes: 60, endsAt: "2026-11-23T11:00:00.000Z", endedAt: null },
    ]);
    expect(stage(job).clocks).toEqual([{ title: "Soak the new plates", endsAt: "2026-11-23T11:00:00.000Z" }]);
    expect(job.offer({ type: "wait_started", wait: "soak" })).toMatchObject({
      error: { message: "The clock runs already." },
    });
  });

  test("it ends before the plates go in; too early stays open", () => {
    const renewed = { "measure:friction-thickness:found": ["2.86 2.86 2.6", "2.85 2.86 2.86", "2.84 2.85 2.84"] };
    const more = { "measure:friction-thickness:left": ["2.95 2.95 2.95"], "measure:pack-height:left": ["12.5"] };
    const job = jobAt("end:soak", { ...renewed, ...more });
    expect(stage(job).needs).toBe("clock");
    expect(job.offer({ type: "part_fitted", entry: "pack", item: 1 })).toMatchObject({ ok: false });
    at(job, 20).type("");
    expect(job.open.map((p) => p.text)).toContain("soak the new plates: 20 of 30 min");
    at(job, 20).type("-");
    at(job, 31).type("");
    expect(job.open.filter((p) => p.group === "wait")).toEqual([]);
  });

  test("a film of oil takes no time, and kept plates wait for nothing", () => {
    expect(new Job().typeAll("film").task?.id).toBe("do:make-safe");
    expect(walk(bench, jobAt("decide:steel").state).map((task) => task.id)).not.toContain("start:soak");
  });
});

describe("cautions", () => {
  test("are logged once for each person who then worked there", () => {
    const job = jobAt("off:plate-bolts");
    const shown = () => job.events.filter((e) => isEvent(e, "caution_shown") && e.body.task === "off:plate-bolts");
    expect(cautionDrafts(job.state, job.task, job.by)).toHaveLength(1);
    // Who promises a day at the counter stands in no danger there.
    expect(cautionDrafts(job.state, job.task, { id: "desk", roles: ["counter"] })).toEqual([]);
    job.type("");
    expect(shown()).toMatchObject([
      { by: { id: "tech" }, body: { text: expect.stringContaining("Springs under load") } },
    ]);
    job.typeAll("-");
    job.type("");
    expect(shown()).toHaveLength(1);
    job.type("-");
    job.by = lead;
    job.type("");
    expect(shown()).toHaveLength(2);
  });
});

describe("stop work", () => {
  const missing = { "off:judder": ["", "1", "go"], "inspect:basket-bearing:found": ["m"] };

  test("a finding stops the job on every view until somebody says what was done", () => {
    const job = jobAt("decide:spring", missing);
    expect(stage(job).stop).toBe("Basket bearing: missing, a roller is not there: it is inside the engine");
    const point = job.open.find((p) => p.group === "stop work");
    job.by = lead;
    expect(job.offer({ type: "open_point_signed", key: point?.key ?? "", reason: "seen" })).toMatchObject({
      error: { message: expect.stringMatching(/^No signature clears this/) },
    });
    expect(job.offer({ type: "finding_recorded", point: "basket-bearing", item: 1, word: "full" })).toMatchObject({
      error: { message: expect.stringMatching(/^It stops the work: .*Put it right and record what was done/) },
    });
    const right = {
      type: "followed_up",
      event: openStops(bench, job.state)[0]?.event.id ?? "",
      way: "put right",
    } as const;
    const none = { meter: null, on: null, count: null, now: null, later: null };
    job.keep({ ...right, ...none, words: "roller found in the sump, bearing renewed" });
    // Words alone close nothing: it is looked at once more, and only well does.
    expect(stage(job).stop).toMatch(/^Basket bearing: missing/);
    expect(job.task?.id).toBe("inspect:basket-bearing:found");
    job.type("m");
    expect(openStops(bench, job.state)).toHaveLength(1);
    job.keep({ ...right, ...none, event: openStops(bench, job.state)[0]?.event.id ?? "", words: "another bearing" });
    job.type("1");
    expect(stage(job).stop).toBeNull();
    expect(stopsOf(bench, job.state)[0]).toMatchObject({ putRight: { body: { words: "another bearing" } } });
  });

  test("found by a slip, it is struck", () => {
    const job = jobAt("decide:spring", missing);
    job.keep({ type: "struck", event: openStops(bench, job.state)[0]?.event.id ?? "" });
    expect(stage(job).stop).toBeNull();
    expect(job.task?.id).toBe("inspect:basket-bearing:found");
  });
});

describe("torque that proves nothing", () => {
  test("a guess is shown and kept, but signs nothing off; a lead answers for it", () => {
    const specs = bench.specs.map((s) =>
      s.key === "plate-bolt-torque" ? { ...s, source: { ...s.source, grade: "guess" as const } } : s,
    );
    const job = jobAt("fit:gasket", {}, { ...bench, specs });
    expect(job.open.map((p) => p.text)).toContain(
      "pressure-plate bolts: 10 N·m is a guess and signs nothing off; find the maker's figure",
    );
  });

  test("a castle nut goes on to the next slot, never back", () => {
    const body = structuredClone(bench.procedure);
    const nut = body.spine.find((e) => e.id === "hub-nut");
    if (nut?.kind !== "fasteners") throw new Error("no nut");
    nut.locking = { kind: "cotter", do: "New pin through the slot, both legs bent.", slots: 6, crossHoles: 1 };
    const shop = { ...bench, procedure: procedureSchema.parse(body) };
    const job = jobAt("lock:hub-nut", { "off:judder": ["", "1", "go"] }, shop, technician);
    // 360° / 6 slots = 60° from slot to slot: 20° past one is 40° before the next.
    expect(job.type("20")).toBe("hub nut: locked by cotter, on by 40° to the next slot, never back");
    const plain = jobAt("lock:hub-nut", { "off:judder": ["", "1", "go"] });
    expect(plain.type("20")).toBe("Enter alone: it is locked.");
    expect(plain.type("")).toBe("hub nut: locked by tab");
  });

  test("nothing is locked before it is torqued", () => {
    const job = jobAt("torque:hub-nut", { "off:judder": ["", "1", "go"] });
    expect(job.offer({ type: "fastener_locked", entry: "hub-nut", place: 1, pastDeg: null })).toMatchObject({
      error: { message: "Tighten hub nut 1 first and say how, by wrench or by feel; then lock it." },
    });
    // By feel proves no torque, and with a wrench at hand nobody signs for it; the lock that is on is on all the same.
    job.type("feel");
    job.keep({ type: "fastener_locked", entry: "hub-nut", place: 1, pastDeg: null });
    expect(job.open.filter(({ task }) => task === "lock:hub-nut")).toEqual([]);
    expect(job.open.find(({ task }) => task === "torque:hub-nut")).toMatchObject({ hard: true });
  });
});

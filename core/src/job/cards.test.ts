import { bench as clutch, Job, technician } from "../../testingBench.ts";
import { cardOf, rememberedFigures, walk, wrenchGaps } from "./index.ts";

// What lies in the hand is invented; torques are the test bench's.
const entry = (id: string) => {
  const found = clutch.procedure.spine.find((one) => one.id === id);
  if (found?.kind !== "fasteners") throw new Error(`${id} is no group of fasteners`);
  return found;
};
const toolsOf = (job: Job, task: string) => walk(job.shop, job.state).find(({ id }) => id === task)?.tools;

describe("what a fastener is, said in one line while it is in the hand", () => {
  test("is kept for its group, told at every step of it, and answers nothing of the step itself", () => {
    const job = new Job(clutch, technician).until("off:cover-bolts", {
      "start:soak": ["film"],
      "measure:lever-play:found": ["11"],
    }) as Job;
    const waiting = job.aim?.key;
    expect(job.type("M6x25 hh")).toMatch(/^"hh" says nothing of a fastener: type it like M6x25 h8/);
    expect(job.type("M6x25 h8 no impact")).toBe("Cover bolts: M6 × 25 mm, 8 mm socket, no impact");
    expect(job.aim?.key).toBe(waiting);
    expect(toolsOf(job, "off:cover-bolts")?.[0]).toBe("8 mm socket");
    expect(toolsOf(job, "torque:cover-bolts")).toContain("8 mm socket");
    expect(toolsOf(job, "torque:plate-bolts")).not.toContain("8 mm socket");
    expect(job.type("25 25 40 25")).toMatch(/4 taken|cover bolt/);
  });

  test("said again it is another; struck it is as it was; the job leaves it behind for the model", () => {
    const job = new Job(clutch, technician).until("off:cover-bolts", {
      "start:soak": ["film"],
      "measure:lever-play:found": ["11"],
    }) as Job;
    job.type("M6x25 h8");
    job.type("M6x25 h10 here");
    expect(cardOf(job.shop, job.state, entry("cover-bolts"))?.tool).toBe("10 mm socket");
    job.type("-");
    expect(cardOf(job.shop, job.state, entry("cover-bolts"))?.tool).toBe("8 mm socket");
    expect(rememberedFigures(job.shop, job.state)).toEqual([
      {
        ...{ key: "cover-bolt-card", label: "Cover bolts", whose: "model" },
        what: { kind: "fastener", card: expect.objectContaining({ thread: "M6", length: "25 mm" }) },
      },
    ]);
  });

  test("a card for what is no fastener is refused", () => {
    const job = new Job(clutch, technician);
    const draft = { type: "card_said", entry: "cover", text: "M6x25 h8", whose: "model" } as const;
    expect(job.offer(draft)).toMatchObject({ ok: false, error: { code: "unsupported", path: "entry" } });
    expect(job.offer({ ...draft, entry: "cover-bolts", text: "steel" })).toMatchObject({ error: { path: "text" } });
  });
});

test("a torque that no wrench here reaches is told before the work, with how far the nearest falls short", () => {
  const job = new Job(clutch, technician);
  expect(wrenchGaps(job.shop, job.state)).toEqual([]);
  const small = { ...clutch, wrenches: clutch.wrenches.map((w) => ({ ...w, minNm: 4, maxNm: 8 })) };
  expect(wrenchGaps(small, job.state)).toContain(
    "Cover bolts: No wrench here covers 10 N·m: 2 more than Wrench A reaches. Use a bigger one, or a multiplier.",
  );
  expect(wrenchGaps({ ...clutch, wrenches: [] }, job.state)).toContain(
    "Cover bolts: This needs 10 N·m, and no wrench is on file.",
  );
});

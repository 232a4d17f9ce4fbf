import { randomUUID } from "node:crypto";
import { type Draft, fold, type JobEvent, nextTask, waitingSlots, walk } from "@averin/core";
import type { Database } from "../database.ts";
import { Refused } from "../refused.ts";
import { actorCalled, testDatabase } from "../testing.ts";
import { jobById } from "./read.ts";
import { intakeSchema } from "./schema.ts";
import { appendEvents, openJob } from "./store.ts";
import { machineById } from "../machines/read.ts";
import { proceduresFor } from "../procedures/read.ts";

// The demo's machines and books; every figure is invented.
let db: Database;
let mira: Awaited<ReturnType<typeof actorCalled>>;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
});
afterAll(() => db.sequelize.close());

/** Opens a piece of work on a machine of the demo, its meter as it stands. */
async function opened(mark: string, procedure: string, symptom: string): Promise<string> {
  const machine = await db.machines.findOne({ where: { mark } });
  const last = await db.meterReadings.findOne({
    where: { machineId: machine?.get("id") as string },
    order: [["readAt", "DESC"]],
  });
  const meter = Number(last?.get("value") ?? 0);
  const intake = intakeSchema.parse({
    ...{ machine: { id: machine?.get("id") }, meter, procedure },
    complaint: "x",
    symptom,
  });
  return (await openJob(db, intake, mira)).id;
}

test("whatever a machine of the demo is offered can be opened on it, and asks for something first", async () => {
  const machines = await db.machines.findAll();
  // One machine of each book: those of one book are made alike.
  const ofBook = new Map(machines.map((row) => [row.get("bookId") as string, row.get("id") as string]));
  const refused: string[] = [];
  let tried = 0;
  for (const [book, id] of ofBook) {
    const machine = await machineById(db, id);
    for (const { procedure } of await proceduresFor(db, machine.builds, null)) {
      tried += 1;
      try {
        const jobId = await opened(machine.mark, procedure.id, procedure.symptoms[0] ?? "");
        const { bench, events } = await jobById(db, jobId);
        const state = fold(events);
        const task = nextTask(bench, state, walk(bench, state));
        if (!task || waitingSlots(bench, state, task).length === 0)
          refused.push(`${book}, ${procedure.id}: nothing first`);
      } catch (error) {
        refused.push(`${book}, ${procedure.id}: ${String(error)}`);
      }
    }
  }
  expect(refused).toEqual([]);
  expect(tried).toBeGreaterThan(30);
});

describe("what is asked back at the bench is refused by the server too, and nothing of the line is kept", () => {
  const send = async (id: string, ...drafts: Draft[]): Promise<readonly JobEvent[]> =>
    (await appendEvents(db, id, { after: 0, events: drafts.map((draft) => ({ id: randomUUID(), draft })) }, mira)).kept;
  const refusedAt = async (id: string, ...drafts: Draft[]): Promise<string> => {
    const before = (await jobById(db, id)).events.length;
    const why = await send(id, ...drafts).then(
      () => "kept",
      (error: unknown) => {
        if (!(error instanceof Refused)) return String(error);
        const { lacks, path, message } = error.data;
        return `${lacks ? [lacks.what, lacks.id].filter(Boolean).join(" ") : path}: ${message}`;
      },
    );
    expect((await jobById(db, id)).events).toHaveLength(before);
    return why;
  };
  const read = (point: string, place: number, text: string, more: object = {}): Draft => ({
    ...({ type: "reading_taken", point, item: 1, place, phase: "found", text, gauge: "rule-1" } as const),
    ...more,
  });

  test("one adjuster of two, sag without its load, a belt's play hot where it is read cold", async () => {
    const skid = await opened("Ridge sled 6", "skid-out-in", "skid squeaks");
    const gauge = (await jobById(db, skid)).bench.gauges.find((g) => g.kind === "rule")?.id ?? "";
    const held: Draft[] = [{ type: "step_confirmed", step: "support", saw: "held" }];
    await send(skid, ...held);
    expect(await refusedAt(skid, read("adjuster-at", 1, "32", { gauge }))).toBe(
      "pair: left and right belong together: one alone says nothing of the other. Type both, such as 32 32. Nothing is kept.",
    );
    expect(await refusedAt(skid, read("sag-found", 1, "52", { gauge }))).toMatch(/^load: /);
    await send(skid, read("adjuster-at", 1, "32", { gauge }), read("adjuster-at", 2, "33", { gauge }));
    const { events } = await jobById(db, skid);
    expect(events.slice(-2).map(({ body }) => body.type)).toEqual(["reading_taken", "reading_taken"]);
    const belt = await opened("Slope sled 3", "belt-case", "belt frayed");
    const word = (question: string, said: string): Draft => ({
      ...{ type: "question_answered", question, word: said, reason: null },
    });
    await send(belt, word("where", "shop"), word("hot-when", "now"));
    const play = (condition: string | null) => read("belt-play-hot", 1, "4", { gauge, phase: "left", condition });
    expect(await refusedAt(belt, play(null))).toMatch(/^condition: 4: hot or cold\? It means nothing without/);
    expect(await refusedAt(belt, play("cold"))).toMatch(/^condition: 4 cold: here it is read .* never compared/);
  });

  test("a gate, turns without a side, a template that is not true, a part of the other drive", async () => {
    const track = await opened("Ridge sled 6", "track-replacement", "track torn");
    expect(await refusedAt(track, { type: "part_removed", entry: "axle-bolt", count: 2 })).toMatch(
      /^gate held-before-under: .*truly held/,
    );
    expect(await refusedAt(track, { type: "part_removed", entry: "skid-bolts", count: 4 })).toMatch(/springs-first/);
    const skid = await opened("Slope sled 3", "skid-change", "skid wanted from another model");
    expect(await refusedAt(skid, { type: "step_verified", step: "scale", typed: "97" })).toMatch(/3\.0 % small/);
    expect(await refusedAt(skid, { type: "step_confirmed", step: "drill" })).toMatch(/^gate punch-first/);
    const belt = await opened("Slope sled 3", "belt-case", "belt frayed");
    expect(await refusedAt(belt, { type: "step_verified", step: "drive-kind", typed: "chain in oil" })).toMatch(
      /this machine has toothed belt/,
    );
  });
});

import { randomUUID } from "node:crypto";
import type { Actor, Draft } from "@averin/core";
import type { Database } from "../database.ts";
import { appendEvents } from "../jobs/store.ts";
import { rebuildReadTables } from "../jobs/tables.ts";
import { actorCalled, openedClutchJob, testDatabase } from "../testing.ts";
import { complaintById, complaintLines, complaintsOpen, sayOfComplaint } from "./complaints.ts";
import { complaintSaidSchema } from "./schema.ts";

// What was wrong and who said what is invented.
let db: Database;
let mira: Actor;
let jobId: string;
beforeAll(async () => {
  db = await testDatabase("demo");
  mira = await actorCalled(db, "Mira Orr");
  jobId = await openedClutchJob(db);
});
afterAll(() => db.sequelize.close());

const kept = async (draft: Draft): Promise<string> => {
  const id = randomUUID();
  await appendEvents(db, jobId, { events: [{ id, draft }] }, mira);
  return id;
};
const met = (trouble: string, row = "gasket") =>
  kept({
    ...({ type: "trouble_met", trouble, row, item: 1 } as const),
    ...{ task: "off:gasket", words: "lot 0612, a hole short" },
  });
const ended = (event: string, end: string) =>
  kept({ type: "trouble_ended", event, end, words: "laid on the cover", agreed: null, torque: null });
const say = (id: string, said: object) => sayOfComplaint(db, id, complaintSaidSchema.parse(said), mira);
const TOLD = { does: "told", whom: "the seller's counter", how: "phone", words: "a hole short, pictures sent" };
const stateOf = async (id: string) => (await complaintById(db, id)).complaint.state;

test("a new part that was refused is complained of until it is settled, with its job, machine and who was told", async () => {
  const id = await met("new-refused");
  await kept({ type: "trouble_tried", event: id, way: "compared", words: "old one has one more" });
  await ended(id, "another");
  const known = await complaintById(db, id);
  expect(known).toMatchObject({
    complaint: { name: "Cover gasket", words: "lot 0612, a hole short", state: "nobody told", byName: "Mira Orr" },
    ...{ machine: { mark: "Club bike 7" }, job: { id: jobId } },
    tried: [expect.stringMatching(/^laid beside the old one.*: old one has one more$/)],
    ended: "another new one goes in, and it is right, laid on the cover",
  });
  expect(known.complaint.number).not.toBe("");
  expect(await complaintsOpen(db)).toBe(1);

  await expect(say(id, { does: "answered", words: "send it" })).rejects.toThrow(/Nobody was told of it yet/);
  await say(id, TOLD);
  await say(id, { does: "answered", words: "send it back" });
  await say(id, { does: "settled", how: "replaced", words: "another came, no charge" });
  await expect(say(id, { does: "settled", how: "credited", words: "x" })).rejects.toThrow(/settled already/);
  expect((await complaintById(db, id)).lines.map(({ words }) => words).sort()).toEqual([
    "answered: send it back",
    "settled: replaced, another came, no charge",
    "told: the seller's counter (phone): a hole short, pictures sent",
  ]);
  expect(await complaintsOpen(db)).toBe(0);
  // It goes on: told anew, it is open again, and stands before those that are over.
  await say(id, { ...TOLD, words: "the second one is the same" });
  expect(await stateOf(id)).toBe("told");
  for (const search of ["0612", "club bike 7 gasket", "told"]) {
    expect((await complaintLines(db, search)).complaints.map((one) => one.id)).toEqual([id]);
  }
});

test("what turns out to be right is no complaint; where somebody was told of it, it says so", async () => {
  const quiet = await met("new-refused");
  expect(await stateOf(quiet)).toBe("nobody told");
  await ended(quiet, "right");
  await expect(complaintById(db, quiet)).rejects.toThrow(/no such complaint/);

  const told = await met("failed-early");
  await say(told, TOLD);
  const end = await ended(told, "not");
  expect(await stateOf(told)).toBe("taken back");
  await expect(say(told, { does: "answered", words: "x" })).rejects.toThrow(/taken back already/);
  // The line that took it back was struck: it stands again.
  await kept({ type: "struck", event: end });
  expect(await stateOf(told)).toBe("told");
  await kept({ type: "struck", event: told });
  expect(await stateOf(told)).toBe("taken back");
});

test("what merely broke is no complaint, and what cannot be is told", async () => {
  const id = await met("damaged");
  await expect(complaintById(db, id)).rejects.toThrow(/no such complaint/);
  await expect(say(randomUUID(), TOLD)).rejects.toThrow(/no such complaint/);
  for (const [said, expected] of [
    [{ ...TOLD, whom: " " }, /who was told/],
    [{ ...TOLD, how: "shout" }, /counter, phone, message or letter/],
    [{ does: "settled", how: "forgotten", words: "x" }, /replaced, credited, refused or let be/],
  ] as const) {
    expect(() => complaintSaidSchema.parse(said)).toThrow(expected);
  }
  expect((await rebuildReadTables(db)).differences).toEqual([]);
});

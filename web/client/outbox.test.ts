import "fake-indexeddb/auto";
import { procedureSchema } from "@averin/core";
import Dexie from "dexie";
import { openedJob } from "../../core/testing.ts";
import { shippedBody } from "../../core/testingProcedures.ts";
import { allLines, dropLine, lineKept, linesHere, markLine, type OutboxLine, putLine } from "./outbox.ts";

const line = (jobId: string, personId: string, text: string): Omit<OutboxLine, "order"> => ({
  ...{ jobId, job: "T-0401", personId, text, typedAt: "2026-11-23T10:00:00.000Z" },
  by: { id: personId, name: "Mira Orr", roles: ["technician"] },
  events: [{ id: "00000000-0000-4000-8000-000000000001", draft: { type: "noted", text } }],
});
const texts = (lines: readonly OutboxLine[]): string[] => lines.map(({ text }) => text);

// The browser holds a line of an earlier version before this one is opened.
beforeAll(async () => {
  const old = new Dexie("averin");
  old.version(1).stores({ lines: "++order, [jobId+personId]" });
  const { job: _, text: __, ...before } = line("old", "mira", "typed before");
  await old.table("lines").add(before);
  old.close();
});

test("a line of an earlier version is told by what it answers, where its words were not kept then", async () => {
  const {
    waiting: [only],
  } = await linesHere("old", "mira");
  expect(only).toMatchObject({ job: "", text: '{"type":"noted","text":"typed before"}' });
  await dropLine(only?.order ?? 0);
  expect(await allLines()).toEqual([]);
});

test("lines wait in the order typed, each for its job and its person; what is refused waits no more, and is not lost", async () => {
  const first = await putLine(line("a", "mira", "one"));
  await putLine(line("b", "mira", "other job"));
  await putLine(line("a", "tobin", "other person"));
  const last = await putLine(line("a", "mira", "two"));
  expect(texts((await linesHere("a", "mira")).waiting)).toEqual(["one", "two"]);
  expect(texts(await allLines())).toEqual(["one", "other job", "other person", "two"]);
  await markLine(first.order, { refused: "the job is released" });
  expect(texts((await linesHere("a", "mira")).waiting)).toEqual(["two"]);
  expect(texts(await allLines())).toContain("one");
  await dropLine(last.order);
  expect(await linesHere("a", "mira")).toEqual({ waiting: [], kept: [] });
});

test("what the server keeps waits no more, and is known for a while to a page that was made before it was kept", async () => {
  const event = openedJob(procedureSchema.parse(shippedBody("clutch-coil-spring")), {});
  const mine = await putLine(line("c", "mira", "mine"));
  const theirs = await putLine(line("c", "tobin", "theirs"));
  await lineKept(mine.order, [event]);
  await lineKept(theirs.order, [{ ...event, number: 2 }]);
  expect((await linesHere("c", "mira")).kept.map(({ number }) => number)).toEqual([1, 2]);
  expect((await linesHere("c", "mira")).waiting).toEqual([]);
  expect(texts(await allLines())).not.toContain("mine");
  // Ten minutes on, the next line that is kept takes it away.
  await markLine(mine.order, { keptAt: Date.now() - 11 * 60_000 });
  await lineKept((await putLine(line("c", "mira", "later"))).order, []);
  expect((await linesHere("c", "mira")).kept.map(({ number }) => number)).toEqual([2]);
});

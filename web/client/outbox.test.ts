import "fake-indexeddb/auto";
import Dexie from "dexie";
import { allLines, dropLine, markLine, type OutboxLine, putLine, waitingLines } from "./outbox.ts";

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
  const [only] = await waitingLines("old", "mira");
  expect(only).toMatchObject({ job: "", text: '{"type":"noted","text":"typed before"}' });
  await dropLine(only?.order ?? 0);
  expect(await allLines()).toEqual([]);
});

test("lines wait in the order typed, each for its job and its person; what is refused waits no more, and is not lost", async () => {
  const first = await putLine(line("a", "mira", "one"));
  await putLine(line("b", "mira", "other job"));
  await putLine(line("a", "tobin", "other person"));
  const last = await putLine(line("a", "mira", "two"));
  expect(texts(await waitingLines("a", "mira"))).toEqual(["one", "two"]);
  expect(texts(await allLines())).toEqual(["one", "other job", "other person", "two"]);
  await markLine(first.order, { refused: "the job is released" });
  expect(texts(await waitingLines("a", "mira"))).toEqual(["two"]);
  expect(texts(await allLines())).toContain("one");
  await dropLine(last.order);
  expect(await waitingLines("a", "mira")).toEqual([]);
});

import type { Actor, Draft, JobEvent } from "@averin/core";
import Dexie, { type EntityTable } from "dexie";

/** One line as typed: its events go to the server together or not at all. */
export type OutboxLine = {
  order: number;
  jobId: string;
  /** The job's number, for whoever looks at what waits here from another page. */
  job: string;
  personId: string;
  /** Who typed it, as they were called then. */
  by: Actor;
  typedAt: string;
  /** As it was typed, for whoever reads it where the record could not take it. */
  text: string;
  events: { id: string; draft: Draft }[];
  /** A picture that one of the events names; it goes to the server before them. */
  photo?: { id: string; blob: Blob };
  /** How often the server failed at it by a fault of its own. */
  faults?: number;
  /** The record does not take it, and why: it goes to the server as it was typed, and is shown there. */
  refused?: string;
  /** Not even that could be: it stays here until somebody puts it away. */
  stuck?: boolean;
  /** What the server keeps it as, and when that was heard: it waits no more, and is here for a page that does not know yet. */
  kept?: JobEvent[];
  keptAt?: number;
};

/** How long what was kept stands here, in ms: longer than a page that was read before it takes to open. */
const KNOWN_MS = 10 * 60_000;

const store = new Dexie("averin") as Dexie & { lines: EntityTable<OutboxLine, "order"> };
store.version(1).stores({ lines: "++order, [jobId+personId]" });
store
  .version(2)
  .stores({ lines: "++order, [jobId+personId]" })
  .upgrade((transaction) =>
    transaction
      .table("lines")
      .toCollection()
      .modify((line: OutboxLine) => {
        line.job ??= "";
        line.text ??= line.events.map(({ draft }) => JSON.stringify(draft)).join(" ");
      }),
  );

/**
 * Keeps a line on this machine before anything else happens to it. The one place where every keystroke waits, so the
 * transaction is committed at once instead of when the browser finds it idle.
 */
export async function putLine(line: Omit<OutboxLine, "order">): Promise<OutboxLine> {
  if (!store.isOpen()) await store.open();
  const order = await new Promise<number>((resolve, reject) => {
    const transaction = store.backendDB().transaction("lines", "readwrite");
    const request = transaction.objectStore("lines").add(line);
    transaction.oncomplete = () => resolve(request.result as number);
    transaction.onabort = transaction.onerror = () =>
      reject(transaction.error ?? new Error("the line was not kept here"));
    transaction.commit();
  });
  return { ...line, order };
}

/**
 * Lines of a job and a person not yet kept by the server, in the order typed, without those that its record does not take;
 * and what was kept of this job a moment ago, by whomever, for a page that was made before. Read at one moment: a line is
 * in one of the two.
 */
export async function linesHere(jobId: string, personId: string): Promise<{ waiting: OutboxLine[]; kept: JobEvent[] }> {
  const all = store.lines.where("[jobId+personId]").between([jobId, Dexie.minKey], [jobId, Dexie.maxKey]);
  const lines = await all.sortBy("order");
  const waiting = lines.filter(
    (line) => line.personId === personId && line.refused === undefined && line.kept === undefined,
  );
  return { waiting, kept: lines.flatMap((line) => line.kept ?? []) };
}

/** Every line in this browser that the server has not, of all jobs and people. */
export async function allLines(): Promise<OutboxLine[]> {
  return (await store.lines.orderBy("order").toArray()).filter((line) => line.kept === undefined);
}

/** The server keeps a line: it waits no more, and what was kept long ago goes. */
export async function lineKept(order: number, events: JobEvent[]): Promise<void> {
  const now = Date.now();
  await store.lines.update(order, { kept: events, keptAt: now });
  await store.lines.filter(({ keptAt }) => keptAt !== undefined && now - keptAt > KNOWN_MS).delete();
}

export function dropLine(order: number): Promise<void> {
  return store.lines.delete(order);
}

export async function markLine(order: number, change: Partial<OutboxLine>): Promise<void> {
  await store.lines.update(order, change);
}

import type { Actor, Draft } from "@averin/core";
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
};

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
  await store.open();
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

/** Lines of a job not yet kept by the server, in the order typed; without those that its record does not take. */
export async function waitingLines(jobId: string, personId: string): Promise<OutboxLine[]> {
  const lines = await store.lines.where({ jobId, personId }).sortBy("order");
  return lines.filter((line) => line.refused === undefined);
}

/** Every line in this browser that the server has not, of all jobs and people. */
export const allLines = (): Promise<OutboxLine[]> => store.lines.orderBy("order").toArray();

export function dropLine(order: number): Promise<void> {
  return store.lines.delete(order);
}

export async function markLine(order: number, change: Partial<OutboxLine>): Promise<void> {
  await store.lines.update(order, change);
}

import type { Actor, Draft } from "@averin/core";
import Dexie, { type EntityTable } from "dexie";

/** One line as typed: its events go to the server together or not at all. */
export type OutboxLine = {
  order: number;
  jobId: string;
  personId: string;
  /** Who typed it, as they were called then. */
  by: Actor;
  typedAt: string;
  events: { id: string; draft: Draft }[];
  /** A picture that one of the events names; it goes to the server before them. */
  photo?: { id: string; blob: Blob };
};

const store = new Dexie("averin") as Dexie & { lines: EntityTable<OutboxLine, "order"> };
store.version(1).stores({ lines: "++order, [jobId+personId]" });

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

/** Lines of a job not yet kept by the server, in the order typed. */
export function waitingLines(jobId: string, personId: string): Promise<OutboxLine[]> {
  return store.lines.where({ jobId, personId }).sortBy("order");
}

export function dropLine(order: number): Promise<void> {
  return store.lines.delete(order);
}

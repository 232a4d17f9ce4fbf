import { weaknessesOf } from "@averin/core";
import { booksOf } from "../books/read.ts";
import { jobsOpenOn } from "../jobs/read.ts";
import type { Database } from "../database.ts";
import { machinesOf, rechecksOpen, type Which } from "./read.ts";

/** Machines as the counter chooses among them, each with what is known to go wrong and what is to be looked at again. */
export async function machinesAtCounter(db: Database, search: string, which: Which = "in use") {
  const { machines, more } = await machinesOf(db, search, which);
  const books = new Map((await booksOf(db)).map((book) => [book.id, book]));
  const ids = machines.map(({ id }) => id);
  const rechecks = await rechecksOpen(db, ids);
  const open = await jobsOpenOn(db, ids, null);
  return {
    more,
    machines: machines.map((m) => ({
      id: m.id,
      label: `${m.mark} · ${m.maker} ${m.model}${m.year ? ` ${m.year}` : ""}`,
      owner: m.ownerName || "owner not known",
      builds: m.builds,
      book: m.bookId,
      meterUnit: m.meterUnit,
      ...{ lastMeter: m.lastMeter, secondUnit: m.secondUnit, lastSecond: m.lastSecond },
      kind: books.get(m.bookId ?? "")?.kind ?? null,
      weaknesses: weaknessesOf(books.get(m.bookId ?? "")?.weaknesses ?? [], m.year),
      open: open.filter(({ machineId }) => machineId === m.id).map(({ id, number, work }) => ({ id, number, work })),
      mark: m.mark,
      rechecks: rechecks.filter((r) => r.machineId === m.id).map((r) => `${r.what}, ${r.when}`),
    })),
  };
}

import { randomUUID } from "node:crypto";
import path from "node:path";
import { fold, type JobEvent, openPoints, rehearse, rehearsedJob } from "@averin/core";
import { wholeProcedures } from "../../web/server/procedures/files.ts";
import { ROOT } from "../paths.ts";
import { measured, type Measured, median } from "./measured.ts";

const EVENTS = 2000;

/** A long job: the lines of a whole one, then its readings taken again and again, to the number asked for. */
function longLog(events: readonly JobEvent[]): JobEvent[] {
  const readings = events.filter((event) => event.body.type === "reading_taken");
  return Array.from({ length: EVENTS }, (_, i) => {
    const like = events[i] ?? readings[i % readings.length];
    if (!like) throw new Error("the job has no readings");
    return { ...like, id: randomUUID(), number: i + 1 };
  });
}

export function foldOf(events: readonly JobEvent[]): Measured {
  const log = longLog(events);
  const text = JSON.stringify(log);
  let seen = 0;
  const value = median(() => (seen += fold(log).lastNumber), 41);
  const floor = median(() => (seen += (JSON.parse(text) as unknown[]).length), 41);
  if (seen === 0) throw new Error("nothing was folded");
  return measured(`fold of a job of ${EVENTS} events against JSON.parse of them`, value, floor, 3);
}

const shipped = () => wholeProcedures(path.join(ROOT, "procedures")).flatMap(({ procedure }) => procedure ?? []);

/** The longest shipped procedure, every step of it done: its fold and its open points. */
export function longest(): Measured {
  const jobs = shipped().map(rehearsedJob);
  const job = jobs.reduce((a, b) => (b.events.length > a.events.length ? b : a));
  const text = JSON.stringify(job.events);
  let seen = 0;
  const value = median(() => (seen += openPoints(job.bench, fold(job.events)).length + 1), 41);
  const floor = median(() => (seen += (JSON.parse(text) as unknown[]).length), 41);
  if (seen === 0) throw new Error("nothing was folded");
  const { title } = job.bench.procedure;
  return measured(
    `fold and open points of "${title}", ${job.events.length} events, against JSON.parse of them`,
    value,
    floor,
    3,
  );
}

/** Every shipped procedure walked in every combination of answers; lines a second, shown only. */
export function wholeWalk(): string {
  const started = performance.now();
  const walked = shipped().map((procedure) => rehearse(procedure));
  const lines = walked.reduce((sum, { lines: n }) => sum + n, 0);
  const walks = walked.reduce((sum, { walks: n }) => sum + n, 0);
  const rate = Math.round((lines / (performance.now() - started)) * 1000);
  return `${walked.length} procedures in all combinations: ${walks} walks, ${lines} lines, ${rate} a second`;
}

import { randomUUID } from "node:crypto";
import { fold, type JobEvent } from "@averin/core";
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

import { type Body, type BodyOf, type EventOf, isEvent, type JobEvent } from "./events.ts";
import { slot } from "./slot.ts";

/** A job as its log tells it. Everything else (verdicts, order, open points) is worked out from this. */
export type JobState = {
  opened: EventOf<"job_opened"> | null;
  /** Every line, struck ones too, in order. */
  events: readonly JobEvent[];
  /** Struck event id → the line that struck it. */
  struck: ReadonlyMap<string, JobEvent>;
  /** Slot key → the lines that answer it, in order, without the struck ones. */
  bySlot: ReadonlyMap<string, readonly JobEvent[]>;
  skipped: ReadonlyMap<string, EventOf<"slot_skipped">>;
  signed: ReadonlyMap<string, EventOf<"open_point_signed">>;
  notes: readonly EventOf<"noted">[];
  released: EventOf<"job_released"> | null;
  lastNumber: number;
};

/** The slot that a line answers, or null for lines that answer none. */
export function slotKeyOf(body: Body): string | null {
  switch (body.type) {
    case "part_removed":
      return slot.off(body.entry).key;
    case "reading_taken":
      return slot.read(body.point, body.item, body.place, body.phase).key;
    case "finding_recorded":
      return slot.find(body.point, body.item).key;
    case "decision_taken":
      return slot.decide(body.part, body.item).key;
    case "build_accepted":
      return slot.build(body.step).key;
    case "part_fitted":
      return slot.fit(body.entry, body.item).key;
    case "torque_applied":
      return slot.pull(body.entry, body.place, body.pass).key;
    case "step_confirmed":
      return slot.do(body.step).key;
    case "job_opened":
    case "slot_skipped":
    case "open_point_signed":
    case "noted":
    case "struck":
    case "job_released":
      return null;
  }
}

/** The one fold: from a job's log to its state, in the browser and on the server alike. */
export function fold(events: readonly JobEvent[]): JobState {
  const struck = new Map<string, JobEvent>();
  for (const event of events) if (event.body.type === "struck") struck.set(event.body.event, event);

  const bySlot = new Map<string, JobEvent[]>();
  const skipped = new Map<string, EventOf<"slot_skipped">>();
  const signed = new Map<string, EventOf<"open_point_signed">>();
  const notes: EventOf<"noted">[] = [];
  let opened: EventOf<"job_opened"> | null = null;
  let released: EventOf<"job_released"> | null = null;
  let lastNumber = 0;
  for (const event of events) {
    lastNumber = Math.max(lastNumber, event.number);
    if (struck.has(event.id)) continue;
    if (isEvent(event, "job_opened")) opened = event;
    else if (isEvent(event, "slot_skipped")) skipped.set(event.body.slot, event);
    else if (isEvent(event, "open_point_signed")) signed.set(event.body.key, event);
    else if (isEvent(event, "noted")) notes.push(event);
    else if (isEvent(event, "job_released")) released = event;
    const key = slotKeyOf(event.body);
    if (key === null) continue;
    const lines = bySlot.get(key);
    if (lines) lines.push(event);
    else bySlot.set(key, [event]);
  }
  return { opened, events, struck, bySlot, skipped, signed, notes, released, lastNumber };
}

/** The latest line that answers a slot, as its own type. */
export function latest<T extends Body["type"]>(state: JobState, key: string, type: T): BodyOf<T> | null {
  const lines = state.bySlot.get(key);
  const last = lines?.[lines.length - 1];
  return last && isEvent(last, type) ? last.body : null;
}

export const countOf = (state: JobState, id: string): number => state.opened?.body.counts[id] ?? 1;

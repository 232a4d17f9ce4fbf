import { itemName, type Part } from "../procedure/index.ts";
import { namesIn, namesWords } from "../spec/index.ts";
import { isTaskLine, slotOf, type TaskLine } from "../task/lines.ts";
import { type Body, type BodyOf, type Draft, type EventOf, isEvent, type JobEvent, type Stray } from "./events.ts";

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
  /** What came out that no procedure names, and how many of each went back in. */
  laid: readonly EventOf<"piece_laid">[];
  back: readonly EventOf<"piece_back">[];
  /** What was read that no procedure asks for. */
  besides: readonly EventOf<"read_besides">[];
  photos: readonly EventOf<"photo_taken">[];
  /** "task person" → the line that says that the task's caution was shown to them. */
  cautions: ReadonlyMap<string, EventOf<"caution_shown">>;
  /** A stop-work finding's line → the line that says what was done about it. */
  cleared: ReadonlyMap<string, EventOf<"stop_cleared">>;
  /** A gate's id → the line by which a lead let the work pass it. */
  passed: ReadonlyMap<string, EventOf<"gate_passed">>;
  /** How the job ended, or null while it is open or was reopened: released, handed back with its statement, or cancelled. */
  released: EventOf<"job_released" | "job_handed_back" | "job_cancelled"> | null;
  /** Every end in order, also those that were reopened: each has a sheet of its own. */
  releases: readonly EventOf<"job_released" | "job_handed_back">[];
  /** The line by which the machine stands, or null while it is worked on. */
  parked: EventOf<"job_parked"> | null;
  /** By when it was promised, and whose it is to do; null where nobody has said. */
  promised: string | null;
  assigned: BodyOf<"job_assigned">["to"];
  /** What findings led to, in order, and the owner's word on what he was asked, by the line of the finding. */
  follows: readonly EventOf<"followed_up">[];
  ownerSaid: ReadonlyMap<string, EventOf<"owner_said">>;
  /** The sum that the owner agreed to last, or null where none was said. */
  agreed: EventOf<"sum_agreed"> | null;
  /** What each symptom turned out to be. */
  causes: ReadonlyMap<string, EventOf<"cause_said">>;
  /** The last second look at each task. */
  looks: ReadonlyMap<string, EventOf<"second_look">>;
  /** What came of each work. */
  outcomes: ReadonlyMap<string, EventOf<"outcome_said">>;
  /** What the fasteners of a place are, as somebody saw them in this job, by the entry's id. */
  cards: ReadonlyMap<string, EventOf<"card_said">>;
  /** Fasteners that were pulled too far, with what was done about each. */
  tooFar: readonly EventOf<"pull_undone">[];
  /** What went wrong under the hand, what was tried, and how it ended. */
  troubles: {
    met: readonly EventOf<"trouble_met">[];
    tried: readonly EventOf<"trouble_tried">[];
    ended: readonly EventOf<"trouble_ended">[];
  };
  /** Limits that were found after what they judge was read, by the point's id. */
  limits: ReadonlyMap<string, EventOf<"limit_found">>;
  /** Hands-on time as somebody put it right, by work. */
  times: ReadonlyMap<string, EventOf<"time_corrected">>;
  reopened: EventOf<"job_reopened"> | null;
  /** Typed lines that the record could not take and nobody has settled. */
  strays: readonly Stray[];
  /** Works by id: the line that added each after the first, the one that dropped it, and the release of it that holds. */
  added: ReadonlyMap<string, EventOf<"work_added">>;
  dropped: ReadonlyMap<string, EventOf<"work_dropped">>;
  workReleases: ReadonlyMap<string, EventOf<"work_released">>;
  /** How many there are of what, and how the machine is made: as every work found it on file, and as it was seen since. */
  counts: Readonly<Record<string, number>>;
  config: Readonly<Record<string, string>>;
  /** Of those, what was on file when the works began: what is not there is asked where the work turns on it. */
  onFile: { counts: Readonly<Record<string, number>>; config: Readonly<Record<string, string>> };
  lastNumber: number;
};

/** The slot that a line answers, or null for lines that answer none. */
export const slotKeyOf = (body: Body | Draft): string | null =>
  isTaskLine(body.type) ? slotOf(body as BodyOf<TaskLine>).key : null;

/** The same of a line that is kept: it never changes, and is folded again with every line after it. */
const keysKept = new WeakMap<Body, string>();
function keptKeyOf(body: Body): string | null {
  const known = keysKept.get(body);
  if (known !== undefined) return known;
  const key = slotKeyOf(body);
  if (key !== null) keysKept.set(body, key);
  return key;
}

/** Openings as they were put right, by the line that did so: the same one whenever the log is folded. */
const putRight = new WeakMap<BodyOf<"opening_corrected">, NonNullable<JobState["opened"]>>();

/** How a job began, with what was put right about it since. */
function corrected(opened: JobState["opened"], body: BodyOf<"opening_corrected">): JobState["opened"] {
  if (opened === null) return null;
  const { machine, owner, meter, counts, config } = body;
  const right = putRight.get(body) ?? { ...opened, body: { ...opened.body, machine, owner, meter, counts, config } };
  putRight.set(body, right);
  return right;
}

/** The one fold: from a job's log, and what the log could not take, to its state; in the browser and on the server alike. */
export function fold(events: readonly JobEvent[], strays: readonly Stray[] = []): JobState {
  const struck = new Map<string, JobEvent>();
  for (const event of events) if (event.body.type === "struck") struck.set(event.body.event, event);

  const bySlot = new Map<string, JobEvent[]>();
  const skipped = new Map<string, EventOf<"slot_skipped">>();
  const signed = new Map<string, EventOf<"open_point_signed">>();
  const notes: EventOf<"noted">[] = [];
  const laid: EventOf<"piece_laid">[] = [];
  const back: EventOf<"piece_back">[] = [];
  const besides: EventOf<"read_besides">[] = [];
  const photos: EventOf<"photo_taken">[] = [];
  const cautions = new Map<string, EventOf<"caution_shown">>();
  const cleared = new Map<string, EventOf<"stop_cleared">>();
  const passed = new Map<string, EventOf<"gate_passed">>();
  let opened: EventOf<"job_opened"> | null = null;
  let released: JobState["released"] = null;
  let parked: EventOf<"job_parked"> | null = null;
  let promised: JobState["promised"] = null;
  let assigned: JobState["assigned"] = null;
  const follows: EventOf<"followed_up">[] = [];
  const looks = new Map<string, EventOf<"second_look">>();
  const outcomes = new Map<string, EventOf<"outcome_said">>();
  const times = new Map<string, EventOf<"time_corrected">>();
  const cards = new Map<string, EventOf<"card_said">>();
  const tooFar: EventOf<"pull_undone">[] = [];
  const met: EventOf<"trouble_met">[] = [];
  const tried: EventOf<"trouble_tried">[] = [];
  const ended: EventOf<"trouble_ended">[] = [];
  const limits = new Map<string, EventOf<"limit_found">>();
  const causes = new Map<string, EventOf<"cause_said">>();
  const ownerSaid = new Map<string, EventOf<"owner_said">>();
  let agreed: JobState["agreed"] = null;
  let reopened: EventOf<"job_reopened"> | null = null;
  const releases: EventOf<"job_released" | "job_handed_back">[] = [];
  const added = new Map<string, EventOf<"work_added">>();
  const dropped = new Map<string, EventOf<"work_dropped">>();
  const workReleases = new Map<string, EventOf<"work_released">>();
  /** What was on file when works began; all of it anew where the machine was another one. */
  const begun: { counts: Record<string, number>; config: Record<string, string> }[] = [];
  /** What a line undoes has to be answered anew. */
  const undo = (body: Body): void => {
    for (const undone of ("undoes" in body && body.undoes) || []) {
      bySlot.delete(undone);
      skipped.delete(undone);
    }
  };
  let lastNumber = 0;
  for (const event of events) {
    lastNumber = Math.max(lastNumber, event.number);
    if (struck.has(event.id)) continue;
    const key = keptKeyOf(event.body);
    if (key !== null) {
      undo(event.body);
      const lines = bySlot.get(key);
      if (lines) lines.push(event);
      else bySlot.set(key, [event]);
      continue;
    }
    if (isEvent(event, "job_opened")) {
      opened = event;
      begun.push(event.body);
    } else if (isEvent(event, "opening_corrected")) {
      opened = corrected(opened, event.body);
      begun.splice(0, begun.length, event.body);
    } else if (isEvent(event, "slot_skipped")) skipped.set(event.body.slot, event);
    else if (isEvent(event, "open_point_signed")) signed.set(event.body.key, event);
    else if (isEvent(event, "noted")) notes.push(event);
    else if (isEvent(event, "piece_laid")) laid.push(event);
    else if (isEvent(event, "piece_back")) back.push(event);
    else if (isEvent(event, "read_besides")) besides.push(event);
    else if (isEvent(event, "photo_taken")) photos.push(event);
    else if (isEvent(event, "caution_shown")) cautions.set(`${event.body.task} ${event.by.id}`, event);
    else if (isEvent(event, "stop_cleared")) cleared.set(event.body.event, event);
    else if (isEvent(event, "gate_passed")) passed.set(event.body.gate, event);
    else if (isEvent(event, "work_added")) {
      added.set(event.body.work, event);
      begun.push(event.body);
    } else if (isEvent(event, "work_dropped")) dropped.set(event.body.work, event);
    else if (isEvent(event, "work_released")) workReleases.set(event.body.work, event);
    else if (isEvent(event, "job_released") || isEvent(event, "job_handed_back")) {
      releases.push((released = event));
      parked = null;
    } else if (isEvent(event, "job_cancelled")) {
      released = event;
      parked = null;
    } else if (isEvent(event, "job_parked")) parked = event;
    else if (isEvent(event, "job_promised")) promised = event.body.on;
    else if (isEvent(event, "job_assigned")) assigned = event.body.to;
    else if (isEvent(event, "job_resumed")) parked = null;
    else if (isEvent(event, "followed_up")) follows.push(event);
    else if (isEvent(event, "second_look")) looks.set(event.body.task, event);
    else if (isEvent(event, "outcome_said")) outcomes.set(event.body.work, event);
    else if (isEvent(event, "time_corrected")) times.set(event.body.work, event);
    else if (isEvent(event, "card_said")) cards.set(event.body.entry, event);
    else if (isEvent(event, "pull_undone")) tooFar.push(event);
    else if (isEvent(event, "trouble_met")) met.push(event);
    else if (isEvent(event, "trouble_tried")) tried.push(event);
    else if (isEvent(event, "trouble_ended")) ended.push(event);
    else if (isEvent(event, "limit_found")) limits.set(event.body.point, event);
    else if (isEvent(event, "cause_said")) causes.set(event.body.symptom, event);
    else if (isEvent(event, "owner_said")) ownerSaid.set(event.body.event, event);
    else if (isEvent(event, "sum_agreed")) agreed = event;
    else if (isEvent(event, "job_reopened")) {
      released = null;
      reopened = event;
      workReleases.clear();
    }
    undo(event.body);
  }
  // What was said of a trouble that was struck went with it.
  const ofOneMet = ({ body }: EventOf<"trouble_tried" | "trouble_ended">): boolean =>
    met.some(({ id }) => id === body.event);
  // What a work found first holds: a book that changed since changes nothing of what began before.
  begun.reverse();
  const onFile = {
    counts: Object.assign({}, ...begun.map((body) => body.counts)) as Record<string, number>,
    config: Object.assign({}, ...begun.map((body) => body.config)) as Record<string, string>,
  };
  const counts = { ...onFile.counts };
  const config = { ...onFile.config };
  for (const lines of bySlot.values()) {
    const body = lines[lines.length - 1]?.body;
    if (body?.type === "word_said") config[body.figure] = body.word;
    else if (body?.type === "number_counted") {
      for (const part of body.parts) counts[part] = body.count;
      if (body.names) config[body.figure] = namesWords(body.names);
    } else if (body?.type === "pieces_counted" && body.way === "apart") counts[body.piece] ??= body.count;
  }
  return {
    ...{ added, dropped, workReleases, counts, config, onFile },
    ...{ opened, events, struck, bySlot, skipped, signed, notes, photos, cautions, cleared, passed },
    ...{ laid, back, besides },
    ...{
      parked,
      promised,
      assigned,
      follows,
      ownerSaid,
      agreed,
      cards,
      causes,
      limits,
      tooFar,
      troubles: { met, tried: tried.filter(ofOneMet), ended: ended.filter(ofOneMet) },
      times,
      outcomes,
      looks,
    },
    ...{ released, releases, reopened, strays, lastNumber },
  };
}

/** Lines of a task from which it is also known how the machine is made, or how many there are of what. */
const OF_THE_MACHINE = new Set<Body["type"]>(["word_said", "number_counted", "pieces_counted"]);

/**
 * The state with one line more, as `fold` of the whole log has it. Most lines only join their slot, so that most of the
 * state before it holds on; every other is folded with all that was before.
 */
export function foldOn(state: JobState, event: JobEvent): JobState {
  const { body } = event;
  const key = keptKeyOf(body);
  const undoes = "undoes" in body && (body.undoes?.length ?? 0) > 0;
  if (key === null || undoes || OF_THE_MACHINE.has(body.type)) return fold([...state.events, event], state.strays);
  const bySlot = new Map(state.bySlot);
  bySlot.set(key, [...(state.bySlot.get(key) ?? []), event]);
  return { ...state, events: [...state.events, event], bySlot, lastNumber: Math.max(state.lastNumber, event.number) };
}

/** The latest line that answers a slot, as its own type. */
export function latest<T extends Body["type"]>(state: JobState, key: string, type: T): BodyOf<T> | null {
  const lines = state.bySlot.get(key);
  const last = lines?.[lines.length - 1];
  return last && isEvent(last, type) ? last.body : null;
}

/** The last day that the log knows of, such as 2026-11-23. */
export const lastDay = ({ events }: JobState): string => (events.at(-1)?.at ?? "").slice(0, 10);

/** What one of several is called on this machine; null where nobody has named it. */
export function ownName(state: JobState, { count }: Pick<Part, "count">, item: number): string | null {
  const named = typeof count === "number" ? undefined : state.config[count.spec];
  return (named === undefined ? null : namesIn(named)?.[item - 1]) ?? null;
}

/** What one of several is called: as it is named on this machine, else by its number. */
export const nameOfItem = (state: JobState, part: Pick<Part, "id" | "name" | "one" | "count">, item: number): string =>
  ownName(state, part, item) ?? itemName(part, item, countOf(state, part.id));

export const countOf = (state: JobState, id: string): number => state.counts[id] ?? 1;

import type { Calculator } from "./src/calculator/index.ts";
import {
  type Actor,
  type Bench,
  type Body,
  cautionDrafts,
  complete,
  countOf,
  type Draft,
  draftsOf,
  eventSentence,
  fold,
  foldOn,
  interpret,
  type JobEvent,
  type JobState,
  nextTask,
  openPoints,
  tools,
  unsigned,
  waitingSlots,
  walk,
} from "./src/job/index.ts";
import { countByEnter, seenRight, type Slot } from "./src/task/index.ts";
import { countsNeeded, doStepOf, machineFacts, type Procedure } from "./src/procedure/index.ts";

/** For tests: the answer, or the refusal thrown as a failure. */
export function value<I, O>(calculator: Calculator<I, O>, input: NoInfer<I>): O {
  const answer = calculator(input);
  if (!answer.ok) throw new Error(`${calculator.calculator} refused: ${JSON.stringify(answer.error)}`);
  return answer.value;
}

/** For tests: "code path" of a refusal, or "accepted". */
export function refusal(calculator: { run: Calculator["run"] }, input: unknown): string {
  const answer = calculator.run(input);
  return answer.ok ? "accepted" : `${answer.error.code} ${answer.error.path}`;
}

/** For tests: event ids in order. */
export const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
/** For tests: one of everything that is counted, where a test does not say how many. */
const oneOfEach = (procedure: Procedure): Record<string, number> =>
  Object.fromEntries([...countsNeeded(procedure).keys()].map((part) => [part, 1]));

/** For tests: a machine of which every word is on file, and none of those that a test does not name is any that ships. */
const otherwise = (procedure: Procedure): Record<string, string> =>
  Object.fromEntries(machineFacts(procedure).map((key) => [key, "otherwise"]));

/** For tests: the first line of a job's log. Names and meter invented. */
export const openedJob = (procedure: Procedure, counts: Record<string, number>): JobEvent => ({
  id: uuid(0),
  number: 1,
  at: "2026-11-23T10:00:00.000Z",
  by: { id: "lead", name: "Lead", roles: ["lead", "technician"] },
  body: {
    type: "job_opened",
    complaint: "slips",
    symptom: "slips under load",
    machine: { id: "m", maker: "Maker", model: "Model", year: null, mark: "1", build: "coil-spring" },
    owner: { name: "Owner", contact: "quay" },
    meter: { unit: "h", value: 10 },
    procedure: { id: procedure.id, version: procedure.version, hash: "x" },
    counts: { ...oneOfEach(procedure), ...counts },
    config: otherwise(procedure),
    position: null,
    symptoms: [],
  },
});

/** For tests: a job at a bench, lines typed as a person would, events kept. */
export class TestJob {
  events: JobEvent[];
  /** The time at which lines are kept. */
  clock = "2026-11-23T10:00:00.000Z";
  constructor(
    readonly shop: Bench,
    public by: Actor,
    counts: Record<string, number>,
  ) {
    this.events = [openedJob(shop.procedure, counts)];
  }
  private folded: JobState | null = null;
  get state(): JobState {
    const known = this.folded;
    // What a test put in or took out itself is folded anew.
    const holds = known !== null && known.events === this.events && known.lastNumber === this.events.length;
    this.folded = holds ? known : fold(this.events);
    return this.folded;
  }
  get task() {
    return nextTask(this.shop, this.state, walk(this.shop, this.state));
  }
  get aim(): Slot | undefined {
    return this.task ? waitingSlots(this.shop, this.state, this.task)[0] : undefined;
  }
  offer(draft: Draft) {
    return complete(this.shop, this.state, draft, this.by);
  }
  keep(draft: Draft): JobEvent {
    const answer = this.offer(draft);
    if (!answer.ok) throw new Error(`refused: ${answer.error.message}`);
    return this.append(answer.value);
  }
  append(body: Body): JobEvent {
    const event = {
      id: uuid(this.events.length),
      number: this.events.length + 1,
      at: this.clock,
      by: this.by,
      body,
    };
    const { state } = this;
    this.events = [...this.events, event];
    this.folded = { ...foldOn(state, event), events: this.events };
    return event;
  }
  /** One line typed; the answer in words, or what is asked back. */
  type(line: string, reason = ""): string {
    const { shop, state, task } = this;
    const waiting = task ? waitingSlots(shop, state, task) : [];
    const answer = interpret(line, {
      bench: shop,
      state,
      waiting,
      by: this.by,
      here: task,
      aim: null,
      ...tools(shop, task),
    });
    if (answer.kind === "slip" && reason === "") return answer.question;
    const meant = answer.kind === "slip" ? (answer.corrected ?? answer.drafts) : null;
    const drafts = draftsOf(meant === null ? answer : { kind: "drafts", drafts: meant }, reason);
    if (drafts === null) {
      if (answer.kind === "reason") return `why? ${answer.because}`;
      return "message" in answer ? answer.message : answer.kind;
    }
    for (const draft of cautionDrafts(state, task, this.by)) this.keep(draft);
    const last = drafts.map((draft) => this.keep(draft)).pop();
    return last ? eventSentence(shop, this.state, last) : "";
  }

  /** What a line would come to at some slots, nothing being kept. */
  interpretAt(line: string, waiting: readonly Slot[]) {
    const { shop, state } = this;
    return interpret(line, {
      bench: shop,
      state,
      waiting,
      by: this.by,
      here: null,
      aim: null,
      gauge: null,
      wrench: null,
    });
  }

  typeAll(...lines: string[]): this {
    for (const line of lines) this.type(line);
    return this;
  }

  /** Works on to a task, or to the end: its lines where there are some, Enter everywhere else. */
  until(task: string | null, answers: Readonly<Record<string, readonly string[]>> = {}): this {
    const left = new Map(Object.entries(answers).map(([id, lines]) => [id, [...lines]]));
    for (let i = 0; i < 2000; i += 1) {
      const here = this.task;
      if (here === null || here.id === task) {
        if (task !== (here?.id ?? null)) throw new Error(`${task} is never reached`);
        return this;
      }
      const before = this.events.length;
      const [given = "", reason = ""] = (left.get(here.id)?.shift() ?? "").split(";").map((part) => part.trim());
      // Small parts are counted as they come out: Enter alone says of none how many there are.
      const counted =
        given === "" && this.aim?.kind === "count" && countByEnter(this.shop, this.state, this.aim) === null;
      // What is seen is said by its word: here it is right.
      const seen = this.aim?.kind === "do" ? seenRight(doStepOf(this.shop.procedure, this.aim.step)) : "";
      // A wheel, an axle or a nut of a clutch is never tightened by an Enter alone.
      const click = this.aim?.kind === "pull" ? "k" : "";
      const counts = counted && this.aim?.kind === "count" ? String(countOf(this.state, this.aim.piece)) : "";
      const text = counts || given || seen || click;
      const said = this.type(text, reason);
      if (this.events.length === before) throw new Error(`${here.id}, "${text}": ${said}`);
    }
    throw new Error(`${task} is never reached`);
  }

  get open() {
    return unsigned(this.state, openPoints(this.shop, this.state));
  }
}

/** For tests and measurements: an off-road drive, invented and plausible. */
export const OFF_ROAD_DRIVE = {
  frontTeeth: 13,
  rearTeeth: 48,
  pitchMm: 15.875,
  sprocketXMm: -70,
  sprocketYMm: 15,
  armMm: 560,
  restDeg: -20,
  slackAtRestMm: 45,
  fromDeg: -25,
  toDeg: 15,
  targetTightMm: 10,
};

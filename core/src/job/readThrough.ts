import type { Answer } from "../calculator/index.ts";
import { no } from "../task/answers.ts";
import { readTaskId } from "../task/ids.ts";
import type { Slot } from "../task/lines.ts";
import {
  doStepOf,
  countsNeeded,
  DECISIONS,
  entryHolding,
  entryOf,
  factsIn,
  figuresKnown,
  machineFact,
  machineFacts,
  partOf,
  pieceOf,
  pointOf,
  type Procedure,
  type Question,
  questionOf,
  stepOf,
  turnsOn,
  findingWords,
} from "../procedure/index.ts";
import { wayOf } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { Actor, Body, JobEvent } from "./events.ts";
import { fold, type JobState } from "./fold.ts";
import type { Task } from "./task.ts";
import { walk } from "./walk.ts";

/** What is known of the machine and said at the bench before a procedure is read through. */
export type ToldBeforehand = {
  /** How the machine is made, by key; and how many there are of a part, by its id. */
  machine: Readonly<Record<string, string | number>>;
  /** Answers by question; findings and decisions as "finding:POINT" and "decided:PART". */
  answers: Readonly<Record<string, string>>;
};

const READER: Actor = { id: "reader", name: "Reader", roles: ["technician"] };
const WHEN = "2000-01-01T00:00:00.000Z";
const bench = (procedure: Procedure): Bench => ({
  ...{ procedure, specs: [], overruled: [], otherBuilds: [], gauges: [], wrenches: [], parts: [] },
  ...{ presets: {}, labour: null },
});

/** One of the words, or what is wrong with the one that was said. */
const wordIn = (path: string, said: unknown, words: readonly string[]): Answer<string> =>
  typeof said === "string" && words.includes(said)
    ? { ok: true, value: said }
    : no("range", path, `"${String(said)}" is no word here: ${words.join(", ")}.`);

/** The first line of a job on such a machine, and how many there are of what; one where nobody said how many. */
function openingOf(procedure: Procedure, machine: ToldBeforehand["machine"]): Answer<Body> {
  const known = figuresKnown(procedure);
  const counts = Object.fromEntries(
    [...countsNeeded(procedure)].map(([part, count]) => [part, typeof count === "number" ? count : 1]),
  );
  const config: Record<string, string> = {};
  for (const [key, said] of Object.entries(machine)) {
    const words = known.get(key)?.words;
    if (typeof said === "number") {
      if (!(key in counts))
        return no("unsupported", key, `"${key}" is no part that is counted here: ${Object.keys(counts).join(", ")}.`);
      if (!Number.isInteger(said) || said < 1 || said > 60)
        return no("range", key, `${said} of them cannot be; 1 to 60.`);
      counts[key] = said;
    } else if (!words) {
      return no(
        "unsupported",
        key,
        `"${key}" is nothing that decides this work: ${machineFacts(procedure).join(", ") || "nothing does"}.`,
      );
    } else {
      const word = wordIn(key, said, words);
      if (!word.ok) return word;
      config[key] = word.value;
    }
  }
  return {
    ok: true,
    value: {
      ...{ type: "job_opened", complaint: "", symptom: "", owner: { name: "", contact: "" } },
      machine: { id: "", maker: "", model: "", year: null, mark: "", build: procedure.build },
      meter: { unit: "h", value: 0 },
      procedure: { id: procedure.id, version: procedure.version, hash: "" },
      ...{ counts, config, position: null, symptoms: [] },
    },
  };
}

/** What was said at the bench, as the line that would have been kept. */
function lineOf(procedure: Procedure, fact: string, said: string): Answer<Body> {
  const [kind = "", of = ""] = fact.split(":");
  if (!fact.includes(":")) {
    const question = questionOf(procedure, fact);
    if (!question)
      return no(
        "unsupported",
        fact,
        `"${fact}" is no question here: ${procedure.questions.map((q) => q.id).join(", ")}.`,
      );
    const word = wordIn(
      fact,
      said,
      question.ways.map((way) => way.word),
    );
    if (!word.ok) return word;
    const means = question.ways.find((way) => way.word === said)?.means ?? "";
    const none = { preset: null, reason: null, agreed: null, estimate: null };
    return { ok: true, value: { type: "question_answered", question: fact, word: said, means, ...none } };
  }
  const point = kind === "finding" ? pointOf(procedure, of) : undefined;
  if (point?.kind === "inspect") {
    const word = wordIn(
      fact,
      said,
      point.findings.map((f) => f.word),
    );
    if (!word.ok) return word;
    const found = point.findings.find((f) => f.word === said);
    const { means = "", leads = null } = found ?? {};
    return { ok: true, value: { type: "finding_recorded", point: of, item: 1, word: said, means, leads } };
  }
  const part = kind === "decided" ? partOf(procedure, of) : undefined;
  if (part?.decision) {
    const word = wordIn(fact, said, DECISIONS);
    if (!word.ok) return word;
    const decision = DECISIONS.find((one) => one === said) ?? "keep";
    const item = part.decision.scope === "each" ? 1 : 0;
    return {
      ok: true,
      value: { type: "decision_taken", part: of, item, decision, proposed: null, because: "", reason: null },
    };
  }
  return no("unsupported", fact, `"${fact}" is nothing that is said here: a question, finding:POINT or decided:PART.`);
}

/** What waits for an answer before it is known whether it is part of the work: by the fact that its condition asks for. */
function hangsOn(procedure: Procedure, fact: string): string[] {
  const asks = (condition: Parameters<typeof factsIn>[0]): boolean =>
    factsIn(condition).some((one) => one.fact === fact);
  return [
    ...procedure.spine.flatMap((entry) => (asks(entry.when) || asks(entry.backWhen) ? [entry.name] : [])),
    ...procedure.points.flatMap((point) => (asks(point.when) ? [point.name] : [])),
    ...procedure.steps.flatMap((step) => ("when" in step && asks(step.when) ? [step.title] : [])),
    ...procedure.steps.flatMap((step) =>
      step.kind === "verify" && step.expect.by === "machine" && machineFact(step.expect.key) === fact
        ? [step.title]
        : [],
    ),
    ...procedure.questions.flatMap((q) =>
      q.id !== fact && [q.when, ...q.ways.flatMap(turnsOn)].some(asks) ? [q.ask] : [],
    ),
    ...procedure.gates.flatMap((gate) => (asks(gate.when) || asks(gate.needs) ? [`gate ${gate.id}`] : [])),
    ...procedure.release.rechecks.flatMap((recheck) => (asks(recheck.when) ? [recheck.what] : [])),
  ];
}

const full = (text: string): string => (/[.?!:]$/.test(text) ? text : `${text}.`);

/** A figure as a procedure asks for it: its name, unit and key. */
function figureWords(procedure: Procedure, key: string): string {
  const known = figuresKnown(procedure).get(key);
  const unit = known && known.unit !== "" && known.unit !== "1" ? `, ${known.unit}` : "";
  return `${known?.label ?? key}${unit} [${key}]`;
}

function askedWords(procedure: Procedure, question: Question, said: string | null): string[] {
  const words = question.ways.map((way) => `${way.word}${way.word === question.preset ? " (the shop's way)" : ""}`);
  const hangs = hangsOn(procedure, question.id);
  return [
    `Asks: ${full(question.ask)} ${words.join(" / ")} [${question.id}]${said === null ? "" : `, said: ${said}`}`,
    ...(said === null && hangs.length > 0 ? [`Open; on it hang: ${hangs.join(", ")}.`] : []),
  ];
}

/** What is read, looked at, torqued or locked in a task, with where, by which limit and with which gauge. */
function particulars(procedure: Procedure, task: Task): string[] {
  const of = readTaskId(task.id)?.of ?? "";
  if (task.kind === "do") {
    const seen = doStepOf(procedure, of)?.seen ?? [];
    return seen.map(
      ({ word, means, mends }) => `Seen: ${word}, ${full(means)}${mends === undefined ? "" : ` ${mends}`}`,
    );
  }
  const point = task.kind === "measure" || task.kind === "inspect" ? pointOf(procedure, of) : undefined;
  if (point?.kind === "measure") {
    const places = point.placeNames?.join(", ") ?? (point.places === 1 ? "one place" : `${point.places} places`);
    const limit =
      point.spec === undefined ? "kept as it stands, judged by nothing" : figureWords(procedure, point.spec);
    const under = point.under ? `, under ${figureWords(procedure, point.under.spec)}` : "";
    return [`Where: ${places}; ${point.condition}${under}.`, `Limit: ${limit}; gauge: ${point.gauge}.`];
  }
  if (point?.kind === "inspect") {
    return point.findings.map(({ word, means, leads }) => `Finding: ${findingWords({ word, means })}: ${leads}.`);
  }
  const entry = entryOf(procedure, of);
  if (entry?.kind === "fasteners" && task.kind === "torque") {
    const { spec, pattern, stagesPercent } = entry.torque;
    return [`Torque: ${figureWords(procedure, spec)}; ${pattern}, passes at ${stagesPercent.join(", ")} %.`];
  }
  if (entry?.kind === "part" && task.kind === "off" && entry.row.length > 0) {
    return [`Said as they come off: ${entry.row.join(", ")}.`];
  }
  const step = stepOf(procedure, of);
  if (step?.kind === "adjust") {
    const set = step.setBy === undefined ? "" : `, set by ${step.setBy}`;
    return [`Where: ${step.condition}.`, `Limit: ${figureWords(procedure, step.spec)}${set}; gauge: ${step.gauge}.`];
  }
  if (step?.kind === "verify") return [`Asks: ${full(step.ask)}`];
  return step?.kind === "compute" ? [`Works out: ${step.calculator}.`] : [];
}

/** What a task's own entry or step cannot undo. */
function forGood(procedure: Procedure, task: Task): string | null {
  const of = readTaskId(task.id)?.of ?? "";
  const entry = entryOf(procedure, of);
  if (entry && task.kind === "off") return entry.apart.irreversible ?? null;
  if (entry && task.kind === "fit") return entry.together.irreversible ?? null;
  const step = stepOf(procedure, of);
  return step?.kind === "do" ? (step.irreversible ?? null) : null;
}

const countsIn = (procedure: Procedure, slots: readonly Slot[]): string[] =>
  slots.flatMap((s) => (s.kind === "count" ? [`Counted: ${pieceOf(procedure, s.piece)?.name ?? s.piece}.`] : []));

function taskLines(procedure: Procedure, shop: Bench, state: JobState, task: Task): string[] {
  const holding = task.entry === null ? undefined : entryHolding(procedure, task.entry);
  const title = holding && !task.title.startsWith(holding.name) ? `${task.title} (at ${holding.name})` : task.title;
  const gates = procedure.gates.filter((gate) => gate.before === task.id);
  const asked = task.slots.flatMap((s) => {
    const question = s.kind === "ask" ? questionOf(procedure, s.question) : undefined;
    return question ? askedWords(procedure, question, wayOf(shop, state, question.id)?.word ?? null) : [];
  });
  const irreversible = forGood(procedure, task);
  return [
    `${task.number}. ${task.stage} · ${title} [${task.id}]`,
    ...[
      ...gates.map(
        (gate) =>
          `Not before: ${full(gate.because)} ${gate.pass === "lead" ? "A lead lets it pass." : "Nobody passes it."}`,
      ),
      ...(task.caution === null ? [] : [`Caution: ${full(task.caution)}`]),
      ...asked,
      full(task.do),
      ...particulars(procedure, task),
      ...countsIn(procedure, task.slots),
      ...(irreversible === null ? [] : [`Cannot be undone: ${full(irreversible)}`]),
      ...(task.tools.length === 0 ? [] : [`Tools: ${task.tools.join(", ")}.`]),
      ...(task.helper === null ? [] : [`Second pair of hands: ${full(task.helper)}`]),
      ...task.tells.map((key) => `Told here: ${figureWords(procedure, key)}.`),
      ...(task.why === null ? [] : [`Why: ${full(task.why)}`]),
    ].map((line) => `   ${line}`),
  ];
}

/**
 * A procedure laid out as it would be walked on such a machine with such answers: every step in its order in plain
 * sentences, apart, then together. What was not said is printed as it is asked, with what hangs on it.
 * Errors: unsupported for a key, question, finding or part that the procedure does not know; range for a word that is
 * none of its words.
 */
export function readThrough(procedure: Procedure, { machine, answers }: ToldBeforehand): Answer<string[]> {
  const opening = openingOf(procedure, machine);
  if (!opening.ok) return opening;
  const bodies: Body[] = [opening.value];
  for (const [fact, said] of Object.entries(answers)) {
    const line = lineOf(procedure, fact, said);
    if (!line.ok) return line;
    bodies.push(line.value);
  }
  const events = bodies.map((body, i): JobEvent => ({
    id: `line ${i + 1}`,
    number: i + 1,
    at: WHEN,
    by: READER,
    body,
  }));
  const shop = bench(procedure);
  const state = fold(events);
  const open = machineFacts(procedure).filter((key) => machine[key] === undefined);
  return {
    ok: true,
    value: [
      `${procedure.title} [${procedure.id}, version ${procedure.version}]`,
      ...open.map((key) => {
        const words = figuresKnown(procedure).get(key)?.words ?? [];
        const hangs = hangsOn(procedure, machineFact(key));
        return `Of the machine: ${figureWords(procedure, key)}: ${words.join(" / ")}. Open; on it hang: ${hangs.join(", ")}.`;
      }),
      ...walk(shop, state).flatMap((task) => taskLines(procedure, shop, state, task)),
      ...procedure.release.lines.map((line) => `Release: ${full(line)}`),
      ...procedure.release.rechecks.map((recheck) => `Looked at again: ${full(recheck.what)}`),
    ],
  };
}

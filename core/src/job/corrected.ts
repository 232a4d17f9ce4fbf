import type { Answer } from "../calculator/index.ts";
import { figuresKnown, madeFor, type WorkAsked } from "../procedure/index.ts";
import { configOf } from "../spec/index.ts";
import { no } from "../task/answers.ts";
import type { Bench } from "./bench.ts";
import { fallenOut } from "./change.ts";
import type { Actor, BodyOf, JobEvent } from "./events.ts";
import { foldOn, type JobState } from "./fold.ts";
import { countsOf, type Intake, meterFault, metersShown, meterWords } from "./opening.ts";
import { undoneBy } from "./undone.ts";
import { workName, worksInJob } from "./worksOf.ts";

/** What came in as it is right: the machine that stands here, whose it is, and what its meter says. */
export type Corrected = Pick<Intake, "machine" | "owner" | "meter" | "second"> & { reason: string };

/** What a correction comes to: the line that is kept, and what was done that the job asks for no more. */
export type Correction = { body: BodyOf<"opening_corrected">; fallsOut: string[] };

const orNot = (word: string | number | null | undefined): string =>
  word === null || word === undefined || word === "" ? "not said" : String(word);

/** What differs between two ways in which a machine came in, each as "what: as it was, now as it is". */
function differences(
  bench: Bench,
  was: Pick<BodyOf<"job_opened">, "machine" | "owner" | "meter" | "config" | "counts">,
  is: typeof was,
): string[] {
  const known = figuresKnown(bench.procedure);
  const pairs: [string, string, string][] = [
    ["machine", was.machine.mark, is.machine.mark],
    ["model", `${was.machine.maker} ${was.machine.model}`, `${is.machine.maker} ${is.machine.model}`],
    ["owner", orNot(was.owner.name), orNot(is.owner.name)],
    ["meter", meterWords(was.meter), meterWords(is.meter)],
    ...[...new Set([...Object.keys(was.config), ...Object.keys(is.config)])].map((key): [string, string, string] => [
      ...([known.get(key)?.label ?? key, orNot(was.config[key]), orNot(is.config[key])] as const),
    ]),
    ...[...new Set([...Object.keys(was.counts), ...Object.keys(is.counts)])].map((key): [string, string, string] => [
      ...([`how many: ${key.replaceAll("-", " ")}`, orNot(was.counts[key]), orNot(is.counts[key])] as const),
    ]),
  ];
  return pairs.flatMap(([what, before, now]) => (before === now ? [] : [`${what}: ${before}, now ${now}`]));
}

/**
 * Puts right what was said when a machine came in. `after` is the bench as the right machine has it, `builds` what may be
 * worked on that one, `works` those of the job. What was done and is asked for no more stays in the log, set aside.
 * Errors: a job that has ended and somebody who is no lead, a work that the machine cannot have, a meter that goes back,
 * nothing that differs.
 */
export function acceptCorrection(
  bench: Bench,
  state: JobState,
  { machine, owner, meter, second, reason }: Corrected,
  after: Bench,
  { works, builds }: { works: readonly WorkAsked[]; builds: readonly string[] },
  by: Actor,
): Answer<Correction> {
  const { opened } = state;
  if (!opened) return no("conflict", "$", "This job has not been opened.");
  if (!by.roles.some((role) => role === "technician" || role === "lead" || role === "counter")) {
    return no("conflict", "$", "A technician, a lead or the counter puts this right: ask one to sign in.");
  }
  if (state.released && !by.roles.includes("lead")) {
    return no("conflict", "$", "This job has ended: only a lead puts right what it came in with.");
  }
  const wrong = meterFault({ meter, second });
  if (wrong !== null) return wrong;
  const named = new Map(worksInJob(bench, state).map((work) => [work.id, workName(work)]));
  const strange = works.find(({ id, procedure }) => named.has(id) && !builds.includes(procedure.build));
  if (strange) {
    const message = `${named.get(strange.id)} is no work for ${machine.mark} (${machine.maker} ${machine.model}). Cancel this job, or hand it back, and take that machine in by itself.`;
    return no("conflict", "machine", message);
  }
  const config = configOf(after.specs, figuresKnown(after.procedure));
  const counts = countsOf(madeFor(after.procedure, config), after.specs);
  if (!counts.ok) return counts;
  const { build } = opened.body.machine;
  const came = { machine: { ...machine, build }, owner, meter: metersShown({ meter, second }) };
  // On the same machine everything else stays as it was found when the work began.
  const made = machine.id === opened.body.machine.id ? state.onFile : { config, counts: { ...counts.value } };
  const is = { ...came, config: { ...made.config }, counts: { ...made.counts } };
  const differs = differences(bench, { ...opened.body, ...state.onFile }, is);
  if (differs.length === 0) return no("conflict", "$", "Nothing differs: it stands so already.");
  const body: BodyOf<"opening_corrected"> = { type: "opening_corrected", ...is, differs, reason };
  const line: JobEvent = {
    ...{ id: `${opened.id} put right`, number: state.lastNumber + 1, at: opened.at, by: opened.by, body },
  };
  const then = foldOn(state, line);
  const undoes = undoneBy(after, state, then);
  const whole = undoes.length === 0 ? body : { ...body, undoes };
  const last = foldOn(state, { ...line, body: whole });
  return { ok: true, value: { body: whole, fallsOut: fallenOut(bench, state, after, last) } };
}

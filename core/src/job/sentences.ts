import { cardWords } from "../fastener/index.ts";
import { figuresKnown } from "../procedure/index.ts";
import { sourceLine, specWords } from "../spec/index.ts";
import { isTaskLine, type TaskLine } from "../task/lines.ts";
import { lineRule } from "../task/registry.ts";
import type { Bench } from "./bench.ts";
import type { Body, BodyOf, JobEvent } from "./events.ts";
import type { JobState } from "./fold.ts";
import { endedWords } from "./trouble.ts";
import { workName, worksOf } from "./worksOf.ts";

const taskLine = (body: Body): body is BodyOf<TaskLine> => isTaskLine(body.type);

const workNamed = (bench: Bench, id: string): string => {
  const work = worksOf(bench).find((one) => one.id === id);
  return work ? workName(work) : "a work";
};

/** The answer given in the line's own place: what, where, how far. */
export function eventSentence(bench: Bench, state: JobState, { body }: JobEvent): string {
  if (taskLine(body)) return lineRule(body).said(bench, state, body);
  switch (body.type) {
    case "gate_passed":
      return `let pass by a lead: ${body.reason}`;
    case "caution_shown":
      return `caution shown: ${body.text}`;
    case "stop_cleared":
      return `cleared for work: ${body.reason}`;
    case "photo_taken":
      return `photo${body.caption ? `: ${body.caption}` : ""}`;
    case "slot_skipped":
      return `skipped: ${body.reason}`;
    case "open_point_signed":
      return `signed for: ${body.text}, ${body.reason}${body.on === undefined ? "" : `; again by ${body.on}`}`;
    case "struck": {
      const target = state.events.find((e) => e.id === body.event);
      return `struck: ${target ? struckSentence(bench, state, target) : "a line"}`;
    }
    case "noted":
      return `noted: ${body.text}`;
    case "piece_laid":
      return `${body.name}: ${body.count} out, into the tray`;
    case "piece_back":
      return `${body.name}: ${body.count} in again`;
    case "read_besides":
      return `${body.name}: ${body.text}, kept as it stands`;
    case "job_opened":
      return `opened: ${body.complaint}`;
    case "job_released":
      return "released";
    case "followed_up":
      return `${body.text}: ${body.way}, ${body.words}`;
    case "owner_said":
      return `${body.name} (${body.by}): ${body.words}${body.agreed ? "" : "; not now"}`;
    case "sum_agreed":
      return `${body.name} (${body.by}) agreed to ${body.sum} ${body.currency} for all of it: ${body.words}`;
    case "second_look":
      return `second look${body.own ? ", their own" : ""}: ${body.saw}${body.well ? "" : "; it is not so"}`;
    case "outcome_said":
      return `what came of ${workNamed(bench, body.work)}: ${body.how}, ${body.words}`;
    case "card_said":
      return `${body.label}: ${cardWords(body.card)}${body.whose === "machine" ? ", this machine alone" : ""}`;
    case "pull_undone":
      return `${body.name}: ${body.valueNm.toFixed(1)} N·m went too far, ${body.how}`;
    case "trouble_met":
      return `${body.name}: ${body.says}, ${body.words}`;
    case "trouble_tried":
      return `${body.name}: ${body.says}: ${body.words}`;
    case "trouble_ended":
      return `${body.name}: ${endedWords(body)}`;
    case "limit_found":
      return `${body.name}: what was read is judged by ${specWords(body.spec, figuresKnown(bench.procedure))}, ${sourceLine(body.spec.source)}${body.was === "" ? "" : `; it was ${body.was}`}`;
    case "time_corrected":
      return `time of ${workNamed(bench, body.work)}: ${body.minutes} min, ${body.reason}`;
    case "cause_said": {
      const said = state.opened?.body.symptoms.find(({ key }) => key === body.symptom);
      return `${said?.word ?? body.symptom}: it was ${body.what}`;
    }
    case "job_parked":
      return `parked${body.on === null ? "" : ` until ${body.on}`}: ${body.reason}`;
    case "job_promised":
      return body.on === null ? "no day is promised any more" : `promised for ${body.on}`;
    case "job_assigned":
      return body.to === null ? "anybody's to do again" : `for ${body.to.name} to do`;
    case "job_cancelled":
      return `cancelled: ${body.reason}`;
    case "opening_corrected":
      return `put right as it came in: ${body.differs.join("; ")}, ${body.reason}`;
    case "job_resumed":
      return "gone on with";
    case "job_handed_back":
      return `handed back, not released: ${body.words}`;
    case "work_added":
      return `work added: ${workNamed(bench, body.work)}, ${body.because}`;
    case "work_dropped":
      return `work dropped: ${workNamed(bench, body.work)}, ${body.reason}`;
    case "work_released":
      return `released: ${workNamed(bench, body.work)}`;
    case "job_reopened":
      return `reopened: ${body.reason}`;
  }
}

function struckSentence(bench: Bench, state: JobState, target: JobEvent): string {
  const { body } = target;
  const own = taskLine(body) ? lineRule(body).struck?.(bench, state, body) : undefined;
  return own ?? eventSentence(bench, state, target);
}

/** How bad what a line says is: worse is told first; 0 where all is well. */
const badnessOf = (bench: Bench, state: JobState, { body }: JobEvent): number =>
  (taskLine(body) ? lineRule(body).badness?.(bench, state, body) : undefined) ?? 0;

/**
 * The answer to one line, however much it took: of several, every place that is not well is named, the worst first and by
 * its own name; where all are well the last one speaks. Places of one item are one sentence.
 */
export function answerSentence(bench: Bench, state: JobState, events: readonly JobEvent[]): string {
  const shown = events.filter(({ body }) => body.type !== "caution_shown");
  const fresh = shown.filter(({ body }) => body.type !== "struck");
  // Struck and typed anew in one go: what stands now is told.
  if (fresh.length > 0 && fresh.length < shown.length) return `corrected, ${answerSentence(bench, state, fresh)}`;
  const own = shown;
  const last = own[own.length - 1];
  if (!last) return "";
  if (own.length === 1) return eventSentence(bench, state, last);
  const bad = own
    .map((event) => ({ event, weight: badnessOf(bench, state, event) }))
    .filter(({ weight }) => weight > 0)
    .sort((a, b) => b.weight - a.weight);
  const told = new Set<string>();
  const sentences = bad.flatMap(({ event }) => {
    const { body } = event;
    const item = "point" in body && "item" in body ? `${body.point} ${body.item}` : event.id;
    if (told.has(item)) return [];
    told.add(item);
    return [eventSentence(bench, state, worstPlace(bench, state, event))];
  });
  const taken = `${own.length} taken`;
  return sentences.length === 0
    ? `${taken}; ${eventSentence(bench, state, last)}`
    : `${taken}. Not well: ${sentences.join("; ")}`;
}

/** The line of the place that speaks for a reading's item: the worst one, under its own name. */
function worstPlace(bench: Bench, state: JobState, event: JobEvent): JobEvent {
  const { body } = event;
  const worst = taskLine(body) ? (lineRule(body).worst?.(bench, state, body) ?? null) : null;
  return (worst !== null && state.events.find(({ id }) => id === worst)) || event;
}

import type { Bench } from "./bench.ts";
import type { Body } from "./events.ts";
import type { JobState } from "./fold.ts";
import { workName, worksOf } from "./worksOf.ts";
import { eventSentence } from "./sentences.ts";

/** Lines that say something in words by which a job is looked for again. */
const TELLING: ReadonlySet<Body["type"]> = new Set([
  ...(["job_opened", "noted", "finding_recorded", "question_answered", "decision_taken", "part_fitted"] as const),
  ...(["reading_worded", "slot_skipped", "open_point_signed", "stop_cleared", "photo_taken"] as const),
  ...([
    "struck",
    "job_reopened",
    "job_released",
    "work_added",
    "work_dropped",
    "followed_up",
    "owner_said",
    "sum_agreed",
    "cause_said",
    "trouble_met",
    "trouble_tried",
    "trouble_ended",
    "outcome_said",
    "job_parked",
    "job_cancelled",
    "opening_corrected",
  ] as const),
]);
export const tellsWords = ({ type }: Body): boolean => TELLING.has(type);

/** The words of a text in small letters, without what stands between them: what is kept to be found, and what is looked for. */
export const wordsIn = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{N}][\p{L}\p{N}.-]*/gu) ?? [];

/** More than this of one job is not looked through, in characters: far more than its different words come to. */
const MOST = 16_000;

/**
 * The words by which a job is found again, each once, in small letters: the work, the machine, the owner, who worked at
 * it, what was found, decided, fitted and noted, and the days it was opened and released. Readings are figures, and are
 * not among them.
 */
export function wordsOf(bench: Bench, state: JobState): string {
  const { opened, released } = state;
  const told = state.events.filter(({ id, body }) => tellsWords(body) && !state.struck.has(id));
  const { machine, owner, complaint, symptom } = opened?.body ?? {};
  const texts = [
    ...[...worksOf(bench).map(workName), machine?.mark, machine?.maker, machine?.model, machine?.year, owner?.name],
    ...[opened?.at.slice(0, 10), released?.at.slice(0, 10), complaint, symptom],
    ...state.events.map(({ by }) => by.name),
    ...told.map((event) => eventSentence(bench, state, event)),
  ];
  const words = texts.flatMap((text) => wordsIn(String(text ?? "")));
  return [...new Set(words)].join(" ").slice(0, MOST);
}

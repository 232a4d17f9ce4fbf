import { atPosition, FIRST_WORK, type Work, WORK_OF_ROW } from "../procedure/index.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";

/** The works of a job as they were laid out; one that began before jobs had several is of one work. */
export function worksOf({ procedure, works }: Pick<Bench, "procedure" | "works">): readonly Work[] {
  if (works) return works;
  const { title, sides, instrument, drawing, identity, id } = procedure;
  const own = { ...(instrument ? { instrument } : {}), ...(drawing ? { drawing } : {}) };
  const whose = identity ? { identity } : {};
  return [{ id: FIRST_WORK, of: id, title, sides, position: null, answers: {}, ...own, ...whose }];
}

/** A work as people call it: what is done, and where. */
export const workName = ({ title, position }: Pick<Work, "title" | "position">): string =>
  position === null ? title : `${title}, ${position}`;

/** The work that a row belongs to by its name, or null for what several works need. */
export function workOfRow(bench: Bench, row: string): Work | null {
  const works = worksOf(bench);
  if (works.length === 1) return works[0] ?? null;
  const id = WORK_OF_ROW.exec(row)?.[1] ?? FIRST_WORK;
  if (bench.shared && row in bench.shared) return null;
  return works.find((work) => work.id === id) ?? null;
}

/** Whether a work needs a row: its own, or one that it shares with others. */
export const isNeededBy = (bench: Bench, work: string, row: string): boolean =>
  bench.shared?.[row]?.includes(work) ?? workOfRow(bench, row)?.id === work;

/** What is taken up of a part is known by, whichever work turns its adjuster: the part's role. */
export const takenUpId = (role: string): string => `taken:${role}`;

/** What a row is known by for good, whichever work of whichever job it is in: its own name, and its place. */
export const lastingId = (bench: Bench, row: string): string =>
  atPosition(row.replace(WORK_OF_ROW, ""), workOfRow(bench, row)?.position ?? null);

/** What a part is called with its place, where its name does not say it already. */
export function placedName(bench: Bench, { id, name }: { id: string; name: string }): string {
  const position = workOfRow(bench, id)?.position ?? null;
  return position === null || name.toLowerCase().startsWith(position) ? name : `${name}, ${position}`;
}

/** Whether a work is part of the job: the first always was, a further one once it was added; until it is dropped. */
export const isInJob = (state: JobState, work: string): boolean =>
  !state.dropped.has(work) && (work === FIRST_WORK || state.added.has(work));

/** The works that the job has by now. */
export const worksInJob = (bench: Bench, state: JobState): Work[] =>
  worksOf(bench).filter(({ id }) => isInJob(state, id));

/** What the job is, in words: every work that it has. */
export const jobTitle = (bench: Bench, state: JobState): string =>
  (worksInJob(bench, state).length > 0 ? worksInJob(bench, state) : worksOf(bench)).map(workName).join(" · ");

import type { Readiness } from "../job/readiness.ts";

/** What a walk round a machine came to last, with who looked and when. */
export type Look = Pick<Readiness, "word" | "watched" | "keeps"> & { by: string; at: Date };

/** How one machine of a fleet stands, in the word that hangs on the wall. */
export type BoardWord = "in work" | "not ready" | "not looked at since" | "watched" | "ready";
export const BOARD_WORDS: readonly BoardWord[] = ["not ready", "in work", "not looked at since", "watched", "ready"];

/**
 * How a machine stands for whoever wants to ride it. What was found and keeps it stays so until somebody looks again, in
 * work or not; a job that is open on it is in work; and whoever rode it since has made the last look an old one.
 * Pure: moments are compared with each other, never with a clock. A shop rule; no source.
 */
export function boardWord(of: { look: Look | null; rodeAt: Date | null; inWork: boolean }): BoardWord {
  const { look, rodeAt, inWork } = of;
  if (look?.word === "not ready") return "not ready";
  if (inWork) return "in work";
  if (look === null || look.word === "not inspected") return "not looked at since";
  if (rodeAt !== null && rodeAt.getTime() > look.at.getTime()) return "not looked at since";
  return look.word === "ready" ? "ready" : "watched";
}

import { inTray, readBesides, reasonFrom, type TrayLine } from "@averin/core";
import type { Asking } from "./useBenchHand.ts";

const LAID_HINT = "how many, then what: 2 spring washers";

/** Asks what came out that no step names, to be counted in again before release. */
export const laidAsked = (task: string): Asking => ({
  kind: "reason",
  question: "What came out that no step names, and how many? It is counted in before release.",
  reasons: [],
  byWord: true,
  hint: LAID_HINT,
  drafts: (typed) => {
    const [, count = "", name = ""] = /^\s*(\d{1,2})\s+(\S.*)$/.exec(typed) ?? [];
    return Number(count) >= 1 ? [{ type: "piece_laid", task, name: name.trim(), count: Number(count) }] : null;
  },
});

/** Asks how many of what was laid down so are in again. */
export function backAsked(line: TrayLine, event: string): Asking {
  const left = inTray(line);
  return {
    kind: "reason",
    question: `${line.name}: ${left} in the tray. How many are in again?`,
    reasons: [],
    byWord: true,
    hint: `a number up to ${left}`,
    drafts: (typed) => {
      const count = /^\s*\d{1,2}\s*$/.test(typed) ? Number(typed) : 0;
      return count >= 1 && count <= left ? [{ type: "piece_back", event, count }] : null;
    },
  };
}

/** Asks what is measured that no step asks for, then the reading. */
export function besidesAsked(blanks: readonly string[]): Asking {
  const named = (typed: string): string | null => {
    const name = reasonFrom(typed, blanks)?.trim() ?? "";
    return name === "" || name.length > 60 ? null : name;
  };
  return {
    kind: "reason",
    question: "What is measured that no step asks for?",
    reasons: blanks,
    hint: "a number from the list, or your own words",
    drafts: (typed) => (named(typed) === null ? null : []),
    then: (typed) => {
      const name = named(typed);
      return name === null ? null : readingAsked(name);
    },
  };
}

const readingAsked = (name: string): Asking => ({
  kind: "reason",
  question: `${name}: what does it read, and with what?`,
  reasons: [],
  byWord: true,
  hint: "the reading with its unit, then with what: 1120 mm, tape",
  drafts: (typed) => (readBesides(typed.trim()).ok ? [{ type: "read_besides", name, text: typed.trim() }] : null),
});

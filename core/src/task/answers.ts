import type { Answer, Lacks, RefusalCode } from "../calculator/index.ts";
import type { Body, Draft } from "../job/events.ts";
import type { LineAnswer } from "./kind.ts";

export const no = (code: RefusalCode, path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code, path, message },
});
/** Refused for want of what must be said with it. */
export const lacking = (what: Lacks["what"], code: RefusalCode, path: string, message: string): Answer<never> => ({
  ok: false,
  error: { code, path, message, lacks: { what } },
});
export const yes = (value: Body): Answer<Body> => ({ ok: true, value });

/** What was asked or done, with what was answered; what asks already needs no colon. */
export const answeredWith = (asked: string, answer: string): string =>
  `${asked}${asked.endsWith("?") ? "" : ":"} ${answer}`;

export const refused = (message: string): LineAnswer => ({ kind: "refused", message });
export const keep = (...drafts: Draft[]): LineAnswer => ({ kind: "drafts", drafts });
export const wholeNumber = (line: string): number | null => (/^\d+$/.test(line) ? Number(line) : null);

export const noGauge = (kind: string): LineAnswer =>
  refused(
    `This shop has no ${kind.replaceAll("-", " ")} on file: say which one it is at the key above, say it in words, or / skips this with a reason.`,
  );
/** What cannot be undone is asked once more, with what must be true before. */
export const unlessForGood = (drafts: Draft[], irreversible: string | undefined): LineAnswer =>
  irreversible === undefined
    ? { kind: "drafts", drafts }
    : { kind: "sure", question: `This cannot be undone. ${irreversible}`, drafts };
/** Enter alone confirms; what else was typed is told so. */
export const confirmed = (typed: string, drafts: Draft[], irreversible?: string): LineAnswer =>
  typed === "" ? unlessForGood(drafts, irreversible) : refused("Enter alone confirms; - strikes the last, / skips.");

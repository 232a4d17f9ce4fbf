import { z } from "zod";
import { type Answer } from "../calculator/index.ts";
import { readThread } from "./threads.ts";

/** What a fastener may be. */
export const FASTENER_KINDS = ["screw", "nut", "stud", "snap ring", "pin"] as const;
/** Whether a powered wrench may touch it: never, to take it off only, or to run it in before the torque. */
export const IMPACT_RULES = ["never", "off only", "run-in"] as const;
export const LOCKERS = ["low", "medium", "high"] as const;

/** A fastener as it lies in the hand: what it is, its thread as written, its length, the tool that turns it, how it is locked. */
export const cardSchema = z.strictObject({
  kind: z.enum(FASTENER_KINDS),
  /** As written: M6, M8x1.25, 3/8-16. */
  thread: z.string().min(1).max(20).nullable(),
  /** As written, with its unit: "25 mm", "1 9/16 in". */
  length: z.string().min(1).max(20).nullable(),
  /** The tool that turns it, with its size: "8 mm socket". */
  tool: z.string().min(1).max(40).nullable(),
  /** Threadlocker, by how strong it is. */
  locker: z.enum(LOCKERS).nullable(),
  /** Used once: a new one goes in. */
  once: z.boolean(),
  impact: z.enum(IMPACT_RULES).nullable(),
});
export type FastenerCard = z.infer<typeof cardSchema>;

const HEADS: Readonly<Record<string, (size: string) => string>> = {
  h: (size) => `${size} socket`,
  k: (size) => `${size} hexagon key`,
  s: (size) => `six-lobe ${size.replace(/ (mm|in)$/, "")} bit`,
};
const SIZE = String.raw`\d+(?:\.\d+)?(?:\/\d+)?`;

const EXAMPLE = "M6x25 h8, 3/8-16 x 1 9/16 nut, or M10 nut h17 once";
const wrong = (part: string): Answer<never> => ({
  ok: false,
  error: { code: "type", path: "text", message: `"${part}" says nothing of a fastener: type it like ${EXAMPLE}.` },
});

/** Whether a typed line speaks of a fastener: it begins with a thread. */
export const looksLikeCard = (text: string): boolean =>
  /^\s*(m\d|\d+(?:-\d+)?\/\d+-\d|\d+-\d+\b)/i.test(text) && !/^\s*\d+\s*$/.test(text);

/** A thread and what is left of the first word behind it: "M6x25" is M6, 25 long; "M8x1.25x30" is M8x1.25, 30 long. */
function threadIn(text: string): { thread: string; rest: string } | null {
  const metric = /^m(\d+(?:\.\d+)?)(?:x(\d+(?:\.\d+)?))?(?:x(\d+(?:\.\d+)?))?(?=\s|$)/i.exec(text);
  if (metric) {
    const [all, diameter = "", second, third] = metric;
    const rest = text.slice(all.length);
    const plain = `M${diameter}`;
    if (second !== undefined && readThread(`${plain}x${second}`) !== null) {
      return { thread: `${plain}x${second}`, rest: third === undefined ? rest : ` x ${third}${rest}` };
    }
    if (third !== undefined || readThread(plain) === null) return null;
    return { thread: plain, rest: second === undefined ? rest : ` x ${second}${rest}` };
  }
  const inch = /^(\d+(?:-\d+)?\/\d+-\d+|\d+-\d+)(?=\s|x|$)/i.exec(text);
  if (!inch?.[1] || readThread(inch[1]) === null) return null;
  return { thread: inch[1], rest: text.slice(inch[1].length) };
}

/**
 * A fastener from one typed line: its thread, `x` and its length where it has one, its head as `h8` (hexagon), `k5`
 * (hexagon key) or `s30` (six-lobe), and words: nut, stud, snap ring, pin; low, medium or high for the locker; once; no
 * impact, impact off, run in. Sizes are in millimetres under a metric thread and in inches under one in inches.
 * Errors: type, naming the part that says nothing.
 * `M6x25 h8` is a screw M6, 25 mm long, turned by an 8 mm socket.
 */
export function fastenerCard(text: string): Answer<FastenerCard> {
  let left = text.trim();
  const card: FastenerCard = {
    ...{ kind: "screw", thread: null, length: null, tool: null, locker: null, once: false, impact: null },
  };
  const read = threadIn(left);
  if (!read) return wrong(left.split(/\s+/)[0] ?? left);
  card.thread = read.thread;
  const unit = read.thread.startsWith("M") ? "mm" : "in";
  left = read.rest;
  const long = new RegExp(String.raw`^\s*x\s*(\d+\s+\d+\/\d+|${SIZE})(?=\s|,|$)`, "i").exec(left);
  if (long?.[1]) {
    card.length = `${long[1].replace(/\s+/g, " ")} ${unit}`;
    left = left.slice(long[0].length);
  }
  const phrases: [RegExp, (found: RegExpExecArray) => void][] = [
    [/^no impact\b/i, () => (card.impact = "never")],
    [/^impact off(?: only)?\b/i, () => (card.impact = "off only")],
    [/^run[- ]in\b/i, () => (card.impact = "run-in")],
    [/^snap ring\b/i, () => (card.kind = "snap ring")],
    [/^(nut|stud|pin|screw)\b/i, (found) => (card.kind = found[1]?.toLowerCase() as FastenerCard["kind"])],
    [/^(low|medium|high)(?: locker)?\b/i, (found) => (card.locker = found[1]?.toLowerCase() as FastenerCard["locker"])],
    [/^once\b/i, () => (card.once = true)],
    [
      new RegExp(`^([hks])(${SIZE})(?=\\s|,|$)`, "i"),
      (found) => (card.tool = HEADS[found[1]?.toLowerCase() ?? ""]?.(`${found[2] ?? ""} ${unit}`) ?? null),
    ],
  ];
  for (left = left.replace(/^[\s,]+/, ""); left !== ""; left = left.replace(/^[\s,]+/, "")) {
    const hit = phrases.map(([pattern, take]) => ({ found: pattern.exec(left), take })).find(({ found }) => found);
    if (!hit?.found) return wrong(left.split(/[\s,]+/)[0] ?? left);
    hit.take(hit.found);
    left = left.slice(hit.found[0].length);
  }
  return { ok: true, value: card };
}

/** A card as one would type it, which reads back as the same card; null where no line says it. */
export function cardLine(card: FastenerCard): string | null {
  const size = (text: string): string => text.replace(/ (mm|in)$/, "");
  const socket = /^(\S+) (?:mm|in) socket$/.exec(card.tool ?? "");
  const key = /^(\S+) (?:mm|in) hexagon key$/.exec(card.tool ?? "");
  const lobe = /^six-lobe (\S+) bit$/.exec(card.tool ?? "");
  const line = [
    `${card.thread ?? ""}${card.length === null ? "" : ` x ${size(card.length)}`}`,
    socket ? `h${socket[1]}` : key ? `k${key[1]}` : lobe ? `s${lobe[1]}` : "",
    card.kind === "screw" ? "" : card.kind,
    card.locker ?? "",
    card.once ? "once" : "",
    card.impact === null ? "" : { never: "no impact", "off only": "impact off", "run-in": "run in" }[card.impact],
  ]
    .filter((part) => part !== "")
    .join(" ");
  const back = fastenerCard(line);
  return back.ok && JSON.stringify(back.value) === JSON.stringify(cardSchema.parse(card)) ? line : null;
}

/** A card in words: "M6 × 25 mm, 8 mm socket, new each time". */
export function cardWords(card: FastenerCard): string {
  const size = [card.thread, card.length].filter((part) => part !== null).join(" × ");
  return [
    size,
    card.kind === "screw" ? "" : card.kind,
    card.tool ?? "",
    card.locker === null ? "" : `${card.locker} locker`,
    card.once ? "new each time" : "",
    card.impact === null ? "" : card.impact === "never" ? "no impact" : `impact ${card.impact}`,
  ]
    .filter((part) => part !== "")
    .join(", ");
}

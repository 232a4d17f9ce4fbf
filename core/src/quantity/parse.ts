import { z } from "zod";
import { defineCalculator, refuse } from "../calculator/index.ts";
import { findUnit, type Kind, KINDS, toBase, type Unit, UNITS, unitNames } from "./units.ts";

const VULGAR: Record<string, readonly [number, number]> = {
  "½": [1, 2],
  "¼": [1, 4],
  "¾": [3, 4],
  "⅛": [1, 8],
  "⅜": [3, 8],
  "⅝": [5, 8],
  "⅞": [7, 8],
};

/** What tablets put in for plain characters; one for one, so that places in the text stay the same. */
const PLAIN: Record<string, string> = { "“": '"', "”": '"', "‘": "'", "’": "'", "\u00a0": " ", "\u2212": "-" };

const plain = (text: string): string => text.replace(/[“”‘’\u00a0\u2212]/g, (c) => PLAIN[c] ?? c);

const isDigit = (c: string | undefined): boolean => c !== undefined && c >= "0" && c <= "9";
const isMark = (c: string | undefined): boolean => c === "." || c === ",";
const isVulgar = (c: string | undefined): boolean => c !== undefined && c in VULGAR;

export type ReadNumber = { value: number; decimals: number | null; end: number };

function notHere(text: string, at: number): never {
  if (at >= text.length) {
    refuse("range", "text", `The number ends too soon: type a figure such as 2.94, 1/4 or 1 3/16.`, text.length);
  }
  refuse("range", "text", `"${text.charAt(at)}" does not belong there: type a figure such as 2.94, 1/4 or 1 3/16.`, at);
}

function digitsFrom(text: string, start: number): number {
  let end = start;
  while (isDigit(text[end])) end += 1;
  return end;
}

/** A fraction `a/b` at `start`, or null where the digits there are not followed by a stroke. */
function readFraction(text: string, start: number): { top: number; bottom: number; end: number } | null {
  const stroke = digitsFrom(text, start);
  if (stroke === start || text[stroke] !== "/") return null;
  const end = digitsFrom(text, stroke + 1);
  if (end === stroke + 1) notHere(text, end);
  const bottom = Number(text.slice(stroke + 1, end));
  if (bottom === 0) refuse("range", "text", "A fraction cannot have 0 below the stroke.", stroke + 1);
  return { top: Number(text.slice(start, stroke)), bottom, end };
}

/** What may stand behind a whole number: a vulgar character, or a joiner and a proper fraction. */
function readTail(text: string, end: number): { part: number; end: number } | null {
  const direct = VULGAR[text[end] ?? ""];
  if (direct) return { part: direct[0] / direct[1], end: end + 1 };
  let at = end;
  if (text[at] === "-") at += 1;
  else while (text[at] === " ") at += 1;
  if (at === end) return null;
  if (text[end] === "-" && at >= text.length) notHere(text, at);
  const joined = VULGAR[text[at] ?? ""];
  if (joined) return { part: joined[0] / joined[1], end: at + 1 };
  if (!isDigit(text[at])) return null;
  const fraction = readFraction(text, at);
  if (fraction === null) {
    refuse("range", "text", "A second number: give one value, or a whole and a fraction such as 1 3/16.", at);
  }
  if (fraction.top >= fraction.bottom) {
    refuse("range", "text", "After a whole number the fraction must be below 1, as in 1 3/16.", at);
  }
  return { part: fraction.top / fraction.bottom, end: fraction.end };
}

/** Reads the number that starts at `start` of plain text; refuses with the place of the first wrong character. */
function readNumber(text: string, start: number): ReadNumber {
  let at = start;
  const negative = text[at] === "-";
  if (negative || text[at] === "+") at += 1;
  const signed = (value: number): number => (negative && value !== 0 ? -value : value);

  const vulgar = VULGAR[text[at] ?? ""];
  if (vulgar) return { value: signed(vulgar[0] / vulgar[1]), decimals: null, end: at + 1 };

  const fraction = readFraction(text, at);
  if (fraction) return { value: signed(fraction.top / fraction.bottom), decimals: null, end: fraction.end };

  const wholeEnd = digitsFrom(text, at);
  if (isMark(text[wholeEnd])) {
    const end = digitsFrom(text, wholeEnd + 1);
    if (isMark(text[wholeEnd + 1])) {
      refuse("range", "text", "A second decimal mark: one is taken, as in 12.5.", wholeEnd + 1);
    }
    if (end === wholeEnd + 1) {
      refuse(
        "range",
        "text",
        "A figure is due after the decimal mark, as in 12.5; leave the mark out for 12.",
        wholeEnd,
      );
    }
    const value = Number(`${text.slice(at, wholeEnd)}.${text.slice(wholeEnd + 1, end)}`);
    if (isMark(text[end])) refuse("range", "text", "A second decimal mark: 1,250 is read as 1.25.", end);
    return { value: signed(value), decimals: end - wholeEnd - 1, end };
  }
  if (wholeEnd === at) notHere(text, at);
  const whole = Number(text.slice(at, wholeEnd));
  const tail = readTail(text, wholeEnd);
  if (tail) return { value: signed(whole + tail.part), decimals: null, end: tail.end };
  return { value: signed(whole), decimals: 0, end: wholeEnd };
}

function readUnit(text: string, kind: Kind, start: number): Unit {
  let digit = start;
  while (digit < text.length && !isDigit(text[digit]) && !isVulgar(text[digit])) digit += 1;
  const raw = text.slice(start, digit);
  const written = raw.toLowerCase().replace(/\s/g, "");
  const spelled = written.replace(/[.\-·°]/g, "");
  const found =
    kind === "angle" && written === "°"
      ? findUnit("deg")
      : spelled === ""
        ? undefined
        : UNITS.find((u) => u.kind === kind && u.spellings.includes(spelled));
  if (found && digit < text.length) refuse("range", "text", "A second number: give one value.", digit);
  if (found) return found;
  if (written === "" || (spelled === "" && digit < text.length)) {
    refuse("range", "text", "A second number: give one value.", digit);
  }
  return refuse("unit", "text", `"${raw.trim()}" is no unit of ${kind}: one of ${unitNames(kind).join(", ")}.`, start);
}

/**
 * Reads one measured value as it is typed: a number with '.' or ',' as decimal mark, a fraction, or a whole and a
 * proper fraction, with or without a unit. `unit` is assumed where none is typed.
 * Out: the value in the typed unit, the unit's convert name, digits after the mark (null for a fraction), and the
 * value in the kind's base unit.
 * Errors: path text with `at`, code range (number) or unit; path unit when `unit` is not of `kind`.
 * Source: the entry line's own grammar; factors from NIST SP 811 (2008).
 * @example quantityParse({ text: "1 3/16", kind: "length", unit: "in" }) // value 1.1875, decimals null
 */
export const quantityParse = defineCalculator({
  name: "quantity.parse",
  formula: "text → number, unit",
  source: "the entry line's grammar; factors NIST SP 811 (2008)",
  input: z.strictObject({ text: z.string(), kind: z.enum(KINDS), unit: z.string() }),
  output: z.object({
    value: z.number(),
    unit: z.string(),
    decimals: z.int().nullable(),
    valueInBase: z.number(),
  }),
  compute: ({ text: typed, kind, unit }) => {
    const assumed = findUnit(unit);
    if (assumed === undefined || assumed.kind !== kind) {
      refuse("unit", "unit", `unit: "${unit}" is no unit of ${kind}; one of ${unitNames(kind).join(", ")}.`);
    }
    const text = plain(typed);
    let start = 0;
    while (text[start] === " " || text[start] === "\t") start += 1;
    const number = readNumber(text, start);
    let rest = number.end;
    while (rest < text.length && /\s/.test(text.charAt(rest))) rest += 1;
    const read = rest >= text.length ? assumed : readUnit(text, kind, rest);
    const valueInBase = toBase(number.value, read);
    if (!Number.isFinite(number.value) || !Number.isFinite(valueInBase)) {
      refuse("range", "text", "The number is too large to hold: type a smaller figure.", start);
    }
    return { value: number.value, unit: read.name, decimals: number.decimals, valueInBase };
  },
});

/**
 * Splits a line of several values into one text a value: "2.94 2.91 1 3/16" is three.
 * A space separates two values unless a whole number is followed by a fraction, or a unit follows its number.
 */
export function splitValues(line: string): string[] {
  const words = plain(line)
    .trim()
    .split(/\s+/)
    .filter((word) => word !== "");
  const values: string[] = [];
  for (const word of words) {
    const before = values[values.length - 1];
    const startsNumber = /^[+-]?[\d.,½¼¾⅛⅜⅝⅞]/.test(word);
    const joinsWhole = before !== undefined && /^[+-]?\d+$/.test(before) && /^(\d+\/\d+|[½¼¾⅛⅜⅝⅞])/.test(word);
    if (before !== undefined && (!startsNumber || joinsWhole)) values[values.length - 1] = `${before} ${word}`;
    else values.push(word);
  }
  return values;
}

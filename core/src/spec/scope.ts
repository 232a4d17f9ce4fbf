import { compared, type HoldsFor } from "./holdsFor.ts";

/** What a figure holds for: how the machine is made, its model year, its frame number. */
export type Scope = { only?: Record<string, string> | undefined; holdsFor?: HoldsFor | undefined };

type Range<End> = { from: End | null; to: End | null };

/** What it asks of a machine, each by its name. */
const asks = ({ only = {}, holdsFor = {} }: Scope): string[] => [
  ...Object.keys(only).sort(),
  ...(holdsFor.years ? [":years"] : []),
  ...(holdsFor.serials ? [":serials"] : []),
];

/** How narrowly a figure holds: the number of things that it asks of a machine. */
export const narrowness = (scope: Scope): number => asks(scope).length;

const rangeKey = ({ from, to }: Range<string | number>): string => `${from ?? ""}..${to ?? ""}`;

/** What a figure holds for as one key, whatever order it was said in; empty where it is every machine of its model. */
export function scopeOf({ only = {}, holdsFor: { years, serials } = {} }: Scope): string {
  const builds = Object.entries(only).map(([key, word]) => `${key}=${word}`);
  return [
    ...builds.sort(),
    ...(years ? [`years=${rangeKey(years)}`] : []),
    ...(serials ? [`serials=${rangeKey(serials).toUpperCase()}`] : []),
  ].join(";");
}

/** Whether nothing lies in both ranges: one ends before the other begins, or their ends are not of one row. */
function rangesApart<End>(a: Range<End>, b: Range<End>, order: (one: End, other: End) => number | null): boolean {
  const before = (end: End | null, start: End | null): boolean =>
    end !== null && start !== null && (order(end, start) ?? -1) < 0;
  return before(a.to, b.from) || before(b.to, a.from);
}

/** Whether no machine can have both. */
function apart(a: Scope, b: Scope): boolean {
  const [one, other] = [a.only ?? {}, b.only ?? {}];
  if (Object.entries(one).some(([key, word]) => other[key] !== undefined && other[key] !== word)) return true;
  const [{ years: y1, serials: s1 } = {}, { years: y2, serials: s2 } = {}] = [a.holdsFor, b.holdsFor];
  return (
    (y1 !== undefined && y2 !== undefined && rangesApart(y1, y2, (end, start) => end - start)) ||
    (s1 !== undefined && s2 !== undefined && rangesApart(s1, s2, compared))
  );
}

/**
 * Whether two figures of one key can stand beside each other in a book: no machine is told both, or one asks of it all
 * that the other does and more, and governs where it holds. Else nobody could say which it is.
 */
export function canStandBeside(a: Scope, b: Scope): boolean {
  const [one, other] = [asks(a), asks(b)];
  const more = (wide: string[], narrow: string[]): boolean =>
    narrow.length > wide.length && wide.every((name) => narrow.includes(name));
  return apart(a, b) || more(one, other) || more(other, one);
}

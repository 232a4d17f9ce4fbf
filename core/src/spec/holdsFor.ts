import { z } from "zod";

const yearSchema = z.int().min(1950).max(2100);
const serialSchema = z.string().trim().min(1).max(60);

/** The machines of a model that a figure holds for, where it is not every one: by model year, by frame number, both ends taken in. */
export const holdsForSchema = z.strictObject({
  years: z.strictObject({ from: yearSchema.nullable(), to: yearSchema.nullable() }).optional(),
  serials: z.strictObject({ from: serialSchema.nullable(), to: serialSchema.nullable() }).optional(),
});
export type HoldsFor = z.infer<typeof holdsForSchema>;

/** What is known of a machine that a figure may turn on; null and "" where nobody has said. */
export type Machine = { year: number | null; serial: string };

type Range<End> = { from: End | null; to: End | null };

/** "2024 to 2026", "from 2024", "to 2026", "2025". */
export function rangeWords({ from, to }: Range<string | number>): string {
  if (from === null) return `to ${to}`;
  if (to === null) return `from ${from}`;
  return from === to ? String(from) : `${from} to ${to}`;
}

/** A range as it is typed, in the words it is told in; null where it is none. */
function rangeIn(text: string): Range<string> | null {
  const open = /^(from|to)\s+(\S+)$/i.exec(text);
  if (open) {
    const [, end = "", at = ""] = open;
    return end.toLowerCase() === "from" ? { from: at, to: null } : { from: null, to: at };
  }
  const [from = "", to, ...more] = text.split(/\s+to\s+/i);
  if (from === "" || to === "" || /\s/.test(text.replace(/\s+to\s+/i, "")) || more.length > 0) return null;
  return { from, to: to ?? from };
}

/** Model years as they are typed: "2024 to 2026", "2024-2026", "from 2024", "2025"; null where they are none. */
export function yearsIn(text: string): NonNullable<HoldsFor["years"]> | null {
  const range = rangeIn(text.trim().replace(/^(\d{4})\s*[-–]\s*(\d{4})$/, "$1 to $2"));
  if (!range) return null;
  const [from, to] = [range.from, range.to].map((end) => (end === null ? null : Number(end)));
  const read = holdsForSchema.shape.years.safeParse({ from, to });
  if (!read.success || !read.data) return null;
  return from != null && to != null && from > to ? null : read.data;
}

/** Frame numbers as they are typed: "TF1200 to TF1899", "from TF1200"; null where they are none that can be told apart. */
export function serialsIn(text: string): NonNullable<HoldsFor["serials"]> | null {
  const range = rangeIn(text.trim());
  if (!range) return null;
  const { from, to } = range;
  return from !== null && to !== null && (compared(from, to) ?? 1) > 0 ? null : range;
}

const partsOf = (text: string): string[] => text.toUpperCase().match(/\d+|[^\d]+/g) ?? [];

/** Which of two frame numbers comes first; null where they are not of one row: other letters, or others in number. */
export function compared(a: string, b: string): number | null {
  const [one, other] = [partsOf(a), partsOf(b)];
  if (one.length !== other.length) return null;
  for (const [i, part] of one.entries()) {
    const its = other[i] ?? "";
    const numbers = /^\d/.test(part) && /^\d/.test(its);
    if (!numbers && part !== its) return null;
    const apart = numbers ? Number(part) - Number(its) : 0;
    if (apart !== 0) return apart;
  }
  return 0;
}

/** Whether something lies between both ends, by how it compares to each; not where it cannot be compared. */
function within<End>({ from, to }: Range<End>, order: (end: End) => number | null): boolean {
  const [above, below] = [from === null ? 0 : order(from), to === null ? 0 : order(to)];
  return above !== null && above >= 0 && below !== null && below <= 0;
}

/** Whether a figure holds for a machine; where what it turns on is not known of the machine, it does not. */
export function holdsForMachine({ years, serials }: HoldsFor, { year, serial }: Machine): boolean {
  return (
    (!years || (year !== null && within(years, (end) => year - end))) &&
    (!serials || (serial !== "" && within(serials, (end) => compared(serial, end))))
  );
}

/** Which machines a figure holds for, in words: "model years 2024 to 2026", "frame numbers TF1200 to TF1899"; empty for every one. */
export const holdsForWords = ({ years, serials }: HoldsFor): string[] => [
  ...(years ? [`model year${years.from === years.to ? "" : "s"} ${rangeWords(years)}`] : []),
  ...(serials ? [`frame numbers ${rangeWords(serials)}`] : []),
];

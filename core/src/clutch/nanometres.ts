import { refuse } from "../calculator/index.ts";

/**
 * A length in whole nanometres, so that sums are exact and ties are ties; a seventh decimal of a mm rounds half up.
 * Works from the shortest decimal form of the double, which is what was typed, not from its binary neighbour.
 */
export function nanometres(mm: number, path: string): number {
  const text = mm.toString();
  const [mantissa = "0", exponent = "0"] = text.split("e");
  const negative = mantissa.startsWith("-");
  const [whole = "0", fraction = ""] = mantissa.replace("-", "").split(".");
  const shift = Number(exponent) + 6;
  const digits = whole + fraction;
  const point = whole.length + shift;
  const kept = point <= 0 ? "0" : digits.slice(0, point).padEnd(point, "0");
  const next = point < 0 ? "0" : (digits[point] ?? "0");
  const nm = Number(kept) + (next >= "5" ? 1 : 0);
  if (!Number.isSafeInteger(nm)) refuse("range", path, `${path}: too large to add up exactly; give a length in mm.`);
  return negative ? -nm : nm;
}

export const millimetres = (nm: number): number => nm / 1e6;

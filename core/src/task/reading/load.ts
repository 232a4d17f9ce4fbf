import type { Answer } from "../../calculator/index.ts";
import { specAt } from "../../job/applies.ts";
import { type Bench, specFor } from "../../job/bench.ts";
import type { BodyOf } from "../../job/events.ts";
import type { JobState } from "../../job/fold.ts";
import type { MeasurePoint } from "../../procedure/index.ts";
import { quantityParse } from "../../quantity/index.ts";

type Under = NonNullable<MeasurePoint["under"]>;

export type Load = NonNullable<BodyOf<"reading_taken">["under"]>;

/** Loads closer than this share of the asked one are the same load. Common practice, no source. */
const SAME = 0.05;

const refuse = (code: "missing" | "conflict", message: string): Answer<never> => ({
  ok: false,
  error: { code, path: "under", message, lacks: { what: "load" } },
});

/** A line with the load that it was read under taken apart: "38 at 7 kg"; null where none was said. */
export function loadApart(line: string, under: Under | undefined): { line: string; load: string | null } {
  const read = under ? /^(.+?)\s*(?:at|under|@)\s*(.+)$/i.exec(line) : null;
  return read?.[1] && read[2] ? { line: read[1], load: read[2] } : { line, load: null };
}

/**
 * The load of a reading as typed, in its base unit: missing where the reading needs one, refused where it needs none,
 * and where the figure on file holds under another, since readings under different loads are never compared.
 */
export function loadRead(
  bench: Bench,
  under: Under | undefined,
  reading: string,
  load: string | null,
): Answer<Load | null> {
  if (!under) return load === null ? { ok: true, value: null } : refuse("conflict", "This is read without a load.");
  const parse = (text: string) => quantityParse({ text, kind: under.quantity, unit: under.unit });
  const spec = specFor(bench, under.spec);
  const filed = spec?.kind === "figure" ? parse(String(spec.value)) : null;
  const asked = spec?.kind === "figure" ? `${spec.value} ${under.unit}` : `so many ${under.unit}`;
  if (load === null) return refuse("missing", `${reading}: under which ${under.name}? Type ${reading} at ${asked}.`);
  const read = parse(load);
  if (!read.ok) return refuse("missing", `"${load}" is no ${under.name}: type ${reading} at ${asked}.`);
  const { value, unit, valueInBase } = read.value;
  if (filed?.ok && Math.abs(valueInBase - filed.value.valueInBase) > SAME * filed.value.valueInBase) {
    const rule = `Readings under another ${under.name} are never compared; read it under that. Nothing is kept.`;
    return refuse("conflict", `${reading} at ${load}: the figure holds under ${asked}. ${rule}`);
  }
  return { ok: true, value: { text: load, value, unit, valueInBase } };
}
/** The load that is asked for: "7.3 kg"; null where none is, or none is on file. */
export function loadAsked(bench: Bench, state: JobState, under: MeasurePoint["under"]): string | null {
  const spec = under ? specAt(bench, state, under.spec) : null;
  return under && spec?.kind === "figure" ? `${spec.value} ${under.unit}` : null;
}

export const loadWords = (bench: Bench, state: JobState, under: MeasurePoint["under"]): string =>
  under ? `, then at ${loadAsked(bench, state, under) ?? `so many ${under.unit}`}` : "";

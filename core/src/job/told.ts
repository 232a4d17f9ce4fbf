import { bearingDecode } from "../bearing/index.ts";
import { figuresKnown } from "../procedure/index.ts";
import { sourceLine, specWords } from "../spec/index.ts";
import { specAt } from "./applies.ts";
import type { Bench } from "./bench.ts";
import type { JobState } from "./fold.ts";

/** A figure of the machine as it is told where it is needed; words are null where it is not on file. */
export type Told = { key: string; label: string; words: string | null; source: string | null };

/** A bearing's designation with what it says of its size: "6205-2RS: 25 × 52 × 15 mm, two seals". Source: ISO 15. */
function withSize(key: string, words: string): string {
  if (!/^bearing-.*-type$/.test(key)) return words;
  const size = bearingDecode({ designation: words });
  if (!size.ok) return words;
  const { boreMm, outsideMm, widthMm, seals } = size.value;
  return `${words}: ${boreMm} × ${outsideMm} × ${widthMm} mm, ${seals}`;
}

/** What is known of the machine under a key, in words, with where it stands. */
export function toldAt(bench: Bench, state: JobState, key: string): Told {
  const label = figuresKnown(bench.procedure).get(key)?.label ?? key;
  const spec = specAt(bench, state, key);
  if (spec === null) return { key, label, words: null, source: null };
  return {
    key,
    label,
    words: withSize(key, specWords(spec, figuresKnown(bench.procedure))),
    source: sourceLine(spec.source),
  };
}

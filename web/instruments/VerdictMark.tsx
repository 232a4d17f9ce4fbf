import type { Judged } from "@averin/core";
import { wearPlace } from "./scale.ts";

export const TONE: Record<string, string> = {
  new: "var(--inside)",
  serviceable: "var(--inside)",
  near: "var(--near)",
  undecided: "var(--doubt)",
  past: "var(--past)",
  none: "var(--soft)",
};

export const toneOf = (judged: Judged | null): string => TONE[judged?.verdict ?? "none"] ?? "var(--soft)";

const LIMIT_AT = 62;

/**
 * The verdict as a shape: a small limit rule whose mark sits where the reading sits. Inside the band, near the line,
 * across the line with a whisker, beyond it; an open ring without a line where no limit is on file.
 */
export function VerdictMark({ judged, size = 1 }: { judged: Judged; size?: number }) {
  const tone = toneOf(judged);
  const box = { width: 84 * size, height: 20 * size, viewBox: "0 0 84 20", "aria-hidden": true } as const;
  if (judged.limit === null || judged.verdict === null) {
    return (
      <svg {...box}>
        <path d="M2 14h80" stroke="var(--line)" strokeWidth="1.5" strokeDasharray="3 3" />
        <circle cx="30" cy="9" r="5" fill="none" stroke={tone} strokeWidth="2" />
      </svg>
    );
  }
  const x = Math.min(80, Math.max(4, 6 + wearPlace(judged.value, judged.limit) * (LIMIT_AT - 6)));
  const inside = judged.verdict === "new" || judged.verdict === "serviceable";
  return (
    <svg {...box}>
      <rect x="2" y="13" width={LIMIT_AT - 2} height="4" fill="var(--band)" />
      <path d={`M${LIMIT_AT} 2v16`} stroke="var(--ink)" strokeWidth="3" />
      <path d="M2 17h80" stroke="var(--ink)" strokeWidth="1" />
      {judged.verdict === "undecided" && (
        <path d={`M${LIMIT_AT - 14} 8h28m-28-4v8m28-8v8`} stroke={tone} strokeWidth="2" fill="none" />
      )}
      {judged.verdict === "past" ? (
        <path d="M70 3l9 9m0-9l-9 9" stroke={tone} strokeWidth="3" />
      ) : (
        <path d={`M${x - 5} 2h10l-5 10z`} fill={inside ? tone : "var(--sheet)"} stroke={tone} strokeWidth="2" />
      )}
    </svg>
  );
}

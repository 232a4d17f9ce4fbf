import type { Answer } from "../../calculator/index.ts";
import { specAt } from "../../job/applies.ts";
import type { Bench } from "../../job/bench.ts";
import type { JobState } from "../../job/fold.ts";
import { trackLugs } from "../../track/index.ts";
import { no } from "../answers.ts";
import type { FigureRule, Figures, Worked } from "./calculator.ts";

/**
 * Counts typed as windows, lugs, torn, studs, pulled, with the shares that are lost; the length by the pitch on file.
 * After "at" the windows where lugs are torn, counted from the arrow: "48 144 3 96 2 at 12 13 31".
 */
export function lugsWorked(bench: Bench, state: JobState, typed: string): Answer<Worked> {
  const [counted = "", where = ""] = typed.split(/\bat\b/i);
  const whole = (text: string): number[] => text.split(/\s+/).filter(Boolean).map(Number);
  const counts = whole(counted);
  const places = whole(where);
  const [windows, lugs, torn, studs, pulled] = counts;
  if (counts.length !== 5 || [...counts, ...places].some((n) => !Number.isInteger(n)))
    return no(
      "type",
      "typed",
      "Five whole numbers: windows, lugs, lugs torn, studs, studs missing: 48 144 3 96 2. Then, where it is noted, at which windows lugs are torn: at 12 13 31.",
    );
  const beyond = places.find((n) => n < 1 || n > (windows ?? 0));
  if (beyond !== undefined)
    return no("range", "typed", `Window ${beyond}: this track has ${windows ?? 0}, counted from its arrow.`);
  if (places.length > (torn ?? 0)) {
    const message = `${places.length} windows for ${torn ?? 0} torn lugs: name a window once for each lug torn there.`;
    return no("conflict", "typed", message);
  }
  const pitch = specAt(bench, state, "track-pitch");
  const pitchMm = pitch?.kind === "figure" ? { pitchMm: pitch.value } : {};
  const input = { windows: windows ?? 0, lugs: lugs ?? 0, torn: torn ?? 0, studs: studs ?? 0, pulled: pulled ?? 0 };
  const answer = trackLugs({ ...input, ...pitchMm });
  if (!answer.ok) return answer;
  const { lengthMm = null, ...shares } = answer.value;
  return { ok: true, value: { figures: { ...input, ...shares, lengthMm, tornAt: places.join(" ") }, from: pitchMm } };
}
/** What was counted, in words: of how many, and at which windows lugs are torn where that was noted. */
export const lugsWords = ({ torn, lugs, pulled, studs, tornAt }: Figures): string =>
  `${torn} of ${lugs} lugs torn${tornAt ? ` at window ${tornAt}` : ""}, ${pulled} of ${studs} studs gone`;

export const lugsFigure: FigureRule<"track.lugs"> = {
  worked: (bench, state, _, typed) => lugsWorked(bench, state, typed),
  words: (figures, of) => `${lugsWords(figures)}; ${of("tornPercent", 1)} % and ${of("pulledPercent", 1)} %`,
  hint: "windows lugs torn studs missing; at 12 13",
  adds: ["at"],
  rehearsed: () => "48 144 0 96 0",
  figures: () => ({}),
};

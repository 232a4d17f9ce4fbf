import { activePoints, type Bench, type JobState, latest, slot, specAt } from "@averin/core";
import { CaseWindow } from "@/instruments/CaseWindow";

/** The points that read the play of a chain or belt in its case, the latest in the work first. */
const PLAYS: readonly string[] = ["belt-play-hot", "case-play", "belt-play-cold"];

export const isPlay = (point: string): boolean => PLAYS.includes(point);

/** What short names the plays have beside the drawing. */
const SHORT: Record<string, string> = {
  "case-play": "free play",
  ...{ "belt-play-cold": "cold", "belt-play-hot": "hot" },
};

/** Gears with their chain or belt and tensioner, and each play as it was read last; where the case's figures are on file. */
export function CasePanel({
  bench,
  state,
  backOff = null,
}: {
  bench: Bench;
  state: JobState;
  backOff?: string | null;
}) {
  const figure = (key: string): number | null => {
    const spec = specAt(bench, state, key);
    return spec?.kind === "figure" ? spec.value : null;
  };
  const [top, bottom, pitch, centre] = ["case-top-teeth", "case-bottom-teeth", "case-pitch", "case-centre"].map(figure);
  if (!top || !bottom || !pitch || !centre) return null;
  const read = (point: string): number | undefined =>
    (["left", "found"] as const).flatMap(
      (phase) => latest(state, slot.read(point, 1, 1, phase).key, "reading_taken")?.valueInBase ?? [],
    )[0];
  const plays = activePoints(bench, state).flatMap((point) =>
    isPlay(point.id) ? [{ name: SHORT[point.id] ?? point.name, mm: read(point.id) }] : [],
  );
  const drawn = PLAYS.flatMap((point) => read(point) ?? [])[0];
  // As the machine was made when the job was opened: a book put right later turns no job about.
  const belt = state.opened?.body.config["drive-case"] === "toothed belt";
  return (
    <CaseWindow
      topTeeth={top}
      bottomTeeth={bottom}
      pitchMm={pitch}
      centreMm={centre}
      playMm={drawn}
      plays={plays}
      drive={belt ? "belt" : "chain"}
      tensioner={!belt}
      backOff={backOff}
    />
  );
}

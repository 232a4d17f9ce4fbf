import {
  activePoints,
  type Bench,
  factsOf,
  type Gears,
  holds,
  type JobState,
  latest,
  slot,
  specAt,
} from "@averin/core";
import { CaseWindow } from "@/instruments/CaseWindow";

/** Gears with their chain or belt and tensioner, and each play as it was read last; where the case's figures are on file. */
export function CasePanel({
  bench,
  state,
  gears,
  backOff = null,
}: {
  bench: Bench;
  state: JobState;
  gears: Gears;
  backOff?: string | null;
}) {
  const figure = (key: string): number | null => {
    const spec = specAt(bench, state, key);
    return spec?.kind === "figure" ? spec.value : null;
  };
  const [top, bottom, pitch, centre] = [gears.top, gears.bottom, gears.pitch, gears.centre].map(figure);
  if (!top || !bottom || !pitch || !centre) return null;
  const read = (point: string): number | undefined =>
    (["left", "found"] as const).flatMap(
      (phase) => latest(state, slot.read(point, 1, 1, phase).key, "reading_taken")?.valueInBase ?? [],
    )[0];
  // Side by side in the order they are read in; drawn as the latest in the work has it.
  const plays = activePoints(bench, state).flatMap(({ id }) =>
    gears.plays.filter(({ of }) => of === id).map(({ name }) => ({ name, mm: read(id) })),
  );
  const drawn = gears.plays.flatMap(({ of }) => read(of) ?? [])[0];
  // As the machine was made when the job was opened: a book put right later turns no job about.
  const belt = holds(gears.belt, factsOf(bench, state)) === true;
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

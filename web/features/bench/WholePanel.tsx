import { type Bench, findingOf, type JobState, latest, slot, specAt, type Task, walk } from "@averin/core";
import type { ReactNode } from "react";
import { BearingMap, isOnMap } from "@/instruments/BearingMap";
import { CaseWindow } from "@/instruments/CaseWindow";
import { AxlePanel } from "./AxlePanel.tsx";

type Props = { bench: Bench; state: JobState; task: Task; lives: Readonly<Record<string, string>> };

/** The drawing of the whole that a procedure has, beside the step in hand. */
export function WholePanel(props: Props) {
  return (
    <>
      <HelperPanel {...props} />
      {drawingOf(props)}
    </>
  );
}

function drawingOf(props: Props): ReactNode {
  switch (props.bench.procedure.instrument) {
    case "axle strip":
      return props.task.kind === "verify" ? null : <AxlePanel {...props} />;
    case "case window":
      return <CasePanel {...props} />;
    case "bearing map":
      return <BearingPanel {...props} />;
    case undefined:
      return null;
  }
}

/** At the first step that needs a helper: what they are needed for later, so that they are called once. */
function HelperPanel({ bench, state, task }: Props) {
  const [first, ...called] = walk(bench, state).filter((t) => t.helper !== null);
  if (first?.id !== task.id || called.length === 0) return null;
  return (
    <section aria-label="The helper is needed for" className="border-2 border-petrol p-3">
      <h2 className="caption">the helper is needed for</h2>
      <ul>
        {called.map((t) => (
          <li key={t.id} className="text-lg">
            <span className="figure pr-2 text-petrol">{t.number}</span>
            <strong>{t.title}</strong>: {t.helper}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The points that read the play of a chain or belt in its case, the latest in the work first. */
const PLAYS: readonly string[] = ["belt-play-hot", "case-play", "belt-play-cold"];

/** Gears with their chain or belt, and the play that was read last; where the case's figures are on file. */
function CasePanel({ bench, state, task }: Props) {
  if (!task.slots.some((s) => s.kind === "read" && PLAYS.includes(s.point))) return null;
  const figure = (key: string): number | null => {
    const spec = specAt(bench, state, key);
    return spec?.kind === "figure" ? spec.value : null;
  };
  const [top, bottom, pitch, centre] = ["case-top-teeth", "case-bottom-teeth", "case-pitch", "case-centre"].map(figure);
  if (!top || !bottom || !pitch || !centre) return null;
  const read = PLAYS.flatMap((point) =>
    (["left", "found"] as const).flatMap(
      (phase) => latest(state, slot.read(point, 1, 1, phase).key, "reading_taken")?.valueInBase ?? [],
    ),
  );
  return (
    <div className="max-w-[360px] shrink-0">
      <CaseWindow topTeeth={top} bottomTeeth={bottom} pitchMm={pitch} centreMm={centre} playMm={read[0]} />
    </div>
  );
}

/** Every bearing of the shafts where it sits, with how it feels. */
function BearingPanel({ bench, state, task, lives }: Props) {
  const parts = bench.procedure.spine.filter((entry) => isOnMap(entry.id));
  if (!parts.some((part) => part.id === task.entry)) return null;
  const bearings = parts.map((part) => {
    const point = bench.procedure.points.find((p) => p.on === part.id && p.kind === "inspect");
    const finding = point?.kind === "inspect" ? findingOf(state, point, 1) : null;
    return {
      ...{ id: part.id, name: part.name, feel: finding?.word ?? null, leads: finding?.leads ?? null },
      ...{ since: lives[part.name] ?? null, here: part.id === task.entry },
    };
  });
  return <BearingMap bearings={bearings} />;
}

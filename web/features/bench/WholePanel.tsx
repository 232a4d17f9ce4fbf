import { activePoints, type Bench, findingOf, type JobState, specAt, type Task, walk } from "@averin/core";
import type { ReactNode } from "react";
import { GreaseMap, isOnGreaseMap } from "@/instruments/GreaseMap";
import { BearingMap, isOnMap } from "@/instruments/BearingMap";
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
    case "bearing map":
      return <BearingPanel {...props} />;
    case "grease map":
      return <GreasePanel {...props} />;
    // Drawn beside the rule of its own reading.
    case "case window":
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

/** Every bearing of the shafts where it sits, with how it feels. */
function BearingPanel({ bench, state, task, lives }: Props) {
  const parts = bench.procedure.spine.filter((entry) => isOnMap(entry.id));
  if (!parts.some((part) => part.id === task.entry)) return null;
  const bearings = parts.map((part) => {
    const point = bench.procedure.points.find((p) => p.on === part.id && p.kind === "inspect");
    const finding = point?.kind === "inspect" ? findingOf(state, point, 1) : null;
    const type = specAt(bench, state, `${part.id}-type`);
    return {
      ...{ id: part.id, name: part.name, feel: finding?.word ?? null, leads: finding?.leads ?? null },
      ...{
        type: type?.kind === "word" ? type.word : null,
        since: lives[part.name] ?? null,
        here: part.id === task.entry,
      },
    };
  });
  return <BearingMap bearings={bearings} />;
}

/** Every grease point where it sits, numbered in the order of the round, with what came out. */
function GreasePanel({ bench, state, task }: Props) {
  const points = activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "inspect" || !isOnGreaseMap(point.id)) return [];
    const finding = findingOf(state, point, 1);
    const here = task.slots.some((s) => s.kind === "find" && s.point === point.id);
    return [{ id: point.id, name: point.name, found: finding?.word ?? null, leads: finding?.leads ?? null, here }];
  });
  return points.some((point) => point.here) ? <GreaseMap points={points} /> : null;
}

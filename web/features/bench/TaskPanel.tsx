import type { Bench, JobState, OpenPoint, Slot, Task } from "@averin/core";
import type { ReactNode } from "react";
import { DecidePanel } from "./DecidePanel.tsx";
import { DoPanel } from "./DoPanel.tsx";
import { InspectPanel } from "./InspectPanel.tsx";
import { MeasurePanel } from "./MeasurePanel.tsx";
import { ReleasePanel } from "./ReleasePanel.tsx";
import { StackPanel } from "./StackPanel.tsx";
import { TorquePanel } from "./TorquePanel.tsx";

export type PanelProps = {
  bench: Bench;
  state: JobState;
  task: Task;
  waiting: readonly Slot[];
  kit: { gauge: string | null; wrench: string | null };
  onAim: (slotKey: string) => void;
  onEnter: (typed: string) => void;
};

const KIND_WORD: Record<Task["kind"], string> = {
  off: "take off",
  do: "do",
  measure: "measure",
  inspect: "look",
  decide: "decide",
  build: "compute",
  fit: "fit",
  torque: "torque",
};

/** The step in hand with its instrument. */
export function TaskPanel(
  props: Omit<PanelProps, "task"> & {
    task: Task | null;
    points: readonly OpenPoint[];
    onSign: (point: OpenPoint) => void;
  },
) {
  const { task, points, onSign, ...rest } = props;
  if (task === null)
    return (
      <ReleasePanel
        state={props.state}
        points={points}
        procedure={props.bench.procedure}
        onSign={onSign}
        onEnter={props.onEnter}
      />
    );
  return (
    <article className="flex flex-col gap-3">
      <header className="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-1">
        <span className="figure text-2xl font-bold text-petrol">{task.number}</span>
        <h1 className="text-2xl font-semibold">{task.title}</h1>
        <span className="ml-auto text-soft">
          {KIND_WORD[task.kind]}
          {task.slots.length > 1 && (
            <span className="figure">
              {" "}
              {task.slots.length - props.waiting.length}/{task.slots.length}
            </span>
          )}
        </span>
        <p className="w-full text-lg">{task.do}</p>
      </header>
      {task.caution && (
        <p className="caution text-lg">
          <strong>Caution. </strong>
          {task.caution}
        </p>
      )}
      {panelFor({ ...rest, task })}
      {task.why && (
        <p className="text-soft">
          <strong>Why. </strong>
          {task.why}
        </p>
      )}
    </article>
  );
}

function panelFor(props: PanelProps): ReactNode {
  switch (props.task.kind) {
    case "measure":
      return <MeasurePanel key={props.task.id} {...props} />;
    case "inspect":
      return <InspectPanel {...props} />;
    case "decide":
      return <DecidePanel {...props} />;
    case "build":
      return <StackPanel {...props} />;
    case "torque":
      return <TorquePanel {...props} />;
    case "off":
    case "fit":
    case "do":
      return <DoPanel {...props} />;
  }
}

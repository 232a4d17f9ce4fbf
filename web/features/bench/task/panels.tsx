import type { Task } from "@averin/core";
import type { ComponentType } from "react";
import type { PanelProps } from "../panel.ts";
import { AdjustPanel } from "./adjust.tsx";
import { CountPanel } from "./count.tsx";
import { DecidePanel } from "./decision.tsx";
import { LockPanel, TorquePanel } from "./fasteners.tsx";
import { FigurePanel } from "./figure.tsx";
import { InspectPanel } from "./finding.tsx";
import { MachinePanel } from "./machine.tsx";
import { CheckPanel, StackPanel } from "./pack.tsx";
import { PartPanel } from "./part.tsx";
import { AskPanel } from "./question.tsx";
import { MeasurePanel } from "./reading.tsx";
import { DoPanel } from "./step.tsx";
import { VerifyPanel } from "./verify.tsx";
import { WaitPanel } from "./wait.tsx";

/** The panel of every kind of task; a kind that has none does not compile. */
const PANELS: { [K in Task["kind"]]: ComponentType<PanelProps> } = {
  off: PartPanel,
  fit: PartPanel,
  do: DoPanel,
  wait: WaitPanel,
  measure: MeasurePanel,
  inspect: InspectPanel,
  decide: DecidePanel,
  build: StackPanel,
  check: CheckPanel,
  verify: VerifyPanel,
  adjust: AdjustPanel,
  compute: FigurePanel,
  torque: TorquePanel,
  lock: LockPanel,
  count: DoPanel,
};

/** The panel of the step in hand: a question or a count asked in it comes before its own work. */
export function OwnPanel(props: PanelProps) {
  const { task, waiting } = props;
  const aim = waiting[0];
  if (aim?.kind === "ask") return <AskPanel {...props} aim={aim} />;
  if (aim?.kind === "word" || aim?.kind === "many") return <MachinePanel key={aim.key} {...props} aim={aim} />;
  if (aim?.kind === "count") return <CountPanel {...props} aim={aim} />;
  const Panel = PANELS[task.kind];
  return <Panel key={task.id} {...props} />;
}

import { type FigureCalculator, latest, stepOf } from "@averin/core";
import type { ComponentType } from "react";
import type { PanelProps } from "../panel.ts";
import { BackOff } from "./figure/backoff.tsx";
import { Gearing } from "./figure/gearing.tsx";
import { LugCount } from "./figure/lugs.tsx";
import { GearPair } from "./figure/pair.tsx";
import type { FigureProps } from "./figure/shared.tsx";
import { SlackSet } from "./figure/slack.tsx";
import { SplineCompare } from "./figure/spline.tsx";

/** Every calculator's own drawing; one that has none does not compile. */
const DRAWN: { [C in FigureCalculator]: ComponentType<FigureProps<C>> } = {
  "chain.slack": SlackSet,
  "chain.length": Gearing,
  "chain.spline": SplineCompare,
  "case.backoff": BackOff,
  "case.freeplay": GearPair,
  "track.lugs": LugCount,
};

/** A figure worked out from the machine's own or from what is typed, with what it was worked out from. */
export function FigurePanel(props: PanelProps) {
  const own = props.task.slots.find((s) => s.kind === "compute");
  const step = own && stepOf(props.bench.procedure, own.step);
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return null;
  const Drawn = DRAWN[step.calculator] as ComponentType<FigureProps<FigureCalculator>>;
  return <Drawn {...props} step={step} taken={latest(props.state, own?.key ?? "", "figure_taken")} />;
}

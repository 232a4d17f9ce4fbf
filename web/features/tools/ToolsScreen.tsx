import { type Gauge, isOverdue, type Wrench } from "@averin/core";
import type { ReactNode } from "react";
import { GaugeKey, WrenchKey } from "@/ui/ToolKeys";

/** The kinds of gauge that procedures here ask for, each with what it reads. */
export type GaugeKind = { kind: string; quantity: string };

/** Everything the shop measures and pulls with; what is overdue stands out, and what is missing is made here. */
export function ToolsScreen({
  gauges,
  wrenches,
  kinds,
  today,
}: {
  gauges: readonly Gauge[];
  wrenches: readonly Wrench[];
  kinds: readonly GaugeKind[];
  /** As a day: 2026-11-29. */
  today: string;
}) {
  return (
    <>
      <section aria-label="Gauges" className="pb-8">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Gauges</h2>
        <ul>
          {gauges.map((gauge) => (
            <Tool key={gauge.id} tool={gauge} today={today}>
              step {gauge.resolution}, ±{gauge.permissibleError} · read in {gauge.unit}
            </Tool>
          ))}
        </ul>
        <div className="flex flex-wrap items-center gap-2 pt-3">
          <span>Another:</span>
          {kinds.map(({ kind, quantity }) => (
            <GaugeKey key={kind} kind={kind} quantity={quantity} words={kind.replaceAll("-", " ")} />
          ))}
        </div>
      </section>
      <section aria-label="Torque wrenches">
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Torque wrenches</h2>
        <ul>
          {wrenches.map((wrench) => (
            <Tool key={wrench.id} tool={wrench} today={today}>
              {Number(wrench.minNm.toFixed(1))} to {Number(wrench.maxNm.toFixed(1))} N·m
              {wrench.lengthMm !== null && ` · ${wrench.lengthMm} mm long`}
            </Tool>
          ))}
        </ul>
        <div className="pt-3">
          <WrenchKey words="Another wrench" />
        </div>
      </section>
    </>
  );
}

/** One gauge or wrench: what it is called, what it does, and by when it is to be calibrated. */
function Tool({ tool, today, children }: { tool: Gauge | Wrench; today: string; children: ReactNode }) {
  const due = tool.calibrationDue;
  return (
    <li className="grid min-h-[52px] grid-cols-[1fr_1fr_1fr] items-center gap-x-4 border-b border-line">
      <strong className="text-lg">{tool.name}</strong>
      <span className="tabular-nums">{children}</span>
      {due !== null && isOverdue(due, today) ? (
        <strong className="text-right text-past">calibration overdue since {due}</strong>
      ) : (
        <span className="text-right text-soft">{due === null ? "no calibration said" : `calibration due ${due}`}</span>
      )}
    </li>
  );
}

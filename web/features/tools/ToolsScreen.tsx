import type { Gauge, Wrench } from "@averin/core";
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
            <li
              key={gauge.id}
              className="grid min-h-[52px] grid-cols-[1fr_1fr_1fr] items-center gap-x-4 border-b border-line"
            >
              <strong className="text-lg">{gauge.name}</strong>
              <span className="tabular-nums">
                step {gauge.resolution}, ±{gauge.permissibleError} · read in {gauge.unit}
              </span>
              <Due day={gauge.calibrationDue} today={today} />
            </li>
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
            <li
              key={wrench.id}
              className="grid min-h-[52px] grid-cols-[1fr_1fr_1fr] items-center gap-x-4 border-b border-line"
            >
              <strong className="text-lg">{wrench.name}</strong>
              <span className="tabular-nums">
                {Number(wrench.minNm.toFixed(1))} to {Number(wrench.maxNm.toFixed(1))} N·m
                {wrench.lengthMm !== null && ` · ${wrench.lengthMm} mm long`}
              </span>
              <Due day={wrench.calibrationDue} today={today} />
            </li>
          ))}
        </ul>
        <div className="pt-3">
          <WrenchKey words="Another wrench" />
        </div>
      </section>
    </>
  );
}

function Due({ day, today }: { day: string | null; today: string }) {
  if (day === null) return <span className="text-right text-soft">no calibration said</span>;
  return day < today ? (
    <strong className="text-right text-past">calibration overdue since {day}</strong>
  ) : (
    <span className="text-right text-soft">calibration due {day}</span>
  );
}

import { type Bench, type ComputeStep, type JobState, sourceLine, stackCapacity } from "@averin/core";
import { LazyChart } from "../LazyChart.tsx";

/** What the pack carries against what the engine asks, and how that falls as the linings wear. */
export function CapacityPanel({ bench, state, step }: { bench: Bench; state: JobState; step: ComputeStep }) {
  const answer = stackCapacity(bench, state, step);
  if (!answer.ok) return <p className="text-soft">{answer.error.message}</p>;
  const { curve, demandNm, slipsAtMm, clampN, sources } = answer.value;
  const first = curve[0];
  const last = curve[curve.length - 1];
  if (!first || !last) return null;
  const margin = (first.capacityNm / demandNm).toFixed(2);
  const says =
    slipsAtMm === null
      ? `Carries ${first.capacityNm.toFixed(0)} N·m as built, ${margin} times what the engine asks; ${last.capacityNm.toFixed(0)} with every lining at its limit.`
      : `Carries ${first.capacityNm.toFixed(0)} N·m as built; slips once the pack has lost ${slipsAtMm.toFixed(2)} mm.`;
  return (
    <section aria-label="What the pack carries">
      <p className={`text-lg ${slipsAtMm === null ? "" : "font-semibold text-past"}`}>{says}</p>
      <LazyChart
        height={200}
        x="wear of the whole pack, mm"
        y="N·m"
        says={says}
        lines={[
          { label: "carries", tone: "ink", points: curve.map((p) => ({ x: p.wearMm, y: p.capacityNm })) },
          {
            label: "engine asks",
            tone: "past",
            dashed: true,
            points: [
              { x: 0, y: demandNm },
              { x: last.wearMm, y: demandNm },
            ],
          },
        ]}
      />
      <p className="text-[15px] text-soft">
        Clamp {clampN.toFixed(0)} N as built; springs stretch by what the pack loses.{" "}
        {sources[0] && sourceLine(sources[0])}
      </p>
    </section>
  );
}

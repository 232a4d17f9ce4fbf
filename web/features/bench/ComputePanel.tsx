import { gearingWorked, latest, slackWorked, stepOf } from "@averin/core";
import { LineChart } from "@/instruments/LineChart";
import type { PanelProps } from "./TaskPanel.tsx";

const shown = (value: unknown, decimals = 1): string => (typeof value === "number" ? value.toFixed(decimals) : "–");

/** A figure worked out from the machine's own geometry, with what it was worked out from; Enter takes it. */
export function ComputePanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const step = stepOf(bench.procedure, task.id.replace("compute:", ""));
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return null;
  const taken = latest(state, task.id, "figure_taken");
  const worked =
    step.calculator === "chain.slack" ? slackWorked(bench, state, step) : gearingWorked(bench, state, step, "");
  if (!worked.ok) return <p className="caution text-lg">{worked.error.message}</p>;
  const figures = taken?.figures ?? worked.value.figures;
  const from = taken?.from ?? worked.value.from;
  const curve = "curve" in worked.value ? worked.value : null;
  return (
    <>
      {curve ? (
        <>
          <p className="text-2xl">
            Set <strong className="figure text-petrol">{shown(figures.set)} mm</strong> on the stand;{" "}
            <span className="figure">{shown(figures.remains, 0)} mm</span> remains at the tightest, arm at{" "}
            <span className="figure">{shown(figures.tightestDeg)}°</span>.
          </p>
          <LineChart
            x="swing-arm angle, degrees"
            y="slack, mm"
            says={`slack over the travel when it is set to ${shown(figures.set)} mm`}
            lines={[
              {
                label: "slack as set",
                tone: "ink",
                points: curve.curve.map(({ deg, slackMm }) => ({ x: deg, y: slackMm })),
              },
              {
                label: "on the stand",
                tone: "near",
                dots: true,
                points: [{ x: curve.restDeg, y: Number(figures.set) }],
              },
            ]}
          />
        </>
      ) : (
        <>
          <p className="text-2xl">
            <span className="figure">
              {shown(figures.front, 0)} / {shown(figures.rear, 0)}
            </span>
            , ratio <span className="figure">{shown(figures.ratio, 2)}</span> (
            {Number(figures.changePercent) === 0
              ? "as it was"
              : `${Number(figures.changePercent) > 0 ? "+" : "−"}${shown(Math.abs(Number(figures.changePercent)))} %`}
            )
          </p>
          <p className="text-lg">
            Chain of <strong className="figure">{shown(figures.links, 0)}</strong> links; the axle lies at{" "}
            <strong className="figure">{shown(figures.axle)}</strong> mm, its slot runs from{" "}
            <span className="figure">{shown(from.slotFrom, 0)}</span> to{" "}
            <span className="figure">{shown(from.slotTo, 0)}</span>. The same tooth meets the same link every{" "}
            <span className="figure">{shown(figures.repeatLinks, 0)}</span> links.
          </p>
          <AxlePlace at={Number(figures.axle)} from={Number(from.slotFrom)} to={Number(from.slotTo)} />
          {!taken && <p className="text-soft">Type other teeth, front then rear, such as 14 48; Enter keeps these.</p>}
        </>
      )}
      {waiting.length > 0 && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          Take it
        </button>
      )}
    </>
  );
}

/** The adjuster's slot with the axle where this chain puts it. */
function AxlePlace({ at, from, to }: { at: number; from: number; to: number }) {
  const x = 30 + ((at - from) / (to - from)) * 560;
  return (
    <svg viewBox="0 0 620 70" role="img" aria-label="axle in its slot" className="block w-full">
      <rect x="20" y="20" width="580" height="30" rx="15" fill="var(--band)" stroke="var(--ink)" strokeWidth="2" />
      <circle cx={x} cy="35" r="13" fill="var(--petrol)" />
      <text x="20" y="66" fontSize="15" fill="var(--soft)">
        foremost
      </text>
      <text x="600" y="66" fontSize="15" fill="var(--soft)" textAnchor="end">
        rearmost
      </text>
    </svg>
  );
}

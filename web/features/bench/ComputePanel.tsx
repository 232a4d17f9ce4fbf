import { gearingWorked, latest, slackWorked, stepOf } from "@averin/core";
import { AxlePlace } from "@/instruments/AxlePlace";
import { LineChart } from "@/instruments/LineChart";
import type { PanelProps } from "./TaskPanel.tsx";

const shown = (value: unknown, decimals = 1): string => (typeof value === "number" ? value.toFixed(decimals) : "–");

/** A figure worked out from the machine's own geometry, with what it was worked out from; Enter takes it. */
export function ComputePanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "compute");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return null;
  const taken = latest(state, own?.key ?? "", "figure_taken");
  const slack = step.calculator === "chain.slack" ? slackWorked(bench, state, step) : null;
  const gearing = step.calculator === "chain.length" ? gearingWorked(bench, state, step, "") : null;
  const worked = slack ?? gearing;
  if (!worked) return null;
  if (!worked.ok) return <p className="caution text-lg">{worked.error.message}</p>;
  const figures = taken?.figures ?? worked.value.figures;
  const from = taken?.from ?? worked.value.from;
  const curve = slack?.ok ? slack.value : null;
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
          <AxlePlace atMm={Number(figures.axle)} fromMm={Number(from.slotFrom)} toMm={Number(from.slotTo)} />
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

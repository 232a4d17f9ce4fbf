import {
  backoffWorked,
  type BodyOf,
  figuresMissing,
  gearingWorked,
  KNOWN_FIGURES,
  latest,
  slackWorked,
  specFor,
  stepOf,
} from "@averin/core";
import type { ReactNode } from "react";
import { AxlePlace } from "@/instruments/AxlePlace";
import { LugMap } from "@/instruments/LugMap";
import { LineChart } from "@/instruments/LineChart";
import { Slice } from "@/instruments/Turning";
import { SplineFit } from "@/instruments/SplineFit";
import { FigureKey } from "@/ui/FigureKey";
import type { PanelProps } from "./TaskPanel.tsx";

type Figures = BodyOf<"figure_taken">["figures"];
type Curve = { curve: { deg: number; slackMm: number | null }[]; restDeg: number };

const shown = (value: unknown, decimals = 1): string => (typeof value === "number" ? value.toFixed(decimals) : "–");

/** A figure worked out from the machine's own, with what it was worked out from; Enter takes it. */
export function ComputePanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "compute");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return null;
  const taken = latest(state, own?.key ?? "", "figure_taken");
  const key = waiting.length > 0 && (
    <button
      type="button"
      className="key min-h-[60px]! self-start px-6! text-xl"
      data-main="true"
      onClick={() => onEnter("")}
    >
      Take it
    </button>
  );
  if (step.calculator === "chain.spline") {
    const { old, fresh, shaft } = taken?.figures ?? {};
    const most = specFor(bench, step.maxPlay);
    const fit = {
      ...{ oldMm: Number(old), newMm: Number(fresh), shaftMm: Number(shaft) },
      maxPlayMm: most?.kind === "figure" ? most.value : null,
    };
    return (
      <>
        <SplineFit fit={taken ? fit : null} />
        {taken ? (
          <p className="text-lg">
            The new sprocket takes away <strong className="figure">{shown(taken.figures.sprocketWearMm, 2)} mm</strong>{" "}
            of play; <strong className="figure">{shown(taken.figures.newPlayMm, 2)} mm</strong> stays, and that is the
            shaft’s.
          </p>
        ) : (
          <p className="text-lg">Three widths in one line, such as 4.62 4.21 4.05.</p>
        )}
        {most === null && <Missing keys={[step.maxPlay]} machine={state.opened?.body.machine.id} />}
      </>
    );
  }
  if (step.calculator === "track.lugs") {
    if (!taken)
      return <p className="text-lg">Five counts in one line: windows, lugs, torn, studs, missing: 48 144 6 96 2.</p>;
    const { windows, tornPercent, pulledPercent, studs, lengthMm } = taken.figures;
    return (
      <LugMap
        windows={Number(windows)}
        tornPercent={Number(tornPercent)}
        pulledPercent={Number(pulledPercent)}
        studs={Number(studs)}
        lengthMm={typeof lengthMm === "number" ? lengthMm : null}
      />
    );
  }
  if (step.calculator === "case.backoff") {
    const worked = backoffWorked(bench, state, step);
    if (!worked.ok) return <p className="caution text-lg">{worked.error.message}</p>;
    const { turns, travelMm } = taken?.figures ?? worked.value.figures;
    return (
      <>
        <p className="text-2xl">
          Back off <strong className="figure text-petrol">{String(turns)}</strong> of a turn
          {typeof travelMm === "number" ? (
            <>
              , <strong className="figure">{shown(travelMm, 2)} mm</strong> of the adjuster’s thread
            </>
          ) : (
            "; the thread’s pitch is not on file, so no millimetres"
          )}
          .
        </p>
        {travelMm === null && <Missing keys={[step.pitch]} machine={state.opened?.body.machine.id} />}
        {key}
        <div className="max-w-[420px]">
          <Slice deg={Number(turns) * 360} label="back off" />
        </div>
      </>
    );
  }
  const worked =
    step.calculator === "chain.slack" ? slackWorked(bench, state, step) : gearingWorked(bench, state, step, "");
  if (!worked.ok) {
    return (
      <>
        <p className="caution text-lg">{worked.error.message}</p>
        <Missing keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
      </>
    );
  }
  const figures = taken?.figures ?? worked.value.figures;
  const from = taken?.from ?? worked.value.from;
  return (
    <>
      {"curve" in worked.value ? (
        <SlackSet figures={figures} curve={worked.value as unknown as Curve} />
      ) : (
        <Gearing figures={figures} from={from} taken={taken !== null} />
      )}
      {key}
    </>
  );
}

/** Figures that are not on file: each with the key that enters it for this machine. */
function Missing({ keys, machine }: { keys: readonly string[]; machine: string | undefined }): ReactNode {
  if (machine === undefined || keys.length === 0) return null;
  return (
    <ul className="grid gap-2 sm:grid-cols-2">
      {keys.map((key) => (
        <li key={key} className="flex items-center justify-between gap-3 border-b border-line">
          {KNOWN_FIGURES.get(key)?.label ?? key}
          <FigureKey machine={machine} figure={key} words="Enter" />
        </li>
      ))}
    </ul>
  );
}

function SlackSet({ figures, curve }: { figures: Figures; curve: Curve }) {
  return (
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
          { label: "on the stand", tone: "near", dots: true, points: [{ x: curve.restDeg, y: Number(figures.set) }] },
        ]}
      />
    </>
  );
}

function Gearing({ figures, from, taken }: { figures: Figures; from: Figures; taken: boolean }) {
  const change = Number(figures.changePercent);
  return (
    <>
      <p className="text-2xl">
        <span className="figure">
          {shown(figures.front, 0)} / {shown(figures.rear, 0)}
        </span>
        , ratio <span className="figure">{shown(figures.ratio, 2)}</span> (
        {change === 0 ? "as it was" : `${change > 0 ? "+" : "−"}${shown(Math.abs(change))} %`})
        {figures.speedKmh !== undefined && (
          <>
            {" "}
            · <strong className="figure text-petrol">{shown(figures.speedKmh, 0)} km/h</strong> in top at{" "}
            <span className="figure">{shown(figures.atRpm, 0)}</span> a minute
          </>
        )}
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
  );
}

import {
  type BackoffStep,
  backoffWorked,
  type BodyOf,
  figuresMissing,
  type GearingStep,
  gearingWorked,
  KNOWN_FIGURES,
  latest,
  type PairStep,
  pairWorked,
  type SlackStep,
  slackWorked,
  slot,
  specFor,
  type SplineStep,
  stepOf,
} from "@averin/core";
import type { ReactNode } from "react";
import { CaseWindow } from "@/instruments/CaseWindow";
import { AxlePlace } from "@/instruments/AxlePlace";
import { LugMap } from "@/instruments/LugMap";
import { SplineFit } from "@/instruments/SplineFit";
import { FigureKey } from "@/ui/FigureKey";
import { CasePanel } from "./CasePanel.tsx";
import { LazyChart } from "./LazyChart.tsx";
import type { PanelProps } from "./TaskPanel.tsx";

type Taken = BodyOf<"figure_taken"> | null;

const shown = (value: unknown, decimals = 1): string => (typeof value === "number" ? value.toFixed(decimals) : "–");

/** A figure worked out from the machine's own or from what is typed, with what it was worked out from. */
export function ComputePanel(props: PanelProps) {
  const own = props.task.slots.find((s) => s.kind === "compute");
  const step = own && stepOf(props.bench.procedure, own.step);
  if (step?.kind !== "compute" || step.calculator === "clutch.stack") return null;
  const taken = latest(props.state, own?.key ?? "", "figure_taken");
  switch (step.calculator) {
    case "chain.spline":
      return <SplineCompare {...props} step={step} taken={taken} />;
    case "track.lugs":
      return <LugCount {...props} taken={taken} />;
    case "case.freeplay":
      return <GearPair {...props} step={step} taken={taken} />;
    case "case.backoff":
      return <BackOff {...props} step={step} taken={taken} />;
    case "chain.slack":
      return <SlackSet {...props} step={step} taken={taken} />;
    case "chain.length":
      return <Gearing {...props} step={step} taken={taken} />;
  }
}

function TakeKey({ waiting, onEnter }: PanelProps) {
  if (waiting.length === 0) return null;
  return (
    <button
      type="button"
      className="key min-h-[60px]! self-start px-6! text-xl"
      data-main="true"
      onClick={() => onEnter("")}
    >
      Take it
    </button>
  );
}

/** What stands in the way of a figure, with the keys that enter what is missing. */
function NotWorked({ bench, state, step, message }: PanelProps & { step: { id: string }; message: string }) {
  return (
    <>
      <p className="caution text-lg">{message}</p>
      <Missing keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
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

function SplineCompare({ bench, state, step, taken }: PanelProps & { step: SplineStep; taken: Taken }) {
  const most = specFor(bench, step.maxPlay);
  const { old, fresh, shaft, sprocketWearMm, newPlayMm } = taken?.figures ?? {};
  const fit = taken && {
    ...{ oldMm: Number(old), newMm: Number(fresh), shaftMm: Number(shaft) },
    maxPlayMm: most?.kind === "figure" ? most.value : null,
  };
  return (
    <>
      <SplineFit fit={fit} />
      {taken ? (
        <p className="text-lg">
          The new sprocket takes away <strong className="figure">{shown(sprocketWearMm, 2)} mm</strong> of play;{" "}
          <strong className="figure">{shown(newPlayMm, 2)} mm</strong> stays, and that is the shaft’s.
        </p>
      ) : (
        <p className="text-lg">Three widths in one line, such as 4.62 4.21 4.05.</p>
      )}
      <Missing keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
    </>
  );
}

function LugCount({ bench, state, taken }: PanelProps & { taken: Taken }) {
  const of = (name: string): number => Number(taken?.figures[name] ?? 0);
  const { lengthMm, tornAt } = taken?.figures ?? {};
  const point = bench.procedure.points.find((p) => p.kind === "measure" && p.drawing === "track clearance");
  const read = (point?.kind === "measure" ? (point.placeNames ?? []) : []).flatMap((name, i) => {
    const body = latest(state, slot.read(point?.id ?? "", 1, i + 1, "left").key, "reading_taken");
    return body ? [{ name, mm: body.valueInBase }] : [];
  });
  return (
    <LugMap
      counts={
        taken && {
          ...{ windows: of("windows"), lugs: of("lugs"), torn: of("torn") },
          ...{ studs: of("studs"), pulled: of("pulled") },
        }
      }
      tornAt={typeof tornAt === "string" ? tornAt.split(" ").filter(Boolean).map(Number) : []}
      lengthMm={typeof lengthMm === "number" ? lengthMm : null}
      clearances={point ? read : null}
    />
  );
}

/** Turns as they are spoken of. */
const TURNS: Readonly<Record<string, string>> = { "0": "no", "0.25": "¼", "0.375": "⅜", "0.5": "½" };

function BackOff(props: PanelProps & { step: BackoffStep; taken: Taken }) {
  const { bench, state, step, taken } = props;
  const worked = backoffWorked(bench, state, step, "");
  if (!worked.ok) return <NotWorked {...props} message={worked.error.message} />;
  const { turns, travelMm, takenUp } = taken?.figures ?? worked.value.figures;
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
      <p className="text-lg text-soft">
        {typeof takenUp === "number" ? (
          <>
            <strong className="figure text-ink">{shown(takenUp, 2)}</strong> turns taken up this time.
          </>
        ) : (
          "Type how far it went in, such as 1.5, and the turns are counted since the chain was new."
        )}
      </p>
      <Missing keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
      <TakeKey {...props} />
      <div className="max-w-[460px]">
        <CasePanel bench={bench} state={state} backOff={TURNS[String(turns)] ?? String(turns)} />
      </div>
    </>
  );
}

/** The pair that goes in and its chain, drawn at the case's own centres with the play that they leave. */
function GearPair(props: PanelProps & { step: PairStep; taken: Taken }) {
  const worked = pairWorked(props.bench, props.state, props.step, "");
  if (!worked.ok) return <NotWorked {...props} message={worked.error.message} />;
  const { figures, from } = props.taken ?? worked.value;
  const of = (name: string): number => Number(figures[name]);
  const change = of("changePercent");
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[1fr_340px] [&>svg]:max-h-[300px]">
      <div className="flex flex-col gap-3">
        <p className="text-2xl">
          <strong className="figure text-petrol">
            {of("topTeeth")} over {of("bottomTeeth")}
          </strong>
          , <span className="figure">{of("links")}</span> links
        </p>
        <p className="text-lg">
          Ratio <strong className="figure">{shown(figures.ratio, 2)}</strong> (
          {Math.abs(change) < 0.05 ? "as it was" : `${change > 0 ? "+" : "−"}${shown(Math.abs(change))} %`});{" "}
          <strong className="figure">{shown(figures.freePlayMm)} mm</strong> of play on one run before the tensioner.
        </p>
        <p className="text-soft">
          Shafts {shown(from.centre)} mm apart, pitch {shown(from.pitch, 3)} mm. A pair or a chain that does not go
          round is told before it is ordered.
        </p>
        <TakeKey {...props} />
      </div>
      <CaseWindow
        topTeeth={of("topTeeth")}
        bottomTeeth={of("bottomTeeth")}
        pitchMm={Number(from.pitch)}
        centreMm={Number(from.centre)}
        playMm={of("freePlayMm")}
        plays={[{ name: "no tensioner", mm: of("freePlayMm") }]}
      />
    </div>
  );
}

function SlackSet(props: PanelProps & { step: SlackStep; taken: Taken }) {
  const worked = slackWorked(props.bench, props.state, props.step);
  if (!worked.ok) return <NotWorked {...props} message={worked.error.message} />;
  const { curve, restDeg } = worked.value;
  const figures = props.taken?.figures ?? worked.value.figures;
  return (
    <>
      <p className="text-2xl">
        Set <strong className="figure text-petrol">{shown(figures.set)} mm</strong> on the stand;{" "}
        <span className="figure">{shown(figures.remains, 0)} mm</span> remains at the tightest, arm at{" "}
        <span className="figure">{shown(figures.tightestDeg)}°</span>.
      </p>
      <LazyChart
        x="swing-arm angle, degrees"
        y="slack, mm"
        says={`slack over the travel when it is set to ${shown(figures.set)} mm`}
        lines={[
          {
            label: "slack as set",
            tone: "ink",
            points: curve.map(({ deg, slackMm }) => ({ x: deg, y: slackMm })),
          },
          { label: "on the stand", tone: "near", dots: true, points: [{ x: restDeg, y: Number(figures.set) }] },
        ]}
      />
      <TakeKey {...props} />
    </>
  );
}

function Gearing(props: PanelProps & { step: GearingStep; taken: Taken }) {
  const worked = gearingWorked(props.bench, props.state, props.step, "");
  if (!worked.ok) return <NotWorked {...props} message={worked.error.message} />;
  const { figures, from } = props.taken ?? worked.value;
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
      {!props.taken && (
        <p className="text-soft">Type other teeth, front then rear, such as 14 48; Enter keeps these.</p>
      )}
      <TakeKey {...props} />
    </>
  );
}

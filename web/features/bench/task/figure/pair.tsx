import { pairWorked } from "@averin/core";
import { CaseWindow } from "@/instruments/CaseWindow";
import { type FigureProps, shown, TakeKey, NotWorked } from "./shared.tsx";

/** The pair that goes in and its chain, drawn at the case's own centres with the play that they leave. */
export function GearPair(props: FigureProps<"case.freeplay">) {
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

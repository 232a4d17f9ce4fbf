import { gearingWorked } from "@averin/core";
import { AxlePlace } from "@/instruments/AxlePlace";
import { type FigureProps, shown, TakeKey, NotWorked } from "./shared.tsx";

export function Gearing(props: FigureProps<"chain.length">) {
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

import { slackWorked } from "@averin/core";
import { LazyChart } from "../../LazyChart.tsx";
import { type FigureProps, shown, TakeKey, NotWorked } from "./shared.tsx";

export function SlackSet(props: FigureProps<"chain.slack">) {
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

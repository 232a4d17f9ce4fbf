import { figuresMissing, specFor } from "@averin/core";
import { SplineFit } from "@/instruments/SplineFit";
import { type FigureProps, shown, Missing } from "./shared.tsx";

export function SplineCompare({ bench, state, step, taken }: FigureProps<"chain.spline">) {
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
      <Missing bench={bench} keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
    </>
  );
}

import { backoffWorked, figuresMissing, workOfRow } from "@averin/core";
import { CasePanel } from "../../CasePanel.tsx";
import { type FigureProps, shown, TakeKey, NotWorked, Missing } from "./shared.tsx";

/** Turns as they are spoken of. */
const TURNS: Readonly<Record<string, string>> = { "0": "no", "0.25": "¼", "0.375": "⅜", "0.5": "½" };

export function BackOff(props: FigureProps<"case.backoff">) {
  const { bench, state, step, taken } = props;
  const worked = backoffWorked(bench, state, step, "");
  if (!worked.ok) return <NotWorked {...props} message={worked.error.message} />;
  const gears = workOfRow(bench, step.id)?.instrument;
  const { turns, travelMm, takenUp } = taken?.figures ?? worked.value.figures;
  return (
    <>
      <p className="text-2xl">
        Back off <strong className="figure text-petrol">{String(turns)}</strong> of a turn,{" "}
        <strong className="figure">{360 * Number(turns)}°</strong>
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
      <Missing bench={bench} keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
      <TakeKey {...props} />
      {gears?.kind === "gears" && (
        <div className="max-w-[460px]">
          <CasePanel bench={bench} state={state} gears={gears} backOff={TURNS[String(turns)] ?? String(turns)} />
        </div>
      )}
    </>
  );
}

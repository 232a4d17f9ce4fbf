import { latest, stepOf, tailOf } from "@averin/core";
import { AxleStrip } from "@/instruments/AxleStrip";
import type { PanelProps } from "./TaskPanel.tsx";

/** Something looked at and said; what has to be so stands beside it where it can be drawn. */
export function VerifyPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "verify");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "verify") return null;
  const aim = waiting.find((s) => s.kind === "verify");
  const said = latest(state, own?.key ?? "", "step_verified");
  const right = step.expect.by === "tail" ? tailOf(bench, state, step.expect) : null;
  return (
    <>
      {right && (
        <>
          <p className="text-xl">
            {right.side} shaft, seen from {right.viewedFrom}: turns <strong>{right.rotation}</strong>, the tail points{" "}
            <strong className="text-petrol">{right.tailPoints}</strong>.
          </p>
          <div className="max-w-[640px]">
            <AxleStrip side={right.side} viewedFrom={right.viewedFrom} rotation={right.rotation} />
          </div>
        </>
      )}
      {said && (
        <p className="text-lg">
          <strong>{step.ask}</strong> {said.typed}
        </p>
      )}
      {aim && right && (
        <div className="flex flex-wrap gap-2">
          {["clockwise", "anticlockwise"].map((word, i) => (
            <button
              key={word}
              type="button"
              className="key min-h-[60px]! px-6! text-xl"
              onClick={() => onEnter(String(i + 1))}
            >
              <span className="figure">{i + 1}</span> {step.ask} {word}
            </button>
          ))}
        </div>
      )}
    </>
  );
}

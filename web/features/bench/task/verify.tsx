import { figuresKnown, latest, sourceLine, specAt, stepOf, tailOf } from "@averin/core";
import { AxleStrip } from "@/instruments/AxleStrip";
import { ScaleRule } from "@/instruments/ScaleRule";
import { ChoiceDrawing } from "@/instruments/ChoiceDrawing";
import type { PanelProps } from "../panel.ts";

/** Something looked at and said; what has to be so stands beside it where it can be drawn. */
export function VerifyPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "verify");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "verify") return null;
  const aim = waiting.find((s) => s.kind === "verify");
  const said = latest(state, own?.key ?? "", "step_verified");
  const right = step.expect.by === "tail" ? tailOf(bench, state, step.expect) : null;
  const within = step.expect.by === "length" ? specAt(bench, state, step.expect.tolerance) : null;
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
      {aim && step.expect.by === "machine" && (
        <WordKeys
          ask={step.ask}
          words={figuresKnown(bench.procedure).get(step.expect.key)?.words ?? []}
          onEnter={onEnter}
        />
      )}
      {aim && step.expect.by === "length" && (
        <>
          <ScaleRule nominalMm={step.expect.nominalMm} />
          {within?.kind === "figure" && (
            <p className="text-lg">
              True within <strong className="figure">±{within.value} mm</strong>: {sourceLine(within.source)}.
            </p>
          )}
          <button type="button" className="key no-print self-start" onClick={() => window.print()}>
            Print this rule beside the template
          </button>
        </>
      )}
      {aim && step.expect.by === "word" && (
        <ul className={`grid gap-2 ${step.expect.ways.length === 2 ? "sm:grid-cols-2" : "sm:grid-cols-3"}`}>
          {step.expect.ways.map((way, i) => (
            <li key={way.word} className="flex">
              <button
                type="button"
                className="key min-h-[76px]! w-full min-w-0 flex-col! items-center! py-3 font-normal! [&>svg]:max-w-full"
                onClick={() => onEnter(String(i + 1))}
              >
                {step.expect.by === "word" && <ChoiceDrawing drawing={step.expect.drawing} way={i} size={2} />}
                <span className="text-center leading-tight">
                  <strong className="block text-2xl">
                    <span className="figure text-petrol">{i + 1}</span> {way.word}
                  </strong>
                  {way.means}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {aim && right && <WordKeys ask={step.ask} words={["clockwise", "anticlockwise"]} onEnter={onEnter} />}
    </>
  );
}

/** What may be said, each with its key. */
function WordKeys({
  ask,
  words,
  onEnter,
}: {
  ask: string;
  words: readonly string[];
  onEnter: (typed: string) => void;
}) {
  return (
    <div className="flex flex-wrap gap-2">
      {words.map((word, i) => (
        <button
          key={word}
          type="button"
          className="key min-h-[60px]! px-6! text-xl"
          onClick={() => onEnter(String(i + 1))}
        >
          <span className="figure">{i + 1}</span> {ask} {word}
        </button>
      ))}
    </div>
  );
}

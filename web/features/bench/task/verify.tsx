import { figuresKnown, latest, sourceLine, specAt, stepOf, tailOf } from "@averin/core";
import { AxleStrip } from "@/instruments/AxleStrip";
import { ScaleRule } from "@/instruments/ScaleRule";
import { PictureDrawn } from "@/instruments/Drawn";
import type { PanelProps } from "../panel.ts";

/** Something looked at and said; what has to be so is shown once it was said, never before. */
export function VerifyPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "verify");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "verify") return null;
  const aim = waiting.find((s) => s.kind === "verify");
  const said = latest(state, own?.key ?? "", "step_verified");
  const { expect } = step;
  const right = expect.by === "tail" ? tailOf(bench, state, expect) : null;
  const words = expect.by === "machine" ? (figuresKnown(bench.procedure).get(expect.key)?.words ?? []) : [];
  const ways =
    expect.by === "word"
      ? expect.ways
      : words.map((word, i) => ({
          word,
          means: "",
          picture: expect.by === "machine" ? expect.pictures?.[i] : undefined,
        }));
  const drawn = expect.by === "word" || ways.some(({ picture }) => picture !== undefined);
  const within = expect.by === "length" ? specAt(bench, state, expect.tolerance) : null;
  return (
    <>
      {right && said && (
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
      {aim && expect.by === "machine" && !drawn && <WordKeys ask={step.ask} words={words} onEnter={onEnter} />}
      {aim && expect.by === "length" && (
        <>
          <ScaleRule nominalMm={expect.nominalMm} />
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
      {aim && drawn && (
        <ul className={`grid gap-2 ${ways.length === 2 ? "sm:grid-cols-2" : "sm:grid-cols-3"}`}>
          {ways.map((way, i) => (
            <li key={way.word} className="flex">
              <button
                type="button"
                className="key min-h-[76px]! w-full min-w-0 flex-col! items-center! py-3 font-normal! [&>svg]:max-w-full"
                onClick={() => onEnter(String(i + 1))}
              >
                {way.picture && <PictureDrawn picture={way.picture} width={208} />}
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
      {aim && right && (
        <p className="text-lg">
          {right.side} shaft, seen from {right.viewedFrom}. Look at the band first: which way does its tail point?
        </p>
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

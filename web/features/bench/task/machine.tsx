import { figuresKnown, latest, type Slot } from "@averin/core";
import { useState } from "react";
import type { PanelProps } from "../panel.ts";

/** Something of the machine that nobody had on file, asked where the work turns on it: a word, or how many there are. */
export function MachinePanel({
  bench,
  state,
  aim,
  onEnter,
}: PanelProps & { aim: Extract<Slot, { kind: "word" | "many" }> }) {
  const [only, setOnly] = useState(false);
  const known = figuresKnown(bench.procedure).get(aim.figure);
  const before = latest(state, aim.key, "word_said")?.word ?? latest(state, aim.key, "number_counted")?.count;
  const { maker, model, mark } = state.opened?.body.machine ?? { maker: "", model: "", mark: "" };
  const whose = only ? " here" : "";
  return (
    <section aria-label={known?.label ?? aim.figure} className="border-2 border-petrol bg-sheet p-3">
      <p className="caption">not on file yet</p>
      {before !== undefined && (
        <p className="border-l-4 border-near pl-3 text-lg">
          Said: <strong>{before}</strong>. Another answer tells first what it undoes.
        </p>
      )}
      <h2 className="text-xl font-semibold">
        {known?.label ?? aim.figure}: {aim.kind === "many" ? "how many are there?" : "which is it?"}
      </h2>
      <p className="pb-2">
        {aim.kind === "many"
          ? "Count what is there, or what came out. It is asked once."
          : "Look at this machine. It is asked once; / passes it while it cannot be seen yet."}
      </p>
      {aim.kind === "word" && (
        <ul className="grid gap-2 sm:grid-cols-2">
          {(known?.words ?? []).map((word, i) => (
            <li key={word}>
              <button
                type="button"
                onClick={() => onEnter(`${i + 1}${whose}`)}
                className="key min-h-[64px]! w-full justify-start! text-left"
              >
                <span className="figure text-xl font-bold">{i + 1}</span>
                <strong className="text-lg">{word}</strong>
              </button>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-2 flex flex-wrap items-center gap-3">
        <span>
          kept for{" "}
          <strong>
            {only ? `${mark} alone` : `every ${[maker, model].filter(Boolean).join(" ") || "one of this model"}`}
          </strong>
          {aim.kind === "many" && " (behind the number “here” keeps it for this one alone)"}
        </span>
        {aim.kind === "word" && (
          <button type="button" className="key" onClick={() => setOnly(!only)}>
            {only ? "For the whole model" : `Only for ${mark}`}
          </button>
        )}
      </p>
    </section>
  );
}

import { presetOf, questionOf, type Slot } from "@averin/core";
import type { PanelProps } from "./TaskPanel.tsx";

/** A school or a prompt within its step: the ways with what each means; Enter takes the shop's own. */
export function AskPanel({
  bench,
  aim,
  actor,
  onEnter,
  onPreset,
}: PanelProps & { aim: Extract<Slot, { kind: "ask" }> }) {
  const question = questionOf(bench.procedure, aim.question);
  if (!question) return null;
  const preset = presetOf(bench, question);
  return (
    <section aria-label={question.ask} className="border-2 border-petrol bg-sheet p-3">
      <p className="caption">{question.kind === "school" ? "good technicians differ" : "while it is apart"}</p>
      <h2 className="text-xl font-semibold">{question.ask}</h2>
      {question.because && <p className="pb-2">{question.because}</p>}
      <ul className="grid gap-2 sm:grid-cols-2">
        {question.ways.map((way, i) => (
          <li key={way.word} className="flex flex-col">
            <button
              type="button"
              onClick={() => onEnter(String(i + 1))}
              className="key min-h-[64px]! w-full flex-1 justify-start! py-1 text-left font-normal!"
              data-main={way.word === preset}
            >
              <span className="figure text-xl font-bold">{i + 1}</span>
              <span className="leading-tight">
                <strong className="block text-lg">{way.word}</strong>
                {way.means}
                {way.word === preset && <em className="block not-italic">this shop’s way: Enter</em>}
              </span>
            </button>
            {question.kind === "school" && actor.roles.includes("lead") && way.word !== preset && (
              <button
                type="button"
                onClick={() => onPreset(question.id, way.word)}
                className="min-h-[44px] text-left text-[15px] text-soft underline underline-offset-4"
              >
                make “{way.word}” the shop’s way
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

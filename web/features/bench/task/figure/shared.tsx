import {
  type BodyOf,
  type Bench,
  type FigureCalculator,
  figuresKnown,
  figuresMissing,
  type StepOf,
} from "@averin/core";
import { FigureKey } from "@/ui/FigureKey";
import type { PanelProps } from "../../panel.ts";

export type Taken = BodyOf<"figure_taken"> | null;
export type FigureProps<C extends FigureCalculator> = PanelProps & { step: StepOf<C>; taken: Taken };

/** A figure with so many decimals, or a dash where there is none. */
export const shown = (value: unknown, decimals = 1): string =>
  typeof value === "number" ? value.toFixed(decimals) : "–";

export function TakeKey({ waiting, onEnter }: PanelProps) {
  if (waiting.length === 0) return null;
  return (
    <button
      type="button"
      className="key min-h-[60px]! self-start px-6! text-xl"
      data-main="true"
      onClick={() => onEnter("")}
    >
      Take it
    </button>
  );
}

/** What stands in the way of a figure, with the keys that enter what is missing. */
export function NotWorked({ bench, state, step, message }: PanelProps & { step: { id: string }; message: string }) {
  return (
    <>
      <p className="caution text-lg">{message}</p>
      <Missing bench={bench} keys={figuresMissing(bench, step.id)} machine={state.opened?.body.machine.id} />
    </>
  );
}

/** Figures that are not on file: each with the key that enters it for this machine. */
export function Missing({
  bench,
  keys,
  machine,
}: {
  bench: Bench;
  keys: readonly string[];
  machine: string | undefined;
}) {
  if (machine === undefined || keys.length === 0) return null;
  const known = figuresKnown(bench.procedure);
  return (
    <ul className="grid gap-2 sm:grid-cols-2">
      {keys.map((key) => (
        <li key={key} className="flex items-center justify-between gap-3 border-b border-line">
          {known.get(key)?.label ?? key}
          <FigureKey machine={machine} known={known.get(key)} words="Enter" />
        </li>
      ))}
    </ul>
  );
}

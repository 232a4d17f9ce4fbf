import { minutesWords, waitsOf } from "@averin/core";
import { useNow } from "@/client/useNow";
import { clockWords } from "../clockWords.ts";
import type { PanelProps } from "../panel.ts";
import { clockOf } from "@/ui/times";

/** A wait: start the clock, see it run, end it. */
export function WaitPanel({ bench, state, task, waiting, onEnter }: PanelProps) {
  const now = useNow();
  const aim = waiting[0];
  const id = task.id.replace(/^(start|end):/, "");
  const running = waitsOf(bench, state).find((w) => w.wait.id === id);
  const left = running && now !== null ? Date.parse(running.endsAt) - now : null;
  return (
    <>
      {running && (
        <p className="border-2 border-petrol bg-sheet p-4">
          <span className="caption block">
            {minutesWords(running.minutes)}, begun {clockOf(running.startedAt)} by {running.by}
          </span>
          <span className={`figure text-5xl font-bold ${left !== null && left <= 0 ? "text-inside" : "text-petrol"}`}>
            {running.endedAt ? "over" : left === null ? "" : clockWords(left)}
          </span>
          {left !== null && left > 0 && !running.endedAt && (
            <span className="block text-lg">Go on with the work: the clock sounds when it is over.</span>
          )}
        </p>
      )}
      {(aim?.kind === "start" || aim?.kind === "end") && (
        <button
          type="button"
          className="key min-h-[60px]! self-start px-6! text-xl"
          data-main="true"
          onClick={() => onEnter("")}
        >
          {aim.kind === "start"
            ? "They are in: start the clock"
            : left !== null && left > 0
              ? "Out early"
              : "Out, go on"}
        </button>
      )}
      {aim === undefined && !running && <p className="text-lg">Nothing to wait for. + Enter goes on.</p>}
    </>
  );
}

import { trayOf } from "@averin/core";
import Link from "next/link";
import { backAsked, laidAsked } from "./besidesAsked.ts";
import type { PanelProps } from "./panel.ts";
import type { Asking } from "./useBenchHand.ts";

type Props = Pick<PanelProps, "bench" | "state"> & {
  jobId: string;
  /** The step in hand. */
  task: string | null;
  onGo: (entry: string) => void;
  onAsk: (asking: Asking) => void;
};

/** The tray in a corner: what is out, what is back in, what is still put on; and what came out that no step names. */
export function TrayCorner({ bench, state, jobId, task, onGo, onAsk }: Props) {
  const lines = trayOf(bench, state).filter((line) => line.out !== null);
  const out = lines.reduce((sum, line) => sum + (line.temporary ? 0 : (line.out ?? 0)), 0);
  const back = lines.reduce((sum, line) => sum + (line.temporary ? 0 : (line.in ?? 0)), 0);
  return (
    <details aria-label="Tray" className="lg:border-t-2 lg:border-ink">
      <summary
        data-far="T"
        className="caption flex min-h-[52px] cursor-pointer list-none items-center justify-between gap-1 px-3 leading-tight max-sm:px-2"
      >
        <span>Tray</span>
        <span className="figure text-ink">
          {out} out<span className="max-sm:hidden">, {back} in</span>
        </span>
      </summary>
      {lines.length === 0 && <p className="px-3 pb-2 text-soft">Nothing is out yet.</p>}
      <ul className="max-h-[40dvh] overflow-y-auto px-3 pb-2">
        {lines.map((line) => {
          const left = (line.out ?? 0) - (line.in ?? 0);
          return (
            <li key={line.id}>
              <button
                type="button"
                onClick={() => (line.laid === undefined ? onGo(line.id) : onAsk(backAsked(line, line.laid)))}
                className="flex min-h-[48px] w-full items-center justify-between text-left text-[16px] leading-tight hover:bg-ground"
              >
                <span className={left === 0 ? "text-soft" : ""}>{line.name.toLowerCase()}</span>
                <span className="figure text-[15px]">
                  {left === 0 ? "all in" : line.temporary ? `${left} still on` : `${left} of ${line.expected}`}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      <p className="flex flex-wrap gap-2 px-3 pb-3">
        {!state.released && task !== null && (
          <button type="button" className="key" onClick={() => onAsk(laidAsked(task))}>
            Something else came out
          </button>
        )}
        {lines.length > 0 && (
          <Link href={`/jobs/${jobId}/tray`} className="key">
            Tray labels
          </Link>
        )}
      </p>
    </details>
  );
}

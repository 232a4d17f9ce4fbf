import { countOf, findingOf, partOf, patternOf, pointOf, type Slot, nameOfItem, spreadsOn } from "@averin/core";
import { PictureDrawn } from "@/instruments/Drawn";
import { inSight } from "@/instruments/inSight";
import { listHeight } from "../listHeight.ts";
import type { PanelProps } from "../panel.ts";

type Find = Extract<Slot, { kind: "find" }>;

/** The same of a machine that is walked round before it is ridden. */
const SWEPT = {
  keep: "well",
  watch: "watch it",
  renew: "put right before it is ridden",
  stop: "not ridden",
} as const;

const LEADS: Record<string, string> = {
  keep: "may stay",
  watch: "may stay, watch it",
  renew: "renew",
  stop: "stops the work",
};

/** Graded words with their criteria; each item in its place, so that the pattern along the pack can be seen. */
export function InspectPanel({ bench, state, task, waiting, onAim, onEnter }: PanelProps) {
  const first = task.slots.find((s): s is Find => s.kind === "find");
  const point = first && pointOf(bench.procedure, first.point);
  if (point?.kind !== "inspect") return null;
  const part = partOf(bench.procedure, point.on);
  const aim = waiting.find((s): s is Find => s.kind === "find");
  const count = part ? countOf(state, part.id) : 1;
  const left = waiting.filter((s) => s.kind === "find" && s.point === point.id).length;
  const well = point.findings.findIndex(({ leads }) => leads === "keep");
  const pattern = patternOf(state, point);
  return (
    <>
      {point.swept && left > 1 && well >= 0 && (
        <button type="button" className="key text-xl" data-main="true" onClick={() => onEnter(`${well + 1}*`)}>
          All {left} looked at: {point.findings[well]?.word}
        </button>
      )}
      <ul className="grid gap-2 sm:grid-cols-2">
        {point.findings.map((finding, i) => (
          <li key={finding.word}>
            <button
              type="button"
              disabled={!aim}
              onClick={() => onEnter(String(i + 1))}
              className="key h-full w-full justify-start! py-2 text-left font-normal!"
            >
              <span className="figure text-xl font-bold text-petrol">{i + 1}</span>
              {finding.picture && <PictureDrawn picture={finding.picture} width={104} />}
              <span>
                <strong className="text-lg">{finding.word}</strong>{" "}
                <span className="text-[15px]">({(point.swept ? SWEPT : LEADS)[finding.leads]})</span>
                {finding.means !== finding.word && <span className="block leading-tight">{finding.means}</span>}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {part &&
        spreadsOn(bench, state, part).map((words) => (
          <p key={words} className="text-xl font-semibold">
            {words}
          </p>
        ))}
      {pattern && (
        <p className="border-l-4 border-near pl-3 text-lg">
          <strong>The pattern. </strong>
          {pattern.means}
        </p>
      )}
      <ol
        className="flex-1 overflow-y-auto border-t border-line"
        style={{ minHeight: listHeight(task.slots.filter((s) => s.kind === "find").length) }}
      >
        {task.slots
          .filter((s): s is Find => s.kind === "find")
          .map((s) => {
            const finding = findingOf(state, point, s.item);
            const current = aim?.item === s.item;
            return (
              <li key={s.key} ref={current && count > 1 ? inSight : undefined} className="border-b border-line">
                <button
                  type="button"
                  title={finding ? "say otherwise" : undefined}
                  onClick={() => onAim(s.key)}
                  className={`grid min-h-[48px] w-full grid-cols-[18px_116px_56px_1fr] items-center gap-2 px-1 text-left ${current ? "bg-band" : ""}`}
                >
                  <span aria-hidden className="text-petrol">
                    {current ? "▸" : ""}
                  </span>
                  <span className="font-semibold">{part && count > 1 ? nameOfItem(state, part, s.item) : "found"}</span>
                  <span className="h-[34px] overflow-hidden">
                    {finding?.picture && <PictureDrawn picture={finding.picture} width={52} />}
                  </span>
                  <span
                    className={
                      finding?.leads === "renew" || finding?.leads === "stop"
                        ? "font-semibold text-past"
                        : finding?.leads === "watch"
                          ? "text-near"
                          : ""
                    }
                  >
                    {finding ? [...new Set([finding.word, finding.means])].join(": ") : "·"}
                  </span>
                </button>
              </li>
            );
          })}
      </ol>
    </>
  );
}

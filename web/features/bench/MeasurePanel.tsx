import {
  type Bench,
  countOf,
  figure,
  isWithheld,
  itemName,
  type JobState,
  judgeItem,
  latest,
  limitOf,
  partOf,
  pointOf,
  readingsOf,
  type Slot,
  sourceLine,
  specAt,
  verdictSentence,
} from "@averin/core";
import { LimitRule } from "@/instruments/LimitRule";
import { toneOf, VerdictMark } from "@/instruments/VerdictMark";
import { inSight } from "./inSight.ts";
import type { PanelProps } from "./TaskPanel.tsx";

type Read = Extract<Slot, { kind: "read" }>;

/** One point over all its items: the rule for the one in hand, a row for each with its small rule and its word. */
export function MeasurePanel({ bench, state, task, waiting, kit, onAim }: PanelProps) {
  const slots = task.slots.filter((s): s is Read => s.kind === "read");
  const first = slots[0];
  const point = first && pointOf(bench.procedure, first.point);
  if (!first || point?.kind !== "measure") return null;
  const aim = waiting.find((s): s is Read => s.kind === "read");
  const part = partOf(bench.procedure, point.on);
  const items = [...new Set(slots.map((s) => s.item))];
  const spec = specAt(bench, state, point.spec);
  const gauge = bench.gauges.find((g) => g.id === kit.gauge);
  const resolution = gauge?.resolution ?? 0.01;
  const read = items.filter((i) => judgeItem(state, point, i, first.phase) !== null);
  // The item in hand once it has a reading; before that the last one read, so that the answer stays in sight.
  const shown =
    aim && read.includes(aim.item) ? aim.item : (read.filter((i) => !aim || i < aim.item).pop() ?? aim?.item ?? 1);
  const name = (item: number): string =>
    part ? itemName(part, item, countOf(state, part.id)) : point.name.toLowerCase();
  const judged = judgeItem(state, point, shown, first.phase);
  return (
    <>
      <div>
        <LimitRule limit={spec && limitOf(spec)} judged={judged} unit={point.unit} resolution={resolution} />
        <p className="text-xl" style={{ color: toneOf(judged) }}>
          <strong>{name(shown)}</strong>: {judged ? verdictSentence(judged, point.unit) : "nothing read yet"}
        </p>
        <p className="text-[15px] text-soft">
          {spec ? `${spec.label}: ${sourceLine(spec.source)}` : noLimit(bench, state, point.spec)} · {point.condition}
          {gauge && ` · ${gauge.name} ±${gauge.permissibleError} mm`}
        </p>
      </div>
      <ol className="min-h-[196px] flex-1 overflow-y-auto border-t border-line">
        {items.map((item) => {
          const own = judgeItem(state, point, item, first.phase);
          const open = waiting.find((s): s is Read => s.kind === "read" && s.item === item);
          const current = aim?.item === item;
          return (
            <li key={item} ref={current ? inSight : undefined} className="border-b border-line">
              <button
                type="button"
                disabled={!open}
                onClick={() => open && onAim(open.key)}
                className={`grid min-h-[44px] w-full grid-cols-[18px_92px_88px_1fr_auto] items-center gap-2 px-1 text-left ${current ? "bg-band" : ""}`}
              >
                <span aria-hidden className="text-petrol">
                  {current ? "▸" : ""}
                </span>
                <span className="font-semibold">{name(item)}</span>
                {own ? <VerdictMark judged={own} /> : <span className="text-soft">·</span>}
                <span style={{ color: toneOf(own) }} className="leading-tight">
                  {own ? verdictSentence(own, point.unit) : wordsAt(state, slots, item)}
                </span>
                <span className="figure text-[15px]">
                  {readingsOf(state, point, item, first.phase)
                    .map((r) => figure(r.body.valueInBase, r.body.gauge.resolution))
                    .join("  ")}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </>
  );
}

const noLimit = (bench: Bench, state: JobState, key: string): string =>
  isWithheld(bench, state, key)
    ? "Figure withheld: this part is not the maker's."
    : "No limit on file in this model's book.";

/** What was said where no number could be had. */
function wordsAt(state: JobState, slots: readonly Read[], item: number): string {
  const said = slots.flatMap((s) => (s.item === item ? [latest(state, s.key, "reading_worded")] : []));
  return said.flatMap((body) => (body ? [`${body.how}: ${body.words}`] : [])).join("; ");
}

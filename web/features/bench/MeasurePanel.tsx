import {
  activePoints,
  type Bench,
  chainStretch,
  countOf,
  figure,
  isWithheld,
  itemName,
  type JobState,
  type Judged,
  judgeItem,
  latest,
  limitAt,
  limitOf,
  type MeasurePoint,
  partOf,
  pointOf,
  readingsOf,
  type Slot,
  slot,
  sourceLine,
  specFor,
  specWords,
  verdictSentence,
} from "@averin/core";
import { GaugePlace } from "@/instruments/GaugePlace";
import { LimitRule } from "@/instruments/LimitRule";
import { type SlideRail, SlideRule } from "@/instruments/SlideRule";
import { toneOf, VerdictMark } from "@/instruments/VerdictMark";
import { FigureKey } from "@/ui/FigureKey";
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
  const { spec, elsewhere } = limitAt(bench, state, point);
  const overruled = bench.overruled.filter((other) => other.key === point.spec);
  const gauge = bench.gauges.find((g) => g.id === kit.gauge);
  const resolution = gauge?.resolution ?? 0.01;
  const read = items.filter((i) => judgeItem(state, point, i, first.phase) !== null);
  // The item in hand once it has a reading; before that the last one read, so that the answer stays in sight.
  const shown =
    aim && read.includes(aim.item) ? aim.item : (read.filter((i) => !aim || i < aim.item).pop() ?? aim?.item ?? 1);
  const name = (item: number): string =>
    part && items.length > 1 ? itemName(part, item, countOf(state, part.id)) : point.name;
  const judged = judgeItem(state, point, shown, first.phase);
  const last = judged?.readings[judged.readings.length - 1];
  return (
    <>
      <div>
        <LimitRule limit={spec && limitOf(spec)} judged={judged} unit={point.unit} resolution={resolution} />
        <p className="text-xl" style={{ color: toneOf(judged) }}>
          <strong>{name(shown)}</strong>: {judged ? verdictSentence(judged) : "nothing read yet"}
        </p>
        <p className="text-[15px] text-soft">
          {spec ? `${spec.label}: ${sourceLine(spec.source)}` : noLimit(bench, state, point.spec, elsewhere)} ·{" "}
          {point.condition}
          {gauge && ` · ${gauge.name} ±${gauge.permissibleError} ${gauge.unit}`}
        </p>
        {spec &&
          overruled.map((other, i) => (
            <p key={i} className="text-[15px] text-soft">
              overruled: {specWords(other)}, {sourceLine(other.source)}
            </p>
          ))}
        {spec === null && !isWithheld(bench, state, point.spec) && state.opened && !state.released && (
          <FigureKey
            machine={state.opened.body.machine.id}
            figure={point.spec}
            words="Enter the limit, with its source"
          />
        )}
      </div>
      {point.drawing === "slide stations" && (
        <SlideRule rails={railsOf(bench, state)} leastMm={spec ? (limitOf(spec)?.serviceMin ?? null) : null} />
      )}
      {point.drawing && point.drawing !== "slide stations" && (
        <GaugePlace
          drawing={point.drawing}
          read={last === undefined ? null : readWords(bench, point, judged?.readings ?? [], resolution)}
        />
      )}
      <ol className="min-h-[196px] flex-1 overflow-y-auto border-t border-line">
        {items.map((item) => {
          const own = judgeItem(state, point, item, first.phase);
          const open = waiting.find((s): s is Read => s.kind === "read" && s.item === item);
          const current = aim?.item === item;
          return (
            <li key={item} ref={current && items.length > 1 ? inSight : undefined} className="border-b border-line">
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
                  {own ? verdictSentence(own) : wordsAt(state, slots, item)}
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

function noLimit(bench: Bench, state: JobState, key: string, elsewhere: string | null): string {
  if (isWithheld(bench, state, key)) return "Figure withheld: this part is not the maker's.";
  if (elsewhere !== null) return `The limit on file holds ${elsewhere}: it judges nothing that is read here.`;
  return "No limit on file for this machine.";
}

/** Both rails with what each station reads, in the order of the procedure's points. */
function railsOf(bench: Bench, state: JobState): SlideRail[] {
  return activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "measure" || point.drawing !== "slide stations") return [];
    const stations = (point.placeNames ?? []).map((name, i) => {
      const body = latest(state, slot.read(point.id, 1, i + 1, "found").key, "reading_taken");
      return { name, mm: body?.valueInBase ?? null };
    });
    return [{ name: point.name.replace(/^Slide, /, ""), stations }];
  });
}

/** What was read last, with its unit; of a pair both, each by its name. */
function readWords(bench: Bench, point: MeasurePoint, readings: Judged["readings"], resolution: number): string {
  const texts = readings.map((r) => figure(r.body.valueInBase, resolution));
  if (point.pair) return texts.map((text, i) => `${point.placeNames?.[i] ?? i + 1} ${text}`).join(", ");
  const mm = readings[readings.length - 1]?.body.valueInBase ?? 0;
  return `${texts[texts.length - 1] ?? ""} ${point.unit}${stretchWords(bench, point, mm)}`;
}

/** How far a chain has stretched, where the reading is over a counted run of pitches. */
function stretchWords(bench: Bench, point: MeasurePoint, mm: number): string {
  const pitch = specFor(bench, "chain-pitch");
  const spec = specFor(bench, point.spec);
  const most = spec ? limitOf(spec)?.serviceMax : undefined;
  if (point.pitches === undefined || pitch?.kind !== "figure" || most === undefined) return "";
  const limitPercent = 100 * (most / (point.pitches * pitch.value) - 1);
  const stretch = chainStretch({ measuredMm: mm, pitches: point.pitches, pitchMm: pitch.value, limitPercent });
  return stretch.ok ? `, ${stretch.value.percent.toFixed(1)} % longer than new` : "";
}

/** What was said where no number could be had. */
function wordsAt(state: JobState, slots: readonly Read[], item: number): string {
  const said = slots.flatMap((s) => (s.item === item ? [latest(state, s.key, "reading_worded")] : []));
  return said.flatMap((body) => (body ? [`${body.how}: ${body.words}`] : [])).join("; ");
}

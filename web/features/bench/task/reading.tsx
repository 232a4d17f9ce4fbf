import {
  apartWords,
  figuresKnown,
  loadAsked,
  activePoints,
  type Bench,
  chainStretch,
  figure,
  judgedOtherwise,
  isWithheld,
  type JobState,
  type Judged,
  judgeItem,
  latest,
  endAt,
  limitAt,
  limitOf,
  onlyWords,
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
  workOfRow,
  nameOfItem,
  spreadsOn,
} from "@averin/core";
import type { ReactNode } from "react";
import { PlaceDrawn } from "@/instruments/Drawn";
import { LimitRule } from "@/instruments/LimitRule";
import { type StationRow, StationRule } from "@/instruments/StationRule";
import { TrackSag } from "@/instruments/TrackBed";
import { toneOf, VerdictMark } from "@/instruments/VerdictMark";
import { FigureKey } from "@/ui/FigureKey";
import { GaugeKey } from "@/ui/ToolKeys";
import { inSight } from "@/instruments/inSight";
import { CasePanel } from "../CasePanel.tsx";
import { Overdue } from "../Overdue.tsx";
import { listHeight } from "../listHeight.ts";
import type { PanelProps } from "../panel.ts";

type Read = Extract<Slot, { kind: "read" }>;

/** One point over all its items: the rule for the one in hand, a row for each with its small rule and its word. */
export function MeasurePanel({ bench, state, task, waiting, kit, onAim, onJudge }: PanelProps) {
  const slots = task.slots.filter((s): s is Read => s.kind === "read");
  const first = slots[0];
  const point = first && pointOf(bench.procedure, first.point);
  if (!first || point?.kind !== "measure") return null;
  const aim = waiting.find((s): s is Read => s.kind === "read");
  const part = partOf(bench.procedure, point.on);
  const items = [...new Set(slots.map((s) => s.item))];
  const others = judgedOtherwise(bench, state, point);
  const gauge = bench.gauges.find((g) => g.id === kit.gauge);
  const resolution = gauge?.resolution ?? 0.01;
  const read = items.filter((i) => judgeItem(state, point, i, first.phase) !== null);
  // The item in hand once it has a reading; before that the last one read, so that the answer stays in sight.
  const shown =
    aim && read.includes(aim.item) ? aim.item : (read.filter((i) => !aim || i < aim.item).pop() ?? aim?.item ?? 1);
  const name = (item: number): string => (part && items.length > 1 ? nameOfItem(state, part, item) : point.name);
  // The limit of the one in hand: at an end of a pack another may hold.
  const { spec, elsewhere } = limitAt(bench, state, point, aim?.item ?? shown);
  const end = endAt(bench, state, part, aim?.item ?? shown);
  const key = end ? point.ends?.[end.at] : point.spec;
  const overruled = bench.overruled.filter((other) => other.key === key);
  const judged = judgeItem(state, point, shown, first.phase);
  const load = loadAsked(bench, state, point.under);
  const drawn = drawingOf(bench, state, point, judged, resolution);
  return (
    <>
      {!gauge && aim && (
        <p className="flex flex-wrap items-center gap-3 border-l-4 border-near pl-3 text-lg">
          This shop has no {point.gauge.replaceAll("-", " ")} on file.
          <GaugeKey kind={point.gauge} quantity={point.quantity} />
        </p>
      )}
      <div className={drawn ? "grid items-start gap-4 lg:grid-cols-[1fr_300px]" : ""}>
        <div>
          {point.spec !== undefined && (
            <LimitRule
              limit={spec && limitOf(spec)}
              judged={endAt(bench, state, part, shown) === end ? judged : null}
              unit={point.unit}
              resolution={resolution}
              narrow={drawn !== null}
            />
          )}
          <p className="text-xl" style={{ color: toneOf(judged) }}>
            <strong>{name(shown)}</strong>: {judged ? verdictSentence(judged) : "nothing read yet"}
          </p>
          {end && (
            <p className="text-lg">
              In hand: <strong>{end.name}</strong>, of another kind: by its own limit.
            </p>
          )}
          <p className="text-[15px] text-soft">
            {spec ? `${spec.label}: ${sourceLine(spec.source)}` : noLimit(bench, state, key, elsewhere)} ·{" "}
            {point.condition}
            {gauge && ` · ${gauge.name} ±${gauge.permissibleError} ${gauge.unit}`}
          </p>
          <Overdue tool={gauge} />
          {load && (
            <p className="text-lg">
              <strong>
                {point.under?.name} <span className="figure">{load}</span>
              </strong>
            </p>
          )}
          {spec &&
            overruled.map((other, i) => (
              <p key={i} className="text-[15px] text-soft">
                overruled: {specWords(other, figuresKnown(bench.procedure))}, {sourceLine(other.source)}
                {apartWords(spec, other)}
              </p>
            ))}
          {spec === null && key !== undefined && !isWithheld(bench, state, key) && state.opened && !state.released && (
            <FigureKey
              machine={state.opened.body.machine.id}
              known={figuresKnown(bench.procedure).get(key)}
              words="Enter the limit, with its source"
            />
          )}
          {others.length > 0 && !state.released && (
            <p className="flex flex-wrap items-center gap-3">
              {others.some((other) => other !== null) && (
                <span className="font-semibold">It was another limit when this was read.</span>
              )}
              <button type="button" className="key" data-main="true" onClick={() => onJudge(point.id)}>
                Judge what was read by it
              </button>
            </p>
          )}
        </div>
        {drawn && <div className="[&>svg]:max-h-[210px] lg:[&>svg]:max-h-[300px]">{drawn}</div>}
      </div>
      {part &&
        spreadsOn(bench, state, part).map((words) => (
          <p key={words} className="text-xl font-semibold">
            {words}
          </p>
        ))}
      {point.panel === "stations" && (
        <StationRule
          name={rowOf(point).thing}
          rows={stationsOf(bench, state)}
          leastMm={spec ? (limitOf(spec)?.serviceMin ?? null) : null}
        />
      )}
      <ol className="flex-1 overflow-y-auto border-t border-line" style={{ minHeight: listHeight(items.length) }}>
        {items.map((item) => {
          const own = judgeItem(state, point, item, first.phase);
          const open = waiting.find((s): s is Read => s.kind === "read" && s.item === item);
          const current = aim?.item === item;
          return (
            <li key={item} ref={current && items.length > 1 ? inSight : undefined} className="border-b border-line">
              <button
                type="button"
                onClick={() => onAim((open ?? slot.read(point.id, item, 1, first.phase)).key)}
                className={`grid min-h-[48px] w-full grid-cols-[18px_92px_88px_1fr_auto] items-center gap-2 px-1 text-left ${current ? "bg-band" : ""}`}
              >
                <span aria-hidden className="text-petrol">
                  {current ? "▸" : ""}
                </span>
                <span className="font-semibold">{items.length > 1 ? name(item) : alone(point)}</span>
                {own ? <VerdictMark judged={own} /> : <span className="text-soft">·</span>}
                <span style={{ color: toneOf(own) }} className="leading-tight">
                  {own ? verdictSentence(own) : wordsAt(state, slots, item)}
                </span>
                <span className="figure text-[15px] [word-spacing:0.35em]">
                  {readingsOf(state, point, item, first.phase)
                    .map((r) => figure(r.body.valueInBase, r.body.gauge.resolution))
                    .join(" ")}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </>
  );
}

/** What the one row of a point is called: its places where they have names and belong together. */
const alone = (point: MeasurePoint): string => (point.pair ? (point.placeNames?.join(", ") ?? "both") : "reading");

/** What is drawn beside the rule: where the gauge goes, the sagging track, or the case with its plays. */
function drawingOf(
  bench: Bench,
  state: JobState,
  point: MeasurePoint,
  judged: Judged | null,
  resolution: number,
): ReactNode {
  const { instrument } = workOfRow(bench, point.id) ?? bench.procedure;
  if (instrument?.kind === "gears" && instrument.plays.some(({ of }) => of === point.id))
    return <CasePanel bench={bench} state={state} gears={instrument} />;
  const read = judged && readWords(bench, point, judged.readings, resolution);
  if (point.picture) return <PlaceDrawn picture={point.picture} name={point.name} read={read} />;
  if (point.panel !== "sag") return null;
  const spec = limitAt(bench, state, point, null).spec;
  const { serviceMin, serviceMax } = (spec && limitOf(spec)) ?? {};
  if (serviceMin === undefined || serviceMax === undefined) return null;
  const load = loadAsked(bench, state, point.under);
  return (
    <TrackSag sagMm={judged?.value ?? null} predictedMm={null} minMm={serviceMin} maxMm={serviceMax} load={load} />
  );
}

function noLimit(bench: Bench, state: JobState, key: string | undefined, elsewhere: string | null): string {
  if (key === undefined) return "A record of how it stands: nothing to judge.";
  if (isWithheld(bench, state, key)) return "Figure withheld: this part is not the maker's.";
  if (elsewhere !== null) return `The limit on file holds ${elsewhere}: it judges nothing that is read here.`;
  const other = bench.otherBuilds.find((spec) => spec.key === key);
  if (other) {
    const year = other.holdsFor?.years && state.opened?.body.machine.year == null ? " Its year is not on file." : "";
    const { place } = other.source;
    if (place !== undefined) return `On file, ${place}: it judges nothing here.`;
    return `On file for ${onlyWords(other)} only: it judges nothing on this machine.${year}`;
  }
  return "No limit on file for this machine.";
}

/** Of "Slide, left rail" what is read, and on which of its rows. */
function rowOf({ name }: MeasurePoint): { thing: string; row: string } {
  const [thing = name, row = name] = name.split(", ");
  return { thing, row };
}

/** Every row with what each station reads, in the order of the procedure's points. */
function stationsOf(bench: Bench, state: JobState): StationRow[] {
  return activePoints(bench, state).flatMap((point) => {
    if (point.kind !== "measure" || point.panel !== "stations") return [];
    const stations = Array.from({ length: point.places }, (_, i) => {
      const name = point.placeNames?.[i] ?? `${i + 1}`;
      const body = latest(state, slot.read(point.id, 1, i + 1, "found").key, "reading_taken");
      return { name, mm: body?.valueInBase ?? null };
    });
    return [{ name: rowOf(point).row, stations }];
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
  const spec = point.spec === undefined ? null : specFor(bench, point.spec);
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

import {
  loadAsked,
  aimOf,
  aimWords,
  isAdjusted,
  isEvent,
  judgeRound,
  limitOfAim,
  roundWords,
  sideToTighten,
  stepOf,
  suggestTurn,
  trailOf,
  turnOf,
} from "@averin/core";
import { GaugeKey } from "@/ui/ToolKeys";
import { PlaceDrawn } from "@/instruments/Drawn";
import { LimitRule } from "@/instruments/LimitRule";
import { TrackGaps, TrackSag } from "@/instruments/TrackBed";
import { toneOf } from "@/instruments/VerdictMark";
import { listHeight } from "../listHeight.ts";
import { Overdue } from "../Overdue.tsx";
import type { PanelProps } from "../panel.ts";

/** Measure, turn, measure again: the range to come into, every round so far, and what to turn next. */
export function AdjustPanel({ bench, state, task, kit }: PanelProps) {
  const own = task.slots.find((s) => s.kind === "adjust");
  const step = own && stepOf(bench.procedure, own.step);
  if (step?.kind !== "adjust") return null;
  const trail = trailOf(state, step.id);
  const aim = aimOf(bench, state, step);
  const reads = trail.filter((round) => isEvent(round, "adjust_read"));
  const last = reads[reads.length - 1];
  const turning = turnOf(state, step.id) === "turn" && !isAdjusted(state, step.id);
  const suggested = suggestTurn(state, step);
  const tighten = sideToTighten(state, step);
  const gauge = bench.gauges.find((g) => g.id === kit.gauge);
  const load = loadAsked(bench, state, step.under);
  const readLast = last ? `${last.body.text}${load ? ` at ${load}` : ""}` : null;
  return (
    <>
      {!gauge && (
        <p className="flex flex-wrap items-center gap-3 border-l-4 border-near pl-3 text-lg">
          This shop has no {step.gauge.replaceAll("-", " ")} on file.
          <GaugeKey kind={step.gauge} quantity={step.quantity} />
        </p>
      )}
      <div>
        {!step.sides && (
          <LimitRule
            limit={aim && limitOfAim(aim)}
            judged={last ? { ...judgeRound(last.body, step.unit), readings: reads } : null}
            unit={step.unit}
            resolution={gauge?.resolution ?? 0.1}
          />
        )}
        <p className="text-[15px] text-soft">
          read {step.condition}
          {load && `, ${step.under?.name ?? ""} ${load}`}
          {aim && ` · ${aimWords(aim)} ${step.unit}: ${aim.from.toLowerCase()}`}
          {gauge && ` · ${gauge.name} ±${gauge.permissibleError} ${gauge.unit}`}
        </p>
        <Overdue tool={gauge} />
      </div>
      {turning && (
        <p className="border-2 border-petrol p-3 text-xl">
          <span className="caption block">turn next</span>
          {step.sides && suggested !== null
            ? `+${suggested} ${step.turn.unit}, ${tighten ?? ""}: from what earlier turns did. Enter takes it.`
            : step.sides
              ? `The ${tighten ?? step.sides[0]} side a little${step.turn.most === undefined ? "" : `, at most ${step.turn.most} ${step.turn.unit}`}. Then type how far and where, such as +0.5 ${tighten ?? step.sides[0]}; read again.`
              : suggested === null
                ? `A little, then say how many ${step.turn.unit}: plus is ${step.turn.what}. What it does shows how far to go.`
                : `${suggested > 0 ? "+" : "−"}${Math.abs(suggested)} ${step.turn.unit} (${suggested > 0 ? step.turn.what : "back"}): from what earlier turns did. Enter takes it.`}
        </p>
      )}
      {step.panel === "sag" && aim && (
        <div className="max-w-[560px] shrink-0">
          <TrackSag
            sagMm={last?.body.valueInBase ?? null}
            predictedMm={null}
            minMm={aim.min}
            maxMm={aim.max}
            load={load}
          />
        </div>
      )}
      {step.picture && <PlaceDrawn picture={step.picture} name={step.title} read={readLast} />}
      {step.panel === "gaps" && (
        <div className="max-w-[480px] shrink-0">
          <TrackGaps
            leftMm={last?.body.sides?.[0] ?? null}
            rightMm={last?.body.sides?.[1] ?? null}
            tighten={turning && (tighten === "left" || tighten === "right") ? tighten : null}
          />
        </div>
      )}
      <ol
        aria-label="Rounds so far"
        tabIndex={trail.length > 0 ? 0 : undefined}
        className="flex-1 overflow-y-auto border-t border-line"
        style={{ minHeight: listHeight(trail.length) }}
      >
        {trail.map((round) => (
          <li
            key={round.id}
            className={`flex min-h-[40px] items-center border-b border-line px-1 ${isEvent(round, "adjust_read") ? "text-lg" : "pl-8 text-soft"}`}
            style={isEvent(round, "adjust_read") ? { color: toneOf(judgeRound(round.body)) } : undefined}
          >
            {roundWords(step, round.body)}
          </li>
        ))}
      </ol>
    </>
  );
}

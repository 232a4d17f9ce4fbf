import { aimOf, isEvent, isInside, stepOf, suggestTurn, trailOf, turnOf } from "@averin/core";
import type { PanelProps } from "./TaskPanel.tsx";

const WIDTH = 620;

/** Measure, turn, measure again: the band to come into, every round so far, and what to turn next. */
export function AdjustPanel({ bench, state, task }: PanelProps) {
  const step = stepOf(bench.procedure, task.id.replace("adjust:", ""));
  if (step?.kind !== "adjust") return null;
  const trail = trailOf(state, step.id);
  const aim = aimOf(bench, state, step);
  const reads = trail.filter((e) => isEvent(e, "adjust_read"));
  const last = reads[reads.length - 1]?.body;
  const values = reads.map((e) => e.body.valueInBase);
  const span = aim ? aim.max - aim.min : 1;
  const low = Math.min(aim?.min ?? 0, ...values) - span;
  const high = Math.max(aim?.max ?? 1, ...values) + span;
  const x = (value: number): number => 20 + ((value - low) / (high - low)) * (WIDTH - 40);
  const suggested = suggestTurn(state, step);
  const turning = turnOf(state, step.id) === "turn" && last !== undefined && !isInside(last);
  return (
    <>
      {aim ? (
        <svg
          viewBox={`0 0 ${WIDTH} 92`}
          role="img"
          aria-label={`set between ${aim.min.toFixed(1)} and ${aim.max.toFixed(1)}`}
          className="block w-full"
        >
          <path d={`M20 54H${WIDTH - 20}`} stroke="var(--ink)" strokeWidth="1.5" />
          <rect
            x={x(aim.min)}
            y="34"
            width={x(aim.max) - x(aim.min)}
            height="40"
            fill="var(--band)"
            stroke="var(--petrol)"
            strokeWidth="2"
          />
          <text x={x(aim.min)} y="26" fontSize="16" textAnchor="middle" className="figure" fill="var(--ink)">
            {aim.min.toFixed(0)}
          </text>
          <text x={x(aim.max)} y="26" fontSize="16" textAnchor="middle" className="figure" fill="var(--ink)">
            {aim.max.toFixed(0)}
          </text>
          {values.map((value, i) => (
            <g key={`${i} ${value}`} opacity={i === values.length - 1 ? 1 : 0.45}>
              <path d={`M${x(value)} 30v48`} stroke="var(--ink)" strokeWidth={i === values.length - 1 ? 4 : 2} />
              <text x={x(value)} y="91" fontSize="15" textAnchor="middle" className="figure" fill="var(--ink)">
                {value}
              </text>
            </g>
          ))}
        </svg>
      ) : (
        <p className="text-lg">No figure on file: what is measured is kept, not judged.</p>
      )}
      <p className="text-[15px] text-soft">
        read {step.condition}
        {aim && ` · set ${aim.min.toFixed(1)} to ${aim.max.toFixed(1)} ${step.unit}, from ${aim.from.toLowerCase()}`}
      </p>
      {turning && (
        <p className="border-2 border-petrol p-3 text-xl">
          <span className="caption block">turn next</span>
          {suggested === null
            ? `A little, then say how many ${step.turn.unit}: plus is ${step.turn.what}. What it does shows how far to go.`
            : `${suggested > 0 ? "+" : "−"}${Math.abs(suggested)} ${step.turn.unit} (${suggested > 0 ? step.turn.what : "back"}): from what earlier turns did. Enter takes it.`}
        </p>
      )}
      <ol className="min-h-[140px] flex-1 overflow-y-auto border-t border-line">
        {trail.map((e) => (
          <li key={e.id} className="flex min-h-[40px] items-center gap-3 border-b border-line px-1">
            {isEvent(e, "adjust_read") ? (
              <>
                <span className="figure text-lg">{e.body.text}</span>
                <span className={isInside(e.body) ? "text-petrol" : "text-past"}>
                  {e.body.aim === null ? "kept, not judged" : isInside(e.body) ? "inside" : "outside"}
                </span>
              </>
            ) : (
              <span className="pl-8 text-soft">
                turned {e.body.amount > 0 ? "+" : ""}
                {e.body.amount} {step.turn.unit}
                {e.body.suggested !== null && e.body.suggested !== e.body.amount
                  ? `, suggested ${e.body.suggested}`
                  : ""}
              </span>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}

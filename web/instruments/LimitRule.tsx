import { figure, type Judged, type Limit, verdictSentence } from "@averin/core";
import { useId } from "react";
import { linear, ruleSpan } from "./scale.ts";
import { toneOf } from "./VerdictMark.tsx";

/** In its own units; the narrow one stands beside a drawing and keeps its lettering as large. */
const WIDE = 560;
const NARROW = 380;
const LEFT = 30;
const LINE_Y = 74;

/** One point on its scale: new range, service limit, the reading with its whisker, earlier readings as a trail. */
export function LimitRule({
  limit,
  judged,
  unit,
  resolution,
  narrow = false,
}: {
  limit: Limit | null;
  judged: Judged | null;
  unit: string;
  resolution: number;
  narrow?: boolean;
}) {
  const width = narrow ? NARROW : WIDE;
  const title = useId();
  const values = judged?.readings.map((r) => r.body.valueInBase) ?? [];
  if (limit === null && values.length === 0) return <NoLimit />;
  const { from, to } = ruleSpan(limit, values);
  const scale = linear(from, to, width - 2 * LEFT, LEFT);
  const tone = toneOf(judged);
  const says = judged ? `${figure(judged.value, resolution)} ${unit}: ${verdictSentence(judged)}` : "nothing read yet";
  const standardFrom = limit?.standardMin ?? (limit?.kind === "max" ? from : limit?.serviceMin);
  const standardTo = limit?.standardMax ?? (limit?.kind === "min" ? to : limit?.serviceMax);
  const hasStandard = limit !== null && (limit.standardMin !== undefined || limit.standardMax !== undefined);
  return (
    <svg
      viewBox={`0 0 ${width} 128`}
      role="img"
      aria-labelledby={title}
      className={`block w-full ${narrow ? "max-w-[460px]" : "max-w-[720px]"}`}
    >
      <title id={title}>{`Limit rule. ${says}`}</title>
      {limit && <Outside limit={limit} at={scale.at} from={from} to={to} />}
      {hasStandard && standardFrom !== undefined && standardTo !== undefined && (
        <g>
          <rect
            x={scale.at(standardFrom)}
            y={LINE_Y - 14}
            width={scale.at(standardTo) - scale.at(standardFrom)}
            height={14}
            fill="var(--band)"
          />
          <text
            x={(scale.at(standardFrom) + scale.at(standardTo)) / 2}
            y={LINE_Y + 40}
            textAnchor="middle"
            fontSize="15"
            fill="var(--ink)"
          >
            new
          </text>
        </g>
      )}
      <path d={`M${LEFT} ${LINE_Y}H${width - LEFT}`} stroke="var(--ink)" strokeWidth="1.5" />
      {Array.from({ length: 21 }, (_, i) => (
        <path
          key={i}
          d={`M${LEFT + (i * (width - 2 * LEFT)) / 20} ${LINE_Y}v${i % 5 === 0 ? 7 : 4}`}
          stroke="var(--ink)"
          strokeWidth="1"
        />
      ))}
      {[limit?.serviceMin, limit?.serviceMax].map(
        (side, i) =>
          side !== undefined && (
            <g key={i}>
              <path d={`M${scale.at(side)} ${LINE_Y - 34}V${LINE_Y + 10}`} stroke="var(--ink)" strokeWidth="4" />
              <text
                x={scale.at(side)}
                y={LINE_Y + 28}
                textAnchor="middle"
                fontSize="17"
                className="figure"
                fill="var(--ink)"
              >
                {figure(side, resolution)}
              </text>
              <text x={scale.at(side)} y={LINE_Y + 45} textAnchor="middle" fontSize="15" fill="var(--soft)">
                limit
              </text>
            </g>
          ),
      )}
      {[limit?.standardMin, limit?.standardMax].map(
        (side, i) =>
          side !== undefined && (
            <text
              key={i}
              x={scale.at(side)}
              y={LINE_Y + 23}
              textAnchor={i === 0 ? "middle" : "start"}
              fontSize="15"
              className="figure"
              fill="var(--soft)"
            >
              {figure(side, resolution)}
            </text>
          ),
      )}
      {judged?.readings.map((reading, i, all) => (
        <circle
          key={reading.id}
          cx={scale.at(reading.body.valueInBase)}
          cy={LINE_Y - 7}
          r="3.5"
          fill="var(--ink)"
          opacity={0.25 + (0.5 * (i + 1)) / all.length}
        />
      ))}
      {judged && (
        <g stroke={tone} fill={tone}>
          <path
            d={`M${scale.at(judged.value - judged.expandedUncertainty)} ${LINE_Y - 24}H${scale.at(judged.value + judged.expandedUncertainty)}`}
            strokeWidth="3"
          />
          <path d={`M${scale.at(judged.value) - 9} ${LINE_Y - 38}h18l-9 22z`} stroke="none" />
          <text
            x={scale.at(judged.value)}
            y={LINE_Y - 46}
            textAnchor="middle"
            fontSize="24"
            fontWeight="700"
            stroke="none"
            className="figure"
          >
            {figure(judged.value, resolution)}
          </text>
        </g>
      )}
      <text x={width - LEFT + 6} y={LINE_Y + 5} fontSize="15" fill="var(--soft)">
        {unit}
      </text>
      {limit === null && (
        <text x={LEFT} y={20} fontSize="17" fill="var(--soft)">
          No limit on file: kept, not judged
        </text>
      )}
    </svg>
  );
}

function NoLimit() {
  return (
    <p className="border-2 border-dashed border-line p-3 text-lg">
      No limit on file for this point. Readings are kept, not judged; a lead signs for it at release.
    </p>
  );
}

/** The ground beyond the limit, hatched so that it reads without colour. */
function Outside({ limit, at, from, to }: { limit: Limit; at: (v: number) => number; from: number; to: number }) {
  const id = useId();
  const areas: [number, number][] = [];
  if (limit.serviceMin !== undefined) areas.push([from, limit.serviceMin]);
  if (limit.serviceMax !== undefined) areas.push([limit.serviceMax, to]);
  return (
    <g>
      <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0 0V7" stroke="var(--past)" strokeWidth="1.6" opacity="0.55" />
      </pattern>
      {areas.map(([a, b]) => (
        <rect key={a} x={at(a)} y={LINE_Y - 14} width={Math.max(0, at(b) - at(a))} height={14} fill={`url(#${id})`} />
      ))}
    </g>
  );
}

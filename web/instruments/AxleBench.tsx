import { type Strip, STRIP_LENGTH } from "@averin/core";
import { useId } from "react";

export type AxlePart = { id: string; name: string; state: "on" | "off" | "in"; next: boolean; new: boolean };

type Shape = Strip["places"][number]["shape"];

const SHAFT_Y = 90;
/** The middle of the bare shaft, where its turning is drawn. */
const MIDDLE = 345;

type Props = {
  strip: Strip;
  parts: readonly AxlePart[];
  /** What is told below a part, such as the ribs by which boots are told apart. */
  counts: ReadonlyMap<string, number>;
  /** The side as seated, which says how the side of the shaft that is looked at moves; null while it is not known. */
  side: "left" | "right" | null;
  /** The bands that have tails, which trail against the turning. */
  tails: ReadonlySet<string>;
  /** What to point at, and the words for it. */
  mark: { entry: string; words: string } | null;
  says: string;
};

/** The shaft as it lies on the bench: what is on it, what is off, what goes on next, how it turns, and where nothing may be struck. */
export function AxleBench({ strip, parts, counts, side, tails, mark, says }: Props) {
  const title = useId();
  const hatch = useId();
  const placeOf = (id: string) => strip.places.find(({ of }) => of === id);
  const { end } = strip;
  const opens = parts.some((part) => part.id === end?.of);
  // Inboard at the left: a left shaft is seen from the front of the machine, a right one from behind.
  const down = side === "left";
  const marked = mark ? placeOf(mark.entry) : undefined;
  return (
    <svg
      viewBox={`0 0 ${STRIP_LENGTH} 196`}
      role="img"
      aria-labelledby={title}
      className="block max-h-[220px] min-h-[170px] w-full"
    >
      <title id={title}>{says}</title>
      <defs>
        <pattern id={hatch} width="6" height="6" patternTransform="rotate(45)" patternUnits="userSpaceOnUse">
          <path d="M0 0V6" stroke="var(--past)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <text x="20" y="190" fontSize="16" fill="var(--soft)">
        {strip.ends[0]}
      </text>
      <text x="620" y="190" fontSize="16" fill="var(--soft)" textAnchor="end">
        {strip.ends[1]}
      </text>
      <path d="M112 84H560v12H112z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
      {end && !opens && (
        <>
          {/* The outboard joint stays on the shaft: its cage and bell are never struck. */}
          <path d="M520 58h34q22 0 22 32t-22 32h-34z" fill={`url(#${hatch})`} stroke="var(--ink)" strokeWidth="1.8" />
          <path d="M576 82h44v16h-44z" fill="var(--band)" stroke="var(--ink)" strokeWidth="1.4" />
          <text x="548" y="146" fontSize="16" fill="var(--past)" textAnchor="middle">
            {end.whole}
          </text>
        </>
      )}
      {side && (
        <g fill="none" stroke="var(--past)" strokeWidth="4">
          <path
            d={
              down
                ? `M${MIDDLE} 60v58M${MIDDLE - 12} 106l12 14 12-14`
                : `M${MIDDLE} 120V62M${MIDDLE - 12} 74l12-14 12 14`
            }
          />
          <text x={MIDDLE} y="146" fontSize="16" fill="var(--past)" stroke="none" textAnchor="middle">
            {strip.turns?.words}
          </text>
        </g>
      )}
      {parts.map((part) => {
        const place = placeOf(part.id);
        if (!place) return null;
        const off = part.state === "off";
        const ink = part.next ? "var(--petrol)" : "var(--ink)";
        const count = counts.get(part.id);
        return (
          <g
            key={part.id}
            transform={`translate(${place.at} ${SHAFT_Y})`}
            stroke={ink}
            strokeWidth={part.next ? 3.6 : 1.8}
            strokeDasharray={off ? "5 3" : undefined}
            fill={off ? "none" : part.new ? "var(--band)" : "var(--sheet)"}
          >
            {place.shape === "bell" && !off && (
              <path d="M-30 -36h40q26 0 26 36t-26 36h-40z" fill={`url(#${hatch})`} stroke="none" />
            )}
            {shape(place.shape)}
            {place.shape === "band" && tails.has(part.id) && side && !off && (
              <path
                d={down ? "M0 18V-14M-5 22h10" : "M0 -18V14M-5 -22h10"}
                stroke="var(--petrol)"
                strokeWidth="5"
                strokeDasharray="none"
              />
            )}
            {count !== undefined && (
              <text y="56" fontSize="16" stroke="none" fill="var(--soft)" textAnchor="middle">
                {count} {place.counts?.word}
              </text>
            )}
            {part.next && (
              <g strokeDasharray="none">
                <path d="M0 -62v16M-6 -52l6 7 6-7" fill="none" />
                <text
                  x={place.at > 560 ? -8 : place.at < 90 ? -20 : 0}
                  y="-68"
                  fontSize="18"
                  fontWeight="600"
                  stroke="none"
                  fill="var(--petrol)"
                  textAnchor={place.at < 150 ? "start" : place.at > 480 ? "end" : "middle"}
                >
                  {part.name}
                </text>
              </g>
            )}
          </g>
        );
      })}
      {end && opens && (
        <text x="552" y="146" fontSize="16" fill="var(--past)" textAnchor="middle">
          inner race only
        </text>
      )}
      {marked && mark && (
        <g stroke="var(--petrol)" strokeWidth="4" fill="none">
          <path d={`M${marked.at} 168V132M${marked.at - 8} 142l8-12 8 12`} />
          <text
            x={marked.at}
            y="188"
            fontSize="18"
            fontWeight="600"
            stroke="none"
            fill="var(--petrol)"
            textAnchor={marked.at < 200 ? "start" : marked.at > 460 ? "end" : "middle"}
          >
            {mark.words}
          </text>
        </g>
      )}
    </svg>
  );
}

function shape(kind: Shape) {
  switch (kind) {
    case "band":
      return <rect x="-5" y="-34" width="10" height="68" rx="2" />;
    case "ring":
      return (
        <>
          <circle cy="-20" r="5" />
          <circle cy="20" r="5" />
        </>
      );
    case "cup":
      return <path d="M-56 -12h20v-24q0-8 8-8h68v14h-58v60h58v14h-68q-8 0-8-8v-24h-20z" />;
    case "race":
      // The small end of the cage to the middle of the shaft, the large to the cup.
      return (
        <>
          <path d="M-20 -26l38 6v40l-38 6z" />
          <circle cy="-14" r="7" />
          <circle cy="14" r="7" />
        </>
      );
    case "boot":
      return <path d="M-34 -32l10 6 8-8 8 10 8-8 8 10 8-4 8 6h8v40h-8l-8 6-8-4-8 10-8-8-8 10-8-8-10 6z" />;
    case "bell":
      // Only the inner race, where the shaft goes in, may be struck.
      return (
        <>
          <path d="M-30 -36h40q26 0 26 36t-26 36h-40z" fill="none" />
          <path d="M36 -8h32v16h-32z" />
          <path d="M-30 -14h26v28h-26z" fill="var(--petrol)" fillOpacity="0.5" />
        </>
      );
  }
}

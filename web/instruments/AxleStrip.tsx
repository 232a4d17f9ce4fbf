import { useId } from "react";

/** The shaft's end as seen: which way it turns, and a band whose tail trails against it. */
export function AxleStrip({
  side,
  viewedFrom,
  rotation,
}: {
  side: string;
  viewedFrom: string;
  rotation: "clockwise" | "anticlockwise";
}) {
  const title = useId();
  const sign = rotation === "clockwise" ? 1 : -1;
  const turned = `translate(320 150) scale(${sign} 1)`;
  return (
    <svg viewBox="0 0 640 300" role="img" aria-labelledby={title} className="block w-full">
      <title
        id={title}
      >{`${side} axle seen from ${viewedFrom}: turns ${rotation}, the tail points the other way`}</title>
      <g transform={turned}>
        <circle r="88" fill="var(--ground)" stroke="var(--ink)" strokeWidth="2" />
        <circle r="96" fill="none" stroke="var(--soft)" strokeWidth="9" />
        {/* The fold, with its tail lying against the rotation. */}
        <path d="M12 -104h26v-10h-26z" fill="var(--ink)" />
        <path d="M14 -114q-50 -2 -84 34" fill="none" stroke="var(--petrol)" strokeWidth="9" />
        <circle r="34" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
        {Array.from({ length: 12 }, (_, i) => (
          <path key={i} d="M0 -34v6" transform={`rotate(${i * 30})`} stroke="var(--ink)" strokeWidth="2" />
        ))}
        <path d="M-58 -18A60 60 0 0 1 58 -18" fill="none" stroke="var(--past)" strokeWidth="5" />
        <path d="M46 -28l14 12l8 -18z" fill="var(--past)" />
      </g>
      <text x="452" y="70" fontSize="19" fontWeight="600" fill="var(--petrol)">
        tail trails
      </text>
      <text x="452" y="96" fontSize="17" fill="var(--soft)">
        a stick rides over the fold
      </text>
      <text x="20" y="70" fontSize="19" fontWeight="600" fill="var(--past)">
        turns {rotation}
      </text>
      <text x="20" y="96" fontSize="17" fill="var(--soft)">
        {side}, from {viewedFrom}
      </text>
    </svg>
  );
}

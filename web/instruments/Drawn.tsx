import type { Drawing, Picture, Shape, View } from "@averin/core";
import { useId } from "react";

/** What shows at a place of a drawing: what was found or read there, told in words and by its tone. */
export type DrawnPlace = {
  name: string;
  /** What was found or read; null where nothing was yet. */
  said: string | null;
  tone: string;
  /** What is told of it besides, such as a designation, and how long it is in. */
  tells: string | null;
  since: string | null;
  here: boolean;
};

const TONES: Readonly<Record<string, string>> = {
  ...{ none: "none", ink: "var(--ink)", soft: "var(--soft)", faint: "var(--line)" },
  ...{ sheet: "var(--sheet)", band: "var(--band)", ground: "var(--ground)", mark: "var(--petrol)" },
  ...{ near: "var(--near)", doubt: "var(--doubt)", past: "var(--past)" },
};
/** A tone of the theme; a colour that a thing has in any light stands as it is. */
const toned = (tone: string): string => TONES[tone] ?? tone;

/** A drawing that a procedure brings along: its views, its shapes, and at each place what is known of it. */
export function Drawn({
  drawing,
  shown,
  places,
}: {
  drawing: Drawing;
  /** Whether a shape belongs to this machine. */
  shown: (shape: Shape) => boolean;
  places: ReadonlyMap<string, DrawnPlace>;
}) {
  const order = new Map([...places.keys()].map((of, i) => [of, i + 1]));
  return drawing.views.map((view, i) => (
    <figure key={i} className="shrink-0">
      {view.name && <figcaption className="caption">{view.name}</figcaption>}
      <ViewDrawn drawing={drawing} view={view} shown={shown} places={places} order={order} />
    </figure>
  ));
}

/** A small picture that a procedure brings along, as wide as it is told. */
export function PictureDrawn({ picture, width }: { picture: Picture; width: number }) {
  const [across, down] = picture.size;
  return (
    <svg
      viewBox={`0 0 ${across} ${down}`}
      width={width}
      height={(width * down) / across}
      aria-hidden
      className="block shrink-0"
    >
      {picture.shapes.map((shape, i) => (
        <ShapeDrawn key={i} shape={shape} />
      ))}
    </svg>
  );
}

/** Where a reading is taken, as the procedure draws it, with what was read last. */
export function PlaceDrawn({ picture, name, read }: { picture: Picture; name: string; read: string | null }) {
  return (
    <figure
      aria-label={`Where it is read: ${name}`}
      className="w-full max-w-[520px] shrink-0 [&>svg]:h-auto [&>svg]:w-full"
    >
      <PictureDrawn picture={picture} width={520} />
      {read !== null && <figcaption className="figure text-2xl font-bold text-petrol">{read}</figcaption>}
    </figure>
  );
}

function ViewDrawn({
  drawing,
  view,
  shown,
  places,
  order,
}: {
  drawing: Drawing;
  view: View;
  shown: (shape: Shape) => boolean;
  places: ReadonlyMap<string, DrawnPlace>;
  order: ReadonlyMap<string, number>;
}) {
  const title = useId();
  const [width, height] = view.size;
  const here = view.places.flatMap((place) => {
    const known = places.get(place.of);
    return known ? [{ ...place, ...known, number: order.get(place.of) ?? 0 }] : [];
  });
  here.sort((a, b) => a.number - b.number);
  const numbered = drawing.marks === "numbers";
  const says = here.map(({ number, name, tells, said, since }) =>
    numbered
      ? `${number} ${name}: ${said ?? drawing.open}`
      : [name, tells, said ?? drawing.open, since].filter(Boolean).join(", "),
  );
  const hidden = drawing.hidden !== undefined && here.some((place) => place.hidden);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-labelledby={title}
      className="block max-h-[248px] w-full max-w-[720px]"
    >
      <title id={title}>{`${drawing.title}. ${says.join("; ")}`}</title>
      {view.shapes.filter(shown).map((shape, i) => (
        <ShapeDrawn key={i} shape={shape} />
      ))}
      {here.map((place) =>
        numbered ? <Numbered key={place.of} {...place} /> : <Ring key={place.of} {...place} open={drawing.open} />,
      )}
      {hidden && (
        <g>
          <Broken x={16} y={height - 19} width={16} height={14} />
          <text x="40" y={height - 6} fontSize="15" fill="var(--soft)">
            {drawing.hidden}
          </text>
        </g>
      )}
    </svg>
  );
}

function ShapeDrawn({ shape }: { shape: Shape }) {
  if (shape.shape === "words") {
    const [x, y] = shape.at;
    return (
      <text x={x} y={y} textAnchor={shape.anchor} fontSize="18" fill="var(--soft)">
        {shape.words}
      </text>
    );
  }
  const pen = {
    ...{ fill: toned(shape.fill), stroke: toned(shape.line), strokeWidth: shape.weight },
    ...{ fillOpacity: shape.fade, strokeDasharray: shape.dashes?.join(" "), strokeLinejoin: "round" as const },
  };
  switch (shape.shape) {
    case "rect": {
      const [[x, y], [width, height]] = [shape.at, shape.size];
      return <rect {...{ x, y, width, height }} rx={shape.round} {...pen} />;
    }
    case "circle":
      return <circle cx={shape.at[0]} cy={shape.at[1]} r={shape.r} {...pen} />;
    case "line": {
      const points = shape.through.map((spot) => spot.join(",")).join(" ");
      return shape.closed ? <polygon points={points} {...pen} /> : <polyline points={points} {...pen} />;
    }
    case "outline":
      return <path d={shape.pen} {...pen} />;
  }
}

type Marked = Omit<View["places"][number], "tells"> & DrawnPlace & { number: number };

/** A ring where it sits, its words beside it. */
function Ring({ at: [x, y], words, said, tone, tells, since, here, open }: Marked & { open: string }) {
  const text = { x: words === "right" ? x + 32 : x - 32, textAnchor: words === "right" ? "start" : "end" } as const;
  return (
    <g>
      {here && <circle cx={x} cy={y} r="30" fill="none" stroke="var(--petrol)" strokeWidth="3" />}
      <circle
        {...{ cx: x, cy: y, r: 22, fill: "var(--sheet)", stroke: tone, strokeWidth: 5 }}
        strokeDasharray={said === null ? "5 4" : undefined}
      />
      <circle cx={x} cy={y} r="8" fill="none" stroke={tone} strokeWidth="3" />
      {tells !== null && (
        <text {...text} y={y - 14} fontSize="18" fill="var(--ink)">
          {tells}
        </text>
      )}
      <text {...text} y={y + 30} fontSize="19" fontWeight="700" fill={said === null ? "var(--soft)" : tone}>
        {said ?? open}
        {since && (
          <tspan fontWeight="400" fill="var(--ink)">
            {` · ${since}`}
          </tspan>
        )}
      </text>
    </g>
  );
}

/** A number where it sits, in the order of the work. */
function Numbered({ at: [x, y], hidden, said, tone, here, number }: Marked) {
  return (
    <g>
      {hidden && <Broken x={x - 26} y={y - 25} width={52} height={50} />}
      <circle
        cx={x}
        cy={y}
        r={here ? 21 : 17}
        fill={here ? "var(--petrol)" : "var(--sheet)"}
        stroke={said === null ? "var(--ink)" : tone}
        strokeWidth={said === null ? 2 : 5}
        strokeDasharray={said === null && !here ? "4 3" : undefined}
      />
      <text
        {...{ x, y: y + 7, textAnchor: "middle", fontSize: 20, fontWeight: 700, className: "figure" }}
        fill={here ? "var(--on-petrol)" : "var(--ink)"}
      >
        {number}
      </text>
    </g>
  );
}

/** A broken box: something lies before it. */
const Broken = (box: { x: number; y: number; width: number; height: number }) => (
  <rect {...box} fill="none" stroke="var(--ink)" strokeWidth="1.6" strokeDasharray="5 4" />
);

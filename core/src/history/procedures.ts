import instruments from "./instruments.json" with { type: "json" };
import maps from "./maps.json" with { type: "json" };
import { isLoose, type Loose, rows, type Upcaster, withId } from "./record.ts";

/** What used to stand alone where a list stands now. */
const asList = (value: unknown): unknown => (isLoose(value) ? [value] : value);

/** A way of a question proposed for one part, and had one thing that spoke against it. */
function way({ proposes, against, recheck, ...rest }: Loose): Loose {
  return {
    ...rest,
    ...(proposes === undefined ? {} : { proposes: asList(proposes) }),
    ...(against === undefined ? {} : { against: asList(against) }),
    ...(isLoose(recheck) ? { recheck: withId(recheck) } : {}),
  };
}

/** The gearing step is found by its calculator now. */
function step(body: Loose): Loose {
  if (body.calculator !== "chain.slack") return body;
  const { gearing: _, ...rest } = body;
  return rest;
}

/** Drawings stood in code by their names; what stands where is the procedure's own data now. */
function drawnThen(instrument: unknown): Loose {
  if (typeof instrument !== "string") return instrument === undefined ? {} : { instrument };
  if (instrument in maps) return { drawing: maps[instrument as keyof typeof maps] };
  return instrument in instruments
    ? { instrument: instruments[instrument as keyof typeof instruments] }
    : { instrument };
}

/** Before formats were numbered; the drawing of the whole said then which questions it asks, and they were always these. */
const numbered: Upcaster = ({ drawnBy: _, instrument, ...body }) => ({
  ...body,
  ...drawnThen(instrument),
  format: 2,
  ...(body.questions === undefined
    ? {}
    : { questions: rows(body.questions, (q) => ({ ...q, ways: rows(q.ways, way) })) }),
  ...(isLoose(body.release) ? { release: { ...body.release, rechecks: rows(body.release.rechecks, withId) } } : {}),
  ...(body.steps === undefined ? {} : { steps: rows(body.steps, step) }),
});

const SIZE = /^\d+(?:\.\d+)?(?:\/\d+)? (?:mm|in) /;

/** A tool without the size that a procedure had no business to know. */
function tool(one: unknown): unknown {
  const named = isLoose(one) ? one.metric : one;
  return typeof named === "string" ? named.replace(SIZE, "") : one;
}

const withoutSizes = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(withoutSizes);
  if (!isLoose(value)) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, own]): [string, unknown][] => {
      if (key === "thread" && value.kind === "fasteners") return [];
      if (key === "tools" && Array.isArray(own)) return [[key, [...new Set(own.map(tool))]]];
      return [[key, withoutSizes(own)]];
    }),
  );
};

/** Sizes stood in procedures then; what is there is said by the machine's own fastener cards now. */
const carded: Upcaster = (body) => ({ ...(withoutSizes(body) as Loose), format: 3 });

/** Instruments stood among the pictures then, called after what they were first made for. */
const PANELS: Readonly<Record<string, string>> = {
  "slide stations": "stations",
  "track sag": "sag",
  "track gaps": "gaps",
};
const CLEARANCES = "track clearance";

function panelled(row: Loose): Loose {
  const { drawing, ...rest } = row;
  const panel = typeof drawing === "string" ? PANELS[drawing] : undefined;
  return panel === undefined ? row : { ...rest, panel };
}

/** A step that counts lugs found the clearances beside them by their picture. */
const named: Upcaster = (body) => {
  const points = Array.isArray(body.points) ? (body.points as unknown[]) : [];
  const beside = points.find((point) => isLoose(point) && point.drawing === CLEARANCES);
  const counted = (step: Loose): Loose =>
    step.calculator === "track.lugs" && isLoose(beside) ? { ...step, clearances: beside.id } : step;
  return {
    ...body,
    format: 4,
    ...(body.points === undefined ? {} : { points: rows(body.points, panelled) }),
    ...(body.steps === undefined ? {} : { steps: rows(body.steps, (step) => counted(panelled(step))) }),
  };
};

/** From each format of a procedure, or of a piece that procedures share, to the next. */
export const PROCEDURE_STEPS: readonly Upcaster[] = [numbered, carded, named];

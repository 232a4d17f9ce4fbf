import { type Condition, factsIn, machineKey } from "./condition.ts";
import { partsOf } from "./parts.ts";
import { cardKey, type Procedure } from "./schema.ts";
import type { Spec } from "../spec/index.ts";

/** A figure that a procedure asks for: where it says so, under which key, and which kind of figure it needs. */
export type AskedFigure = { path: (string | number)[]; key: string; kinds: readonly Spec["kind"][] };

const FIGURE = ["figure"] as const;
const TOLD = ["word", "figure", "limit"] as const;

type Way = Procedure["questions"][number]["ways"][number];

/** The conditions of a way of a question: of what it proposes, what it leaves to be done later, and what speaks against it. */
export const turnsOn = ({ against, proposes, recheck }: Way): (Condition | undefined)[] => [
  ...against.map(({ when }) => when),
  ...proposes.map(({ when }) => when),
  recheck?.when,
];

/** Every condition of a procedure: of entries, points, questions and their ways, steps, routes, gates and its release. */
export const conditionsIn = (procedure: Procedure): { fact: string; is: string[] }[] =>
  [
    ...procedure.spine.flatMap((entry) => [entry.when, entry.backWhen]),
    ...procedure.spine.flatMap((entry) => (entry.kind === "fasteners" ? entry.locks.map((lock) => lock.when) : [])),
    ...partsOf(procedure).flatMap((part) => (part.ends ?? []).map((end) => end.when)),
    ...procedure.points.map((point) => point.when),
    ...procedure.questions.flatMap((q) => [q.when, ...q.ways.flatMap(turnsOn)]),
    ...procedure.steps.map((step) => ("when" in step ? step.when : undefined)),
    ...procedure.routes.map((route) => route.when),
    ...procedure.gates.flatMap((gate) => [gate.when, gate.needs]),
    ...(procedure.drawing?.views ?? []).flatMap((view) => view.shapes.map((shape) => shape.when)),
    ...procedure.release.rechecks.map((recheck) => recheck.when),
    ...procedure.release.remembers.map((remembered) => remembered.when),
  ].flatMap(factsIn);

/** How a machine must be known to be made before a procedure can say what is done: the keys of its configuration. */
export const machineFacts = (procedure: Procedure): string[] => {
  const asked = conditionsIn(procedure).flatMap(({ fact }) => machineKey(fact) ?? []);
  const verified = procedure.steps.flatMap((s) =>
    s.kind === "verify" && s.expect.by === "machine" ? [s.expect.key] : [],
  );
  return [...new Set([...asked, ...verified])];
};

/** Every figure that a procedure asks the model's book for, in the order it stands there. */
export function figuresAsked(procedure: Procedure): AskedFigure[] {
  const asked: AskedFigure[] = [];
  const ask = (path: (string | number)[], key: string, kinds: readonly Spec["kind"][]): void =>
    void asked.push({ path, key, kinds });
  const counted = (path: (string | number)[], { count }: { count: number | { spec: string } }): void => {
    if (typeof count !== "number") ask([...path, "count"], count.spec, ["count"]);
  };
  const named = (path: (string | number)[], keys: Readonly<Record<string, string>>): void => {
    for (const [name, key] of Object.entries(keys)) ask([...path, name], key, FIGURE);
  };
  const told = (path: (string | number)[], keys: readonly string[]): void =>
    keys.forEach((key, j) => ask([...path, "tells", j], key, TOLD));
  procedure.spine.forEach((entry, i) => {
    const path = ["spine", i];
    told([...path, "apart"], entry.apart.tells);
    told([...path, "together"], entry.together.tells);
    if (entry.kind === "pack") entry.layers.forEach((layer, j) => counted([...path, "layers", j], layer));
    else counted(path, entry);
    if (entry.kind === "part") entry.loose.forEach((piece, j) => counted([...path, "loose", j], piece));
    if (entry.kind !== "fasteners") return;
    ask([...path, "torque", "spec"], entry.torque.spec, ["torque"]);
    ask([...path, "card"], cardKey(entry), ["fastener"]);
    if (entry.places !== undefined) ask([...path, "places"], entry.places, ["places"]);
  });
  procedure.points.forEach((point, i) => {
    told(["points", i], point.tells);
    if (point.kind !== "measure") return;
    if (point.spec !== undefined) ask(["points", i, "spec"], point.spec, ["limit", "height"]);
    for (const { at } of partsOf(procedure).find(({ id }) => id === point.on)?.ends ?? []) {
      const own = point.ends?.[at];
      if (own !== undefined) ask(["points", i, "ends", at], own, ["limit"]);
    }
    if (point.placesBy !== undefined) ask(["points", i, "placesBy"], point.placesBy, ["count"]);
    if (point.under) ask(["points", i, "under", "spec"], point.under.spec, FIGURE);
  });
  procedure.questions.forEach((question, i) =>
    question.ways.forEach((way, j) => {
      if (way.cost?.life !== undefined) ask(["questions", i, "ways", j, "cost", "life"], way.cost.life, FIGURE);
    }),
  );
  procedure.steps.forEach((step, i) => {
    const path = ["steps", i];
    if (step.kind === "do") told(path, step.tells);
    if (step.kind === "verify" && step.expect.by === "count") {
      ask([...path, "expect", "spec"], step.expect.spec, FIGURE);
      step.expect.mistaken.forEach(({ spec }, j) => ask([...path, "expect", "mistaken", j, "spec"], spec, FIGURE));
    }
    if (step.kind === "verify" && step.expect.by === "length") {
      ask([...path, "expect", "tolerance"], step.expect.tolerance, FIGURE);
    }
    if (step.kind === "adjust" && step.under) ask([...path, "under", "spec"], step.under.spec, FIGURE);
    if (step.kind === "adjust") ask([...path, "spec"], step.spec, step.setBy === undefined ? ["limit"] : FIGURE);
    if (step.kind !== "compute") return;
    switch (step.calculator) {
      case "clutch.stack": {
        ask([...path, "spec"], step.spec, ["height"]);
        if (!step.capacity) return;
        const { springs: _, springLength, ...keys } = step.capacity;
        named([...path, "capacity"], keys);
        return ask([...path, "capacity", "springLength"], springLength, ["limit"]);
      }
      case "chain.slack":
        return named([...path, "geometry"], step.geometry);
      case "chain.length":
        named([...path, "drive"], step.drive);
        return named([...path, "speed"], step.speed ?? {});
      case "case.freeplay":
        return named([...path, "drive"], step.drive);
      case "track.lugs":
        return;
      case "case.backoff":
        return ask([...path, "pitch"], step.pitch, FIGURE);
      case "chain.spline":
        return ask([...path, "maxPlay"], step.maxPlay, FIGURE);
      default:
        return step satisfies never;
    }
  });
  procedure.drawing?.views.forEach((view, i) =>
    view.places.forEach(({ tells }, j) => {
      if (tells !== undefined) ask(["drawing", "views", i, "places", j, "tells"], tells, TOLD);
    }),
  );
  for (const fact of machineFacts(procedure)) ask(["machine"], fact, ["word"]);
  (procedure.identity?.withholds ?? []).forEach((key, i) =>
    ask(["identity", "withholds", i], key, ["limit", "figure", "height", "torque"]),
  );
  return asked;
}

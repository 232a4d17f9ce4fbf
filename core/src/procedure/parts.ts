import type { ComputeStep, DoStep, Entry, Loose, Part, Point, Procedure, Question, Step, WaitStep } from "./schema.ts";

/** Every part of a procedure, layers of a pack as parts of their own, outside in. */
export function partsOf(procedure: Procedure): Part[] {
  return procedure.spine.flatMap((entry): Part[] => {
    switch (entry.kind) {
      case "part":
        return [entry];
      case "pack":
        return [...entry.layers];
      case "fasteners":
        return [];
    }
  });
}

export function partOf(procedure: Procedure, id: string): Part | undefined {
  return partsOf(procedure).find((part) => part.id === id);
}

export function entryOf(procedure: Procedure, id: string): Entry | undefined {
  return procedure.spine.find((entry) => entry.id === id);
}

/** The spine entry that holds a part: itself, or the pack whose layer it is. */
export function entryHolding(procedure: Procedure, part: string): Entry | undefined {
  return procedure.spine.find((e) => e.id === part || (e.kind === "pack" && e.layers.some((l) => l.id === part)));
}

export function pointOf(procedure: Procedure, id: string): Point | undefined {
  return procedure.points.find((point) => point.id === id);
}

export function questionOf(procedure: Procedure, id: string): Question | undefined {
  return procedure.questions.find((question) => question.id === id);
}

export function stepOf(procedure: Procedure, id: string): Step | undefined {
  return procedure.steps.find((step) => step.id === id);
}

export const doStepsOf = (procedure: Procedure): DoStep[] =>
  procedure.steps.filter((step): step is DoStep => step.kind === "do");

/** The steps that bring a pack to its height. */
export const stackStepsOf = (procedure: Procedure): ComputeStep[] =>
  procedure.steps.filter((s): s is ComputeStep => s.kind === "compute" && s.calculator === "clutch.stack");

export const waitStepsOf = (procedure: Procedure): WaitStep[] =>
  procedure.steps.filter((step): step is WaitStep => step.kind === "wait");

export type Piece = Loose & { temporary: boolean };

/** Every small part that is counted: those that come out with a part, and those put on for the time of the work. */
export function piecesOf(procedure: Procedure): Piece[] {
  return [
    ...doStepsOf(procedure).flatMap((step) => step.temporary.map((piece) => ({ ...piece, temporary: true }))),
    ...procedure.spine.flatMap((entry) =>
      entry.kind === "part" ? entry.loose.map((piece) => ({ ...piece, temporary: false })) : [],
    ),
  ];
}

export function pieceOf(procedure: Procedure, id: string): Piece | undefined {
  return piecesOf(procedure).find((piece) => piece.id === id);
}

/** How many there are of everything that is counted: a number, or the spec key under which the model's book holds it. */
export function countsNeeded(procedure: Procedure): Map<string, Part["count"]> {
  return new Map([
    ...procedure.spine.flatMap((entry): [string, Part["count"]][] =>
      entry.kind === "pack" ? entry.layers.map((layer) => [layer.id, layer.count]) : [[entry.id, entry.count]],
    ),
    ...piecesOf(procedure).map((piece): [string, Part["count"]] => [piece.id, piece.count]),
  ]);
}

/** Every spec that a procedure asks the model's book for, with what kind of figure it must be and where it is asked. */
export function specsNamed(procedure: Procedure): { key: string; kind: string; at: string }[] {
  const { spine, points, steps, questions } = procedure;
  const of = (kind: string, at: string, keys: readonly (string | undefined)[]) =>
    keys.flatMap((key) => (key === undefined ? [] : [{ key, kind, at }]));
  return [
    ...[...countsNeeded(procedure)].flatMap(([id, count]) =>
      typeof count === "number" ? [] : of("count", `spine.${id}.count`, [count.spec]),
    ),
    ...spine.flatMap((entry) =>
      entry.kind === "fasteners"
        ? [
            ...of("torque", `spine.${entry.id}.torque`, [entry.torque.spec]),
            ...of("places", `spine.${entry.id}.places`, [entry.places]),
          ]
        : [],
    ),
    ...points.flatMap((point) =>
      point.kind === "measure" ? of("limit", `points.${point.id}.spec`, [point.spec]) : [],
    ),
    ...steps.flatMap((step) => {
      const at = `steps.${step.id}`;
      if (step.kind === "adjust") {
        const kind = step.setBy === undefined ? "limit" : "figure";
        return [...of(kind, `${at}.spec`, [step.spec]), ...of("figure", `${at}.turn`, [step.turn.travel])];
      }
      if (step.kind === "verify" && step.expect.by === "count") {
        return of("figure", `${at}.expect`, [step.expect.spec, ...step.expect.mistaken.map((m) => m.spec)]);
      }
      if (step.kind !== "compute") return [];
      if (step.calculator === "chain.slack") return of("figure", `${at}.geometry`, Object.values(step.geometry));
      if (step.calculator === "chain.length") return of("figure", `${at}.drive`, Object.values(step.drive));
      const { springs: _, springLength: __, ...capacity } = step.capacity ?? { springs: "", springLength: "" };
      return [...of("height", `${at}.spec`, [step.spec]), ...of("figure", `${at}.capacity`, Object.values(capacity))];
    }),
    ...questions.flatMap((q) => q.ways.flatMap((way) => of("figure", `questions.${q.id}`, [way.cost?.life]))),
  ];
}

/** "friction 4", or "cover" where there is only one. */
export function itemName(part: { name: string; one?: string | undefined }, item: number, count: number): string {
  return count > 1 ? `${part.one ?? part.name} ${item}` : (part.one ?? part.name);
}

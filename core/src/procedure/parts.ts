import type {
  ComputeStep,
  DoStep,
  Entry,
  FastenerEntry,
  Locking,
  Loose,
  MeasurePoint,
  Part,
  Point,
  Procedure,
  Question,
  Step,
  WaitStep,
} from "./schema.ts";

/** Read from a procedure once: it never changes, and what is read is asked for at every line typed. */
function once<T>(read: (procedure: Procedure) => T): (procedure: Procedure) => T {
  const known = new WeakMap<Procedure, T>();
  return (procedure) => {
    const value = known.get(procedure) ?? read(procedure);
    known.set(procedure, value);
    return value;
  };
}

/** Every part of a procedure, layers of a pack as parts of their own, outside in. */
export const partsOf = once((procedure): readonly Part[] =>
  procedure.spine.flatMap((entry): Part[] => {
    switch (entry.kind) {
      case "part":
        return [entry];
      case "pack":
        return [...entry.layers];
      case "fasteners":
        return [];
    }
  }),
);

/** Every way in which a fastener may be kept from turning. */
export const locksOf = ({ locks, locking }: FastenerEntry): Locking[] => [
  ...locks.map((one) => one.locking),
  ...(locking ? [locking] : []),
];

/** What parts are asked for as, with a name for each: the roles of its parts, of fasteners used once and of their locks. */
export const rolesOf = once(
  (procedure): ReadonlyMap<string, string> =>
    new Map([
      ...partsOf(procedure).flatMap(({ role, one, name, ends = [] }): [string, string][] => [
        ...(role === undefined ? [] : [[role, one ?? name] satisfies [string, string]]),
        ...ends.map((end): [string, string] => [end.role, end.name]),
      ]),
      ...doStepsOf(procedure).flatMap(({ uses = [] }) => uses.map(({ role, name }): [string, string] => [role, name])),
      ...procedure.spine.flatMap((entry): [string, string][] => {
        if (entry.kind !== "fasteners") return [];
        const locks = locksOf(entry).map(({ role, kind }) => [role, `${entry.name}: ${kind}`] as const);
        return [
          ...(entry.role === undefined ? [] : [[entry.role, entry.name] satisfies [string, string]]),
          ...locks.flatMap(([role, name]): [string, string][] => (role === undefined ? [] : [[role, name]])),
        ];
      }),
    ]),
);

export function partOf(procedure: Procedure, id: string): Part | undefined {
  return partsOf(procedure).find((part) => part.id === id);
}

const entriesOf = once((procedure) => new Map(procedure.spine.map((entry) => [entry.id, entry])));
export function entryOf(procedure: Procedure, id: string): Entry | undefined {
  return entriesOf(procedure).get(id);
}

/** The spine entry that holds a part: itself, or the pack whose layer it is. */
export function entryHolding(procedure: Procedure, part: string): Entry | undefined {
  return holdersOf(procedure).get(part);
}
const holdersOf = once(
  (procedure) =>
    new Map(
      procedure.spine.flatMap((entry): [string, Entry][] => [
        [entry.id, entry],
        ...(entry.kind === "pack" ? entry.layers.map(({ id }): [string, Entry] => [id, entry]) : []),
      ]),
    ),
);

export function pointOf(procedure: Procedure, id: string): Point | undefined {
  return procedure.points.find((point) => point.id === id);
}

/** What is set, not worn: read as left at the end, and turned until it is well. */
export const isSetting = (point: MeasurePoint): boolean => point.again || point.stage === "prove";

export function questionOf(procedure: Procedure, id: string): Question | undefined {
  return procedure.questions.find((question) => question.id === id);
}

export function stepOf(procedure: Procedure, id: string): Step | undefined {
  return procedure.steps.find((step) => step.id === id);
}

export const doStepsOf = (procedure: Procedure): DoStep[] =>
  procedure.steps.filter((step): step is DoStep => step.kind === "do");

export const doStepOf = (procedure: Procedure, id: string): DoStep | undefined =>
  doStepsOf(procedure).find((step) => step.id === id);

/** The steps that bring a pack to its height. */
export const stackStepsOf = (procedure: Procedure): ComputeStep[] =>
  procedure.steps.filter((s): s is ComputeStep => s.kind === "compute" && s.calculator === "clutch.stack");

export const waitStepsOf = (procedure: Procedure): WaitStep[] =>
  procedure.steps.filter((step): step is WaitStep => step.kind === "wait");

/** Every tool that a work may ask for, each once; sizes are said by the machine's cards. */
export const toolsNamed = once((procedure): readonly string[] => [
  ...new Set([
    ...procedure.steps.flatMap((step) => ("tools" in step ? step.tools : [])),
    ...procedure.spine.flatMap(({ apart, together }) => [...apart.tools, ...together.tools]),
    ...procedure.questions.flatMap(({ ways }) => ways.flatMap((way) => way.tools ?? [])),
  ]),
]);

export type Piece = Loose & { temporary: boolean };

/** Every small part that is counted: those that come out with a part, and those put on for the time of the work. */
export const piecesOf = once((procedure): readonly Piece[] => [
  ...doStepsOf(procedure).flatMap((step) => step.temporary.map((piece) => ({ ...piece, temporary: true }))),
  ...procedure.spine.flatMap((entry) =>
    entry.kind === "part" ? entry.loose.map((piece) => ({ ...piece, temporary: false })) : [],
  ),
]);

export function pieceOf(procedure: Procedure, id: string): Piece | undefined {
  return piecesOf(procedure).find((piece) => piece.id === id);
}

/** How many there are of everything that is counted: a number, or the spec key under which the model's book holds it. */
export const countsNeeded = once(
  (procedure): ReadonlyMap<string, Part["count"]> =>
    new Map([
      ...procedure.spine.flatMap((entry): [string, Part["count"]][] =>
        entry.kind === "pack" ? entry.layers.map((layer) => [layer.id, layer.count]) : [[entry.id, entry.count]],
      ),
      ...piecesOf(procedure).map((piece): [string, Part["count"]] => [piece.id, piece.count]),
    ]),
);

/** "friction 4", or "cover" where there is only one. */
export function itemName(part: { name: string; one?: string | undefined }, item: number, count: number): string {
  return count > 1 ? `${part.one ?? part.name} ${item}` : (part.one ?? part.name);
}

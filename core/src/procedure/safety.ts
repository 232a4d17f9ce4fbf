import type { Entry, Finding, Point, Procedure, Step } from "./schema.ts";
import { CONDEMNING, type GOING, SYSTEMS } from "./going.ts";

export type Going = (typeof GOING)[number];
export type System = (typeof SYSTEMS)[number];
/** What a step or a point sets going, and whether the drive is raised and held then. */
export type SetGoing = { setsGoing: Going; raised: boolean };

const ALL: readonly Going[] = ["engine", "moves", "ride"];
/** Under its own power and ridden: a start on stands harms nobody. */
const UNDER_WAY: readonly Going[] = ["moves", "ride"];
/** Whoever rides moves, and whoever moves runs the engine. */
const SETS: Record<Going, readonly Going[]> = { engine: ["engine"], moves: ["engine", "moves"], ride: ALL };
/** A stop on one of these says less than all three. A brake holds the start as well, unless the drive is raised and held. */
const LESS: ReadonlySet<System | undefined> = new Set<System>(["brake", "steering", "axle", "wheel"]);

/** What a step or a point of a procedure sets going, by its id; null where it sets nothing going. */
export function setGoingBy({ steps, points }: Pick<Procedure, "steps" | "points">, id: string): SetGoing | null {
  const row = steps.find((step) => step.id === id) ?? points.find((point) => point.id === id);
  if (!row || !("setsGoing" in row) || row.setsGoing === undefined) return null;
  return { setsGoing: row.setsGoing, raised: "raised" in row && row.raised === true };
}

/**
 * Whether a finding that stops the work endangers what a step sets going: as its word says, else by the system its point
 * is of. What says neither, or is not known any more, endangers all three.
 */
export function endangers(point: Point | undefined, word: string, { setsGoing, raised }: SetGoing): boolean {
  const own =
    point?.kind === "inspect" ? point.findings.find((finding) => finding.word === word)?.endangers : undefined;
  const system = point?.system;
  const bySystem = LESS.has(system) && (system !== "brake" || raised) ? UNDER_WAY : ALL;
  const endangered = own ?? bySystem;
  return SETS[setsGoing].some((going) => endangered.includes(going));
}

/** Whether something can be looked at only while the engine runs, or once it has run. */
export const needsRunning = (point: Point | undefined): boolean => point?.requires?.includes("running") === true;

/** Whether a finding says that the part is used no more. */
export const isCondemning = ({ word, leads, condemns }: Pick<Finding, "word" | "leads" | "condemns">): boolean =>
  condemns ?? (leads !== "keep" && CONDEMNING.has(word));

const safetyOfPoint = ({ setsGoing, raised, system, requires, core, renewedWith }: Point) => ({
  ...{ setsGoing, raised, system, requires, core, renewedWith },
});

/** The row with what another says of safety where it says nothing itself. */
const filled = <Row extends object>(row: Row, more: object): Row => ({
  ...Object.fromEntries(Object.entries(more).filter(([, value]) => value !== undefined)),
  ...row,
});

function filledStep(step: Step, other: Step | undefined): Step {
  if (!other || !("setsGoing" in other)) return step;
  const more = { setsGoing: other.setsGoing, raised: other.raised };
  return filled(step, step.kind === "do" && other.kind === "do" ? { ...more, hard: other.hard } : more);
}

function filledPoint(point: Point, other: Point | undefined): Point {
  if (!other) return point;
  const whole = filled(point, safetyOfPoint(other));
  if (whole.kind !== "inspect" || other.kind !== "inspect") return whole;
  const findings = whole.findings.map((finding): Finding => {
    const same = other.findings.find(({ word }) => word === finding.word);
    if (!same) return finding;
    const { endangers, condemns, spared, urgent } = same;
    return filled(finding, { endangers, condemns, spared, urgent });
  });
  return { ...filled(whole, { hard: other.hard }), findings };
}

function filledEntry(entry: Entry, other: Entry | undefined): Entry {
  return entry.kind === "fasteners" && other?.kind === "fasteners" ? filled(entry, { holds: other.holds }) : entry;
}

/** A procedure as it was kept, with what today's of the same id says of safety: jobs under way are held by it too. */
export function withSafety(kept: Procedure, today: Procedure): Procedure {
  const steps = new Map(today.steps.map((step) => [step.id, step]));
  const points = new Map(today.points.map((point) => [point.id, point]));
  const entries = new Map(today.spine.map((entry) => [entry.id, entry]));
  return {
    ...kept,
    spine: kept.spine.map((entry) => filledEntry(entry, entries.get(entry.id))),
    steps: kept.steps.map((step) => filledStep(step, steps.get(step.id))),
    points: kept.points.map((point) => filledPoint(point, points.get(point.id))),
  };
}

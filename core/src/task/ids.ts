/** Every kind of task that the walk is made of. */
export type TaskKind =
  | "off"
  | "do"
  | "wait"
  | "measure"
  | "inspect"
  | "decide"
  | "build"
  | "check"
  | "verify"
  | "adjust"
  | "compute"
  | "fit"
  | "torque"
  | "lock"
  | "count";

/** What a task's name begins with, the kind of task that it is, and the fact that it stands for once all of it is answered. */
const BEGINS = {
  off: { kind: "off", fact: "off" },
  fit: { kind: "fit", fact: "fitted" },
  torque: { kind: "torque", fact: null },
  lock: { kind: "lock", fact: null },
  do: { kind: "do", fact: "done" },
  start: { kind: "wait", fact: null },
  end: { kind: "wait", fact: "done" },
  verify: { kind: "verify", fact: "done" },
  adjust: { kind: "adjust", fact: "done" },
  compute: { kind: "compute", fact: "done" },
  build: { kind: "build", fact: "done" },
  check: { kind: "check", fact: null },
  away: { kind: "count", fact: null },
  decide: { kind: "decide", fact: null },
  measure: { kind: "measure", fact: null },
  inspect: { kind: "inspect", fact: null },
} as const satisfies Record<string, { kind: TaskKind; fact: string | null }>;
type Begin = keyof typeof BEGINS;
type OfPoint = "measure" | "inspect";

/** The name of a task of something: "fit:pack". */
export const taskId = (begin: Exclude<Begin, OfPoint>, of: string): string => `${begin}:${of}`;
/** The name of a task in which a point is read or looked at: "measure:slack:found". */
export const pointTaskId = (kind: OfPoint, point: string, phase: "found" | "left"): string =>
  `${kind}:${point}:${phase}`;

/** What a task's name says: what of, and the fact that it stands for; null where it is no task's name. */
export function readTaskId(id: string): { kind: TaskKind; of: string; fact: string | null } | null {
  const [begin = "", of = ""] = id.split(":");
  const known = begin in BEGINS ? BEGINS[begin as Begin] : null;
  return known && of !== "" ? { kind: known.kind, of, fact: known.fact && `${known.fact}:${of}` } : null;
}

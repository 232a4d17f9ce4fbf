import type { PackCheck, Phase, Way } from "./events.ts";

/** The smallest thing the entry line can aim at: one reading, one plate in, one pull of the wrench. */
export type Slot =
  | { kind: "ask"; key: string; question: string }
  | { kind: "off"; key: string; entry: string }
  | { kind: "out"; key: string; entry: string; place: number }
  | { kind: "count"; key: string; piece: string; way: Way }
  | { kind: "start"; key: string; wait: string }
  | { kind: "end"; key: string; wait: string }
  | { kind: "read"; key: string; point: string; item: number; place: number; phase: Phase }
  | { kind: "find"; key: string; point: string; item: number }
  | { kind: "decide"; key: string; part: string; item: number }
  | { kind: "build"; key: string; step: string }
  | { kind: "check"; key: string; step: string; check: PackCheck }
  | { kind: "fit"; key: string; entry: string; item: number }
  | { kind: "pull"; key: string; entry: string; place: number; pass: number }
  | { kind: "lock"; key: string; entry: string; place: number }
  | { kind: "verify"; key: string; step: string }
  | { kind: "adjust"; key: string; step: string }
  | { kind: "compute"; key: string; step: string }
  | { kind: "do"; key: string; step: string };

export const slot = {
  ask: (question: string): Slot => ({ kind: "ask", key: `ask:${question}`, question }),
  out: (entry: string, place: number): Slot => ({ kind: "out", key: `out:${entry}:${place}`, entry, place }),
  count: (piece: string, way: Way): Slot => ({ kind: "count", key: `count:${piece}:${way}`, piece, way }),
  start: (wait: string): Slot => ({ kind: "start", key: `start:${wait}`, wait }),
  end: (wait: string): Slot => ({ kind: "end", key: `end:${wait}`, wait }),
  check: (step: string, check: PackCheck): Slot => ({ kind: "check", key: `check:${step}:${check}`, step, check }),
  lock: (entry: string, place: number): Slot => ({ kind: "lock", key: `lock:${entry}:${place}`, entry, place }),
  off: (entry: string): Slot => ({ kind: "off", key: `off:${entry}`, entry }),
  read: (point: string, item: number, place: number, phase: Phase): Slot => ({
    kind: "read",
    key: `read:${point}:${item}:${place}:${phase}`,
    point,
    item,
    place,
    phase,
  }),
  find: (point: string, item: number): Slot => ({ kind: "find", key: `find:${point}:${item}`, point, item }),
  decide: (part: string, item: number): Slot => ({ kind: "decide", key: `decide:${part}:${item}`, part, item }),
  build: (step: string): Slot => ({ kind: "build", key: `build:${step}`, step }),
  fit: (entry: string, item: number): Slot => ({ kind: "fit", key: `fit:${entry}:${item}`, entry, item }),
  pull: (entry: string, place: number, pass: number): Slot => ({
    kind: "pull",
    key: `pull:${entry}:${place}:${pass}`,
    entry,
    place,
    pass,
  }),
  verify: (step: string): Slot => ({ kind: "verify", key: `verify:${step}`, step }),
  adjust: (step: string): Slot => ({ kind: "adjust", key: `adjust:${step}`, step }),
  compute: (step: string): Slot => ({ kind: "compute", key: `compute:${step}`, step }),
  do: (step: string): Slot => ({ kind: "do", key: `do:${step}`, step }),
};

import type { Phase } from "./events.ts";

/** The smallest thing the entry line can aim at: one reading, one plate in, one pull of the wrench. */
export type Slot =
  | { kind: "off"; key: string; entry: string }
  | { kind: "read"; key: string; point: string; item: number; place: number; phase: Phase }
  | { kind: "find"; key: string; point: string; item: number }
  | { kind: "decide"; key: string; part: string; item: number }
  | { kind: "build"; key: string; step: string }
  | { kind: "fit"; key: string; entry: string; item: number }
  | { kind: "pull"; key: string; entry: string; place: number; pass: number }
  | { kind: "do"; key: string; step: string };

export const slot = {
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
  do: (step: string): Slot => ({ kind: "do", key: `do:${step}`, step }),
};

import type { Bench } from "./bench.ts";
import type { JobEvent, Stray } from "./events.ts";

/** A job as a screen opens it: by what it is judged, its log, and what the log could not take. */
export type OpenedJob = {
  id: string;
  number: string;
  bench: Bench;
  /** The version of the shop's figures that the bench was made of. */
  figuresAt: number;
  events: JobEvent[];
  strays: Stray[];
};

import type { Actor, Bench, JobState, Kit, Slot, Task, TooFarWay, Whose } from "@averin/core";

/** A way of a school, for the whole shop unless it says of which machine or whose model it is. */
export type PresetSaid = { question: string; word: string; machine?: string; whose?: Whose };

/** What every panel of the step in hand is given. */
export type PanelProps = {
  bench: Bench;
  state: JobState;
  actor: Actor;
  task: Task;
  waiting: readonly Slot[];
  kit: Kit;
  onAim: (slotKey: string) => void;
  onEnter: (typed: string) => void;
  /** A fastener was pulled too far: what was done about it. */
  onTooFar: (entry: string, place: number, how: TooFarWay) => void;
  /** What was read before its limit was found is judged by it. */
  onJudge: (point: string) => void;
  /** Which way of a school is gone by here from now on: the shop's own, or as a maker has it. */
  onPreset: (said: PresetSaid) => void;
};

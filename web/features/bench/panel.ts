import type { Actor, Bench, JobState, Kit, Slot, Task, TooFarWay } from "@averin/core";

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
  onPreset: (question: string, word: string) => void;
};

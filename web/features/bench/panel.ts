import type { Actor, Bench, JobState, Slot, Task } from "@averin/core";

/** What every panel of the step in hand is given. */
export type PanelProps = {
  bench: Bench;
  state: JobState;
  actor: Actor;
  task: Task;
  waiting: readonly Slot[];
  kit: { gauge: string | null; wrench: string | null };
  onAim: (slotKey: string) => void;
  onEnter: (typed: string) => void;
  /** What was read before its limit was found is judged by it. */
  onJudge: (point: string) => void;
  onPreset: (question: string, word: string) => void;
};

import type { Look, OpenPoint } from "./kind.ts";
import type { Slot } from "./lines.ts";

/** Tasks whose answer proves nothing, by the words that say why: checked against nothing, set without knowing what to. */
export const unproven = ({ tasks }: Look, why: (s: Slot) => string | null): OpenPoint[] =>
  tasks.flatMap((task): OpenPoint[] => {
    const because = task.slots.map(why).find((words) => words !== null);
    if (because === undefined) return [];
    const text = `${task.title.toLowerCase()}: ${because}`;
    return [{ key: `unproven:${task.id}`, group: "look again", text, task: task.id, hard: false }];
  });

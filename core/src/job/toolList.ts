import type { Task } from "./task.ts";

const SIZED = /^(\d+(?:\.\d+)?(?:\/\d+)?) (mm|in) (.+)$/;

/** The size as a number, fractions of an inch too: to put sizes in order. */
const sizeOf = (size: string): number => {
  const [over = 0, under = 1] = size.split("/").map(Number);
  return over / under;
};

/**
 * Everything that the work asks for from the tool box, told once: sizes of one tool in one row, smallest first, then
 * whatever has no size, in the order it is needed. "socket 12, 15, 17 mm".
 */
export function toolList(tasks: readonly Pick<Task, "tools">[]): string[] {
  const sizes = new Map<string, Set<string>>();
  const plain = new Set<string>();
  for (const tool of tasks.flatMap((task) => task.tools)) {
    const [, size, unit, name] = SIZED.exec(tool) ?? [];
    if (size === undefined) plain.add(tool);
    else {
      const row = `${name}|${unit}`;
      sizes.set(row, (sizes.get(row) ?? new Set<string>()).add(size));
    }
  }
  const rows = [...sizes].sort(([a], [b]) => a.localeCompare(b));
  return [
    ...rows.map(([row, all]) => {
      const [name = "", unit = ""] = row.split("|");
      return `${name} ${[...all].sort((a, b) => sizeOf(a) - sizeOf(b)).join(", ")} ${unit}`;
    }),
    ...plain,
  ];
}

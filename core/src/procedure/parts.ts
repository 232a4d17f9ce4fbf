import type { Entry, Part, Point, Procedure } from "./schema.ts";

/** Every part of a procedure, layers of a pack as parts of their own, outside in. */
export function partsOf(procedure: Procedure): Part[] {
  return procedure.spine.flatMap((entry): Part[] => {
    switch (entry.kind) {
      case "part":
        return [entry];
      case "pack":
        return [...entry.layers];
      case "fasteners":
        return [];
    }
  });
}

export function partOf(procedure: Procedure, id: string): Part | undefined {
  return partsOf(procedure).find((part) => part.id === id);
}

export function entryOf(procedure: Procedure, id: string): Entry | undefined {
  return procedure.spine.find((entry) => entry.id === id);
}

export function pointOf(procedure: Procedure, id: string): Point | undefined {
  return procedure.points.find((point) => point.id === id);
}

/** Spec keys that give counts, by the id of what they count. */
export function countKeys(procedure: Procedure): Map<string, string> {
  const keys = new Map<string, string>();
  const note = (id: string, count: Part["count"]): void => {
    if (typeof count === "object") keys.set(id, count.spec);
  };
  for (const entry of procedure.spine) {
    if (entry.kind === "pack") entry.layers.forEach((layer) => note(layer.id, layer.count));
    else note(entry.id, entry.count);
  }
  return keys;
}

/** "friction 4", or "cover" where there is only one. */
export function itemName(part: { name: string; one?: string | undefined }, item: number, count: number): string {
  return count > 1 ? `${part.one ?? part.name} ${item}` : (part.one ?? part.name);
}

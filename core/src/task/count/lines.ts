import { z } from "zod";
import { id, item, type Direction, DIRECTIONS, whole, words } from "../../job/fields.ts";

export const countDrafts = [
  z.strictObject({ type: z.literal("pieces_counted"), piece: id, way: z.enum(DIRECTIONS), count: item }),
] as const;

export const countBodies = [
  z.object({ type: z.literal("pieces_counted"), piece: words, way: z.enum(DIRECTIONS), count: whole, expected: whole }),
] as const;

export const countSlots = {
  count: (piece: string, way: Direction) => ({ kind: "count" as const, key: `count:${piece}:${way}`, piece, way }),
};

export const countAnswers = {
  pieces_counted: (it: { piece: string; way: Direction }) => countSlots.count(it.piece, it.way),
};

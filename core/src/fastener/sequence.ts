import { z } from "zod";
import { defineCalculator, equal, fields } from "../calculator/index.ts";

export const PATTERNS = ["star", "cross", "spiral", "around"] as const;
export type Pattern = (typeof PATTERNS)[number];

const inputSchema = z
  .strictObject({
    count: z.int().min(1).max(60),
    pattern: z.enum(PATTERNS),
    stagesPercent: z
      .array(z.number().gt(0).max(100))
      .max(20)
      .min(1)
      .default(() => [50, 100]),
    targetNm: fields.positive.optional(),
  })
  .superRefine((input, context) => {
    if (input.pattern === "cross" && (input.count < 4 || input.count % 2 !== 0)) {
      fields.conflict(context, ["pattern"], "pattern: a cross needs an even count of 4 or more; take star or around.");
    }
    input.stagesPercent.forEach((percent, i) => {
      const before = input.stagesPercent[i - 1];
      if (before !== undefined && percent <= before) {
        fields.conflict(context, ["stagesPercent", i], `stagesPercent.${i} must be above the stage before it.`);
      }
    });
    const last = input.stagesPercent.length - 1;
    if (!equal(input.stagesPercent[last] ?? 0, 100)) {
      context.addIssue({
        code: "custom",
        path: ["stagesPercent", last],
        message: `stagesPercent.${last}: the last stage must be 100.`,
        params: { code: "range" },
      });
    }
  });

const around = (count: number): number[] => Array.from({ length: count }, (_, i) => i + 1);

function cross(count: number): number[] {
  const half = count / 2;
  return around(half).flatMap((i) => [i, i + half]);
}

function spiral(count: number): number[] {
  const middle = Math.ceil(count / 2);
  const order = [middle];
  for (let step = 1; order.length < count; step += 1) {
    if (middle + step <= count) order.push(middle + step);
    if (middle - step >= 1) order.push(middle - step);
  }
  return order;
}

/**
 * Farthest place first, never a neighbour, and not ending beside place 1, where the next pass begins.
 * A search that steps back where it runs into a corner; up to 60 places it hardly ever does.
 */
function star(count: number): number[] {
  if (count <= 3) return around(count);
  if (count === 4) return [1, 3, 2, 4];
  const distance = (a: number, b: number): number => Math.min(Math.abs(a - b), count - Math.abs(a - b));
  const extend = (order: number[], left: Set<number>): number[] | null => {
    const here = order[order.length - 1] ?? 1;
    if (left.size === 0) return distance(here, 1) > 1 ? order : null;
    const next = [...left]
      .filter((place) => distance(here, place) > 1)
      .sort((a, b) => distance(here, b) - distance(here, a) || a - b);
    for (const place of next) {
      const rest = new Set(left);
      rest.delete(place);
      const done = extend([...order, place], rest);
      if (done) return done;
    }
    return null;
  };
  const order = extend([1], new Set(around(count).slice(1)));
  if (order === null) throw new Error(`no star order for ${count}`);
  return order;
}

const ORDERS: Record<Pattern, (count: number) => number[]> = { star, cross, spiral, around };

/**
 * The order in which a group of fasteners is tightened, and the torque of each pass.
 * count 1–60 places; stagesPercent above 0, rising to 100; targetNm in N·m, optional.
 * star: no two in turn are neighbours round the ring (5 or more); cross: opposite pairs; spiral: places in a row from
 * the middle out; around: one after the other.
 * Errors: conflict at pattern (cross of an odd count or below 4) and at a stage that does not rise.
 * Source: common practice, no source; the orders are checked by enumeration.
 * @example fastenerSequence({ count: 5, pattern: "star" }) // passes[0].order [1, 3, 5, 2, 4]
 */
export const fastenerSequence = defineCalculator({
  name: "fastener.sequence",
  formula: "each place once a pass, the same order in each; torque = target · percent / 100",
  source: "common practice, no source",
  input: inputSchema,
  output: z.object({
    passes: z.array(z.object({ percent: z.number(), torqueNm: z.number().optional(), order: z.array(z.int()) })),
  }),
  compute: ({ count, pattern, stagesPercent, targetNm }) => {
    const order = ORDERS[pattern](count);
    return {
      passes: stagesPercent.map((percent) => ({
        percent,
        ...(targetNm === undefined ? {} : { torqueNm: (targetNm * percent) / 100 }),
        order: [...order],
      })),
    };
  },
});

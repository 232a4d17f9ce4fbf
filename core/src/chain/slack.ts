import { z } from "zod";
import { defineCalculator, equal, EQUAL_TOLERANCE, fields } from "../calculator/index.ts";
import { type Drive, excessFromSlack, isReal, pathLength, pathRadius, runLength, slackFromExcess } from "./geometry.ts";

/** Steps over the arm lengths from half to twice the present one, between which a zero is looked for. */
const SEARCH_STEPS = 400;

const inputSchema = z
  .strictObject({
    frontTeeth: fields.teeth,
    rearTeeth: fields.teeth,
    pitchMm: fields.positive,
    sprocketXMm: z.number(),
    sprocketYMm: z.number(),
    armMm: fields.positive,
    restDeg: fields.angleDeg,
    slackAtRestMm: fields.nonNegative,
    fromDeg: fields.angleDeg,
    toDeg: fields.angleDeg,
    targetTightMm: fields.nonNegative,
    steps: z.int().min(2).max(2001).default(121),
  })
  .superRefine((input, context) => {
    if (input.fromDeg >= input.toDeg) fields.conflict(context, ["toDeg"], "toDeg must be above fromDeg.");
    else if (input.toDeg - input.fromDeg > 180) {
      const message = "toDeg: the travel spans at most 180°.";
      context.addIssue({ code: "custom", path: ["toDeg"], message, params: { code: "range" } });
    }
  });

/** The swing arm: pivot at the origin, x rearward, y up, angle anticlockwise from +x. */
type Swing = { sprocketX: number; sprocketY: number; from: number; to: number };

function centre({ sprocketX, sprocketY }: Swing, arm: number, deg: number): number {
  const angle = (deg * Math.PI) / 180;
  return Math.hypot(arm * Math.cos(angle) - sprocketX, arm * Math.sin(angle) - sprocketY);
}

/** The angle within the travel that lies on a line through sprocket and pivot, `turn` degrees from the sprocket; or null. */
function onLine(swing: Swing, turn: number): number | null {
  if (equal(Math.hypot(swing.sprocketX, swing.sprocketY), 0)) return null;
  const deg = (Math.atan2(swing.sprocketY, swing.sprocketX) * 180) / Math.PI + turn;
  const within = deg + 360 * Math.ceil((swing.from - deg) / 360);
  return within <= swing.to ? within : null;
}

/** Where the axle is farthest from the sprocket: opposite it, or at an end; ties go to the smaller angle. */
function farthest(swing: Swing, drive: Drive, arm: number): number {
  const opposite = onLine(swing, 180);
  if (opposite !== null) return opposite;
  const atFrom = pathLength(drive, centre(swing, arm, swing.from));
  const atTo = pathLength(drive, centre(swing, arm, swing.to));
  return equal(atFrom, atTo) || atFrom > atTo ? swing.from : swing.to;
}

function nearestCentre(swing: Swing, arm: number): number {
  const toward = onLine(swing, 0);
  return Math.min(
    centre(swing, arm, swing.from),
    centre(swing, arm, swing.to),
    ...(toward === null ? [] : [centre(swing, arm, toward)]),
  );
}

/** Zeros of f between `from` and `to`, by sign change over even steps and bisection. NaN is no value. */
function zerosOf(f: (x: number) => number, from: number, to: number): number[] {
  const found: number[] = [];
  let before = { x: from, y: f(from) };
  if (before.y === 0) found.push(before.x);
  for (let i = 1; i <= SEARCH_STEPS; i += 1) {
    const x = from + ((to - from) * i) / SEARCH_STEPS;
    const here = { x, y: f(x) };
    if (here.y === 0) found.push(x);
    else if (before.y * here.y < 0) {
      let low = before;
      let high = here;
      for (let j = 0; j < 200; j += 1) {
        const middle = (low.x + high.x) / 2;
        if (middle <= low.x || middle >= high.x) break;
        const y = f(middle);
        if (y === 0) {
          low = { x: middle, y };
          high = low;
        } else if (low.y * y < 0) high = { x: middle, y };
        else low = { x: middle, y };
      }
      found.push((low.x + high.x) / 2);
    }
    before = here;
  }
  return found;
}

/**
 * Chain slack over the whole suspension travel, where it is tightest, and what to set at rest so that a little remains.
 * Lengths in mm, angles in degrees; slack is the total up-and-down movement at the middle of one run that holds all of
 * it. The chain is taken as unstretchable. tightestDeg to 0.001° or better; axleMoveMm plus for a longer arm.
 * Nulls with a reason: no real geometry at rest or in the travel (all of them), a chain tight at the tightest or at
 * rest, no arm length between half and twice the present one.
 * Errors: conflict or range at toDeg.
 * Source: belt geometry; slack from excess T = √((s+e)² − s²).
 * @example chainSlack({ frontTeeth: 13, rearTeeth: 48, pitchMm: 15.875, sprocketXMm: -70, sprocketYMm: 15, armMm: 560,
 *   restDeg: -20, slackAtRestMm: 45, fromDeg: -25, toDeg: 15, targetTightMm: 10 })
 */
export const chainSlack = defineCalculator({
  name: "chain.slack",
  heavy: true,
  formula: "path(C) = 2√(C²−(r2−r1)²) + π(r1+r2) + 2(r2−r1)·asin((r2−r1)/C); T = √((s+e)²−s²)",
  source: "belt geometry; the chain is taken as unstretchable",
  input: inputSchema,
  output: z.object({
    tightestDeg: z.number().nullable(),
    slackAtTightestMm: z.number().nullable(),
    setSlackAtRestMm: z.number().nullable(),
    axleMoveMm: z.number().nullable(),
    slackAtRestAfterMoveMm: z.number().nullable(),
    curve: z.array(z.object({ deg: z.number(), slackMm: z.number().nullable(), excessMm: z.number() })),
    reason: z.string().optional(),
  }),
  compute: (input) => {
    const { armMm, restDeg, slackAtRestMm, targetTightMm, steps } = input;
    const drive = { r1: pathRadius(input.frontTeeth, input.pitchMm), r2: pathRadius(input.rearTeeth, input.pitchMm) };
    const swing: Swing = {
      sprocketX: input.sprocketXMm,
      sprocketY: input.sprocketYMm,
      from: input.fromDeg,
      to: input.toDeg,
    };
    const restCentre = centre(swing, armMm, restDeg);
    if (!isReal(drive, restCentre) || !isReal(drive, nearestCentre(swing, armMm))) {
      return {
        tightestDeg: null,
        slackAtTightestMm: null,
        setSlackAtRestMm: null,
        axleMoveMm: null,
        slackAtRestAfterMoveMm: null,
        curve: [],
        reason:
          "The sprockets would touch at rest or within the travel: check the arm, the sprocket's place and the teeth.",
      };
    }
    const chainMm = pathLength(drive, restCentre) + excessFromSlack(runLength(drive, restCentre), slackAtRestMm);
    const excessAt = (c: number): number => {
      const excess = chainMm - pathLength(drive, c);
      return Math.abs(excess) <= EQUAL_TOLERANCE ? 0 : excess;
    };
    const slackAt = (c: number): number | null => slackFromExcess(runLength(drive, c), excessAt(c));

    const tightestDeg = farthest(swing, drive, armMm);
    const tightCentre = centre(swing, armMm, tightestDeg);
    const slackAtTightestMm = slackAt(tightCentre);
    /** Chain that leaves the target slack at this centre distance. */
    const chainForTarget = (c: number): number =>
      pathLength(drive, c) + excessFromSlack(runLength(drive, c), targetTightMm);
    const setSlackAtRestMm = slackFromExcess(
      runLength(drive, restCentre),
      chainForTarget(tightCentre) - pathLength(drive, restCentre),
    );

    const lacking = (arm: number): number => {
      const c = centre(swing, arm, farthest(swing, drive, arm));
      return isReal(drive, c) ? chainMm - chainForTarget(c) : NaN;
    };
    const already = Math.abs(lacking(armMm)) <= EQUAL_TOLERANCE;
    const arms = already ? [armMm] : zerosOf(lacking, armMm / 2, armMm * 2);
    const newArm = arms.reduce<number | null>(
      (best, arm) => (best === null || Math.abs(arm - armMm) < Math.abs(best - armMm) ? arm : best),
      null,
    );
    const restAfter = newArm === null ? null : centre(swing, newArm, restDeg);
    const slackAtRestAfterMoveMm = restAfter !== null && isReal(drive, restAfter) ? slackAt(restAfter) : null;

    const curve = Array.from({ length: steps }, (_, i) => {
      const deg = i === steps - 1 ? swing.to : swing.from + ((swing.to - swing.from) * i) / (steps - 1);
      const c = centre(swing, armMm, deg);
      return { deg, slackMm: slackAt(c), excessMm: excessAt(c) };
    });
    const reasons = [
      slackAtTightestMm === null ? "The chain is tight before the axle reaches its farthest place." : "",
      setSlackAtRestMm === null ? "A chain with that slack at the tightest would be tight at rest." : "",
      newArm === null ? "No axle place between half and twice the present arm gives that slack with this chain." : "",
      newArm !== null && slackAtRestAfterMoveMm === null ? "After the move the chain would be tight at rest." : "",
    ].filter(Boolean);
    return {
      tightestDeg,
      slackAtTightestMm,
      setSlackAtRestMm,
      axleMoveMm: newArm === null ? null : newArm - armMm,
      slackAtRestAfterMoveMm,
      curve,
      ...(reasons.length > 0 ? { reason: reasons.join(" ") } : {}),
    };
  },
});

import { value } from "../testing.ts";
import { chainLength, pathLength } from "../src/chain/index.ts";

/** The path of a belt round two circles, laid out as points and measured: an independent way to its length. */
function walkedPath(r1: number, r2: number, centre: number): number {
  // Outer tangents of two circles on the x axis: the contact angle from the axis is acos((r1 − r2) / C).
  const contact = Math.acos((r1 - r2) / centre);
  const points: [number, number][] = [];
  const arc = (x: number, r: number, from: number, to: number): void => {
    const n = 20000;
    for (let i = 0; i <= n; i += 1) {
      const a = from + ((to - from) * i) / n;
      points.push([x + r * Math.cos(a), r * Math.sin(a)]);
    }
  };
  arc(centre, r2, -contact, contact);
  arc(0, r1, contact, 2 * Math.PI - contact);
  return points.reduce((sum, [x, y], i) => {
    const [u, v] = points[(i + 1) % points.length] ?? [x, y];
    return sum + Math.hypot(u - x, v - y);
  }, 0);
}

test.each([
  [32.8, 121.3, 590],
  [121.3, 32.8, 300],
  [50, 50, 207],
])("the path round %d and %d at %d is what walking it measures", (r1, r2, centre) => {
  expect(pathLength({ r1, r2 }, centre)).toBeCloseTo(walkedPath(r1, r2, centre), 4);
});

test("the handbook form stays within a tenth of a pitch of the exact one in usual drives", () => {
  for (const [frontTeeth, rearTeeth, centreMm] of [
    [13, 48, 590],
    [14, 42, 620],
    [17, 45, 600],
  ] as const) {
    const { pitches, approximatePitches } = value(chainLength, { frontTeeth, rearTeeth, pitchMm: 15.875, centreMm });
    expect(Math.abs((pitches ?? 0) - approximatePitches)).toBeLessThan(0.1);
  }
});

// Handbook form worked by hand, the way handbooks set their examples (centre distance in pitches): 21 and 84 teeth at
// 40 pitches are 80 + 52.5 + (63/2π)²/40 = 135.013; 17 and 45 at 30 are 60 + 31 + (28/2π)²/30 = 91.662.
test.each([
  [21, 84, 40, 135.013, 136],
  [17, 45, 30, 91.662, 92],
])("%d and %d teeth at %d pitches", (frontTeeth, rearTeeth, centrePitches, handbook, ordered) => {
  const answer = value(chainLength, { frontTeeth, rearTeeth, pitchMm: 12.7, centreMm: 12.7 * centrePitches });
  expect(answer.approximatePitches).toBeCloseTo(handbook, 3);
  expect(answer.evenPitches).toBe(ordered);
});

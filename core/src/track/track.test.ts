import fc from "fast-check";
import { refusal, value } from "../../testing.ts";
import { axleBacklash, axleBand, axleGrease, axleVent } from "../axle/index.ts";
import { trackAlign, trackSpeed, trackTension } from "./index.ts";

describe("track.tension", () => {
  const target = { targetMinMm: 35, targetMaxMm: 45 };

  test("fits sag² on turns and rounds down to an eighth", () => {
    const answer = value(trackTension, {
      readings: [
        { turns: 0, sagMm: 60 },
        { turns: 1, sagMm: 50 },
      ],
      ...target,
    });
    // 3600 − 1100·x = 1600: x = 1.818…, less the turn made, down to an eighth: 0.75.
    expect(answer).toMatchObject({ inRange: false, nextTurns: 0.75, predictedInRange: true, basis: "fit" });
    expect(answer.predictedSagMm).toBeCloseTo(Math.sqrt(3600 - 1100 * 1.75), 9);
  });

  test("geometry from one place of turns reaches the aim or stays just looser", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 46, max: 90, noNaN: true }),
        fc.double({ min: 800, max: 1600, noNaN: true }),
        (sag, span) => {
          const answer = value(trackTension, {
            readings: [{ turns: 3, sagMm: sag }],
            ...target,
            spanMm: span,
            threadPitchMm: 0.5,
          });
          expect(answer.basis).toBe("geometry");
          expect((answer.nextTurns ?? NaN) * 8).toBe(Math.floor((answer.nextTurns ?? NaN) * 8));
          expect(answer.predictedSagMm).toBeGreaterThanOrEqual(40 - 1e-6);
        },
      ),
    );
  });

  test("says why there is no suggestion", () => {
    const rising = value(trackTension, {
      readings: [
        { turns: 0, sagMm: 50 },
        { turns: 1, sagMm: 60 },
      ],
      ...target,
    });
    expect(rising).toMatchObject({ nextTurns: null, predictedSagMm: null, predictedInRange: null, basis: "fit" });
    const alone = value(trackTension, { readings: [{ turns: 0, sagMm: 40 }], ...target });
    expect(alone).toMatchObject({ inRange: true, nextTurns: null, basis: null });
    expect(refusal(trackTension, { readings: [{ turns: 0, sagMm: 40 }], targetMinMm: 45, targetMaxMm: 35 })).toBe(
      "conflict targetMaxMm",
    );
  });
});

test("track.align tightens the side it sits on", () => {
  expect(value(trackAlign, { leftGapMm: 12, rightGapMm: 8, toleranceMm: 1 })).toEqual({
    offsetMm: 2,
    verdict: "off",
    tightenSide: "right",
  });
  expect(value(trackAlign, { leftGapMm: 8, rightGapMm: 12, toleranceMm: 1 }).tightenSide).toBe("left");
  expect(value(trackAlign, { leftGapMm: 12, rightGapMm: 10, toleranceMm: 1 })).toMatchObject({
    verdict: "centred",
    tightenSide: null,
  });
});

test("track.speed is distance a minute", () => {
  const answer = value(trackSpeed, { driverTeeth: 8, trackPitchMm: 64, topTeeth: 20, bottomTeeth: 40, shaftRpm: 6000 });
  expect(answer.speedKmh).toBeCloseTo(3000 * 8 * 0.064 * 0.06, 10);
});

describe("axle", () => {
  test.each([
    ["left", "outboard", "anticlockwise", "clockwise"],
    ["left", "inboard", "clockwise", "anticlockwise"],
    ["right", "outboard", "clockwise", "anticlockwise"],
    ["right", "inboard", "anticlockwise", "clockwise"],
  ] as const)("%s seen from %s turns %s, the tail points %s", (side, viewedFrom, rotation, tailPoints) => {
    expect(value(axleBand, { side, viewedFrom })).toEqual({ rotation, tailPoints });
  });
  test("both schools of grease use the whole packet", () => {
    expect(value(axleGrease, { totalG: 90, school: "third-in-joint" })).toEqual({ jointG: 30, bootG: 60 });
    expect(value(axleGrease, { totalG: 90, school: "all-in-joint" })).toEqual({ jointG: 90, bootG: 0 });
  });
  test("backlash as a chord", () => {
    expect(value(axleBacklash, { radiusMm: 100, playMm: 100 }).playDeg).toBeCloseTo(60, 10);
    expect(value(axleBacklash, { radiusMm: 100, playMm: 200 }).playDeg).toBeCloseTo(180, 6);
    expect(value(axleBacklash, { radiusMm: 100, playMm: 201 })).toMatchObject({ playDeg: null });
  });
  test("a boot vented short sucks in when long (Boyle's law)", () => {
    expect(value(axleVent, { volumeAtVentMl: 180, volumeInUseMl: 200 }).gaugeKpa).toBeCloseTo(-10.1325, 10);
  });
});

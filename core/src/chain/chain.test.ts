import fc from "fast-check";
import { OFF_ROAD_DRIVE as machine, refusal, value } from "../../testing.ts";
import { caseFreeplay, caseGrowth, caseBackoff } from "../case/index.ts";
import { chainLength, chainRegear, chainRatio, chainSlack, chainStretch, pathLength, pathRadius } from "./index.ts";

// Geometry invented, plausible for an off-road machine.
const drive = { r1: pathRadius(13, 15.875), r2: pathRadius(48, 15.875) };

describe("chain.ratio", () => {
  test("ratio, change, speed and when the same tooth meets the same link", () => {
    const answer = value(chainRatio, {
      frontTeeth: 14,
      rearTeeth: 49,
      was: { frontTeeth: 13, rearTeeth: 48 },
      rpm: 6000,
      primaryRatio: 3,
      gearRatio: 1,
      tyreCircumferenceMm: 2100,
    });
    expect(answer.ratio).toBe(3.5);
    expect(answer.changePercent).toBeCloseTo(100 * (3.5 / (48 / 13) - 1), 10);
    expect(answer.speedKmh).toBeCloseTo((6000 / (3 * 3.5)) * 2.1 * 0.06, 10);
    expect(answer.repeatLinks).toBe(98);
  });
  test("speed needs all four, and names the first that is missing", () => {
    expect(refusal(chainRatio, { frontTeeth: 13, rearTeeth: 48, rpm: 6000, gearRatio: 1 })).toBe(
      "missing primaryRatio",
    );
    expect(refusal(chainRatio, { frontTeeth: 13, rearTeeth: 48, tyreCircumferenceMm: 2000 })).toBe("missing rpm");
    expect(refusal(chainRatio, { frontTeeth: 4, rearTeeth: 48 })).toBe("range frontTeeth");
    expect(refusal(chainRatio, { frontTeeth: 13.5, rearTeeth: 48 })).toBe("range frontTeeth");
  });
});

describe("chain.regear", () => {
  const was = { frontTeeth: 13, rearTeeth: 48 };
  const drive = { pitchMm: 15.875, centreMm: 590 };
  test("a tooth more in front takes the axle in by about a quarter of a pitch, the chain being the same", () => {
    const { moveMm } = value(chainRegear, { was, frontTeeth: 14, rearTeeth: 48, ...drive });
    // A tooth more takes half a pitch of chain from two runs, so a quarter of a pitch from each: 3.97 mm, a little less
    // with unequal sprockets. Worked out by hand from belt geometry.
    expect(moveMm).toBeLessThan(-3.3);
    expect(moveMm).toBeGreaterThan(-15.875 / 4);
  });
  test("the chain is held: its length is the same before and after, whichever sprockets go on", () => {
    const teeth = fc.integer({ min: 11, max: 17 });
    const rear = fc.integer({ min: 40, max: 56 });
    fc.assert(
      fc.property(teeth, rear, teeth, rear, fc.double({ min: 520, max: 700, noNaN: true }), (a, b, c, d, centreMm) => {
        const input = { was: { frontTeeth: a, rearTeeth: b }, frontTeeth: c, rearTeeth: d, pitchMm: 15.875, centreMm };
        const { centreThenMm } = value(chainRegear, input);
        const pitches = (front: number, back: number, centre: number) =>
          value(chainLength, { frontTeeth: front, rearTeeth: back, pitchMm: 15.875, centreMm: centre }).pitches;
        expect(pitches(c, d, centreThenMm ?? 0)).toBeCloseTo(pitches(a, b, centreMm) ?? 0, 6);
      }),
    );
  });
  test("sprockets that would touch are told, not answered", () => {
    expect(value(chainRegear, { was, frontTeeth: 14, rearTeeth: 48, pitchMm: 15.875, centreMm: 100 }).reason).toMatch(
      /as they were would touch/,
    );
    const short = {
      was: { frontTeeth: 13, rearTeeth: 20 },
      frontTeeth: 60,
      rearTeeth: 90,
      pitchMm: 15.875,
      centreMm: 120,
    };
    expect(value(chainRegear, short)).toMatchObject({ moveMm: null, reason: expect.stringMatching(/too short/) });
  });
});

describe("chain.length", () => {
  test("equal sprockets: two runs and one turn, and the axle place for the even length", () => {
    const answer = value(chainLength, { frontTeeth: 20, rearTeeth: 20, pitchMm: 10, centreMm: 203 });
    expect(answer.pitches).toBeCloseTo(60.6, 10);
    expect(answer.evenPitches).toBe(62);
    expect(answer.centreAtEvenMm).toBeCloseTo(210, 9);
    expect(answer.approximatePitches).toBeCloseTo(60.6, 10);
  });
  test("an even length is met, not passed over", () => {
    const answer = value(chainLength, { frontTeeth: 20, rearTeeth: 20, pitchMm: 10, centreMm: 200 });
    expect(answer).toMatchObject({ evenPitches: 60, centreAtEvenMm: 200 });
  });
  test("sprockets that touch have no path, but the handbook's figure stays", () => {
    const answer = value(chainLength, { frontTeeth: 13, rearTeeth: 48, pitchMm: 15.875, centreMm: 100 });
    expect(answer).toMatchObject({ pitches: null, evenPitches: null, centreAtEvenMm: null });
    expect(answer.approximatePitches).toBeGreaterThan(0);
    expect(answer.reason).toMatch(/touch/);
  });
  test("fed back, the centre gives the even length", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 9, max: 30 }),
        fc.integer({ min: 20, max: 60 }),
        fc.double({ min: 400, max: 900, noNaN: true }),
        (a, b, c) => {
          const first = value(chainLength, { frontTeeth: a, rearTeeth: b, pitchMm: 12.7, centreMm: c });
          const again = value(chainLength, {
            frontTeeth: a,
            rearTeeth: b,
            pitchMm: 12.7,
            centreMm: first.centreAtEvenMm ?? 0,
          });
          expect(again.pitches).toBeCloseTo(first.evenPitches ?? 0, 8);
          expect(first.centreAtEvenMm).toBeGreaterThanOrEqual(c);
        },
      ),
    );
  });
});

test("chain.stretch: exactly at the limit is inside", () => {
  expect(value(chainStretch, { measuredMm: 102, pitches: 10, pitchMm: 10, limitPercent: 2 })).toMatchObject({
    verdictHint: "inside",
    limitMm: 102,
  });
  expect(value(chainStretch, { measuredMm: 102.01, pitches: 10, pitchMm: 10, limitPercent: 2 }).verdictHint).toBe(
    "past",
  );
});

describe("chain.slack", () => {
  const answer = value(chainSlack, machine);

  test("tightest where sprocket, pivot and axle are in line", () => {
    expect(answer.tightestDeg).toBeCloseTo((Math.atan2(15, -70) * 180) / Math.PI - 180, 9);
    const least = Math.min(...answer.curve.map((p) => p.excessMm));
    const tight = answer.curve.find((p) => p.excessMm === least);
    expect(Math.abs((tight?.deg ?? 0) - (answer.tightestDeg ?? 0))).toBeLessThan(40 / 120);
  });

  test("the slack to set, set, gives the target at the tightest", () => {
    const set = value(chainSlack, { ...machine, slackAtRestMm: answer.setSlackAtRestMm ?? 0 });
    expect(set.slackAtTightestMm).toBeCloseTo(10, 8);
    expect(set.axleMoveMm).toBeCloseTo(0, 8);
  });

  test("the axle moved, the same chain gives the target too", () => {
    const moved = value(chainSlack, {
      ...machine,
      armMm: machine.armMm + (answer.axleMoveMm ?? 0),
      slackAtRestMm: answer.slackAtRestAfterMoveMm ?? 0,
    });
    expect(moved.slackAtTightestMm).toBeCloseTo(10, 6);
  });

  test("the chain keeps its length over the travel", () => {
    for (const point of answer.curve) {
      const angle = (point.deg * Math.PI) / 180;
      const centre = Math.hypot(560 * Math.cos(angle) + 70, 560 * Math.sin(angle) - 15);
      const rest = answer.curve[0];
      const restCentre = Math.hypot(
        560 * Math.cos((-25 * Math.PI) / 180) + 70,
        560 * Math.sin((-25 * Math.PI) / 180) - 15,
      );
      expect(pathLength(drive, centre) + point.excessMm).toBeCloseTo(
        pathLength(drive, restCentre) + (rest?.excessMm ?? 0),
        8,
      );
    }
  });

  test("more slack in, more slack out", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 41, max: 90, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (slack, more) => {
          const a = value(chainSlack, { ...machine, slackAtRestMm: slack }).slackAtTightestMm ?? 0;
          const b = value(chainSlack, { ...machine, slackAtRestMm: slack + more }).slackAtTightestMm ?? 0;
          expect(b).toBeGreaterThan(a);
        },
      ),
      { numRuns: 30 },
    );
  });

  test("a chain tight at the tightest says so and still says what to set", () => {
    const tight = value(chainSlack, { ...machine, slackAtRestMm: 5 });
    expect(tight.slackAtTightestMm).toBeNull();
    expect(tight.reason).toMatch(/tight/);
    expect(tight.setSlackAtRestMm).toBeCloseTo(answer.setSlackAtRestMm ?? 0, 9);
    expect(tight.curve.some((p) => p.slackMm === null && p.excessMm < 0)).toBe(true);
  });

  test("without real geometry there is no answer, but a reason", () => {
    const none = value(chainSlack, { ...machine, armMm: 60 });
    expect(none).toMatchObject({ tightestDeg: null, setSlackAtRestMm: null, axleMoveMm: null, curve: [] });
    expect(none.reason).toMatch(/touch/);
  });

  test("sprocket on the pivot: the same everywhere, so the first angle; a tie of the ends goes to the smaller", () => {
    expect(value(chainSlack, { ...machine, sprocketXMm: 0, sprocketYMm: 0 }).tightestDeg).toBe(-25);
    expect(
      value(chainSlack, { ...machine, sprocketXMm: 60, sprocketYMm: 0, fromDeg: -15, toDeg: 15, restDeg: 0 })
        .tightestDeg,
    ).toBe(-15);
  });

  test("refuses a travel the wrong way round or too wide", () => {
    expect(refusal(chainSlack, { ...machine, fromDeg: 15, toDeg: -25 })).toBe("conflict toDeg");
    expect(refusal(chainSlack, { ...machine, fromDeg: -100, toDeg: 90 })).toBe("range toDeg");
    expect(refusal(chainSlack, { ...machine, steps: 1 })).toBe("range steps");
  });
});

describe("chains and belts at fixed centres", () => {
  test("free play follows from links, and too few links have none", () => {
    const base = { topTeeth: 20, bottomTeeth: 20, pitchMm: 10, centreMm: 200 };
    expect(value(caseFreeplay, { ...base, links: 60 })).toMatchObject({ ratio: 1, excessMm: 0, freePlayMm: 0 });
    // One pitch more: T = √(210² − 200²).
    expect(value(caseFreeplay, { ...base, links: 61 }).freePlayMm).toBeCloseTo(Math.sqrt(210 ** 2 - 200 ** 2), 9);
    expect(value(caseFreeplay, { ...base, links: 59 })).toMatchObject({ freePlayMm: null, excessMm: -10 });
    expect(value(caseFreeplay, { ...base, links: 60, centreMm: 50 })).toMatchObject({ pathMm: null, excessMm: null });
  });

  test("growth and hot play undo each other", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 100, max: 500, noNaN: true }),
        fc.double({ min: 5, max: 40, noNaN: true }),
        fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        (span, cold, share) => {
          const hot = cold * share;
          const { growthMm } = value(caseGrowth, { spanMm: span, coldPlayMm: cold, hotPlayMm: hot });
          expect(value(caseGrowth, { spanMm: span, coldPlayMm: cold, growthMm: growthMm ?? 0 }).hotPlayMm).toBeCloseTo(
            hot,
            6,
          );
        },
      ),
    );
  });

  test("grown tight has no play; exactly one of the two is asked for", () => {
    expect(value(caseGrowth, { spanMm: 300, coldPlayMm: 19, growthMm: 5 })).toEqual({ hotPlayMm: 0, tight: true });
    const just = value(caseGrowth, { spanMm: 300, coldPlayMm: 19, hotPlayMm: 0 });
    expect(value(caseGrowth, { spanMm: 300, coldPlayMm: 19, growthMm: just.growthMm ?? 0 })).toEqual({
      hotPlayMm: 0,
      tight: true,
    });
    expect(refusal(caseGrowth, { spanMm: 300, coldPlayMm: 19 })).toBe("missing growthMm");
    expect(refusal(caseGrowth, { spanMm: 300, coldPlayMm: 19, growthMm: 1, hotPlayMm: 1 })).toBe("conflict hotPlayMm");
    expect(refusal(caseGrowth, { spanMm: 300, coldPlayMm: 19, growthMm: -300 })).toBe("range growthMm");
    expect(refusal(caseGrowth, { spanMm: 300, coldPlayMm: 19, hotPlayMm: 601 })).toBe("range hotPlayMm");
  });

  test("a quarter turn back", () => {
    expect(value(caseBackoff, { turns: 0.25, threadPitchMm: 1.5 })).toEqual({ degrees: 90, travelMm: 0.375 });
  });
});

import { procedureSchema } from "@averin/core";
import { shippedBody } from "../../core/testingProcedures.ts";
import { renderToStaticMarkup } from "react-dom/server";
import { Drawn } from "./Drawn.tsx";
import { CaseWindow } from "./CaseWindow.tsx";
import { LugMap } from "./LugMap.tsx";
import { ShaftStack } from "./ShaftStack.tsx";
import { StationRule } from "./StationRule.tsx";
import { TrackGaps, TrackSag } from "./TrackBed.tsx";

// Every figure here is invented.
const drawn = (element: React.ReactElement): string => renderToStaticMarkup(element);
const titleOf = (html: string): string => /<title[^>]*>([^<]*)</.exec(html)?.[1] ?? "";

describe("the case's window", () => {
  const gears = { topTeeth: 21, bottomTeeth: 43, pitchMm: 9.525, centreMm: 196 };

  test("says what it draws: what was read, what was not, and a chain that is too short", () => {
    const title = (mm: number | null | undefined) =>
      titleOf(drawn(<CaseWindow {...gears} playMm={mm} plays={[{ name: "cold", mm }]} />));
    expect(title(9)).toBe("Case, chain, 21 over 43 teeth; play cold 9.0 mm");
    expect(title(undefined)).toContain("cold not read");
    expect(drawn(<CaseWindow {...gears} playMm={null} plays={[{ name: "cold", mm: null }]} />)).toContain("too short");
  });

  test("every gear has as many teeth as it has, whatever the pair", () => {
    const gearPaths = drawn(<CaseWindow {...gears} playMm={undefined} plays={[]} />).match(/ d="M[^"]*Z"/g) ?? [];
    // Four corners a tooth; the case's wall and the chain's round are closed paths too.
    const corners = gearPaths.map((path) => path.split("L").length);
    expect(corners).toEqual(expect.arrayContaining([4 * 21, 4 * 43]));
  });

  test("a belt is drawn as a belt, and the tensioner only where there is one", () => {
    const belt = drawn(<CaseWindow {...gears} playMm={5} plays={[]} drive="belt" />);
    const chain = drawn(<CaseWindow {...gears} playMm={5} plays={[]} tensioner backOff="¼" />);
    expect(titleOf(belt)).toContain("Case, belt");
    expect(belt).not.toContain("turn back");
    expect(chain).toContain("turn back");
    expect(titleOf(chain)).toContain("adjuster ¼ back");
  });
});

describe("the track's bed", () => {
  test("the gaps are drawn as they compare, and the adjuster of the tight side is named", () => {
    const widths = (left: number, right: number): number[] =>
      [
        ...drawn(<TrackGaps leftMm={left} rightMm={right} tighten="left" />).matchAll(
          /width="([\d.]+)" height="18" fill="var\(--petrol\)"/g,
        ),
      ].map((m) => Number(m[1]));
    const [left = 0, right = 0] = widths(6, 12);
    expect(left / right).toBeCloseTo(0.5, 9);
    expect(drawn(<TrackGaps leftMm={6} rightMm={12} tighten="left" />).match(/tighten here/g)).toHaveLength(1);
    expect(titleOf(drawn(<TrackGaps leftMm={6} rightMm={12} tighten="left" />))).toBe(
      "Rails from above: left gap 6 mm, right gap 12 mm, tighten the left side",
    );
  });

  test("before anything was read no gap is drawn and none is claimed", () => {
    const html = drawn(<TrackGaps leftMm={null} rightMm={null} tighten={null} />);
    expect(titleOf(html)).toBe("Rails from above: gaps not read");
    expect(html).not.toContain('height="18" fill="var(--petrol)"');
    // A gap of nothing is a gap that was read.
    expect(titleOf(drawn(<TrackGaps leftMm={0} rightMm={12} tighten="left" />))).toContain("left gap 0 mm");
  });

  test("a sag lies in the drawing where it lies in the range", () => {
    const now = (sagMm: number | null) =>
      drawn(<TrackSag sagMm={sagMm} predictedMm={null} minMm={30} maxMm={38} load="7.3 kg" />);
    expect(titleOf(now(34))).toBe("Track from the side: sag 34 mm, asked 30 to 38 mm under 7.3 kg");
    expect(now(34)).toContain("34 now");
    expect(now(null)).not.toContain(" now");
  });
});

describe("a drawing that a procedure brings along", () => {
  const drawing = procedureSchema.parse(shippedBody("shaft-bearings")).drawing ?? (undefined as never);
  const place = (name: string, said: string | null) => ({
    ...{ name, said, tone: "var(--past)", tells: "6205-2RS", since: said && "63.7 h in", here: false },
  });

  test("tells what is known at each of its places, and says so where nothing is known yet", () => {
    const places = new Map([
      ["bearing-clutch", place("bearing, clutch side", "notchy")],
      ["bearing-case", place("bearing, case side", null)],
    ]);
    const html = drawn(<Drawn drawing={drawing} shown={() => true} places={places} />);
    expect(titleOf(html)).toBe(
      "Bearings of the machine. bearing, clutch side, 6205-2RS, notchy, 63.7 h in; bearing, case side, 6205-2RS, not felt yet",
    );
    expect(html).toContain("63.7 h in");
    expect(html).toContain(">jackshaft<");
  });

  test("leaves out the shapes that are not of this machine, and what has no place in it", () => {
    const places = new Map([["somewhere-else", place("elsewhere", "notchy")]]);
    const html = drawn(<Drawn drawing={drawing} shown={(shape) => shape.shape !== "words"} places={places} />);
    expect(html).not.toContain(">jackshaft<");
    expect(html).not.toContain("notchy");
  });
});

describe("a track unrolled", () => {
  const counts = { windows: 48, lugs: 144, torn: 3, studs: 96, pulled: 2 };
  const lugs = (more: Partial<React.ComponentProps<typeof LugMap>>): string =>
    drawn(<LugMap counts={counts} tornAt={[]} lengthMm={null} clearances={null} {...more} />);

  test("lugs that nobody placed are counted, never drawn where they may not be", () => {
    expect(lugs({})).toContain("lugs torn, 3 not placed");
    expect(lugs({})).not.toMatch(/stroke="var\(--past\)"/);
    expect(lugs({ tornAt: [12, 12, 31] }).match(/stroke="var\(--past\)"/g)).toHaveLength(3);
  });

  test("clearances are told where they are asked for, and nowhere else", () => {
    expect(lugs({})).not.toContain("tips to the tunnel");
    expect(lugs({ clearances: [] })).toContain("not read yet");
    expect(lugs({ clearances: [{ name: "left", mm: 28 }] })).toContain("left 28");
  });

  test("every window has its lugs: none is lost in the drawing", () => {
    for (const [windows, all] of [
      [48, 144],
      [51, 153],
      [45, 100],
    ] as const) {
      const html = lugs({ counts: { windows, lugs: all, torn: 0, studs: 0, pulled: 0 } });
      // One rectangle more is the track itself.
      expect(html.match(/<rect /g)).toHaveLength(all + 1);
    }
  });
});

test("both rails are told by their thinnest place", () => {
  const rail = (name: string, ...mm: (number | null)[]) => ({
    name,
    stations: mm.map((m, i) => ({ name: `s${i}`, mm: m })),
  });
  const html = drawn(
    <StationRule name="Slide" rows={[rail("left rail", 3.1, 1.8), rail("right rail", null, null)]} leastMm={1} />,
  );
  expect(titleOf(html)).toBe("Slide by station, thinnest: left rail 1.8, right rail not read; least allowed 1 mm");
});

test("pieces of a shaft go back in the order that they came off, backwards", () => {
  const html = drawn(<ShaftStack off={["big washer", "rotor", "long spacer"]} />);
  const order = ["long spacer", "rotor", "big washer"].map((piece) => html.indexOf(piece));
  expect(order).toEqual([...order].sort((a, b) => a - b));
  expect(html).toContain("came off: big washer, rotor, long spacer");
});

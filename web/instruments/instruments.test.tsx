import { type Judged, type Limit, onRing, type PullState, type TrayPlace } from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import { BoltRing, isBehind } from "./BoltRing.tsx";
import { LimitRule } from "./LimitRule.tsx";
import { linear, ruleSpan, wearPlace } from "./scale.ts";
import { StackSection } from "./StackSection.tsx";
import { outline, spotOf } from "./fastenerPlan.tsx";
import { TrayDrawing } from "./TrayDrawing.tsx";
import { VerdictMark } from "./VerdictMark.tsx";

// Limits invented.
const limit: Limit = { kind: "min", serviceMin: 2.72, standardMin: 2.92, standardMax: 3 };
const judged = (value: number, verdict: Judged["verdict"], own: Limit | null = limit): Judged => ({
  value,
  unit: "mm",
  readings: [],
  spec: null,
  limit: own,
  record: false,
  verdict,
  expandedUncertainty: 0.024,
  usedFraction: null,
  outsideStandard: null,
  betterThanNew: null,
  probabilityWithin: null,
});

test("a scale maps its span onto its width and holds what lies beyond at the end", () => {
  const scale = linear(2, 4, 100, 10);
  expect([scale.at(2), scale.at(3), scale.at(4), scale.at(9)]).toEqual([10, 60, 110, 110]);
});

test("a rule shows limits and readings with air on both sides; a maximum starts at nothing", () => {
  const span = ruleSpan(limit, [2.5]);
  expect(span.from).toBeLessThan(2.5);
  expect(span.to).toBeGreaterThan(3);
  expect(ruleSpan({ kind: "max", serviceMax: 0.15 }, [0.05]).from).toBe(0);
});

test("wear runs from 0 as new to 1 at the limit, whichever way the limit lies", () => {
  expect(wearPlace(2.92, limit)).toBeCloseTo(0, 12);
  expect(wearPlace(2.72, limit)).toBeCloseTo(1, 12);
  expect(wearPlace(0.15, { kind: "max", serviceMax: 0.15, standardMax: 0.1 })).toBeCloseTo(1, 12);
  expect(wearPlace(16, { kind: "range", serviceMin: 8, serviceMax: 16 })).toBe(1);
});

test("each verdict has a shape of its own, told without colour", () => {
  const shapes = [
    judged(2.95, "new"),
    judged(2.75, "near"),
    judged(2.73, "undecided"),
    judged(2.6, "past"),
    judged(2.6, null, null),
  ].map((j) => renderToStaticMarkup(<VerdictMark judged={j} />).replaceAll(/var\([^)]*\)/g, "x"));
  expect(new Set(shapes).size).toBe(5);
});

test("the limit rule says in words what it draws, also when there is nothing to judge by", () => {
  expect(
    renderToStaticMarkup(<LimitRule limit={limit} judged={judged(2.6, "past")} unit="mm" resolution={0.01} />),
  ).toContain("Limit rule. 2.60 mm: past limit by 0.12 mm");
  expect(renderToStaticMarkup(<LimitRule limit={null} judged={null} unit="mm" resolution={0.01} />)).toContain(
    "No limit on file",
  );
});

test("the stack says its height against the band", () => {
  const plates = [
    { name: "friction 1", layer: "lining" as const, thicknessMm: 3, isNew: true },
    { name: "steel 1", layer: "steel" as const, thicknessMm: 2, isNew: false },
  ];
  const draw = (heightMm: number): string =>
    renderToStaticMarkup(
      <StackSection
        title="build"
        plates={plates}
        heightMm={heightMm}
        band={{ min: 4.8, max: 5.2, target: 5 }}
        fullMm={6}
        faces={["Steel plates: sharp edge outward"]}
      />,
    );
  for (const words of ["friction 1", "steel 1", "Steel plates: sharp edge outward"]) expect(draw(5)).toContain(words);
  expect(draw(5)).toContain("inside 4.8 to 5.2 mm");
  expect(draw(4)).toContain("too low");
  expect(draw(6)).toContain("too high");
});

test("the ring names the next bolt; a pull left out behind a later one is missed", () => {
  const pull = (place: number, pass: number, verdict: PullState["verdict"]): PullState => ({
    place,
    pass,
    percent: 100,
    pulls: [],
    verdict,
    otherwise: null,
  });
  const pulls = [pull(1, 1, "in band"), pull(2, 1, null), pull(3, 1, "above band"), pull(4, 1, null)];
  const order = [1, 3, 2, 4];
  expect(pulls.map((p) => isBehind(p, pulls, order))).toEqual([false, false, false, false]);
  expect(isBehind(pull(2, 1, null), [...pulls, pull(4, 1, "in band")], order)).toBe(true);
  const drawn = renderToStaticMarkup(
    <BoltRing pulls={pulls} next={{ place: 2, pass: 1 }} order={order} places={onRing(3)} />,
  );
  expect(drawn).toContain("next is bolt 2, pass 1 of 1");
  expect(drawn).toContain("above band");
});

describe("the tray and the ring are drawn where the fasteners sit", () => {
  const places = (state: TrayPlace["state"]): TrayPlace[] =>
    onRing(4).map((spot, i) => ({
      ...spot,
      ...{
        place: i + 1,
        lengthMm: i === 2 ? 45 : 25,
        bookMm: 25,
        under: i === 1 ? "washer" : null,
        bookUnder: null,
        state,
      },
    }));

  test("what is out is an empty place, what is back in a filled one; the count stands in the middle", () => {
    const out = renderToStaticMarkup(<TrayDrawing places={places("out")} next={2} />);
    expect(out).toContain("Tray: 4 places, 4 in the tray; next is 2");
    expect(out.match(/stroke-dasharray="5 4"/g)).toHaveLength(4);
    const back = renderToStaticMarkup(<TrayDrawing places={places("in")} next={null} />);
    expect(back).toContain("Tray: 4 places, 0 in the tray");
    expect(back).not.toContain('stroke-dasharray="5 4"');
  });

  test("a length that is not the book's stands out, and what lay under a head is marked", () => {
    const drawn = renderToStaticMarkup(<TrayDrawing places={places("out")} next={null} />);
    expect(drawn.match(/fill="var\(--past\)"[^>]*>45</g)).toHaveLength(1);
    expect(drawn.match(/r="8" fill="var\(--near\)"/g)).toHaveLength(1);
  });

  test("the outline is one closed line round every place, in whatever order they are given", () => {
    const ring = onRing(6);
    const path = outline(ring);
    expect(path.match(/M/g)).toHaveLength(1);
    expect(path.match(/C/g)).toHaveLength(6);
    const points = (d: string): string[] =>
      [...d.matchAll(/ (-?[\d.]+ -?[\d.]+)(?=C|$)/g)].map((m) => m[1] ?? "").sort();
    expect(points(outline([...ring].reverse()))).toEqual(points(path));
  });

  test("on a ring the first is at the top and they go round clockwise", () => {
    const [top, right, bottom, left] = onRing(4).map(spotOf);
    expect(top?.y).toBeLessThan(bottom?.y ?? 0);
    expect(right?.x).toBeGreaterThan(left?.x ?? 0);
  });
});

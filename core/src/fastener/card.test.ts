import fc from "fast-check";
import { cardWords, fastenerCard, looksLikeCard } from "./card.ts";

// Threads as ISO 261 and ASME B1.1 write them; which fastener sits where is invented.
const card = (text: string) => {
  const answer = fastenerCard(text);
  if (!answer.ok) throw new Error(answer.error.message);
  return answer.value;
};
const plain = { kind: "screw", length: null, tool: null, locker: null, once: false, impact: null };

test("a fastener is read from one line: thread, length, head, and what must be known of it", () => {
  expect(card("M6x25 h8")).toEqual({ ...plain, thread: "M6", length: "25 mm", tool: "8 mm socket" });
  expect(card("m8x1.25x30 k6 medium")).toEqual({
    ...{ ...plain, thread: "M8x1.25", length: "30 mm", tool: "6 mm hexagon key", locker: "medium" },
  });
  // A pitch is less than a third of the diameter; anything else behind the x is a length.
  expect(card("M10x1.5")).toMatchObject({ thread: "M10x1.5", length: null });
  expect(card("M10x8")).toMatchObject({ thread: "M10", length: "8 mm" });
  expect(card("3/8-16 x 1 9/16 nut")).toMatchObject({ thread: "3/8-16", length: "1 9/16 in", kind: "nut" });
  expect(card("1/2-20 nut h3/4 once, no impact")).toMatchObject({
    ...{ kind: "nut", tool: "3/4 in socket", once: true, impact: "never" },
  });
  expect(card("M5 x 12 s25 run in high locker")).toMatchObject({
    ...{ tool: "six-lobe 25 bit", impact: "run-in", locker: "high" },
  });
  expect(card("M12 stud impact off only")).toMatchObject({ kind: "stud", impact: "off only" });
});

test("in words it reads as it is meant", () => {
  expect(cardWords(card("M6x25 h8"))).toBe("M6 × 25 mm, 8 mm socket");
  expect(cardWords(card("M20x1.5 nut h27 once no impact"))).toBe(
    "M20x1.5, nut, 27 mm socket, new each time, no impact",
  );
});

test.each([
  ["M6x25 hex", "hex"],
  ["M6x25 h", "h"],
  ["M7.3", "M7.3"],
  ["3/8-2", "3/8-2"],
  ["bolt", "bolt"],
  ["M6 25", "25"],
  ["", ""],
])("%s: what says nothing is named, with how it would be right", (text, part) => {
  expect(fastenerCard(text)).toMatchObject({
    error: {
      message: `"${part}" says nothing of a fastener: type it like M6x25 h8, 3/8-16 x 1 9/16 nut, or M10 nut h17 once.`,
    },
  });
});

test("a line of lengths or a number is none, whatever it holds", () => {
  for (const text of ["25 25 40", "25 washer", "6", "1 3/16", "25.4", ""]) expect(looksLikeCard(text)).toBe(false);
  for (const text of ["M6x25 h8", "m6", "3/8-16", "1-1/8-7 nut", "1/4-20"]) expect(looksLikeCard(text)).toBe(true);
  fc.assert(fc.property(fc.nat({ max: 9999 }), (n) => !looksLikeCard(String(n))));
});

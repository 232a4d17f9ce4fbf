import { weaknessesOf, weaknessIn } from "./weakness.ts";

const LINE = "Bearing, clutch side | single row, known weak | look which housing it has | 2019 to 2021 | sure";

test("a weakness is told with its part, what helps and the years, and how sure those are", () => {
  expect(weaknessesOf([LINE], 2020)).toEqual([
    "Bearing, clutch side: single row, known weak; look which housing it has (model years 2019 to 2021, sure)",
  ]);
  expect(weaknessesOf(["arrow wears off within a season"], 2020)).toEqual(["arrow wears off within a season"]);
});

test("of another year it is not told where the years are sure; where they are not, or nobody knows the year, it is", () => {
  expect(weaknessesOf([LINE], 2023)).toEqual([]);
  expect(weaknessesOf([LINE], null)).toHaveLength(1);
  expect(weaknessesOf([LINE.replace("| sure", "| not sure")], 2023)).toHaveLength(1);
});

test.each([
  ["a | b | c | 2019 | sure | more", /no more/],
  ["a | ", /how it shows is missing/],
  ["a | b | c | lately | sure", /are no years/],
  ["a | b | c | 2019", /sure or not sure/],
  ["a | b | c |  | sure", /stands without years/],
])("%s is refused with what would be right", (line, message) => {
  const read = weaknessIn(line);
  expect(read.ok ? "" : read.error.message).toMatch(message);
  // Kept before it was asked for so, it is told as it stands.
  expect(weaknessesOf([line], 2020)).toEqual([line]);
});

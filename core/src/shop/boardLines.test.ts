import { type BoardLine, linesSent, sentLines } from "./boardLines.ts";

// Every machine and name here is invented.
test("what a board says comes out as it went in, and what many say is sent once", () => {
  const plain: BoardLine = { id: "a", mark: "Sled 9", model: "Firn", fleet: "Ridge patrol", word: "ready" };
  const lines: BoardLine[] = [
    plain,
    {
      ...{ ...plain, id: "b", mark: "Sled 10", word: "not ready", told: ["slide: into"], used: ["drive belt"] },
      ...{ looked: ["Mira Orr", Date.UTC(2026, 10, 23, 12, 5)], rode: ["Ferry crew", Date.UTC(2026, 10, 24, 7)] },
      job: { id: "j", number: "T-0401", work: "Slides" },
    },
  ];
  expect(linesSent(sentLines(lines))).toEqual(lines);
  // A wall tells the minute.
  const [late] = linesSent(sentLines([{ ...plain, looked: ["Mira Orr", Date.UTC(2026, 10, 23, 12, 5, 59, 999)] }]));
  expect(late?.looked).toEqual(["Mira Orr", Date.UTC(2026, 10, 23, 12, 5)]);
  expect(linesSent(sentLines([]))).toEqual([]);
  const many = Array.from({ length: 300 }, (_, i): BoardLine => ({ ...plain, id: `${i}`, mark: `Sled ${i}` }));
  expect(sentLines(many).split("Ridge patrol")).toHaveLength(2);
});

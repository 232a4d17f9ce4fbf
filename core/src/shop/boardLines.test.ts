import { type BoardLine, linesSent, sentLines } from "./boardLines.ts";

// Every machine and name here is invented.
test("what a board says comes out as it went in, and what many say is sent once", () => {
  const plain: BoardLine = { id: "a", mark: "Sled 9", model: "Firn", fleet: "Ridge patrol", word: "ready" };
  const lines: BoardLine[] = [
    plain,
    {
      ...{ ...plain, id: "b", mark: "Sled 10", word: "not ready", told: ["slide: into"], used: ["drive belt"] },
      ...{ looked: ["Mira Orr", "2026-11-23T12:05:00.000Z"], rode: ["Ferry crew", "2026-11-24T07:00:00.000Z"] },
      job: { id: "j", number: "T-0401", work: "Slides" },
    },
  ];
  expect(linesSent(sentLines(lines))).toEqual(lines);
  expect(linesSent(sentLines([]))).toEqual([]);
  const many = Array.from({ length: 300 }, (_, i): BoardLine => ({ ...plain, id: `${i}`, mark: `Sled ${i}` }));
  expect(sentLines(many).split("Ridge patrol")).toHaveLength(2);
});

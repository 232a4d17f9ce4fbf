import { toolList } from "./index.ts";

const asking = (...tools: string[]) => ({ tools });

test("sizes of one tool stand in one row, smallest first, each once; what has no size keeps its order", () => {
  expect(
    toolList([
      asking("15 mm socket", "torque wrench"),
      asking("8 mm hexagon key", "8 mm socket", "torque wrench"),
      asking("15 mm socket", "soft drift"),
    ]),
  ).toEqual(["hexagon key 8 mm", "socket 8, 15 mm", "torque wrench", "soft drift"]);
});

test("fractions of an inch are put in order by their size, not by their digits", () => {
  expect(toolList([asking("9/16 in socket"), asking("15/16 in socket"), asking("1/2 in socket")])).toEqual([
    "socket 1/2, 9/16, 15/16 in",
  ]);
  expect(toolList([])).toEqual([]);
});

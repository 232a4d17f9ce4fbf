import { jobOn, shop } from "../../testingShop.ts";
import { type Bench, lastingStep, type StepTool, toolList, walk } from "./index.ts";
import { joined, procedureSchema } from "../procedure/index.ts";
import { shippedBody } from "../../testingProcedures.ts";

const noted = (over: Partial<StepTool>): StepTool => ({
  ...{ id: "1", procedure: "slides-renewal", task: "off:slide", words: "bent bar, second drawer" },
  ...{ by: "A", photo: null },
  ...over,
});
const toolsAt = (bench: Bench, task: string): readonly string[] =>
  walk(bench, jobOn(bench).state).find(({ id }) => id === task)?.tools ?? [];

test("what was noted at a step stands there and on the list, at the next job; elsewhere it does not", () => {
  const plain = shop("slides-renewal", []);
  const bench = { ...plain, stepTools: [noted({}), noted({ id: "2", procedure: "skid-out-in", words: "other" })] };
  expect(toolsAt(bench, "off:slide")).toEqual([...toolsAt(plain, "off:slide"), "bent bar, second drawer"]);
  expect(toolsAt(bench, "fit:slide")).toEqual(toolsAt(plain, "fit:slide"));
  expect(toolList(walk(bench, jobOn(bench).state))).toContain("bent bar, second drawer");
});

test("a step of a further work of the job is known by what it is called in that work alone", () => {
  const asked = ["track-tension", "slides-renewal"].map((id, i) => ({
    id: i === 0 ? "w0" : `w${i}`,
    procedure: procedureSchema.parse(shippedBody(id)),
    position: null,
  }));
  const [first, ...more] = asked;
  if (!first) throw new Error("no work");
  const bench: Bench = { ...shop("slides-renewal", []), ...joined([first, ...more]), stepTools: [noted({})] };
  expect(lastingStep(bench, "off:w1-slide")).toEqual({ task: "off:slide", procedures: ["slides-renewal"] });
});

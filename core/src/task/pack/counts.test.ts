import { jobAt } from "../../../testingBench.ts";
import { stackInput } from "./stack.ts";
import { stackStepsOf } from "../../procedure/index.ts";

test("counts by which two plates of one kind would lie together build no pack", () => {
  const job = jobAt("build:stack");
  const [step] = stackStepsOf(job.shop.procedure);
  if (!step) throw new Error("the clutch has a stack");
  const counted = (steels: number) => {
    const { state } = job;
    return stackInput(job.shop, { ...state, counts: { ...state.counts, steel: steels } }, step);
  };
  const { steel = 0 } = job.state.counts;
  expect(counted(steel).ok).toBe(true);
  expect(counted(steel - 1)).toMatchObject({
    error: { message: expect.stringMatching(/two of one kind would lie together\. Count them once more/) as string },
  });
});

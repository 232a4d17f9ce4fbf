import { bench, jobAt } from "../../testingBench.ts";
import { specSchema } from "../spec/index.ts";
import { type Bench, judgedLater } from "./index.ts";

// Every limit and reading here is invented.
const source = { grade: "maker's manual", book: "test book", edition: "2", page: "9", checkedBy: null };
const with_ = (key: string, serviceMin: number): Bench => ({
  ...bench,
  specs: [
    ...bench.specs.filter((spec) => spec.key !== key),
    specSchema.parse({ kind: "limit", key, label: key, source, limit: { kind: "min", serviceMin } }),
  ],
});

test("a limit that came later says what it would have said; the job keeps its own verdict", () => {
  const job = jobAt(null);
  expect(judgedLater(bench, job.state)).toEqual([]);
  const later = judgedLater(with_("spring-length", 43.55), job.state);
  expect(later).toEqual([
    {
      id: "spring-length:2",
      text: expect.stringMatching(
        /^spring free length, spring 2: 43\.50 mm was serviceable; by 43\.55 mm at least, test book, 2, p. 9 \(maker's manual\) it would have been past limit$/,
      ),
    },
  ]);
});

test("a limit without a change of verdict says nothing, and neither does one for a part that went out", () => {
  const job = jobAt(null);
  expect(judgedLater(with_("spring-length", 42.4), job.state)).toEqual([]);
  const renewed = jobAt(null, { "decide:spring": ["2"], "measure:spring-length:left": ["44.2 44.3"] });
  const of = judgedLater(with_("spring-length", 43.55), renewed.state).map(({ id }) => id);
  expect(of).toEqual([]);
});

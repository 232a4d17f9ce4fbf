import type { Calculator } from "./src/calculator/index.ts";

/** For tests: the answer, or the refusal thrown as a failure. */
export function value<I, O>(calculator: Calculator<I, O>, input: NoInfer<I>): O {
  const answer = calculator(input);
  if (!answer.ok) throw new Error(`${calculator.calculator} refused: ${JSON.stringify(answer.error)}`);
  return answer.value;
}

/** For tests: "code path" of a refusal, or "accepted". */
export function refusal(calculator: { run: Calculator["run"] }, input: unknown): string {
  const answer = calculator.run(input);
  return answer.ok ? "accepted" : `${answer.error.code} ${answer.error.path}`;
}

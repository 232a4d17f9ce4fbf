import { calculators } from "@averin/core";
import * as Comlink from "comlink";

const api = {
  run(name: string, input: unknown) {
    const calculator = calculators.get(name);
    if (calculator === undefined) throw new Error(`no calculator ${name}`);
    return calculator.run(input);
  },
};
export type CalculatorWorker = typeof api;

Comlink.expose(api);

"use client";

import { type Answer, calculators } from "@averin/core";
import * as Comlink from "comlink";
import { useEffect, useState } from "react";
import type { CalculatorWorker } from "./calculator.worker.ts";

let shared: Comlink.Remote<CalculatorWorker> | null = null;
function worker(): Comlink.Remote<CalculatorWorker> {
  shared ??= Comlink.wrap<CalculatorWorker>(
    new Worker(new URL("./calculator.worker.ts", import.meta.url), { type: "module" }),
  );
  return shared;
}

export type Worked = { answer: Answer<unknown> | null; busy: boolean };

/** The answer to an input, at once for light calculators, from the worker for heavy ones; the last one stays meanwhile. */
export function useAnswer(name: string, input: Record<string, unknown> | null): Worked {
  const key = JSON.stringify(input);
  const [late, setLate] = useState<{ key: string; answer: Answer<unknown> } | null>(null);
  // They run beside the page, so that typing never stutters.
  const heavy = calculators.get(name)?.heavy === true;
  useEffect(() => {
    if (!heavy || key === "null") return;
    let live = true;
    void worker()
      .run(name, JSON.parse(key))
      .then((answer) => {
        if (live) setLate({ key, answer });
      });
    return () => {
      live = false;
    };
  }, [heavy, name, key]);
  if (input === null) return { answer: null, busy: false };
  if (!heavy) return { answer: calculators.get(name)?.run(input) ?? null, busy: false };
  return { answer: late?.answer ?? null, busy: late?.key !== key };
}

import { calculators, chainSlack, clutchPick } from "@averin/core";
import { OFF_ROAD_DRIVE } from "../../core/testing.ts";
import { Told } from "../told.ts";
import { measured, type Measured, median, now } from "./measured.ts";

/** Every choice of plates tried one after the other: the floor that the search is measured against. */
function enumerate(plates: readonly number[], choose: number, target: number): { indices: number[]; off: number } {
  let best = Infinity;
  let found: number[] = [];
  const taken: number[] = [];
  const walk = (from: number, left: number, sum: number): void => {
    if (left === 0) {
      const off = Math.abs(sum - target);
      if (off < best) {
        best = off;
        found = [...taken];
      }
      return;
    }
    for (let i = from; i <= plates.length - left; i += 1) {
      taken.push(i);
      walk(i + 1, left - 1, sum + (plates[i] ?? 0));
      taken.pop();
    }
  };
  walk(0, choose, 0);
  return { indices: found, off: best };
}

/** A fixed spread of thicknesses in nanometres, the same in every run. */
const spread = (n: number): number[] => Array.from({ length: n }, (_, i) => 1_600_000 + ((i * 7919) % 401) * 1000);

export function pick(): Measured {
  const plates = spread(28);
  const target = 25_171_000;
  const input = {
    steelsMm: plates.map((nm) => nm / 1e6),
    choose: 14,
    otherMm: 0,
    heightMm: { min: 1, max: 100, target: target / 1e6 },
  };
  let answer = clutchPick(input);
  const value = median(() => void (answer = clutchPick(input)), 5);
  const start = now();
  const plain = enumerate(plates, 14, target);
  const floor = now() - start;
  if (!answer.ok || JSON.stringify(answer.value.indices) !== JSON.stringify(plain.indices)) {
    throw new Told("clutch.pick and plain enumeration do not agree: the figure would mean nothing.");
  }
  return measured("clutch.pick 28 choose 14 against plain enumeration, same answer", value, floor, 1 / 50);
}

export function slack(): Measured {
  const input = { ...OFF_ROAD_DRIVE, steps: 121 };
  return measured(
    "chain.slack, 121 steps, against one frame at 60 Hz",
    median(() => void chainSlack(input), 41),
    1000 / 60,
    1 / 10,
  );
}

export function judgeLines(): Measured {
  const lines = Array.from({ length: 10_000 }, (_, i) =>
    JSON.stringify({
      readings: [2.6 + (i % 40) / 100, 2.7 + (i % 30) / 100],
      gauge: { resolution: 0.01, permissibleError: 0.02 },
      limit: { kind: "min", serviceMin: 2.72, standardMin: 2.92, standardMax: 3 },
      take: i % 2 ? "worst" : "mean",
    }),
  );
  const judge = calculators.get("metrology.judge");
  if (!judge) throw new Error("metrology.judge is gone");
  let printed = 0;
  const value = median(() => {
    for (const line of lines) {
      const answer = judge.run(JSON.parse(line));
      printed += JSON.stringify(answer.ok ? answer.value : answer.error).length;
    }
  }, 9);
  const floor = median(() => {
    for (const line of lines) printed += JSON.stringify(JSON.parse(line)).length;
  }, 9);
  if (printed === 0) throw new Error("nothing was printed");
  return measured("10,000 lines of metrology.judge against JSON parse and print", value, floor, 3);
}

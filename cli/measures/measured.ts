export type Measured = {
  name: string;
  value: number;
  unit: string;
  floor: number;
  ratio: number;
  goal: number;
  ok: boolean;
};

export const now = (): number => Number(process.hrtime.bigint()) / 1e6;

export const middle = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

/** The median time of a piece of work in ms, after one run to warm up. */
export function median(work: () => void, runs: number): number {
  work();
  return middle(
    Array.from({ length: runs }, () => {
      const start = now();
      work();
      return now() - start;
    }),
  );
}

/** A figure beside its floor: met when their ratio is at most the goal. */
export function measured(name: string, value: number, floor: number, goal: number, unit = "ms"): Measured {
  const ratio = value / floor;
  return { name, value, unit, floor, ratio, goal, ok: ratio <= goal };
}

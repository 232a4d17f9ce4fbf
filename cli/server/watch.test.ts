import { keepAlive, type Kept, pauseBefore } from "./watch";

/** Processes that stand in for real ones: each is gone when it is told so. */
function stage(fails: number[] = []) {
  const ends: (() => void)[] = [];
  const stopped: number[] = [];
  const start = (): Kept => {
    const n = ends.length;
    let end = (): void => undefined;
    const gone = new Promise<void>((resolve) => (end = resolve));
    ends.push(end);
    return {
      gone,
      stop: () => {
        stopped.push(n);
        end();
        return Promise.resolve();
      },
    };
  };
  let starts = 0;
  const again = (): Promise<Kept> => {
    starts += 1;
    return fails.includes(starts) ? Promise.reject(new Error("no room on the disk")) : Promise.resolve(start());
  };
  return { first: start(), again, ends, stopped };
}

/** Waits until what is asked for is so; the test's own bound ends a wait for ever. */
async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 10));
}

test("the pause grows with each time that it goes soon, up to half a minute", () => {
  expect([0, 1, 2, 3, 4, 5, 6, 7, 40].map(pauseBefore)).toEqual([
    500, 1000, 2000, 4000, 8000, 16_000, 30_000, 30_000, 30_000,
  ]);
});

test("what is gone is started again, also after a start that failed, and each is said", async () => {
  const said: { after: number; failed: string | null }[] = [];
  const { first, again, ends, stopped } = stage([1]);
  const kept = keepAlive(first, again, (what) => void said.push(what));
  ends[0]?.();
  await until(() => ends.length === 2);
  expect(said).toEqual([
    { after: 500, failed: null },
    { after: 0, failed: "no room on the disk" },
    { after: 1000, failed: null },
  ]);
  await kept.stop();
  expect(stopped).toEqual([1]);
});

test("once it is ended on purpose nothing is started again", async () => {
  const { first, again, ends, stopped } = stage();
  const kept = keepAlive(first, again, () => undefined);
  await kept.stop();
  expect([stopped, ends.length]).toEqual([[0], 1]);
  // Ended while it pauses, it is not started either.
  const other = stage();
  let pausing = false;
  const second = keepAlive(other.first, other.again, () => (pausing = true));
  other.ends[0]?.();
  await until(() => pausing);
  await second.stop();
  expect(other.ends).toHaveLength(1);
});

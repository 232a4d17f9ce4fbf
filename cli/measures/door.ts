import type { BenchShop } from "./shop.ts";
import { measured, type Measured, now } from "./measured.ts";

const OPENINGS = 60;
const AT_THE_DOOR = 20;

const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? NaN;

/** Opening a bench while twenty sign in without end, against opening it on a quiet server; both the 95th of a hundred. */
export async function door(shop: BenchShop): Promise<Measured> {
  const openings = async (): Promise<number[]> => {
    const times: number[] = [];
    for (let i = 0; i < OPENINGS; i += 1) {
      const start = now();
      const answer = await fetch(`${shop.url}/jobs/${shop.jobId}`, { headers: { cookie: shop.cookie } });
      await answer.text();
      times.push(now() - start);
      if (!answer.ok) throw new Error(`the bench was not opened: ${answer.status}`);
    }
    return times;
  };
  await openings();
  const quiet = p95(await openings());
  const leave = new AbortController();
  const visitors = Array.from({ length: AT_THE_DOOR }, async (_, i) => {
    for (let n = 0; !leave.signal.aborted; n += 1) {
      const body = JSON.stringify({ name: `Nobody ${i} ${n}`, password: "not known here" });
      const headers = { "content-type": "application/json" };
      await fetch(`${shop.url}/api/session`, { method: "POST", headers, body });
    }
  });
  const busy = p95(await openings());
  leave.abort();
  await Promise.all(visitors);
  return measured("bench opened while 20 sign in, p95", busy, quiet, 2);
}

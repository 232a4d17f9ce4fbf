import { QueryTypes } from "sequelize";
import { withDatabase } from "../server/application.ts";
import type { BenchShop } from "./shop.ts";
import { measured, type Measured, now } from "./measured.ts";

const OPENINGS = 60;
const AT_THE_DOOR = 20;
const LINES = 5000;

const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? NaN;

/** How long each opening of the bench takes, in ms, so many times and until what goes on beside it is over. */
async function openings(shop: BenchShop, over: () => boolean = () => true): Promise<number[]> {
  const times: number[] = [];
  while (times.length < OPENINGS || !over()) {
    const start = now();
    const answer = await fetch(`${shop.url}/jobs/${shop.jobId}`, { headers: { cookie: shop.cookie } });
    await answer.text();
    times.push(now() - start);
    if (!answer.ok) throw new Error(`the bench was not opened: ${answer.status}`);
  }
  return times;
}

/** A job that is not the one on the bench, with so many notes more in its log. */
async function longJob(shop: BenchShop): Promise<string> {
  return withDatabase(shop.databaseUrl, async (db) => {
    const [other] = await db.sequelize.query<{ id: string; lastNumber: number }>(
      "SELECT j.id, j.lastNumber FROM jobs j JOIN job_summaries s ON s.jobId = j.id WHERE j.id <> ? AND s.stage <> 'released' LIMIT 1",
      { type: QueryTypes.SELECT, replacements: [shop.jobId] },
    );
    if (!other) throw new Error("the demo has one job only");
    await db.sequelize.query(
      `INSERT INTO job_events (jobId, number, id, type, at, \`by\`, format, body)
        SELECT e.jobId, :last + seq, UUID(), 'noted', e.at, e.by, e.format,
          JSON_OBJECT('type', 'noted', 'text', CONCAT('line ', seq, ': looked at, wiped, measured once more'))
        FROM job_events e, seq_1_to_${LINES} WHERE e.jobId = :id AND e.number = 1`,
      { replacements: { id: other.id, last: other.lastNumber } },
    );
    await db.jobs.update({ lastNumber: other.lastNumber + LINES }, { where: { id: other.id } });
    return other.id;
  });
}

/** Opening a bench while twenty sign in without end, and while a long sheet is printed, against a quiet server; the 95th of a hundred. */
export async function door(shop: BenchShop): Promise<Measured[]> {
  await openings(shop);
  const quiet = p95(await openings(shop));
  const leave = new AbortController();
  const visitors = Array.from({ length: AT_THE_DOOR }, async (_, i) => {
    for (let n = 0; !leave.signal.aborted; n += 1) {
      const body = JSON.stringify({ name: `Nobody ${i} ${n}`, password: "not known here" });
      const headers = { "content-type": "application/json" };
      await fetch(`${shop.url}/api/session`, { method: "POST", headers, body });
    }
  });
  const busy = p95(await openings(shop));
  leave.abort();
  await Promise.all(visitors);

  const id = await longJob(shop);
  const begun = now();
  let over = false;
  const print = async (): Promise<number> => {
    const answer = await fetch(`${shop.url}/jobs/${id}/sheet.pdf`, { headers: { cookie: shop.cookie } });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`the sheet was not made: ${answer.status}`);
    return now() - begun;
  };
  const sheet = print().finally(() => (over = true));
  const [took, beside] = await Promise.all([sheet, openings(shop, () => over)]);
  const name = `bench opened while a sheet of ${LINES} lines is made (${(took / 1000).toFixed(0)} s), p95`;
  return [
    measured(`bench opened while ${AT_THE_DOOR} sign in, p95`, busy, quiet, 2),
    measured(name, p95(beside), quiet, 2),
  ];
}

import { randomUUID } from "node:crypto";
import type { Draft, JobEvent } from "@averin/core";
import { createConnection } from "mariadb";
import type { BenchShop } from "./shop.ts";
import { measured, type Measured, middle, now } from "./measured.ts";

const APPENDS = 80;
const WARM = 15;

/** A reading appended over HTTP, answered as kept, against the same row inserted raw in one durable transaction. */
export async function append(shop: BenchShop): Promise<Measured> {
  const draft: Draft = {
    type: "reading_taken",
    point: "friction-thickness",
    item: 9,
    place: 3,
    phase: "found",
    text: "2.86",
    gauge: "caliper-2",
  };
  const log = await fetch(`${shop.url}/api/jobs/${shop.jobId}/events`, { headers: { cookie: shop.cookie } });
  let after = ((await log.json()) as { events: JobEvent[] }).events.length;
  let kept: JobEvent | undefined;
  const over: number[] = [];
  for (let i = 0; i < APPENDS + WARM; i += 1) {
    const body = JSON.stringify({ after, events: [{ id: randomUUID(), draft }] });
    const start = now();
    const answer = await fetch(`${shop.url}/api/jobs/${shop.jobId}/events`, {
      method: "POST",
      headers: { "content-type": "application/json", cookie: shop.cookie },
      body,
    });
    const { kept: lines } = (await answer.json()) as { kept: JobEvent[] };
    if (i >= WARM) over.push(now() - start);
    if (!answer.ok || lines.length !== 1) throw new Error(`an append was not kept: ${answer.status}`);
    kept = lines[0];
    after += 1;
  }
  if (!kept) throw new Error("nothing was kept");

  const { hostname, port, username, password, pathname } = new URL(shop.databaseUrl);
  const connection = await createConnection({
    host: hostname,
    port: Number(port),
    user: username,
    password,
    database: pathname.slice(1),
  });
  const raw: number[] = [];
  try {
    await connection.query("CREATE TABLE bench_events LIKE job_events");
    for (let i = 0; i < APPENDS + WARM; i += 1) {
      const row = [shop.jobId, i + 1, randomUUID(), kept.body.type, new Date(kept.at)];
      const json = [JSON.stringify(kept.by), JSON.stringify(kept.body)];
      const start = now();
      await connection.beginTransaction();
      await connection.query(
        "INSERT INTO bench_events (jobId, number, id, type, at, `by`, body) VALUES (?, ?, ?, ?, ?, ?, ?)",
        [...row, ...json],
      );
      await connection.commit();
      if (i >= WARM) raw.push(now() - start);
    }
  } finally {
    await connection.end();
  }
  return measured("a reading kept over HTTP against its row inserted raw", middle(over), middle(raw), 3);
}

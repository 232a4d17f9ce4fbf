import { QueryTypes } from "sequelize";
import { withDatabase } from "../server/application.ts";
import type { BenchShop } from "./shop.ts";
import { measured, type Measured, middle, now } from "./measured.ts";

const GATHERED = 20_000;
const LOOKS = 15;
const PAGES = { Today: "/", intake: "/intake", "all jobs": "/jobs" } as const;

/** A search is answered within this, in ms. */
const SEARCH_MS = 100;

type Look = { ms: number; bytes: number };

async function look(shop: BenchShop, path: string): Promise<Look> {
  const times: number[] = [];
  let bytes = 0;
  for (let i = 0; i <= LOOKS; i += 1) {
    const start = now();
    const answer = await fetch(`${shop.url}${path}`, { headers: { cookie: shop.cookie } });
    bytes = (await answer.arrayBuffer()).byteLength;
    // The first warms up.
    if (i > 0) times.push(now() - start);
    if (!answer.ok) throw new Error(`${path} was not opened: ${answer.status}`);
  }
  return { ms: middle(times), bytes };
}

/** As many machines as a shop sees in a lifetime, each with a released job, made in bulk after one that is there. */
const BULK = [
  `INSERT INTO machines (id, ownerId, bookId, maker, model, year, mark, build, builds, meterUnit)
    SELECT UUID(), m.ownerId, m.bookId, m.maker, m.model, m.year, CONCAT('Gathered ', seq), m.build, m.builds, m.meterUnit
    FROM seq_1_to_${GATHERED}, (SELECT * FROM machines LIMIT 1) AS m`,
  `INSERT INTO meter_readings (id, machineId, value, unit, readAt, jobId)
    SELECT UUID(), id, 100, meterUnit, NOW(3), NULL FROM machines WHERE mark LIKE 'Gathered %'`,
  `INSERT INTO jobs (id, number, machineId, ownerId, procedureHash, lastNumber, openedAt)
    SELECT UUID(), CONCAT('G', SUBSTRING(m.mark, 10)), m.id, m.ownerId, j.procedureHash, 1, NOW(3)
    FROM machines m, (SELECT procedureHash FROM jobs LIMIT 1) AS j WHERE m.mark LIKE 'Gathered %'`,
  `INSERT INTO job_summaries (jobId, stage, next, openCount, lastNumber, needs, clocks, sinceAt, lastBy)
    SELECT id, 'released', 'released', 0, 1, 'nobody', '[]', NOW(3), 'Mira Orr' FROM jobs WHERE number LIKE 'G%'`,
  `INSERT INTO job_words (jobId, work, words)
    SELECT j.id, w.work, w.words FROM jobs j, (SELECT work, words FROM job_words LIMIT 1) AS w WHERE j.number LIKE 'G%'`,
];

/** Today and the counter with twenty thousand machines and released jobs, against the demo's own; time and bytes. */
export async function gathered(shop: BenchShop): Promise<Measured[]> {
  const before = new Map<string, Look>();
  for (const [name, path] of Object.entries(PAGES)) before.set(name, await look(shop, path));
  await withDatabase(shop.databaseUrl, async (db) => {
    for (const statement of BULK) await db.sequelize.query(statement);
    const look = "ANALYZE TABLE machines, jobs, job_summaries, meter_readings";
    await db.sequelize.query(look, { type: QueryTypes.SELECT });
  });
  const figures: Measured[] = [];
  for (const [name, path] of Object.entries(PAGES)) {
    const was = before.get(name) ?? { ms: NaN, bytes: NaN };
    const is = await look(shop, path);
    figures.push(measured(`${name} with ${GATHERED} released jobs`, is.ms, was.ms, 1.5));
    figures.push(measured(`${name} with ${GATHERED} released jobs, size`, is.bytes, was.bytes, 1.5, "bytes"));
  }
  // As somebody types: by mark, by model and owner, and what nothing is found for.
  for (const find of ["gathered 1999", "grindal harbour", "nowhere"]) {
    const { ms } = await look(shop, `/machines?find=${encodeURIComponent(find)}`);
    figures.push(measured(`a machine looked for among ${GATHERED}, “${find}”`, ms, SEARCH_MS, 1));
  }
  const few = await boardOf(shop, 10);
  figures.push(measured("the board of 300 machines, against 10", await boardOf(shop, 300), few, 1.5));
  return figures;
}

/** The board with so many machines of one fleet, each looked at and ridden. */
async function boardOf(shop: BenchShop, many: number): Promise<number> {
  await withDatabase(shop.databaseUrl, async (db) => {
    const fleet = `SELECT m.id FROM machines m WHERE m.fleet = 'Gathered'`;
    for (const statement of [
      `UPDATE machines SET fleet = IF(mark IN (${Array.from({ length: many }, (_, i) => `'Gathered ${i + 1}'`).join()}), 'Gathered', '')`,
      `INSERT IGNORE INTO machine_looks (machineId, jobId, word, watched, keeps, byName, at)
        SELECT m.id, j.id, 'ready', '[]', '[]', 'Mira Orr', NOW(3) FROM machines m JOIN jobs j ON j.machineId = m.id
        WHERE m.id IN (${fleet})`,
      `INSERT IGNORE INTO machine_rides (machineId, rider, at) SELECT m.id, 'Ferry crew', NOW(3) FROM machines m
        WHERE m.id IN (${fleet})`,
    ])
      await db.sequelize.query(statement);
  });
  // The page, and what it then fetches: a board is there when both have come.
  const page = await look(shop, "/board");
  return page.ms + (await look(shop, "/api/board")).ms;
}

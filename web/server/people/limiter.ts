// The command line compiles this file too, and does not look for declarations beside it.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./limiterStore.d.ts" />
import { RateLimiterRes } from "rate-limiter-flexible";
import RateLimiterStoreAbstract from "rate-limiter-flexible/lib/RateLimiterStoreAbstract.js";
import { QueryTypes } from "sequelize";
import type { Database } from "../database.ts";
import { Refused } from "../refused.ts";

type Row = { points: number; expire: number | null };

/** The limiter's counters in the shop's own database, so that every process counts the same and a restart forgets none. */
class DatabaseLimiter extends RateLimiterStoreAbstract {
  constructor(
    private readonly db: Database,
    options: { keyPrefix: string; points: number; duration: number },
  ) {
    super({ ...options, storeClient: db });
  }

  /** One statement, so that tries at the same moment are counted one by one. */
  async _upsert(key: string, points: number, ms: number, force = false): Promise<Row> {
    const now = Date.now();
    const expire = ms > 0 ? now + ms : null;
    const stale = force ? "TRUE" : "expire <= :now";
    const rows = await this.db.sequelize.query<Row>(
      `INSERT INTO limiter (id, points, expire) VALUES (:key, :points, :expire) ON DUPLICATE KEY UPDATE
        points = IF(${stale}, VALUES(points), points + VALUES(points)), expire = IF(${stale}, VALUES(expire), expire)
        RETURNING points, expire`,
      { type: QueryTypes.SELECT, replacements: { key, points, expire, now } },
    );
    const row = rows[0];
    if (!row) throw new Error("the limiter's row was not answered");
    return row;
  }

  async _get(key: string): Promise<Row | null> {
    const rows = await this.db.sequelize.query<Row>(
      "SELECT points, expire FROM limiter WHERE id = ? AND (expire IS NULL OR expire > ?)",
      { type: QueryTypes.SELECT, replacements: [key, Date.now()] },
    );
    return rows[0] ?? null;
  }

  async _delete(key: string): Promise<boolean> {
    await this.db.sequelize.query("DELETE FROM limiter WHERE id = ?", { replacements: [key] });
    return true;
  }

  _getRateLimiterRes(_: string, changed: number, { points, expire }: Row): RateLimiterRes {
    const left = expire === null ? -1 : Math.max(expire - Date.now(), 0);
    return new RateLimiterRes(Math.max(this.points - points, 0), left, points, changed === points);
  }
}

const DAY_S = 86_400;
/** The longest pause between two tries, in seconds. */
const MOST_PAUSE_S = 15 * 60;

/** Whose tries are counted together, and how many of them are free. */
export type Counted = { key: string; free: number };

/** The pause after so many tries, in seconds: none while they are free, then 1 s, doubling up to a quarter of an hour. */
export const pauseAfter = (tries: number, free: number): number =>
  tries < free ? 0 : Math.min(2 ** (tries - free), MOST_PAUSE_S);

const waitWords = (ms: number): string => {
  const s = Math.max(1, Math.ceil(ms / 1000));
  return s < 90 ? `${s} s` : `${Math.ceil(s / 60)} minutes`;
};
const refuse = (ms: number): never => {
  const message = `Too many wrong tries: wait ${waitWords(ms)}, then try again.`;
  throw new Refused(429, { code: "conflict", path: "$", message });
};

/** Tries at a secret, counted in the database: a try is let in or told how long to wait, a right one clears its counts. */
export function tries(db: Database) {
  const counts = new DatabaseLimiter(db, { keyPrefix: "tries", points: Number.MAX_SAFE_INTEGER, duration: DAY_S });
  const pauses = new DatabaseLimiter(db, { keyPrefix: "pause", points: 1, duration: 1 });
  return {
    /** Counts a try under each key, or refuses it where one of them has to wait. */
    async begin(counted: readonly Counted[]): Promise<void> {
      for (const { key } of counted) {
        const pause = await pauses.get(key);
        if (pause && pause.consumedPoints > 0 && pause.msBeforeNext > 0) refuse(pause.msBeforeNext);
      }
      for (const { key, free } of counted) {
        const { consumedPoints } = await counts.penalty(key);
        const pause = pauseAfter(consumedPoints, free);
        if (pause === 0) continue;
        // Of several tries at the same moment the first starts the pause, and the others run into it.
        await pauses.consume(key, 1, { customDuration: pause }).catch((told: unknown) => {
          if (told instanceof RateLimiterRes) refuse(told.msBeforeNext);
          throw told;
        });
      }
    },
    /** Forgets what was counted under these keys: somebody knew the secret. */
    async clear(counted: readonly Counted[]): Promise<void> {
      for (const { key } of counted) {
        await counts.delete(key);
        await pauses.delete(key);
      }
    },
  };
}

/** Drops counters that are over; to be called now and then. */
export async function clearCounters(db: Database): Promise<void> {
  await db.sequelize.query("DELETE FROM limiter WHERE expire IS NOT NULL AND expire < ?", {
    replacements: [Date.now()],
  });
}

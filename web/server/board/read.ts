import { BOARD_WORDS, type BoardWord, boardWord, ENDS, type Look } from "@averin/core";
import { Op, QueryTypes } from "sequelize";
import { z } from "zod";
import { type BoardWallRow, type Database, fromJson } from "../database.ts";
import { digest } from "../people/read.ts";
import { notFound } from "../refused.ts";

/** So many machines hang on one wall. */
const MOST_MACHINES = 1000;

export type BoardMachine = {
  id: string;
  mark: string;
  model: string;
  fleet: string;
  word: BoardWord;
  look: Look | null;
  rode: { rider: string; at: Date } | null;
  /** What is open on it, by its number and its work; null where nothing is. */
  job: { id: string; number: string; work: string } | null;
  /** What it carried and was used, and is to be replaced. */
  used: string[];
};

const listSchema = z.array(z.string());

type Found = {
  id: string;
  mark: string;
  model: string;
  fleet: string;
  word: Look["word"] | null;
  watched: unknown;
  keeps: unknown;
  byName: string | null;
  lookedAt: Date | null;
  rider: string | null;
  rodeAt: Date | null;
};

/** Every machine of a fleet with how it stands; no owner is told. Fleet by fleet, what keeps a machine first. */
export async function boardOf(db: Database): Promise<{ machines: BoardMachine[]; more: boolean }> {
  const rows = await db.sequelize.query<Found>(
    `SELECT m.id, m.mark, m.model, m.fleet, l.word, l.watched, l.keeps, l.byName, l.at AS lookedAt, r.rider, r.at AS rodeAt
      FROM machines m LEFT JOIN machine_looks l ON l.machineId = m.id LEFT JOIN machine_rides r ON r.machineId = m.id
      WHERE m.fleet > '' AND m.retiredAt IS NULL ORDER BY m.fleet, m.mark LIMIT ${MOST_MACHINES + 1}`,
    { type: QueryTypes.SELECT },
  );
  const shown = rows.slice(0, MOST_MACHINES);
  const machineIds = shown.map(({ id }) => id);
  if (machineIds.length === 0) return { machines: [], more: false };
  const open = await db.sequelize.query<{ id: string; number: string; machineId: string; work: string }>(
    `SELECT j.id, j.number, j.machineId, COALESCE(w.work, '') AS work FROM jobs j
      JOIN job_summaries s ON s.jobId = j.id LEFT JOIN job_words w ON w.jobId = j.id
      WHERE j.machineId IN (:machineIds) AND s.stage NOT IN (:ends)`,
    { type: QueryTypes.SELECT, replacements: { machineIds, ends: [...ENDS] } },
  );
  const used = await db.machineSpares.findAll({
    where: { machineId: machineIds, usedAt: { [Op.ne]: null }, replacedAt: null },
  });
  const jobs = new Map(open.map(({ machineId, ...job }) => [machineId, job]));
  const machines = shown.map(({ id, mark, model, fleet, word, watched, keeps, byName, lookedAt, rider, rodeAt }) => {
    const look: Look | null =
      word === null || lookedAt === null
        ? null
        : {
            word,
            watched: listSchema.parse(fromJson(watched)),
            keeps: listSchema.parse(fromJson(keeps)),
            by: byName ?? "",
            at: lookedAt,
          };
    const job = jobs.get(id) ?? null;
    return {
      ...{ id, mark, model, fleet, look, job, word: boardWord({ look, rodeAt, inWork: job !== null }) },
      rode: rider === null || rodeAt === null ? null : { rider, at: rodeAt },
      used: used.filter((one) => one.get("machineId") === id).map((one) => one.get("what") as string),
    };
  });
  const rank = ({ word }: BoardMachine): number => BOARD_WORDS.indexOf(word);
  machines.sort(
    (a, b) =>
      a.fleet.localeCompare(b.fleet) || rank(a) - rank(b) || a.mark.localeCompare(b.mark, "en", { numeric: true }),
  );
  return { machines, more: rows.length > MOST_MACHINES };
}

/** What a screen is sent of a machine: only what it shows, since many hang on one wall. */
export function boardLine({ id, mark, model, fleet, word, look, rode, job, used }: BoardMachine) {
  const told = (word === "not ready" ? look?.keeps : look?.watched) ?? [];
  return {
    ...{ id, mark, model, fleet, word },
    ...(told.length > 0 ? { told } : {}),
    ...(look ? { looked: [look.by, look.at] as const } : {}),
    ...(rode ? { rode: [rode.rider, rode.at] as const } : {}),
    ...(job ? { job } : {}),
    ...(used.length > 0 ? { used } : {}),
  };
}

/** The board for a wall, to whoever knows its secret. Errors: not found where there is none, or it was taken back. */
export async function boardByWall(db: Database, secret: string): ReturnType<typeof boardOf> {
  const wall = await db.boardWalls.findOne({ where: { secretHash: digest(secret), takenBackAt: null } });
  if (!wall) throw notFound("board");
  return boardOf(db);
}

export type Wall = Pick<BoardWallRow, "id" | "name" | "byName" | "at">;

/** The addresses that hang somewhere now, the newest first. */
export async function wallsOf(db: Database): Promise<Wall[]> {
  const rows = await db.boardWalls.findAll({ where: { takenBackAt: null }, order: [["at", "DESC"]], limit: 50 });
  return rows.map((row) => {
    const { id, name, byName, at } = row.get({ plain: true });
    return { id, name, byName, at };
  });
}

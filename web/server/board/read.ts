import { BOARD_WORDS, type BoardLine, type BoardWord, boardWord, ENDS, type Look, sentLines } from "@averin/core";
import { QueryTypes } from "sequelize";
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

/** A moment as the database writes it; read by the database's own client, six hundred take as long as all else here. */
const utc = (at: string): Date => new Date(`${at.replace(" ", "T")}Z`);

/** What a name is put in order by: "Sled 9" before "Sled 10". Worked out once for each, not at every comparison. */
const orderOf = (name: string): string => name.toLowerCase().replace(/\d+/g, (digits) => digits.padStart(12, "0"));

type Found = {
  id: string;
  mark: string;
  model: string;
  fleet: string;
  word: Look["word"] | null;
  watched: unknown;
  keeps: unknown;
  byName: string | null;
  lookedAt: string | null;
  rider: string | null;
  rodeAt: string | null;
};

/** What hangs on the board: what is one of a fleet, and was not retired. */
const HUNG = "m.fleet > '' AND m.retiredAt IS NULL";

const read = <Row extends object>(db: Database, sql: string): Promise<Row[]> =>
  db.sequelize.query<Row>(sql, { type: QueryTypes.SELECT, replacements: { ends: [...ENDS] } });

/** Every machine of a fleet with how it stands; no owner is told. Fleet by fleet, what keeps a machine first. */
export async function boardOf(db: Database): Promise<{ machines: BoardMachine[]; more: boolean }> {
  const [rows, open, used] = await Promise.all([
    read<Found>(
      db,
      `SELECT m.id, m.mark, m.model, m.fleet, l.word, l.watched, l.keeps, l.byName, CAST(l.at AS CHAR) AS lookedAt,
          r.rider, CAST(r.at AS CHAR) AS rodeAt
        FROM machines m LEFT JOIN machine_looks l ON l.machineId = m.id LEFT JOIN machine_rides r ON r.machineId = m.id
        WHERE ${HUNG} ORDER BY m.fleet, m.mark LIMIT ${MOST_MACHINES + 1}`,
    ),
    read<{ id: string; number: string; machineId: string; work: string }>(
      db,
      `SELECT j.id, j.number, j.machineId, COALESCE(w.work, '') AS work
        FROM job_summaries s JOIN jobs j ON j.id = s.jobId JOIN machines m ON m.id = j.machineId
          LEFT JOIN job_words w ON w.jobId = j.id
        WHERE s.stage NOT IN (:ends) AND ${HUNG}`,
    ),
    read<{ machineId: string; what: string }>(
      db,
      `SELECT s.machineId, s.what FROM machine_spares s JOIN machines m ON m.id = s.machineId
        WHERE s.usedAt IS NOT NULL AND s.replacedAt IS NULL AND ${HUNG}`,
    ),
  ]);
  const shown = rows.slice(0, MOST_MACHINES);
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
            at: utc(lookedAt),
          };
    const job = jobs.get(id) ?? null;
    const rode = rider === null || rodeAt === null ? null : { rider, at: utc(rodeAt) };
    return {
      ...{
        id,
        mark,
        model,
        fleet,
        look,
        job,
        rode,
        word: boardWord({ look, rodeAt: rode?.at ?? null, inWork: job !== null }),
      },
      used: used.filter(({ machineId }) => machineId === id).map(({ what }) => what),
    };
  });
  const placed = machines.map((machine) => {
    const rank = String(BOARD_WORDS.indexOf(machine.word)).padStart(2, "0");
    return { machine, at: `${orderOf(machine.fleet)}\n${rank}\n${orderOf(machine.mark)}` };
  });
  placed.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0));
  return { machines: placed.map(({ machine }) => machine), more: rows.length > MOST_MACHINES };
}

/** What a screen is sent of the machines: only what it shows, and as one text, since three hundred may hang on a wall. */
export const boardLines = (machines: readonly BoardMachine[]): string =>
  sentLines(
    machines.map(({ id, mark, model, fleet, word, look, rode, job, used }): BoardLine => {
      const told = (word === "not ready" ? look?.keeps : look?.watched) ?? [];
      return {
        ...{ id, mark, model, fleet, word },
        ...(told.length > 0 ? { told } : {}),
        ...(look ? { looked: [look.by, look.at.toISOString()] } : {}),
        ...(rode ? { rode: [rode.rider, rode.at.toISOString()] } : {}),
        ...(job ? { job } : {}),
        ...(used.length > 0 ? { used } : {}),
      };
    }),
  );

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

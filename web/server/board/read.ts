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

/** Words kept with a look; most looks keep none, and three hundred times none is not worth a schema. */
const wordsIn = (kept: unknown): string[] => {
  const words = fromJson(kept);
  return Array.isArray(words) && words.length === 0 ? [] : listSchema.parse(words);
};

/** A moment in milliseconds; as a date of the database's own client, six hundred take as long as all else here. */
const msOf = (column: string, as: string) => `ROUND(UNIX_TIMESTAMP(${column}) * 1000) + 0e0 AS ${as}`;

type Found = {
  id: string;
  mark: string;
  model: string;
  fleet: string;
  word: Look["word"] | null;
  watched: unknown;
  keeps: unknown;
  byName: string | null;
  lookedAt: number | null;
  rider: string | null;
  rodeAt: number | null;
};

/** What a name is put in order by: "Sled 9" before "Sled 10", whatever its letters' case. */
const inOrder = (column: string) => `NATURAL_SORT_KEY(LOWER(${column}))`;

/** What hangs on the board: what is one of a fleet, and was not retired. */
const HUNG = "m.fleet > '' AND m.retiredAt IS NULL";

const read = <Row extends object>(db: Database, sql: string): Promise<Row[]> =>
  db.sequelize.query<Row>(sql, { type: QueryTypes.SELECT, replacements: { ends: [...ENDS] } });

/** Every machine of a fleet with how it stands; no owner is told. Fleet by fleet, what keeps a machine first. */
export async function boardOf(db: Database): Promise<{ machines: BoardMachine[]; more: boolean }> {
  const [rows, open, used] = await Promise.all([
    read<Found>(
      db,
      `SELECT m.id, m.mark, m.model, m.fleet, l.word, l.watched, l.keeps, l.byName, ${msOf("l.at", "lookedAt")},
          r.rider, ${msOf("r.at", "rodeAt")}
        FROM machines m LEFT JOIN machine_looks l ON l.machineId = m.id LEFT JOIN machine_rides r ON r.machineId = m.id
        WHERE ${HUNG} ORDER BY ${inOrder("m.fleet")}, m.fleet, ${inOrder("m.mark")}, m.mark LIMIT ${MOST_MACHINES + 1}`,
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
            watched: wordsIn(watched),
            keeps: wordsIn(keeps),
            by: byName ?? "",
            at: new Date(lookedAt),
          };
    const job = jobs.get(id) ?? null;
    const rode = rider === null || rodeAt === null ? null : { rider, at: new Date(rodeAt) };
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
  // By their names they are in order already; what keeps a machine comes first within its fleet.
  const fleets = [...new Set(machines.map(({ fleet }) => fleet))];
  const ordered = fleets.flatMap((fleet) =>
    BOARD_WORDS.flatMap((word) => machines.filter((machine) => machine.fleet === fleet && machine.word === word)),
  );
  return { machines: ordered, more: rows.length > MOST_MACHINES };
}

/** What a screen is sent of a board: only what it shows, as of this moment, and as one text, since three hundred may hang on a wall. */
export const hanging = ({ machines, more }: { machines: readonly BoardMachine[]; more: boolean }) => ({
  more,
  at: Date.now(),
  lines: sentLines(
    machines.map(({ id, mark, model, fleet, word, look, rode, job, used }): BoardLine => {
      const told = (word === "not ready" ? look?.keeps : look?.watched) ?? [];
      return {
        ...{ id, mark, model, fleet, word },
        ...(told.length > 0 ? { told } : {}),
        ...(look ? { looked: [look.by, look.at.getTime()] } : {}),
        ...(rode ? { rode: [rode.rider, rode.at.getTime()] } : {}),
        ...(job ? { job } : {}),
        ...(used.length > 0 ? { used } : {}),
      };
    }),
  ),
});

/** Whether a wall hangs by that secret. Errors: not found where there is none, or it was taken back. */
export async function assertWall(db: Database, secret: string): Promise<void> {
  const wall = await db.boardWalls.findOne({ where: { secretHash: digest(secret), takenBackAt: null } });
  if (!wall) throw notFound("board");
}

/** The board for a wall, to whoever knows its secret. Errors: as assertWall. */
export async function boardByWall(db: Database, secret: string): ReturnType<typeof boardOf> {
  await assertWall(db, secret);
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

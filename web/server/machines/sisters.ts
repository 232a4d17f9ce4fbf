import { type Actor, fold, type OpenedJob, WORK_OF_ROW } from "@averin/core";
import { randomUUID } from "node:crypto";
import { Op, QueryTypes } from "sequelize";
import type { Database } from "../database.ts";
import { knownPoints } from "../procedures/read.ts";
import { notFound, Refused } from "../refused.ts";

/** So many of a model's newest jobs are looked through, so many faults are told, and so many machines of each. */
const MOST_JOBS = 200;
const MOST_FAULTS = 12;
const MOST_MACHINES = 300;

type Line = {
  jobId: string;
  machineId: string;
  mark: string;
  at: Date;
  point: string;
  item: string;
  word: string;
  means: string;
  leads: string;
  /** Whether something was done about it, so that a later word at its place is of something else. */
  followed: number;
};

/** A fault that was found on machines of a model: at which point, on which machines and when, and which were not looked at since. */
export type SisterFault = {
  point: string;
  name: string;
  /** The newest of each machine, the newest first. */
  found: { jobId: string; machineId: string; mark: string; at: string; words: string }[];
  /** Machines in use on which that point was not looked at since it was found first, and nobody has set a look. */
  open: { id: string; mark: string }[];
};

/** A finding at a point of one job, by its item: said once more there, the later word holds. */
const placeOf = ({ jobId, point, item }: Line): string => `${jobId} ${point} ${item}`;

/**
 * What was looked at on machines of a model, by point whatever its place, the newest first. Struck lines tell nothing, nor
 * does a word that a later one at the same place put right; what was mended was found all the same.
 */
async function looksOf(db: Database, bookId: string | null): Promise<Map<string, Line[]>> {
  const points = new Map<string, Line[]>();
  if (bookId === null) return points;
  const lines = await db.sequelize.query<Line>(
    `SELECT j.id AS jobId, j.machineId, m.mark, e.at, JSON_VALUE(e.body, '$.point') AS point,
      JSON_VALUE(e.body, '$.item') AS item, JSON_VALUE(e.body, '$.word') AS word, JSON_VALUE(e.body, '$.means') AS means,
      JSON_VALUE(e.body, '$.leads') AS leads, EXISTS (SELECT 1 FROM job_events f WHERE f.jobId = e.jobId
        AND f.type = 'followed_up' AND JSON_VALUE(f.body, '$.event') = e.id) AS followed
      FROM (SELECT j.id, j.machineId FROM jobs j JOIN machines m ON m.id = j.machineId WHERE m.bookId = :bookId
        ORDER BY j.openedAt DESC LIMIT ${MOST_JOBS}) AS j
      JOIN machines m ON m.id = j.machineId JOIN job_events e ON e.jobId = j.id AND e.type = 'finding_recorded'
      WHERE NOT EXISTS (SELECT 1 FROM job_events s WHERE s.jobId = e.jobId AND s.type = 'struck'
        AND JSON_VALUE(s.body, '$.event') = e.id)
      ORDER BY e.at DESC, e.number DESC`,
    { type: QueryTypes.SELECT, replacements: { bookId } },
  );
  const said = new Set<string>();
  for (const line of lines) {
    const again = said.has(placeOf(line));
    said.add(placeOf(line));
    if (again && !line.followed) continue;
    const point = line.point.replace(WORK_OF_ROW, "");
    const own = points.get(point) ?? [];
    own.push(line);
    points.set(point, own);
  }
  return points;
}

/** What was found past its limit, or stopped the work: the newest of each machine. */
function foundBad(seen: readonly Line[]): SisterFault["found"] {
  const bad = seen.filter(({ leads }) => leads === "renew" || leads === "stop");
  const newest = bad.filter((line, i) => bad.findIndex(({ machineId }) => machineId === line.machineId) === i);
  return newest.map(({ jobId, machineId, mark, at, word, means }) => ({
    ...{ jobId, machineId, mark, at: new Date(at).toISOString(), words: `${word}: ${means}` },
  }));
}

/** The faults of a model, those of the most machines first, told for its machines that were not looked at since. */
export async function sisterFaults(db: Database, bookId: string | null): Promise<SisterFault[]> {
  const points = await looksOf(db, bookId);
  if (points.size === 0) return [];
  const names = await knownPoints(db);
  // One that turned out to be another is looked at as that.
  const isItself = { [Op.notIn]: db.sequelize.literal("(SELECT machineId FROM machine_merges)") };
  const where = { bookId, retiredAt: null, id: isItself };
  const machines = (await db.machines.findAll({ where, order: [["mark", "ASC"]], limit: MOST_MACHINES })).map((row) =>
    row.get({ plain: true }),
  );
  const set = await db.rechecks.findAll({
    attributes: ["machineId", "about"],
    where: { machineId: machines.map(({ id }) => id), doneAt: null, about: [...points.keys()].map(aboutPoint) },
  });
  const asked = new Set(set.map((row) => `${row.get("machineId") as string} ${row.get("about") as string}`));
  return [...points]
    .flatMap(([point, seen]): SisterFault[] => {
      const found = foundBad(seen);
      const first = found.at(-1);
      if (!first) return [];
      const since = new Date(first.at);
      const looked = new Set(seen.filter(({ at }) => at >= since).map(({ machineId }) => machineId));
      return [
        {
          ...{ point, name: names.get(point) ?? point.replaceAll("-", " "), found },
          open: machines
            .filter(({ id }) => !looked.has(id) && !asked.has(`${id} ${aboutPoint(point)}`))
            .map(({ id, mark }) => ({ id, mark })),
        },
      ];
    })
    .sort((a, b) => b.found.length - a.found.length || (b.found[0]?.at ?? "").localeCompare(a.found[0]?.at ?? ""))
    .slice(0, MOST_FAULTS);
}

/** What a look at a point is called among what is to be looked at again: seen well there, it is done. */
const aboutPoint = (point: string): string => `point-${point}`;

/**
 * Sets a look at a point for each machine of a model that was not looked at since the fault was found on others.
 * Errors: not found where nothing was found there; conflict where all were looked at, or are to be.
 */
export async function lookAtSisters(
  db: Database,
  { machineId, point }: { machineId: string; point: string },
  by: Actor,
): Promise<{ set: number }> {
  const machine = (await db.machines.findByPk(machineId))?.get({ plain: true });
  if (!machine) throw notFound("machine");
  const fault = (await sisterFaults(db, machine.bookId)).find((one) => one.point === point);
  const from = fault?.found[0];
  if (!fault || !from) throw notFound("fault");
  if (fault.open.length === 0) {
    const message = `${fault.name}: every machine of this model was looked at since, or is to be.`;
    throw new Refused(409, { code: "conflict", path: "point", message });
  }
  const marks = fault.found.map(({ mark }) => mark).join(", ");
  const what = `${fault.name}: found on ${marks}, ${from.words}; is it the same here? (${by.name})`.slice(0, 300);
  return db.write(async (transaction) => {
    const about = aboutPoint(point);
    const ids = fault.open.map(({ id }) => id);
    const lock = transaction.LOCK.UPDATE;
    await db.machines.findAll({ where: { id: { [Op.in]: ids } }, transaction, lock });
    const twins = await db.rechecks.findAll({ where: { machineId: ids, about, doneAt: null }, transaction });
    const has = new Set(twins.map((row) => row.get("machineId") as string));
    const rows = ids
      .filter((id) => !has.has(id))
      .map((id) => ({
        ...{
          id: randomUUID(),
          jobId: from.jobId,
          machineId: id,
          about,
          what,
          dueMeter: null,
          dueUnit: null,
          dueOn: null,
        },
        ...{ doneBy: null, doneAt: null, note: null },
      }));
    await db.rechecks.bulkCreate(rows, { transaction });
    return { set: rows.length };
  });
}

/** For a bench: what was found on other machines of the model at each of its points, by the point's id, in words. */
export async function onSistersAt(db: Database, { bench, events }: OpenedJob): Promise<Record<string, string>> {
  const id = fold(events).opened?.body.machine.id;
  const machine = id === undefined ? null : await db.machines.findByPk(id);
  if (!machine) return {};
  const points = await looksOf(db, machine.get("bookId") as string | null);
  return Object.fromEntries(
    bench.procedure.points.flatMap((point) => {
      const seen = points.get(point.id.replace(WORK_OF_ROW, "")) ?? [];
      const found = foundBad(seen.filter(({ machineId }) => machineId !== id));
      const [first] = found;
      if (!first) return [];
      const more = found.length === 1 ? "" : `, and on ${found.length - 1} more`;
      return [[point.id, `${first.mark}, ${first.at.slice(0, 10)}: ${first.words}${more}`]];
    }),
  );
}

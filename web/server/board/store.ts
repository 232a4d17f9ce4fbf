import { type Actor, type Bench, type JobState, readiness } from "@averin/core";
import { randomBytes, randomUUID } from "node:crypto";
import type { Database, Tx } from "../database.ts";
import { digest } from "../people/read.ts";
import { notFound } from "../refused.ts";

/**
 * Keeps what a walk round a machine came to: when its job ends, and before that as soon as something keeps the machine. A
 * job without a walk leaves the last look as it was.
 */
export async function keepLook(
  db: Database,
  of: { machineId: string; jobId: string; bench: Bench; state: JobState; by: Actor; at: Date; ended: boolean },
  transaction: Tx,
): Promise<void> {
  const { machineId, jobId, bench, state, by, at, ended } = of;
  const came = readiness(bench, state);
  if (came === null || (!ended && came.word !== "not ready")) return;
  const { word, watched, keeps } = came;
  await db.machineLooks.upsert({ machineId, jobId, word, watched, keeps, byName: by.name, at }, { transaction });
}

/** A look goes with its job to another machine; of two the newer one stands. */
export async function moveLook(db: Database, jobId: string, machineId: string, transaction: Tx): Promise<void> {
  const look = (await db.machineLooks.findOne({ where: { jobId }, transaction }))?.get({ plain: true });
  if (!look || look.machineId === machineId) return;
  const there = (await db.machineLooks.findByPk(machineId, { transaction }))?.get({ plain: true });
  await db.machineLooks.destroy({ where: { jobId }, transaction });
  if (!there || there.at < look.at) await db.machineLooks.upsert({ ...look, machineId }, { transaction });
}

/** Makes an address for a wall; its secret is told once and kept only as what it comes to when it is hashed. */
export async function makeWall(db: Database, name: string, by: Actor): Promise<{ id: string; secret: string }> {
  const secret = randomBytes(24).toString("base64url");
  const id = randomUUID();
  const row = { id, name, secretHash: digest(secret), byName: by.name, at: new Date(), takenBackAt: null };
  await db.write((transaction) => db.boardWalls.create(row, { transaction }));
  return { id, secret };
}

/** From now on nobody sees the board by that address. */
export async function takeWallBack(db: Database, id: string): Promise<void> {
  await db.write(async (transaction) => {
    const [taken] = await db.boardWalls.update({ takenBackAt: new Date() }, { where: { id }, transaction });
    if (taken === 0) throw notFound("address");
  });
}

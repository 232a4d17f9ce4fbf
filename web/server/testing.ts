import { randomUUID } from "node:crypto";
import path from "node:path";
import type { Actor } from "@averin/core";
import { createConnection } from "mariadb";
import { connect, type Database } from "./database.ts";
import { readDemo, seedDemo } from "./demo.ts";
import { migrate } from "./migrations.ts";
import { takeProcedures } from "./procedures/store.ts";
import { intakeSchema } from "./jobs/schema.ts";
import { openJob } from "./jobs/store.ts";

const ROOT = path.join(__dirname, "../..");

/**
 * For tests: a database of its own on the real server, migrated, with the procedures that ship; empty, with the demo's shop
 * and no job in it, or with the demo's jobs on the machines named.
 */
export async function testDatabase(fill: "empty" | "demo" | readonly string[] = "empty"): Promise<Database> {
  const base = process.env.AVERIN_TEST_DATABASE_URL;
  if (base === undefined) throw new Error("AVERIN_TEST_DATABASE_URL is missing: run ./averin test web");
  const name = `averin_${randomUUID().replaceAll("-", "")}`;
  const { hostname, port, username, password } = new URL(base);
  const connection = await createConnection({ host: hostname, port: Number(port), user: username, password });
  await connection.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`);
  await connection.end();
  const db = connect(base.replace(/\/averin$/, `/${name}`));
  await migrate(db);
  await takeProcedures(db, path.join(ROOT, "procedures"));
  if (fill !== "empty") {
    const demo = await readDemo(path.join(ROOT, "demo"));
    await seedDemo(db, { ...demo, jobs: demo.jobs.filter(({ mark }) => fill !== "demo" && fill.includes(mark)) });
  }
  return db;
}

export async function actorCalled(db: Database, name: string): Promise<Actor> {
  const row = (await db.people.findOne({ where: { name } }))?.get({ plain: true });
  if (!row) throw new Error(`nobody is called ${name}`);
  return { id: row.id, name: row.name, roles: row.roles };
}

/** For tests: a clutch job opened on a demo bike, by a technician. */
export async function openedClutchJob(db: Database, mark = "Club bike 7"): Promise<string> {
  const machine = await db.machines.findOne({ where: { mark } });
  const intake = {
    machine: { id: machine?.get("id") },
    ...{ meter: 200, complaint: "x", symptom: "drags", procedure: "clutch-coil-spring" },
  };
  return (await openJob(db, intakeSchema.parse(intake), await actorCalled(db, "Mira Orr"))).id;
}

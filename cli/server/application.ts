import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { connect, type Database } from "../../web/server/database.ts";
import { migrate } from "../../web/server/migrations.ts";
import { takeProcedures } from "../../web/server/procedures.ts";
import { Told } from "../told.ts";
import { ROOT, WEB } from "../paths.ts";

function* filesBelow(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => a.name.localeCompare(b.name))) {
    if (entry.name === "node_modules" || entry.name.startsWith(".") || entry.name === "next-env.d.ts") continue;
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(full);
    else if (!entry.name.endsWith(".tsbuildinfo") && !/\.test\.tsx?$/.test(entry.name)) yield full;
  }
}

function sourcesHash(): string {
  const hash = createHash("sha256").update(readFileSync(path.join(ROOT, "package-lock.json")));
  for (const folder of ["core/src", "web"]) {
    for (const file of filesBelow(path.join(ROOT, folder)))
      hash.update(path.relative(ROOT, file)).update(readFileSync(file));
  }
  return hash.digest("hex");
}

/** Where builds lie: the served one, and the one that tests make beside it. */
export const BUILDS = { served: ".next", aside: ".next-aside" } as const;
export type BuildName = keyof typeof BUILDS;

const stampOf = (dist: string): string => path.join(WEB, dist, "averin-sources");

function isBuilt(dist: string, hash: string): boolean {
  return existsSync(stampOf(dist)) && readFileSync(stampOf(dist), "utf8") === hash;
}

/** Builds the application when its sources changed since the last whole build; says which folder holds it. */
export function ensureBuilt(name: BuildName): string {
  const hash = sourcesHash();
  const whole = [BUILDS.served, BUILDS[name]].find((dist) => isBuilt(dist, hash));
  if (whole !== undefined) return whole;
  const dist = BUILDS[name];
  process.stderr.write("Building the application (half a minute) …\n");
  rmSync(stampOf(dist), { force: true });
  const lock = path.join(WEB, dist, "lock");
  if (existsSync(lock) && Date.now() - statSync(lock).mtimeMs > 10 * 60_000)
    rmSync(lock, { recursive: true, force: true });
  const done = spawnSync(process.execPath, [path.join(ROOT, "node_modules/next/dist/bin/next"), "build"], {
    cwd: WEB,
    encoding: "utf8",
    env: { ...process.env, NODE_ENV: "production", AVERIN_DIST: dist },
  });
  if (done.status !== 0) {
    throw new Told(
      `${done.stdout}\n${done.stderr}\nThe application does not build; what the compiler said stands above.`,
    );
  }
  writeFileSync(stampOf(dist), hash);
  return dist;
}

/** Brings a database to the newest shape with the procedures that ship. */
export async function prepare(url: string, fill?: (db: Database) => Promise<void>): Promise<void> {
  const db = connect(url);
  try {
    await migrate(db);
    await takeProcedures(db, path.join(ROOT, "procedures"));
    await fill?.(db);
  } catch (error) {
    const code = (error as { original?: { code?: string } }).original?.code;
    if (code !== undefined && /ECONN|ER_ACCESS|ETIMEDOUT|ER_BAD_DB|CONNECTION_TIMEOUT/.test(code)) {
      throw new Told(`The database does not answer (${code}). Check AVERIN_DATABASE_URL and that its server runs.`);
    }
    throw error;
  } finally {
    await db.sequelize.close();
  }
}

export type Served = { url: string; process: ChildProcess; stop: () => Promise<void> };

/** Serves the built application and waits for its first answer. */
export async function serve(options: {
  databaseUrl: string;
  host: string;
  port: number;
  /** Folder of the build, as `ensureBuilt` named it. */
  dist: string;
  quiet?: boolean;
}): Promise<Served> {
  const { host, port } = options;
  mkdirSync(path.join(ROOT, ".data"), { recursive: true });
  const child = spawn(
    process.execPath,
    [path.join(ROOT, "node_modules/next/dist/bin/next"), "start", "--port", String(port), "--hostname", host],
    {
      cwd: WEB,
      env: {
        ...process.env,
        NODE_ENV: "production",
        AVERIN_DATABASE_URL: options.databaseUrl,
        AVERIN_DIST: options.dist,
        PORT: String(port),
      },
      stdio: ["ignore", "ignore", options.quiet ? "ignore" : "inherit"],
      detached: true,
    },
  );
  const stop = async (): Promise<void> => {
    if (child.exitCode !== null || child.signalCode !== null || child.pid === undefined) return;
    child.kill("SIGTERM");
    for (let i = 0; i < 60 && child.exitCode === null && child.signalCode === null; i += 1) await wait(50);
    if (child.exitCode === null && child.signalCode === null) child.kill("SIGKILL");
  };
  const shown = host === "0.0.0.0" || host === "::" ? "127.0.0.1" : host;
  const url = `http://${shown.includes(":") ? `[${shown}]` : shown}:${port}`;
  for (let i = 0; i < 300; i += 1) {
    if (child.exitCode !== null) throw new Told("The application stopped at its start; what it said stands above.");
    const answer = await fetch(`${url}/api/health`).catch(() => null);
    if (answer?.ok) return { url, process: child, stop };
    await wait(100);
  }
  await stop();
  throw new Told("The application does not answer within half a minute.");
}

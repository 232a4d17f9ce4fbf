import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readlinkSync,
  rmSync,
  writeFileSync,
  writeSync,
} from "node:fs";
import { createServer } from "node:net";
import path from "node:path";
import { setTimeout as wait } from "node:timers/promises";
import { parseArgs } from "node:util";
import { readDemo, seedDemo } from "../web/server/demo.ts";
import { ensureBuilt, prepare, serve } from "./server/application.ts";
import { Told } from "./told.ts";
import { startMariadb } from "./server/mariadb.ts";
import { DATABASE, ensureDebianPackages } from "./packages.ts";
import { DATA, ROOT, WEB } from "./paths.ts";

function options(args: string[]): { demo: boolean; port: number; host: string } {
  try {
    const { values } = parseArgs({
      args,
      options: {
        demo: { type: "boolean", default: false },
        port: { type: "string", default: "3000" },
        host: { type: "string", default: "127.0.0.1" },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new Error(`--port ${values.port}: give a port from 1 to 65535`);
    return { demo: values.demo, port, host: values.host };
  } catch (error) {
    throw new Told(
      `${error instanceof Error ? error.message : String(error)}. Use: ./averin up [--demo] [--port N] [--host H]`,
    );
  }
}

function assertPortFree(port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once("error", (error: NodeJS.ErrnoException) => {
      const said =
        error.code === "EADDRINUSE"
          ? `Port ${port} is in use by another program. Stop it, or choose another: ./averin up --port ${port + 1}`
          : `Port ${port} on ${host} cannot be used (${error.code ?? error.message}). Choose another with --port or --host.`;
      reject(new Told(said));
    });
    probe.listen(port, host, () => probe.close(() => resolve()));
  });
}

/** One start at a time in a checkout; a lock whose process is gone is stale and taken over. */
function takeLock(): () => void {
  mkdirSync(DATA, { recursive: true });
  const file = path.join(DATA, "up.lock");
  if (existsSync(file)) {
    const pid = Number(readFileSync(file, "utf8"));
    const commandLine = `/proc/${pid}/cmdline`;
    if (pid > 0 && existsSync(commandLine) && readFileSync(commandLine, "utf8").includes("start.mjs")) {
      throw new Told(
        `Averin runs already in this folder (process ${pid}). Stop it with Ctrl-C in its window, or: kill ${pid}`,
      );
    }
    rmSync(file, { force: true });
  }
  const lock = openSync(file, "wx");
  writeSync(lock, String(process.pid));
  closeSync(lock);
  return () => rmSync(file, { force: true });
}

const APPLICATION_PID = path.join(DATA, "application.pid");

/** Ends an application left serving by a start that was killed; told by its working folder, never by its name alone. */
async function stopLeftover(): Promise<void> {
  if (!existsSync(APPLICATION_PID)) return;
  const pid = Number(readFileSync(APPLICATION_PID, "utf8"));
  const folder = `/proc/${pid}/cwd`;
  const ours = (): boolean => pid > 0 && existsSync(folder) && readlinkSync(folder) === WEB;
  if (ours()) {
    process.stderr.write("Stopping an application left running by an earlier start …\n");
    process.kill(pid, "SIGTERM");
    for (let i = 0; i < 100 && ours(); i += 1) await wait(50);
    if (ours()) process.kill(pid, "SIGKILL");
  }
  rmSync(APPLICATION_PID, { force: true });
}

/** `./averin up`: installs, starts, migrates, builds, serves; ends all of it on Ctrl-C or SIGTERM. */
export async function up(args: string[]): Promise<number> {
  const { demo, port, host } = options(args);
  const given = process.env.AVERIN_DATABASE_URL;
  const releaseLock = takeLock();
  const stops: (() => Promise<void>)[] = [];
  let ending = false;
  const asked = new Promise<void>((resolve) => {
    const end = (): void => {
      ending = true;
      resolve();
    };
    process.once("SIGINT", end);
    process.once("SIGTERM", end);
    process.once("SIGHUP", end);
  });
  const goOn = (): void => {
    if (ending) throw new Told("Stopped.");
  };
  try {
    await stopLeftover();
    await assertPortFree(port, host);
    if (given === undefined) ensureDebianPackages(DATABASE);
    const dist = ensureBuilt("served");
    goOn();
    let databaseUrl = given;
    if (databaseUrl === undefined) {
      const server = await startMariadb(path.join(DATA, "db"));
      stops.push(server.stop);
      databaseUrl = server.url;
    }
    goOn();
    const demoData = demo ? await readDemo(path.join(ROOT, "demo")) : null;
    await prepare(databaseUrl, async (db) => {
      if (demoData) await seedDemo(db, demoData);
    });
    goOn();
    const served = await serve({ databaseUrl, host, port, dist });
    stops.push(served.stop);
    writeFileSync(APPLICATION_PID, String(served.process.pid));
    process.stdout.write(`\nAverin is ready: ${served.url}\n`);
    if (demoData) {
      process.stdout.write("\nDemo sign-ins (invented people, invented figures):\n");
      for (const person of demoData.people) {
        process.stdout.write(`  ${person.name.padEnd(14)} ${person.password.padEnd(18)} ${person.roles.join(", ")}\n`);
      }
    }
    process.stdout.write("\nCtrl-C stops everything that was started here.\n");
    const died = new Promise<"died">((resolve) => served.process.once("exit", () => resolve("died")));
    const how = await Promise.race([asked.then(() => "asked" as const), died]);
    if (how === "died" && !ending)
      throw new Told("The application ended by itself. Start it again: nothing kept is lost.");
    return 0;
  } finally {
    for (const stop of stops.reverse()) await stop();
    rmSync(APPLICATION_PID, { force: true });
    releaseLock();
  }
}

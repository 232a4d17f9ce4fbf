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
import { type Demo, readDemo, seedDemo } from "../web/server/demo.ts";
import { anyPeople } from "../web/server/people/read.ts";
import { newFirstCode } from "../web/server/people/store.ts";
import { whenTold } from "./child.ts";
import { ensureBuilt, prepare, type Served, serve, withDatabase } from "./server/application.ts";
import { type PrivateServer, startMariadb } from "./server/mariadb.ts";
import { type Certificate, givenCertificate, ownCertificate } from "./server/tls.ts";
import { keepAlive } from "./server/watch.ts";
import { DATABASE, ensureDebianPackages, TLS } from "./packages.ts";
import { DATA, ROOT, WEB } from "./paths.ts";
import { Told } from "./told.ts";

const USE =
  "./averin up [--demo] [--port N] [--host H] [--tls CERT KEY | --plain] [--public https://NAME] [--proxy ADDRESS]";
const LOOPBACK = new Set(["127.0.0.1", "::1", "localhost"]);

type Options = {
  demo: boolean;
  port: number;
  host: string;
  /** Other machines reach it, by its own address or through a proxy. */
  beyond: boolean;
  plain: boolean;
  tls: [cert: string, key: string] | null;
  publicly: string[];
  proxies: string[];
};

export function options(args: string[]): Options {
  try {
    // `--tls` takes two words, the second stands by itself.
    const { values, positionals } = parseArgs({
      args,
      allowPositionals: true,
      options: {
        demo: { type: "boolean", default: false },
        port: { type: "string", default: "3000" },
        host: { type: "string", default: "127.0.0.1" },
        tls: { type: "string" },
        plain: { type: "boolean", default: false },
        public: { type: "string", multiple: true, default: [] },
        proxy: { type: "string", multiple: true, default: [] },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new Error(`--port ${values.port}: give a port from 1 to 65535`);
    const [key, ...stray] = positionals;
    if (stray.length > 0 || (key !== undefined) !== (values.tls !== undefined))
      throw new Error(values.tls === undefined ? `"${key}" is not known here` : "--tls takes two files: CERT KEY");
    if (values.plain && values.tls !== undefined) throw new Error("--plain and --tls exclude each other");
    const publicly = values.public.map((address) => {
      if (!URL.canParse(address) || new URL(address).protocol !== "https:")
        throw new Error(`--public ${address}: give an address such as https://shop.example`);
      return new URL(address).origin.toLowerCase();
    });
    return {
      ...{ demo: values.demo, port, host: values.host, plain: values.plain, publicly, proxies: values.proxy },
      tls: values.tls !== undefined && key !== undefined ? [values.tls, key] : null,
      beyond: !LOOPBACK.has(values.host) || publicly.length > 0,
    };
  } catch (error) {
    throw new Told(`${error instanceof Error ? error.message : String(error)}. Use: ${USE}`);
  }
}

/** How the application is to be served, as its environment has it, and what to say of it. */
function serving(how: Options): { settings: Record<string, string>; certificate: Certificate | null } {
  const own = !LOOPBACK.has(how.host) && how.publicly.length === 0 && !how.plain;
  const certificate = how.tls
    ? givenCertificate(...how.tls)
    : own
      ? (ensureDebianPackages(TLS), ownCertificate(path.join(DATA, "tls"), how.host))
      : null;
  const settings = {
    AVERIN_BEYOND: how.beyond ? "1" : "",
    AVERIN_SECURE: certificate !== null || how.publicly.length > 0 ? "1" : "",
    AVERIN_PUBLIC: how.publicly.join(","),
    AVERIN_PROXY: how.proxies.join(","),
    AVERIN_LOG_FOLDER: path.join(DATA, "log"),
    ...(certificate ? { AVERIN_TLS_CERT: certificate.cert, AVERIN_TLS_KEY: certificate.key } : {}),
  };
  return { settings, certificate };
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

const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** What whoever started it has to know: the address, how it is protected, and how to begin. */
function announce(
  served: Served,
  how: Options,
  certificate: Certificate | null,
  demo: Demo | null,
  code: string | null,
): void {
  say(`\nAverin is ready: ${served.url}`);
  if (process.getuid?.() === 0) {
    say(
      "Started as root: Averin and its database run as root, so whoever breaks into them owns this machine; start it as a user of its own where you can.",
    );
  }
  if (certificate) {
    say(`Encrypted with ${certificate.cert}`);
    say(`  fingerprint SHA-256 ${certificate.fingerprint}`);
    if (!how.tls) say("  A browser asks once about this certificate: compare the fingerprint, then take it.");
  }
  if (how.plain && how.beyond) {
    say(
      "--plain: everything typed here, passwords too, can be read by whoever listens on the wire. Only for a wire you trust.",
    );
  }
  if (code !== null) {
    say("\nThis shop is empty. Its first person is made by this link, which is good once:");
    say(`  ${served.url}/welcome?code=${code}`);
  }
  if (demo && how.beyond) {
    say("\nThe demo's people are here, but their printed passwords open nothing while other machines reach this shop.");
  } else if (demo) {
    say("\nDemo sign-ins (invented people, invented figures):");
    for (const person of demo.people) {
      say(`  ${person.name.padEnd(14)} ${person.password.padEnd(18)} ${person.roles.join(", ")}`);
    }
  }
  say(`\nLogs: ${path.join(DATA, "log")}`);
  say("Ctrl-C stops everything that was started here.");
}

const pauseWords = (ms: number): string => `${ms < 1000 ? ms / 1000 : Math.round(ms / 1000)} s`;

/** `./averin up`: installs, starts, migrates, builds, serves, and keeps it up; ends all of it on Ctrl-C or SIGTERM. */
export async function up(args: string[]): Promise<number> {
  const how = options(args);
  const given = process.env.AVERIN_DATABASE_URL;
  const releaseLock = takeLock();
  const stops: (() => Promise<void>)[] = [];
  let ending = false;
  const asked = new Promise<void>((resolve) => {
    const end = (): void => {
      ending = true;
      resolve();
    };
    whenTold(end);
  });
  const goOn = (): void => {
    if (ending) throw new Told("Stopped.");
  };
  try {
    await stopLeftover();
    await assertPortFree(how.port, how.host);
    if (given === undefined) ensureDebianPackages(DATABASE);
    const { settings, certificate } = serving(how);
    const dist = await ensureBuilt("served");
    goOn();
    const folder = path.join(DATA, "db");
    let server: PrivateServer | null = null;
    if (given === undefined) {
      server = await startMariadb(folder);
      stops.push(server.stop);
      settings.AVERIN_DATA_FOLDER = folder;
    }
    goOn();
    const databaseUrl = given ?? server?.url ?? "";
    const demo = how.demo ? await readDemo(path.join(ROOT, "demo")) : null;
    await prepare(databaseUrl, async (db) => {
      if (demo) await seedDemo(db, demo);
    });
    goOn();
    const code = await withDatabase(databaseUrl, async (db) => ((await anyPeople(db)) ? null : newFirstCode(db)));
    const start = (): Promise<Served> => serve({ databaseUrl, host: how.host, port: how.port, dist, settings });
    const served = await start();
    const known = (one: Served): Served => {
      writeFileSync(APPLICATION_PID, String(one.pid));
      return one;
    };
    known(served);
    announce(served, how, certificate, demo, code);
    // From here on each is watched: what goes by itself is started again, and both the log and the screens say so.
    const told =
      (what: string) =>
      ({ after, failed }: { after: number; failed: string | null }): void =>
        say(
          failed === null
            ? `${new Date().toISOString()} ${what} ended by itself; it is started again in ${pauseWords(after)}. Nothing kept is lost.`
            : `${new Date().toISOString()} ${what} could not be started: ${failed}`,
        );
    if (server) {
      const { port } = server;
      stops.pop();
      stops.push(keepAlive(server, () => startMariadb(folder, { port }), told("The database")).stop);
    }
    stops.push(keepAlive(served, () => start().then(known), told("The application")).stop);
    await asked;
    return 0;
  } finally {
    for (const stop of stops.reverse()) await stop();
    rmSync(APPLICATION_PID, { force: true });
    releaseLock();
  }
}

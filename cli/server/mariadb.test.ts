import { spawnSync } from "node:child_process";
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { createConnection } from "mariadb";
import { type PrivateServer, startMariadb } from "./mariadb.ts";

const root = mkdtempSync(path.join(os.tmpdir(), "averin-doors-"));
afterAll(() => rmSync(root, { recursive: true, force: true }));

/** A data folder as versions before this one made it: root without a password from three hosts. */
function oldFolder(): string {
  const folder = path.join(root, "old");
  mkdirSync(folder, { recursive: true });
  const own = process.getuid?.() === 0 ? ["--user=root"] : [];
  const made = spawnSync("mariadb-install-db", [
    "--no-defaults",
    ...own,
    `--datadir=${path.join(folder, "data")}`,
    "--auth-root-authentication-method=normal",
  ]);
  if (made.status !== 0) throw new Error(String(made.stderr));
  return folder;
}

/** Asks to be let in without a password, as another local user where this process may become one. */
function asAnother(...way: string[]): string {
  const another = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};
  const args = ["--no-defaults", "--connect-timeout=60", ...way, "-e", "SELECT 'let in'"];
  const done = spawnSync("mariadb", args, { ...another, cwd: "/", encoding: "utf8" });
  return done.status === 0 ? done.stdout : (/ERROR \d+/.exec(done.stderr)?.[0] ?? done.stderr);
}

describe.each([
  ["a new data folder", () => path.join(root, "new")],
  ["a data folder of an earlier version", oldFolder],
])("%s", (_, make) => {
  let folder: string;
  let server: PrivateServer;
  beforeAll(async () => {
    folder = make();
    server = await startMariadb(folder);
  });
  afterAll(() => server.stop());
  const own = () => new URL(server.url);

  test.each(["root", "", "averin", "mariadb.sys"])(
    "lets no other local user in as %p, by TCP or by the socket",
    (user) => {
      const who = `-u${user}`;
      expect(asAnother("-h127.0.0.1", `-P${server.port}`, who)).toMatch(/^ERROR 1045|^ERROR 1698|^ERROR 4151/);
      chmodSync(root, 0o755);
      expect(asAnother(`-S${path.join(folder, "db.sock")}`, who)).toBe("ERROR 2002");
      // Even where the folder itself stood open.
      chmodSync(folder, 0o755);
      expect(asAnother(`-S${path.join(folder, "db.sock")}`, who)).toMatch(/^ERROR 1045|^ERROR 1698|^ERROR 4151/);
      chmodSync(folder, 0o700);
    },
  );

  test("the application has rights on its own schema only, and reads and writes no file", async () => {
    const { username: user, password } = own();
    const connection = await createConnection({ host: "127.0.0.1", port: server.port, user, password });
    try {
      expect((await connection.query("SHOW DATABASES")).map((row: { Database: string }) => row.Database)).toEqual([
        "averin",
        "information_schema",
      ]);
      const no = async (sql: string): Promise<string> =>
        connection.query(sql).then(
          () => "done",
          (e: Error) => e.message,
        );
      expect(await no("SELECT * FROM mysql.global_priv")).toMatch(/denied/);
      expect(await no("CREATE DATABASE averin_other")).toMatch(/denied/i);
      expect(await no("SELECT 1 INTO OUTFILE '/tmp/averin-out'")).toMatch(/denied/i);
      expect(await no("SELECT LOAD_FILE('/etc/passwd') AS f")).toBe("done");
      expect(await connection.query("SELECT LOAD_FILE('/etc/passwd') AS f")).toEqual([{ f: null }]);
      const [{ v: files }] = await connection.query("SELECT @@secure_file_priv AS v");
      expect(path.resolve(files)).toBe(path.join(folder, "files"));
      expect(await connection.query("SELECT IF(@@local_infile, 'on', 'off') AS v, @@tmpdir AS t")).toEqual([
        { v: "off", t: path.join(folder, "tmp") },
      ]);
    } finally {
      await connection.end();
    }
  });

  test("no account stands open, and the password is on no command line and in no file that others read", async () => {
    const { password } = own();
    const lines = readdirSync("/proc")
      .filter((name) => /^\d+$/.test(name))
      .map((pid) => {
        try {
          return readFileSync(`/proc/${pid}/cmdline`, "utf8");
        } catch {
          return "";
        }
      });
    expect(lines.some((line) => line.includes(`--datadir=${folder}`))).toBe(true);
    expect(lines.filter((line) => line.includes(password))).toEqual([]);
    expect(statSync(path.join(folder, "secret")).mode & 0o077).toBe(0);
    expect(existsSync(path.join(folder, "init.sql"))).toBe(false);
  });
});

test("a full disk takes nothing back that was answered: what was kept is there when there is room again", async () => {
  const folder = path.join(root, "full");
  const tight = await startMariadb(folder, { mostFileKb: 120_000 });
  const { username: user, password } = new URL(tight.url);
  const enter = (port: number) => createConnection({ host: "127.0.0.1", port, user, password, database: "averin" });
  const first = await enter(tight.port);
  await first.query("CREATE TABLE kept (n INT PRIMARY KEY, bytes LONGBLOB NOT NULL)");
  let answered = 0;
  const full = await (async () => {
    for (; answered < 200; answered += 1) {
      await first.query("INSERT INTO kept VALUES (?, REPEAT('x', 4000000))", [answered]);
    }
  })().then(
    () => false,
    () => true,
  );
  expect(full).toBe(true);
  expect(answered).toBeGreaterThan(3);
  await tight.stop();
  const roomy = await startMariadb(folder, { port: tight.port });
  try {
    const again = await enter(roomy.port);
    expect(Number((await again.query("SELECT COUNT(*) AS n FROM kept"))[0].n)).toBeGreaterThanOrEqual(answered);
    await again.end();
  } finally {
    await roomy.stop();
  }
});

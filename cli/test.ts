import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import path from "node:path";
import { fillTemplate } from "../e2e/template.ts";
import { whenTold } from "./child.ts";
import { ensureBuilt } from "./server/application.ts";
import { startMariadb } from "./server/mariadb.ts";
import { runPart } from "./server/part.ts";
import { BROWSER, DATABASE, ensureDebianPackages } from "./packages.ts";
import { DATA, ROOT } from "./paths.ts";
import { Told } from "./told.ts";

type Count = { passed: number; failed: number };
const PARTS = ["unit", "web", "e2e"] as const;
type Part = (typeof PARTS)[number];

const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** The one bound over the whole run: only against hanging, far above what a slow machine with two busy cores takes. */
const WHOLE_RUN_MS = 80 * 60_000;
const stopped = new AbortController();
const over = AbortSignal.any([AbortSignal.timeout(WHOLE_RUN_MS), stopped.signal]);

function run(name: string, args: string[], env: Record<string, string> = {}): Promise<number> {
  return runPart({ name, args, env, over, say });
}

const bin = (file: string): string => path.join(ROOT, "node_modules", file);
const results = (name: string): string => path.join(DATA, "results", name);

/** A check that runs no tests of its own counts only when it fails. */
async function check(name: string, args: string[]): Promise<Count> {
  return { passed: 0, failed: (await run(name, args)) === 0 ? 0 : 1 };
}

/** One after the other, in their order. */
async function inTurn(works: readonly (() => Promise<Count>)[]): Promise<Count[]> {
  const counts: Count[] = [];
  for (const work of works) counts.push(await work());
  return counts;
}

/** Numbers as the runner reports them; a runner that ends badly without a failed test still counts as one. */
function counted(code: number, passed: number, failed: number): Count {
  return { passed, failed: code !== 0 && failed === 0 ? 1 : failed };
}

async function jest(name: string, workspace: string, env: Record<string, string> = {}): Promise<Count> {
  const file = results(`${name}.json`);
  const args = ["--experimental-vm-modules", bin("jest/bin/jest.js"), "--config", `${workspace}/jest.config.cjs`];
  const code = await run(
    name,
    [...args, "--json", `--outputFile=${file}`, "--silent", "--reporters=default", "--maxWorkers=2"],
    {
      NODE_NO_WARNINGS: "1",
      ...env,
    },
  );
  if (!existsSync(file)) return { passed: 0, failed: 1 };
  const report = JSON.parse(readFileSync(file, "utf8")) as { numPassedTests: number; numFailedTests: number };
  return counted(code, report.numPassedTests, report.numFailedTests);
}

async function playwright(databaseUrl: string, dist: string): Promise<Count> {
  const file = results("e2e.json");
  const code = await run(
    "end to end",
    [bin("@playwright/test/cli.js"), "test", "--config", "e2e/playwright.config.ts"],
    {
      AVERIN_TEST_DATABASE_URL: databaseUrl,
      AVERIN_DIST: dist,
      PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      NODE_NO_WARNINGS: "1",
    },
  );
  if (!existsSync(file)) return { passed: 0, failed: 1 };
  const { stats } = JSON.parse(readFileSync(file, "utf8")) as {
    stats: { expected: number; unexpected: number; flaky: number };
  };
  // Green at a second try is not green.
  return counted(code, stats.expected, stats.unexpected + stats.flaky);
}

/** What journeys need, side by side: the built application, and the demo that every shop of theirs is a copy of. */
async function readied(databaseUrl: string): Promise<string> {
  const started = Date.now();
  const [dist] = await Promise.all([ensureBuilt("aside"), fillTemplate(databaseUrl)]);
  say(`ok     build and demo (${((Date.now() - started) / 1000).toFixed(0)} s)`);
  return dist;
}

/** `./averin test`: from nothing to a verdict, with a database and ports of its own, beside a running `up`. */
export async function test(args: string[]): Promise<number> {
  const stray = args.find((arg) => !PARTS.includes(arg as Part));
  if (stray !== undefined)
    throw new Told(`"${stray}" is no part of the tests: ${PARTS.join(", ")}, or nothing for all.`);
  // Stopped, it ends the part that runs and what that started, and still says how far it came.
  whenTold(() => stopped.abort());
  const wanted = (part: Part): boolean => args.length === 0 || args.includes(part);
  rmSync(results(""), { recursive: true, force: true });
  mkdirSync(results(""), { recursive: true });
  if (wanted("web") || wanted("e2e")) ensureDebianPackages(wanted("e2e") ? [...DATABASE, ...BROWSER] : DATABASE);

  const counts: Count[] = [];
  if (args.length === 0) {
    const types = (workspace: string) => () =>
      check(`types of ${workspace}`, [bin("typescript/bin/tsc"), "--noEmit", "-p", workspace]);
    const format = () => check("formatting", [bin("prettier/bin/prettier.cjs"), "--check", "--log-level=warn", "."]);
    const lint = () => check("lint and layers", [bin("eslint/bin/eslint.js"), "--max-warnings=0", "."]);
    // Two rows side by side, one for each core; nothing here looks at what another does.
    const rows = [
      [format, types("web"), types("cli")],
      [lint, types("core"), types("e2e")],
    ];
    counts.push(...(await Promise.all(rows.map(inTurn))).flat());
  }
  if (wanted("unit")) counts.push(await jest("unit and reference", "core"));
  if (wanted("web") || wanted("e2e")) {
    const server = await startMariadb(path.join(DATA, "test-db"), { schemas: "tests" });
    try {
      if (wanted("web")) counts.push(await jest("stores and web", "web", { AVERIN_TEST_DATABASE_URL: server.url }));
      if (wanted("e2e")) {
        // Told to end meanwhile, nothing is built for what does not begin.
        counts.push(await playwright(server.url, stopped.signal.aborted ? "" : await readied(server.url)));
      }
    } finally {
      await server.stop();
    }
  }
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  say(`tests: ${passed} passed, ${failed} failed`);
  return failed === 0 && passed > 0 ? 0 : 1;
}

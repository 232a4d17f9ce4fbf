import { execa, execaSync } from "execa";

/** A program run to its end: its exit code, 127 where there is no such program, and what it said. */
export function run(
  program: string,
  args: readonly string[],
  ways: { cwd?: string; env?: Record<string, string> } = {},
): { code: number; out: string; errors: string } {
  return saidBy(execaSync(program, args, { ...ways, ...TO_ITS_END }));
}

const TO_ITS_END = { reject: false, stripFinalNewline: false } as const;
const saidBy = (done: { exitCode?: number; stdout: string; stderr: string }) => ({
  ...{ code: done.exitCode ?? 127, out: done.stdout, errors: done.stderr },
});

/** The same, while something else goes on. */
export async function runMeanwhile(
  program: string,
  args: readonly string[],
  ways: { cwd?: string; env?: Record<string, string> } = {},
): Promise<{ code: number; out: string; errors: string }> {
  return saidBy(await execa(program, args, { ...ways, ...TO_ITS_END }));
}

/**
 * Hears a Ctrl-C, and whoever else tells this process to end, for as long as it lives. A listener that goes with the first
 * signal leaves only the one that ends our children with us: that one ends us at once, with all that is still to be
 * cleaned up.
 */
export function whenTold(end: () => void): void {
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, end);
}

export type Child = {
  pid: number;
  /** Whether its process has gone. */
  ended: () => boolean;
  /** Settled when its process has gone, however that came: with its exit code, or null where a signal ended it. */
  gone: Promise<number | null>;
  /** Tells it to end, and kills it when it does not; settled when it has gone. */
  stop: () => Promise<void>;
};

export type Ways = {
  cwd?: string;
  env?: Record<string, string>;
  /** Where what it says goes, its errors apart: nowhere, or where ours goes. */
  says: "ignore" | "inherit";
  errors?: "ignore" | "inherit";
  /** A process group of its own: a Ctrl-C reaches us alone, and we end it when it is its turn. */
  apart?: boolean;
  /** What was told to end and has not within this is killed, in ms. */
  graceMs: number;
};

/** Starts a program and goes on; null where there is no such program. */
export function start(program: string, args: readonly string[], ways: Ways): Child | null {
  const { cwd, env, says, errors = says, apart = false, graceMs } = ways;
  const child = execa(program, args, {
    ...{ ...(cwd === undefined ? {} : { cwd }), ...(env === undefined ? {} : { env }) },
    ...{ stdin: "ignore", reject: false, buffer: false },
    ...{ stdout: says, stderr: errors },
    // What stands apart outlives us on purpose: it is found again by its pid.
    ...{ detached: apart, cleanup: !apart, forceKillAfterDelay: graceMs },
  });
  const { pid } = child;
  if (pid === undefined) return null;
  let over = false;
  const gone = Promise.resolve(child).then(({ exitCode }) => {
    over = true;
    return exitCode ?? null;
  });
  const stop = async (): Promise<void> => {
    if (!over) child.kill("SIGTERM");
    await gone;
  };
  return { pid, ended: () => over, gone, stop };
}

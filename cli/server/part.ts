import { start } from "../child.ts";
import { ROOT } from "../paths.ts";

type Part = {
  name: string;
  args: string[];
  env: Record<string, string>;
  /** Aborted when the whole run is stopped or has lasted too long: a part that runs is ended, a part that has not begun is not begun. */
  over: AbortSignal;
  say: (line: string) => void;
};

/** What is ended and does not go within this is killed, in ms. */
const GRACE_MS = 20_000;

/** One part of the tests in a process of its own: its exit code, 1 where it was ended. Its time is said. */
export async function runPart({ name, args, env, over, say }: Part): Promise<number> {
  const started = Date.now();
  if (over.aborted) {
    say(`FAILED ${name}: not begun: the run was stopped, or has lasted too long`);
    return 1;
  }
  const child = start(process.execPath, args, {
    cwd: ROOT,
    env: { CI: "1", ...env },
    says: "inherit",
    graceMs: GRACE_MS,
  });
  const end = (): void => void child?.stop();
  over.addEventListener("abort", end, { once: true });
  const code = (await child?.gone) ?? 1;
  over.removeEventListener("abort", end);
  const ok = code === 0 && !over.aborted;
  const took = ((Date.now() - started) / 1000).toFixed(0);
  say(
    `${ok ? "ok    " : "FAILED"} ${name} (${took} s${over.aborted ? ", ended: the run was stopped, or has lasted too long" : ""})`,
  );
  return ok ? 0 : code || 1;
}

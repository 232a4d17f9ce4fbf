import { setTimeout as wait } from "node:timers/promises";

/** A process that is kept alive: how it is started, and what is told when it had to be started again. */
export type Kept = { gone: Promise<unknown>; stop: () => Promise<void> };

const FIRST_PAUSE_MS = 500;
const MOST_PAUSE_MS = 30_000;
/** What has run so long is taken to be well: its next pause is a short one again. */
const WELL_MS = 60_000;

/** The pause before the nth start in a row, in ms. */
export const pauseBefore = (tries: number): number => Math.min(FIRST_PAUSE_MS * 2 ** tries, MOST_PAUSE_MS);

/**
 * Keeps a process alive: when it is gone it is started again, after a pause that grows with each time it goes soon. A start
 * that fails is told and tried again; nothing here gives up, since nobody may be at the window.
 */
export function keepAlive(
  first: Kept,
  start: () => Promise<Kept>,
  say: (what: { after: number; failed: string | null }) => void,
): { stop: () => Promise<void> } {
  let ending = false;
  let current: Kept | null = first;
  const end = new AbortController();
  const watch = async (): Promise<void> => {
    let tries = 0;
    let since = Date.now();
    while (!ending) {
      await current?.gone;
      if (ending) return;
      if (Date.now() - since > WELL_MS) tries = 0;
      const after = pauseBefore(tries);
      tries += 1;
      say({ after, failed: null });
      await wait(after, undefined, { signal: end.signal }).catch(() => undefined);
      if (ending) return;
      since = Date.now();
      try {
        current = await start();
      } catch (error) {
        current = null;
        say({ after: 0, failed: error instanceof Error ? error.message : String(error) });
      }
      // Asked to end while it was being started.
      if (ending) await current?.stop();
    }
  };
  const watching = watch();
  return {
    stop: async () => {
      ending = true;
      end.abort();
      await current?.stop();
      await watching;
    },
  };
}

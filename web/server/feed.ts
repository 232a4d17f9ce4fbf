import { setTimeout as wait } from "node:timers/promises";
import { type Bench, figuresChanged } from "@averin/core";
import { z } from "zod";
import { database } from "./database.ts";
import { diskNotice } from "./disk.ts";
import { currentToken, reading } from "./http.ts";
import { log } from "./log.ts";
import { Refused } from "./refused.ts";
import { benchOf, jobsAtBench, linesAfter } from "./jobs/log.ts";
import { standingOf } from "./jobs/read.ts";
import { actorOf } from "./people/read.ts";
import { straysOf } from "./jobs/strays.ts";

/** How often the logs are looked at, in ms: another screen sees a line within a second, whichever process took it. */
const LOOK_MS = 350;
/** A sign of life now and then, so that a cut line is noticed. */
const BEAT_MS = 10_000;
/** More benches than this are open in no browser. */
const MOST_JOBS = 50;

/** "id:12,id:7": the jobs listened to, each from the number of the last line that the listener has. */
const askedSchema = z
  .string()
  .transform((text) => text.split(",").filter((part) => part !== ""))
  .pipe(
    z
      .array(z.string().regex(/^[0-9a-f-]{36}:\d{1,9}$/))
      .min(1)
      .max(MOST_JOBS),
  )
  .transform((parts) => new Map(parts.map((part) => [part.slice(0, 36), Number(part.slice(37))] as const)));

/**
 * The new lines of several jobs as one stream of server-sent events, one for all tabs of a browser; each names its job, and
 * a listener who was cut off asks again from the last line it has. Every process looks at the logs itself: no process has
 * to tell another. A stream ends with its session.
 */
export async function feedOf(request: Request): Promise<Response> {
  const token = await currentToken();
  const asked = askedSchema.safeParse(new URL(request.url).searchParams.get("jobs") ?? "");
  const refusal = await reading(async ({ db }) => {
    if (!asked.success) {
      const message = "Say which jobs are listened to: jobs=ID:NUMBER, joined by commas.";
      throw new Refused(422, { code: "type", path: "jobs", message });
    }
    const known = await standingOf(db, [...asked.data.keys()]);
    const strange = [...asked.data.keys()].find((id) => !known.has(id));
    if (strange === undefined) return {};
    throw new Refused(404, { code: "unsupported", path: "jobs", message: `There is no job ${strange} here.` });
  });
  if (!refusal.ok || !asked.success) return refusal;
  const db = database();
  const after = asked.data;
  const strays = new Map<string, string>();
  /** By which figures each job was judged when it was looked at last, and the version of them. */
  const benches = new Map<string, Bench>();
  let figuresAt: number | undefined;
  const encoder = new TextEncoder();
  let open = true;
  const stop = (): void => void (open = false);
  request.signal.addEventListener("abort", stop);

  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string): void => {
        if (open) controller.enqueue(encoder.encode(text));
      };
      const tell = (what: object): void => send(`data: ${JSON.stringify(what)}\n\n`);
      const look = async (): Promise<void> => {
        if (token === null || (await actorOf(db, token)) === null) throw new Error("signed out");
        const standing = await standingOf(db, [...after.keys()]);
        const grown = [...standing].filter(([jobId, { last }]) => last > (after.get(jobId) ?? 0));
        for (const [jobId, events] of await linesAfter(db, new Map(grown.map(([id]) => [id, after.get(id) ?? 0])))) {
          tell({ jobId, events });
          after.set(jobId, events[events.length - 1]?.number ?? after.get(jobId) ?? 0);
        }
        const other = [...standing].filter(([jobId, now]) => strays.get(jobId) !== now.strays);
        if (other.length > 0) {
          const open = await straysOf(
            db,
            other.map(([id]) => id),
            null,
          );
          for (const [jobId, now] of other) {
            tell({ jobId, strays: open.get(jobId) ?? [] });
            strays.set(jobId, now.strays);
          }
        }
        const [version] = [...standing.values()].map(({ shop }) => Number(shop));
        if (version !== undefined && version !== figuresAt) await compareFigures(version);
        figuresAt = version;
      };
      /**
       * Tells each bench that listens where it is judged otherwise; and one that begins to, by which version that is: what
       * changed while it could not listen, it finds out by that.
       */
      const compareFigures = async (version: number): Promise<void> => {
        for (const job of await jobsAtBench(db, [...after.keys()], null)) {
          const bench = await benchOf(db, job, null);
          const before = benches.get(job.id);
          if (!before || figuresChanged(before, bench).length > 0) tell({ jobId: job.id, figures: version });
          benches.set(job.id, bench);
        }
      };
      const go = async (): Promise<void> => {
        let beat = 0;
        while (open) {
          await look();
          if (Date.now() - beat >= BEAT_MS) {
            beat = Date.now();
            tell({ notice: await diskNotice() });
          }
          await wait(LOOK_MS);
        }
      };
      send(": listening\n\n");
      go().catch((error: unknown) => {
        // The listener comes back by itself; what it missed is read by number.
        log.info({ err: error }, "feed ended");
        if (open) controller.close();
        stop();
      });
    },
    cancel: stop,
  });
  return new Response(stream, {
    headers: {
      "content-type": "text/event-stream",
      "cache-control": "no-store, no-transform",
      "x-accel-buffering": "no",
    },
  });
}

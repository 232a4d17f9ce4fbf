import { z } from "zod";
import { currentToken, reading } from "./http.ts";
import { database } from "./database.ts";
import { log } from "./log.ts";
import { actorOf } from "./stores/people.ts";
import { eventsAfter, lastNumberOf } from "./stores/jobs.ts";

/** How often the log is looked at, in ms: another screen sees a line within a second, whichever process took it. */
const LOOK_MS = 350;
/** A sign of life now and then, so that a cut line is noticed; the session is looked at again as often. */
const BEAT_MS = 10_000;

const numberSchema = z.coerce.number().int().min(0).catch(0);

/**
 * A job's new lines as server-sent events, each under its number, so that a listener who was cut off catches up from the
 * last it has. Every process looks at the log itself: no process has to tell another.
 */
export async function feedOf(request: Request, jobId: string): Promise<Response> {
  const token = await currentToken();
  const refusal = await reading(async ({ db }) => eventsAfter(db, jobId, Number.MAX_SAFE_INTEGER));
  if (!refusal.ok) return refusal;
  const db = database();
  const asked = new URL(request.url).searchParams.get("after") ?? 0;
  let after = numberSchema.parse(request.headers.get("last-event-id") ?? asked);
  const encoder = new TextEncoder();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let open = true;
  const stop = (): void => {
    open = false;
    clearTimeout(timer);
  };
  request.signal.addEventListener("abort", stop);

  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const send = (text: string): void => {
        if (open) controller.enqueue(encoder.encode(text));
      };
      let beat = Date.now();
      const look = async (): Promise<void> => {
        const last = await lastNumberOf(db, jobId);
        if (last !== null && last > after) {
          const events = await eventsAfter(db, jobId, after);
          for (const event of events) send(`id: ${event.number}\ndata: ${JSON.stringify(event)}\n\n`);
          after = events[events.length - 1]?.number ?? after;
        }
        if (Date.now() - beat < BEAT_MS) return;
        beat = Date.now();
        send(": here\n\n");
        if (token === null || (await actorOf(db, token)) === null) throw new Error("signed out");
      };
      const turn = (): void => {
        look()
          .then(() => {
            if (open) timer = setTimeout(turn, LOOK_MS);
          })
          .catch((error: unknown) => {
            // The listener comes back by itself; what it missed is read by number.
            log.info({ err: error }, "feed ended");
            if (open) controller.close();
            stop();
          });
      };
      send(": listening\n\n");
      turn();
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

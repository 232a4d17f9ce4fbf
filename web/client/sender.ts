import { eventSchema, type JobEvent } from "@averin/core";
import { z } from "zod";
import { allLines, dropLine, lineKept, markLine, type OutboxLine } from "./outbox.ts";
import { AGAIN_MS, saidOf, send, sendBytes, type Sent } from "./send.ts";
import { signOutPending } from "./signOut.ts";

const keptSchema = z.object({ kept: z.array(eventSchema) });
const RETRY_MS = 2000;
/** A line at which the server fails so often by its own fault is taken for one that it cannot take. */
const MOST_FAULTS = 3;

/** How the server is, as the last line found it. */
export type Reach = { server: boolean; database: boolean; said: string | null };

/** What becomes of lines, told to every page of this browser. */
export type Word =
  | { kind: "kept"; order: number; jobId: string; events: JobEvent[] }
  | { kind: "refused"; order: number; jobId: string; why: string }
  | { kind: "reach"; reach: Reach }
  | { kind: "changed" };

type Listener = (word: Word) => void;
const listeners = new Set<Listener>();
let channel: BroadcastChannel | null = null;
let reach: Reach = { server: true, database: true, said: null };

function tell(word: Word): void {
  if (word.kind === "reach") reach = word.reach;
  for (const listener of listeners) listener(word);
  channel?.postMessage(word);
}

/** Hears what becomes of the lines of this browser; answers with the function that ends it. */
export function hearOfLines(listener: Listener): () => void {
  listeners.add(listener);
  listener({ kind: "reach", reach });
  return () => listeners.delete(listener);
}

/** Says that a line was put away here: whoever sends is woken. */
export function lineWasPut(): void {
  tell({ kind: "changed" });
  void sendAll();
}

const reached = (answer: Sent<unknown>): Reach =>
  answer.kind === "unreachable"
    ? { server: answer.database, database: false, said: null }
    : { server: true, database: true, said: null };

const SIGNED_OUT = "You are signed out: what is typed stays on this machine. Sign in again to have it kept.";

/** The picture first, then the events that name it; a line of before that has neither clock nor picture goes the same way. */
async function sendLine(line: OutboxLine): Promise<Sent<{ kept: JobEvent[] }>> {
  if (line.photo) {
    const picture = await sendBytes(`/api/jobs/${line.jobId}/photos/${line.photo.id}`, line.photo.blob);
    if (picture.kind !== "kept") return picture;
  }
  const clocks = { typedAt: line.typedAt, sentAt: new Date().toISOString() };
  const body = { by: line.personId, ...clocks, events: line.events };
  return send("POST", `/api/jobs/${line.jobId}/events`, body, keptSchema, AGAIN_MS);
}

/** A line that the record does not take goes beside it, as it was typed. */
function sendStray(line: OutboxLine): Promise<Sent<unknown>> {
  const clocks = { typedAt: line.typedAt, sentAt: new Date().toISOString() };
  const id = line.events[0]?.id ?? "";
  const text = line.text.trim().slice(0, 2000) || "(a line without words)";
  const body = { id, by: line.personId, text, ...clocks, why: (line.refused ?? "").slice(0, 1000) || "refused" };
  return send("POST", `/api/jobs/${line.jobId}/strays`, body, undefined, AGAIN_MS);
}

/** Somebody else is signed in, or nobody: the line waits for the one who typed it. */
const isAnothers = (answer: Sent<unknown>): boolean =>
  answer.kind === "refused" && (answer.status === 401 || answer.error.path === "by");

/** What is to be done after one line: go on, leave this person's lines for now, or stop. */
type Next = "on" | "leave" | "stop";

async function one(line: OutboxLine): Promise<Next> {
  if (line.stuck) return "on";
  const answer = line.refused === undefined ? await sendLine(line) : await sendStray(line);
  tell({ kind: "reach", reach: reached(answer) });
  switch (answer.kind) {
    case "unreachable":
      return "stop";
    case "kept":
      if (line.refused === undefined) {
        const { kept } = answer.value as { kept: JobEvent[] };
        await lineKept(line.order, kept);
        tell({ kind: "kept", order: line.order, jobId: line.jobId, events: kept });
      } else {
        await dropLine(line.order);
        tell({ kind: "changed" });
      }
      return "on";
    case "fault":
    case "refused": {
      if (isAnothers(answer)) {
        const signedOut = answer.kind === "refused" && answer.status === 401;
        const said = signedOut ? SIGNED_OUT : saidOf(answer, "");
        tell({ kind: "reach", reach: { server: true, database: true, said } });
        return signedOut ? "stop" : "leave";
      }
      const why = saidOf(answer, "");
      if (line.refused !== undefined) {
        await markLine(line.order, {
          stuck: true,
          refused: `${line.refused} And it could not be put beside the job: ${why}`,
        });
        tell({ kind: "changed" });
        return "on";
      }
      const faults = (line.faults ?? 0) + 1;
      if (answer.kind === "fault" && faults < MOST_FAULTS) {
        await markLine(line.order, { faults });
        return "on";
      }
      await markLine(line.order, { refused: why });
      tell({ kind: "refused", order: line.order, jobId: line.jobId, why });
      return one({ ...line, refused: why });
    }
  }
}

let sending = false;
let again = false;

async function round(): Promise<void> {
  // A sign-out that found no server comes first: nothing is sent under a name that has left.
  if (!(await signOutPending())) return;
  const left = new Set<string>();
  for (let line = await nextLine(0, left); line; line = await nextLine(line.order, left)) {
    const next = await one(line);
    if (next === "stop") return;
    if (next === "leave") left.add(line.personId);
  }
}

/** The next line of this browser after one, read anew each time: another page may have put or sent some meanwhile. */
async function nextLine(after: number, left: ReadonlySet<string>): Promise<OutboxLine | undefined> {
  return (await allLines()).find((line) => line.order > after && !left.has(line.personId));
}

/** Sends what waits in this browser, oldest first, whichever page it was typed on; one page at a time does it. */
export async function sendAll(): Promise<void> {
  again = true;
  if (sending) return;
  sending = true;
  try {
    while (again) {
      again = false;
      // Where the browser has no locks between its pages each may send: the same line sent twice is kept once.
      if (typeof navigator !== "undefined" && "locks" in navigator) {
        await navigator.locks.request("averin-sender", { ifAvailable: true }, (lock) => (lock ? round() : undefined));
      } else await round();
    }
  } finally {
    sending = false;
  }
}

/** Sends now, whenever a line is put, and again and again while some wait; answers with the function that ends it. */
export function startSender(): () => void {
  channel ??= typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("averin-lines");
  if (channel) {
    channel.onmessage = ({ data }: MessageEvent<Word>) => {
      if (data.kind === "reach") reach = data.reach;
      for (const listener of listeners) listener(data);
      if (data.kind === "changed") void sendAll();
    };
  }
  void sendAll();
  const retry = setInterval(() => void sendAll(), RETRY_MS);
  return () => clearInterval(retry);
}

import { eventSchema, type JobEvent, type Stray, straySchema } from "@averin/core";
import { z } from "zod";

/** How long after a cut the feed is asked for again, and how often a page without a shared stream asks by itself, in ms. */
const AGAIN_MS = 1500;
const ASK_MS = 2000;
/** How often a page says which jobs it shows, and how long it is believed; hidden pages are slowed by the browser. */
const SAY_MS = 3000;
const BELIEVED_MS = 150_000;

const messageSchema = z.object({
  jobId: z.string().optional(),
  events: z.array(eventSchema).optional(),
  strays: z.array(straySchema).optional(),
  figures: z.number().optional(),
  notice: z.string().nullable().optional(),
});
type Message = z.infer<typeof messageSchema>;

export type Listener = {
  /** The number of the last line that the page has. */
  after: () => number;
  events: (events: JobEvent[]) => void;
  strays: (strays: Stray[]) => void;
  /** By which version of the shop's figures the job is judged from now on. */
  figures: (version: number) => void;
  reachable: (yes: boolean) => void;
};

type Wants = Record<string, number>;
type Passed =
  | { kind: "wants"; page: string; wants: Wants }
  | { kind: "leaves"; page: string }
  | { kind: "who" }
  | { kind: "heard"; message: Message }
  | { kind: "reach"; yes: boolean };

const page = Math.random().toString(36).slice(2);
const own = new Map<string, Set<Listener>>();
const others = new Map<string, { wants: Wants; at: number }>();
const notices = new Set<(notice: string | null) => void>();
let channel: BroadcastChannel | null = null;
let leading = false;
let source: EventSource | null = null;
let listenedTo = "";
/** How far the stream has told each job that it is on. */
const told = new Map<string, number>();
let again: ReturnType<typeof setTimeout> | undefined;
let asking: ReturnType<typeof setInterval> | undefined;

const wantsHere = (): Wants =>
  Object.fromEntries([...own].map(([job, listeners]) => [job, Math.min(...[...listeners].map((one) => one.after()))]));

const pass = (what: Passed): void => channel?.postMessage(what);

function hand({ jobId, events, strays, figures, notice }: Message): void {
  if (notice !== undefined) for (const hear of notices) hear(notice);
  for (const listener of (jobId !== undefined && own.get(jobId)) || []) {
    if (events) listener.events(events);
    if (strays) listener.strays(strays);
    if (figures !== undefined) listener.figures(figures);
  }
}

function reach(yes: boolean): void {
  for (const listeners of own.values()) for (const listener of listeners) listener.reachable(yes);
}

/** The jobs of every page of this browser, each from the least number that a page has. */
function wanted(): Wants {
  const now = Date.now();
  const all: Wants = wantsHere();
  for (const [who, { wants, at }] of others) {
    if (now - at > BELIEVED_MS) others.delete(who);
    else for (const [job, after] of Object.entries(wants)) all[job] = Math.min(all[job] ?? after, after);
  }
  return all;
}

/** Whether a page has less of a job than the stream has told already: it was opened while a line was on its way. */
const behind = (wants: Wants): boolean =>
  Object.entries(wants).some(([job, after]) => after < (told.get(job) ?? after));

/** Opens the one stream of this browser on all jobs that its pages show; where nothing changed it stays as it is. */
function listenToAll(anew = false): void {
  if (!leading) return;
  const wants = wanted();
  const jobs = Object.keys(wants).sort().join();
  if (!anew && jobs === listenedTo) return;
  clearTimeout(again);
  source?.close();
  source = null;
  listenedTo = jobs;
  told.clear();
  for (const [job, after] of Object.entries(wants)) told.set(job, after);
  if (jobs === "") return;
  const asked = Object.entries(wants).map(([job, after]) => `${job}:${after}`);
  const stream = new EventSource(`/api/feed?jobs=${asked.join(",")}`);
  source = stream;
  const reached = (yes: boolean): void => {
    reach(yes);
    pass({ kind: "reach", yes });
  };
  stream.onopen = () => reached(true);
  stream.onmessage = ({ data }: MessageEvent<string>) => {
    const message = messageSchema.parse(JSON.parse(data));
    const { jobId, events = [] } = message;
    if (jobId !== undefined) told.set(jobId, Math.max(told.get(jobId) ?? 0, ...events.map(({ number }) => number)));
    hand(message);
    pass({ kind: "heard", message });
  };
  stream.onerror = () => {
    stream.close();
    if (source !== stream) return;
    reached(false);
    again = setTimeout(() => listenToAll(true), AGAIN_MS);
  };
}

function take(what: Passed): void {
  if (what.kind === "heard") return hand(what.message);
  if (what.kind === "reach") return reach(what.yes);
  if (what.kind === "who") return sayWants();
  if (what.kind === "leaves") {
    others.delete(what.page);
    return listenToAll();
  }
  others.set(what.page, { wants: what.wants, at: Date.now() });
  listenToAll(behind(what.wants));
}

function sayWants(): void {
  const wants = wantsHere();
  if (own.size > 0) pass({ kind: "wants", page, wants });
  listenToAll(behind(wants));
}

/** A page without locks or a channel between pages asks by itself, and holds no stream. */
async function askAlone(): Promise<void> {
  for (const [job, after] of Object.entries(wantsHere())) {
    try {
      const answer = await fetch(`/api/jobs/${job}/events?after=${after}`, { signal: AbortSignal.timeout(15_000) });
      if (answer.ok) hand({ jobId: job, ...messageSchema.parse(await answer.json()) });
      reach(answer.ok);
    } catch {
      reach(false);
    }
  }
}

let begun = false;
function begin(): void {
  if (begun) return;
  begun = true;
  if (typeof BroadcastChannel === "undefined" || !("locks" in navigator)) {
    asking = setInterval(() => void askAlone(), ASK_MS);
    return;
  }
  channel = new BroadcastChannel("averin-feed");
  channel.onmessage = ({ data }: MessageEvent<Passed>) => take(data);
  setInterval(sayWants, SAY_MS);
  addEventListener("pagehide", () => pass({ kind: "leaves", page }));
  // Whoever holds the lock holds the stream; when that page goes, the next one takes it over.
  void navigator.locks.request("averin-feed", () => {
    leading = true;
    pass({ kind: "who" });
    listenToAll(true);
    return new Promise(() => undefined);
  });
}

/**
 * Listens to a job's lines as the server keeps them, from the number that this page has, over the one stream that all pages
 * of this browser share; asks again by itself after every cut, and catches up by number. Answers with the function that
 * ends it.
 */
export function listen(jobId: string, listener: Listener): () => void {
  begin();
  const listeners = own.get(jobId) ?? new Set();
  own.set(jobId, listeners.add(listener));
  sayWants();
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    own.delete(jobId);
    if (own.size === 0) pass({ kind: "leaves", page });
    sayWants();
  };
}

/** Hears what the server has to say to everybody, such as that its disk is nearly full. */
export function hearNotices(hear: (notice: string | null) => void): () => void {
  notices.add(hear);
  return () => notices.delete(hear);
}

/** For tests: ends what this page began. */
export function endFeed(): void {
  clearInterval(asking);
  clearTimeout(again);
  source?.close();
  channel?.close();
  [begun, leading, source, channel, listenedTo] = [false, false, null, null, ""];
}

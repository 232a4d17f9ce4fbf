import { type ChildProcess, fork } from "node:child_process";
import { existsSync } from "node:fs";
import path from "node:path";
import { Refused } from "../refused.ts";
import { log } from "../log.ts";
import type { Lane } from "./kinds.ts";

type Work = {
  id: number;
  kind: string;
  input: unknown;
  done: (value: unknown) => void;
  failed: (error: Error) => void;
};
type Said =
  | { ready: true }
  | { id: number; begun: true }
  | { id: number; ok: true; value: unknown }
  | { id: number; ok: false; message: string };

/** The process's file, from wherever the application or its tests are started. */
function workerFile(): string {
  const places = [process.cwd(), path.join(process.cwd(), "web")].map((at) => path.join(at, "worker/start.mjs"));
  const found = places.find((file) => existsSync(file));
  if (found === undefined) throw new Error(`no helper at ${places.join(" or ")}`);
  return found;
}

/** How long a process may take to bring what a work needs, in ms: only against hanging; the work's own time counts from then. */
const LOADS_MS = 300_000;

const tooLong = (lane: Lane): Refused =>
  new Refused(422, {
    code: "range",
    path: "$",
    message: `That took longer than ${Math.round(lane.mostMs / 1000)} s and was ended: give less to work through at once.`,
  });
const tooMuch = (lane: Lane): Refused =>
  new Refused(422, {
    code: "range",
    path: "$",
    message: `That needed more than ${lane.mostMb} MB, or its process failed, and was ended: give less to work through at once.`,
  });
const tooMany = (): Refused =>
  new Refused(429, {
    code: "conflict",
    path: "$",
    message: "Too much heavy work is waiting: try again in a moment.",
  });

/**
 * Processes that do one sort of work one after the other, apart from the server's own. Each has bounds on time and
 * memory; one that passes them is killed, whoever asked is told so, and the next work finds a fresh one.
 */
export class Pool {
  private waiting: Work[] = [];
  private readonly hands: (Hand | null)[];
  private ended = false;
  private last = 0;

  constructor(private readonly lane: Lane) {
    this.hands = Array.from({ length: lane.processes }, () => null);
  }

  /** Starts the processes before they are needed. */
  warm(): void {
    this.hands.forEach((hand, i) => {
      if (hand === null) this.hands[i] = this.hire(i);
    });
  }

  /** How many processes live now. */
  get alive(): number {
    return this.hands.filter((hand) => hand !== null).length;
  }

  run<Value>(kind: string, input: unknown): Promise<Value> {
    if (this.ended) return Promise.reject(new Error("the helpers have been ended"));
    if (this.waiting.length >= this.lane.mostWaiting) return Promise.reject(tooMany());
    this.last += 1;
    const id = this.last;
    return new Promise<Value>((resolve, reject) => {
      this.waiting.push({ id, kind, input, done: resolve as (value: unknown) => void, failed: reject });
      this.next();
    });
  }

  end(): void {
    this.ended = true;
    for (const work of this.waiting) work.failed(new Error("the helpers have been ended"));
    this.waiting = [];
    for (const hand of this.hands) hand?.process.kill("SIGKILL");
  }

  private hire(place: number): Hand {
    const hand: Hand = new Hand(
      this.lane,
      () => {
        if (this.lane.restMs > 0 && this.waiting.length > 0) hand.rest(this.lane.restMs, () => this.next());
        this.next();
      },
      (why) => {
        this.hands[place] = null;
        if (why !== null && !this.ended) log.warn({ kind: why }, "a helper was ended");
        this.next();
      },
    );
    return hand;
  }

  private next(): void {
    for (let i = 0; i < this.hands.length && this.waiting.length > 0 && !this.ended; i += 1) {
      const hand = (this.hands[i] ??= this.hire(i));
      if (hand.busy || hand.resting) continue;
      const work = this.waiting.shift();
      if (work) hand.take(work);
    }
  }
}

/** One process and the work it has in hand. */
class Hand {
  readonly process: ChildProcess;
  private work: Work | null = null;
  private ready = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private overdue = false;
  resting = false;

  constructor(
    private readonly lane: Lane,
    private readonly free: () => void,
    gone: (kind: string | null) => void,
  ) {
    this.process = fork(workerFile(), [], {
      execArgv: [`--max-old-space-size=${lane.mostMb}`],
      serialization: "advanced",
      // What it says of its end goes to the log of the server; it hears nothing.
      stdio: ["ignore", "ignore", "ignore", "ipc"],
      env: { ...process.env, NODE_OPTIONS: "" },
    });
    this.process.on("message", (said: Said) => this.hear(said));
    this.process.once("exit", () => {
      clearTimeout(this.timer);
      const { work } = this;
      this.work = null;
      work?.failed(this.overdue ? tooLong(lane) : tooMuch(lane));
      gone(work?.kind ?? null);
    });
    // A pool that nobody ends keeps no process of a test alive.
    this.process.unref();
    this.process.channel?.unref();
  }

  /** For how long it takes nothing after a work, while others wait. */
  rest(ms: number, then: () => void): void {
    this.resting = true;
    setTimeout(() => {
      this.resting = false;
      then();
    }, ms);
  }

  get busy(): boolean {
    return this.work !== null;
  }

  take(work: Work): void {
    this.work = work;
    this.process.channel?.ref();
    if (this.ready) this.begin();
  }

  private begin(): void {
    const { work } = this;
    if (!work) return;
    this.process.send({ id: work.id, kind: work.kind, input: work.input });
    this.within(LOADS_MS);
  }

  /** What is not done within this is ended. */
  private within(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => {
      this.overdue = true;
      this.process.kill("SIGKILL");
    }, ms);
  }

  private hear(said: Said): void {
    if ("ready" in said) {
      this.ready = true;
      return this.begin();
    }
    const { work } = this;
    if (work?.id !== said.id) return;
    if ("begun" in said) return this.within(this.lane.mostMs);
    clearTimeout(this.timer);
    this.work = null;
    this.process.channel?.unref();
    if (said.ok) work.done(said.value);
    else work.failed(new Error(said.message));
    this.free();
  }
}

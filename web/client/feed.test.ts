import type { JobEvent } from "@averin/core";
import { openedJob } from "../../core/testing.ts";
import { bench } from "../testing/demoJob.ts";
import { endFeed, hearNotices, listen } from "./feed.ts";

/** A feed as the browser gives it, in the test's hand. */
class Source {
  static all: Source[] = [];
  onopen: () => void = () => undefined;
  onmessage: (message: { data: string }) => void = () => undefined;
  onerror: () => void = () => undefined;
  closed = false;
  constructor(readonly url: string) {
    Source.all.push(this);
  }
  close(): void {
    this.closed = true;
  }
}
/** What pages of one browser say to each other: here what this page says, and what it is told. */
class Channel {
  static last: Channel;
  said: unknown[] = [];
  onmessage: (message: { data: unknown }) => void = () => undefined;
  constructor() {
    Channel.last = this;
  }
  postMessage(what: unknown): void {
    this.said.push(what);
  }
  close(): void {}
}

const event = (number: number): JobEvent => ({ ...openedJob(bench.procedure, {}), number });
let lead: () => void;
beforeEach(() => {
  jest.useFakeTimers();
  Source.all = [];
  const request = (_: string, then: () => void): Promise<void> => {
    lead = then;
    return new Promise(() => undefined);
  };
  Object.assign(globalThis, { EventSource: Source, BroadcastChannel: Channel, addEventListener: () => undefined });
  Object.defineProperty(globalThis, "navigator", { value: { locks: { request } }, configurable: true });
});
afterEach(() => {
  endFeed();
  jest.useRealTimers();
});
const last = (): Source => Source.all[Source.all.length - 1] as Source;

function page(job: string, from: number) {
  const heard: number[][] = [];
  const reachable: boolean[] = [];
  const strays: number[] = [];
  const end = listen(job, {
    after: () => heard.flat().pop() ?? from,
    events: (events) => heard.push(events.map((e) => e.number)),
    strays: (list) => strays.push(list.length),
    figures: () => undefined,
    reachable: (yes) => reachable.push(yes),
  });
  return { heard, reachable, strays, end };
}
const say = (what: object): void => last().onmessage({ data: JSON.stringify(what) });

test("the page that holds the lock opens the one stream, on every job that any page shows", () => {
  const own = page("a", 4);
  expect(Source.all).toHaveLength(0);
  lead();
  expect(last().url).toBe("/api/feed?jobs=a:4");
  Channel.last.onmessage({ data: { kind: "wants", page: "other", wants: { b: 7 } } });
  expect(last().url).toBe("/api/feed?jobs=a:4,b:7");
  expect(Source.all[0]?.closed).toBe(true);
  say({ jobId: "a", events: [event(5), event(6)] });
  say({ jobId: "b", events: [event(8)] });
  expect(own.heard).toEqual([[5, 6]]);
  // The other page is told what the stream said.
  expect(Channel.last.said.filter((one) => (one as { kind: string }).kind === "heard")).toHaveLength(2);
  Channel.last.onmessage({ data: { kind: "leaves", page: "other" } });
  expect(last().url).toBe("/api/feed?jobs=a:6");
  own.end();
  expect(last().closed).toBe(true);
});

test("a page that was opened while a line was on its way gets it: the stream is asked from there once more", () => {
  const own = page("a", 4);
  lead();
  say({ jobId: "a", events: [event(5)] });
  // As it was read before the line was kept; the one that has all of it asks for nothing.
  Channel.last.onmessage({ data: { kind: "wants", page: "late", wants: { a: 4 } } });
  expect([Source.all.length, last().url]).toEqual([2, "/api/feed?jobs=a:4"]);
  say({ jobId: "a", events: [event(5)] });
  Channel.last.onmessage({ data: { kind: "wants", page: "late", wants: { a: 5 } } });
  expect(Source.all).toHaveLength(2);
  // A page's own gap is caught up the same way.
  const second = page("a", 3);
  expect(last().url).toBe("/api/feed?jobs=a:3");
  Channel.last.onmessage({ data: { kind: "leaves", page: "late" } });
  second.end();
  own.end();
});

test("a page without the lock opens no stream: it says what it shows, and hears what the other one passes on", () => {
  const own = page("a", 4);
  expect(Channel.last.said).toContainEqual({ kind: "wants", page: expect.any(String), wants: { a: 4 } });
  Channel.last.onmessage({ data: { kind: "heard", message: { jobId: "a", events: [event(5)], strays: [] } } });
  Channel.last.onmessage({ data: { kind: "reach", yes: false } });
  expect([own.heard, own.reachable, Source.all.length]).toEqual([[[5]], [false], 0]);
  expect(own.strays).toEqual([0]);
  own.end();
});

test("after a cut it says so, asks again by itself, and catches up by number", () => {
  const own = page("a", 4);
  lead();
  last().onopen();
  say({ jobId: "a", events: [event(5)] });
  last().onerror();
  expect(own.reachable).toEqual([true, false]);
  jest.advanceTimersByTime(2000);
  expect(last().url).toBe("/api/feed?jobs=a:5");
  own.end();
  jest.advanceTimersByTime(10_000);
  expect(Source.all.filter((one) => !one.closed)).toEqual([]);
});

test("what is said to everybody is heard by everybody", () => {
  const heard: (string | null)[] = [];
  const end = hearNotices((notice) => heard.push(notice));
  const own = page("a", 4);
  lead();
  say({ notice: "The disk is nearly full." });
  expect(heard).toEqual(["The disk is nearly full."]);
  end();
  own.end();
});

test("where the browser has no locks between its pages, the page asks by itself and holds no stream", async () => {
  Object.defineProperty(globalThis, "navigator", { value: {}, configurable: true });
  const fetched = jest.fn(() => Promise.resolve(new Response(JSON.stringify({ events: [event(5)], strays: [] }))));
  global.fetch = fetched as unknown as typeof fetch;
  const own = page("a", 4);
  await jest.advanceTimersByTimeAsync(2500);
  expect(fetched).toHaveBeenCalledWith("/api/jobs/a/events?after=4", expect.anything());
  expect([own.heard, own.reachable, Source.all.length]).toEqual([[[5]], [true], 0]);
  own.end();
});

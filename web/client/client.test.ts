import type { JobEvent } from "@averin/core";
import { z } from "zod";
import { openedJob } from "../../core/testing.ts";
import { bench } from "../testing/demoJob.ts";
import { listen } from "./feed.ts";
import { send, sendBytes } from "./send.ts";

type Answer = { status: number; body: string };
function serverSays(answer: Answer | "cut"): jest.Mock {
  const fetched = jest.fn(() =>
    answer === "cut"
      ? Promise.reject(new TypeError("network"))
      : Promise.resolve(new Response(answer.body, { status: answer.status })),
  );
  global.fetch = fetched as unknown as typeof fetch;
  return fetched;
}
const refusal = JSON.stringify({ error: { code: "range", path: "item", message: "There are 3." } });

describe("what is sent is kept, refused, or nothing is known of it", () => {
  test.each<[string, Answer | "cut", string]>([
    ["kept", { status: 200, body: '{"n":1}' }, "kept"],
    ["refused with a reason", { status: 422, body: refusal }, "refused"],
    ["the server failed, whatever it says", { status: 503, body: refusal }, "unreachable"],
    ["an answer of somebody in between", { status: 404, body: '{"page":"lost"}' }, "unreachable"],
    ["an answer cut off half way", { status: 200, body: '{"n":' }, "unreachable"],
    ["an answer of another shape", { status: 200, body: '{"m":1}' }, "unreachable"],
    ["no answer at all", "cut", "unreachable"],
  ])("%s", async (_, answer, kind) => {
    serverSays(answer);
    expect(await send("POST", "/x", { a: 1 }, z.object({ n: z.number() }))).toMatchObject({ kind });
  });

  test("a refusal carries its place and its words", async () => {
    serverSays({ status: 422, body: refusal });
    expect(await send("POST", "/x", {})).toEqual({
      kind: "refused",
      status: 422,
      error: { code: "range", path: "item", message: "There are 3." },
    });
  });

  test("JSON is said to be JSON; a picture goes as its bytes", async () => {
    const fetched = serverSays({ status: 200, body: "{}" });
    await send("POST", "/x", { a: 1 });
    expect(fetched).toHaveBeenLastCalledWith(
      "/x",
      expect.objectContaining({ headers: { "content-type": "application/json" }, body: '{"a":1}' }),
    );
    const picture = new Blob(["x"]);
    await sendBytes("/y", picture);
    expect(fetched).toHaveBeenLastCalledWith("/y", expect.objectContaining({ method: "PUT", body: picture }));
  });
});

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

describe("the feed", () => {
  const event = (number: number): JobEvent => ({ ...openedJob(bench.procedure, {}), number });
  let heard: number[][];
  let reachable: boolean[];
  let end: () => void;
  beforeEach(() => {
    jest.useFakeTimers();
    Source.all = [];
    (global as { EventSource?: unknown }).EventSource = Source;
    heard = [];
    reachable = [];
    end = listen(
      "job",
      () => heard.flat().pop() ?? 4,
      (events) => heard.push(events.map((e) => e.number)),
      (yes) => reachable.push(yes),
    );
  });
  afterEach(() => {
    end();
    jest.useRealTimers();
  });
  const last = (): Source => Source.all[Source.all.length - 1] as Source;

  test("listens from the number this screen has, and hands on together what came together", () => {
    expect(last().url).toBe("/api/jobs/job/feed?after=4");
    last().onopen();
    for (const n of [5, 6, 7]) last().onmessage({ data: JSON.stringify(event(n)) });
    expect(heard).toEqual([]);
    jest.advanceTimersByTime(1);
    last().onmessage({ data: JSON.stringify(event(8)) });
    jest.advanceTimersByTime(1);
    expect(heard).toEqual([[5, 6, 7], [8]]);
    expect(reachable).toEqual([true]);
  });

  test("after a cut it says so, asks again by itself, and catches up by number", () => {
    last().onmessage({ data: JSON.stringify(event(5)) });
    jest.advanceTimersByTime(1);
    last().onerror();
    expect([reachable, last().closed]).toEqual([[false], true]);
    jest.advanceTimersByTime(2000);
    expect(Source.all).toHaveLength(2);
    expect(last().url).toBe("/api/jobs/job/feed?after=5");
  });

  test("once ended it stays ended", () => {
    last().onerror();
    end();
    jest.advanceTimersByTime(10_000);
    expect(Source.all).toHaveLength(1);
  });
});

/** @jest-environment ./testing/page.cjs */
import "fake-indexeddb/auto";
import { complete, type Draft, fold, type JobEvent, type Stray } from "@averin/core";
import { act, renderHook, waitFor } from "@testing-library/react";
import { openedJob, uuid } from "../../core/testing.ts";
import { bench } from "../testing/demoJob.ts";
import type { Listener } from "./feed.ts";
import { allLines, dropLine } from "./outbox.ts";
import { sendAll } from "./sender.ts";
import { useJob } from "./useJob.ts";

let feed: Listener | null = null;
jest.mock("./feed.ts", () => ({
  listen: (_: string, listener: Listener) => {
    feed = listener;
    return () => {
      feed = null;
    };
  },
}));

const onFigures = jest.fn();
const mira = { id: "mira", name: "Mira Orr", roles: ["technician"] };
const opened = openedJob(bench.procedure, { friction: 9, steel: 8, spring: 5, "plate-bolts": 5, "cover-bolts": 6 });

/** A server that keeps a job's log as the real one does, when it can be reached. */
let log: JobEvent[];
let strays: string[];
let reachable: boolean;
/** Each test has a job of its own in the browser's store. */
let jobs = 0;
const answer = (status: number, body: unknown) => ({ ok: status < 400, status, json: () => Promise.resolve(body) });
const keep = (draft: Draft, id: string, by = mira): JobEvent => {
  const body = complete(bench, fold(log), draft, by);
  if (!body.ok) throw new Error(body.error.message);
  const event = { id, number: log.length + 1, at: "2026-11-23T11:00:00.000Z", by, body: body.value };
  log = [...log, event];
  return event;
};
beforeEach(async () => {
  for (const { order } of await allLines()) await dropLine(order);
  [log, strays, reachable] = [[opened], [], true];
  jobs += 1;
  global.fetch = jest.fn((path: string, request: RequestInit) => {
    if (!reachable) return Promise.reject(new Error("no server"));
    const body = JSON.parse(String(request.body)) as { text: string; events: { id: string; draft: Draft }[] };
    if (path.endsWith("/strays")) {
      strays.push(body.text);
      return Promise.resolve(answer(200, {}));
    }
    try {
      const kept = body.events.map(({ id, draft }) => log.find((event) => event.id === id) ?? keep(draft, id));
      return Promise.resolve(answer(200, { kept }));
    } catch (error) {
      const refusal = { code: "conflict", path: "$", message: (error as Error).message };
      return Promise.resolve(answer(409, { error: refusal }));
    }
  }) as typeof fetch;
});

function openHere() {
  const here = { id: `job-${jobs}`, number: "T-0401", bench, figuresAt: 7, events: log, strays: [] as Stray[] };
  return renderHook(() => useJob(here, mira, onFigures));
}
type Open = ReturnType<typeof openHere>["result"];
async function type(job: Open, draft: Draft, text = "typed") {
  let shown: unknown;
  const said: string[] = [];
  await act(async () => {
    const taken = await job.current.submit([draft], () => () => void said.push("said"), { text });
    shown = taken.ok ? taken.state.lastNumber : taken.error.message;
  });
  return { shown, said };
}
const notes = (job: Open): string[] => job.current.state.notes.map(({ body }) => body.text);

test("a line is shown as soon as it is safe here, told apart from what the server keeps, and kept once", async () => {
  reachable = false;
  const { result: job } = openHere();
  await waitFor(() => expect(job.current.loaded).toBe(true));
  const { shown, said } = await type(job, { type: "noted", text: "boot is torn" });
  expect([shown, said]).toEqual([2, ["said"]]);
  expect(notes(job)).toEqual(["boot is torn"]);
  expect([...job.current.unkept]).toEqual([job.current.state.notes[0]?.id]);
  await waitFor(() => expect(job.current.reach.server).toBe(false));
  reachable = true;
  await act(() => sendAll());
  await waitFor(() => expect(job.current.unkept.size).toBe(0));
  expect(notes(job)).toEqual(["boot is torn"]);
  expect(log).toHaveLength(2);
  expect(await allLines()).toEqual([]);
});

test("what was typed before a page went away stands on the next one, over what others added meanwhile", async () => {
  reachable = false;
  const before = openHere();
  await waitFor(() => expect(before.result.current.loaded).toBe(true));
  await type(before.result, { type: "noted", text: "mine" });
  before.unmount();
  keep({ type: "noted", text: "another's" }, uuid(50), { ...mira, id: "t", name: "Tobin Hask" });
  const { result: job } = openHere();
  await waitFor(() => expect(notes(job)).toEqual(["another's", "mine"]));
  expect(job.current.unkept.size).toBe(1);
  reachable = true;
  await act(() => sendAll());
  await waitFor(() => expect(job.current.unkept.size).toBe(0));
  expect(log.map(({ body }) => body.type)).toEqual(["job_opened", "noted", "noted"]);
});

test("a page made before a line was kept knows it before the next is typed, also without a server", async () => {
  const before = openHere();
  await waitFor(() => expect(before.result.current.loaded).toBe(true));
  const asItWas = log;
  await type(before.result, { type: "noted", text: "just now" });
  await waitFor(() => expect(before.result.current.unkept.size).toBe(0));
  before.unmount();
  reachable = false;
  const here = { id: `job-${jobs}`, number: "T-0401", bench, figuresAt: 7, events: asItWas, strays: [] as Stray[] };
  const { result: job } = renderHook(() => useJob(here, mira, onFigures));
  await waitFor(() => expect(job.current.loaded).toBe(true));
  expect(notes(job)).toEqual(["just now"]);
  expect(job.current.unkept.size).toBe(0);
});

test("a line from the feed comes in by its number, once, and strays with it", async () => {
  const { result: job } = openHere();
  await waitFor(() => expect(job.current.loaded).toBe(true));
  const event = keep({ type: "noted", text: "from another bench" }, uuid(60));
  expect(feed?.after()).toBe(1);
  act(() => feed?.events([event]));
  act(() => feed?.events([event]));
  expect(notes(job)).toEqual(["from another bench"]);
  expect(feed?.after()).toBe(2);
  const stray = { id: "s", text: "lost words", by: "Mira Orr", typedAt: event.at, why: "released" };
  act(() => feed?.strays([stray]));
  expect(job.current.state.strays).toEqual([stray]);
  act(() => feed?.figures(7));
  expect(onFigures).not.toHaveBeenCalled();
  act(() => feed?.figures(8));
  expect(onFigures).toHaveBeenCalledTimes(1);
});

test("what the server refuses after it was shown goes away with the reason, and stands beside the job as typed", async () => {
  reachable = false;
  const { result: job } = openHere();
  await waitFor(() => expect(job.current.loaded).toBe(true));
  await type(job, { type: "struck", event: opened.id }, "/-").then(({ shown }) => expect(shown).toMatch(/\w/));
  const note = keep({ type: "noted", text: "to be struck" }, uuid(70));
  act(() => feed?.events([note]));
  await type(job, { type: "struck", event: note.id }, "-");
  expect(notes(job)).toEqual([]);
  // Another page struck it first: the record does not take it twice.
  keep({ type: "struck", event: note.id }, uuid(71));
  reachable = true;
  await act(() => sendAll());
  await waitFor(() => expect(job.current.refused).toMatch(/^Not taken: .*stands under “not taken”/));
  expect(strays).toEqual(["-"]);
  expect(job.current.unkept.size).toBe(0);
});

test("a line that its own schema does not take is refused before it is shown, and nothing is put away", async () => {
  const { result: job } = openHere();
  await waitFor(() => expect(job.current.loaded).toBe(true));
  const { shown, said } = await type(job, { type: "noted", text: "x".repeat(501) });
  expect(shown).toMatch(/500/);
  expect([said, notes(job), await allLines()]).toEqual([[], [], []]);
});

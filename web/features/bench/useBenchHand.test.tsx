/** @jest-environment ./testing/page.cjs */
import { complete, type Draft, fold, nextTask, walk } from "@averin/core";
import { act, renderHook } from "@testing-library/react";
import { type TestJob, uuid } from "../../../core/testing.ts";
import type { JobHook } from "@/client/useJob";
import { bench, jobAt } from "../../testing/demoJob.ts";
import { useBenchHand } from "./useBenchHand.ts";

const lead = { id: "t", name: "Tobin Hask", roles: ["lead", "technician"] };
const mira = { id: "m", name: "Mira Orr", roles: ["technician"] };

/** A bench with a job behind it that keeps its lines at once, as far as it is told to be at hand. */
function atBench(start: TestJob, actor = lead, shop = bench) {
  let state = start.state;
  let away: string | null = null;
  const submitted: Draft[][] = [];
  const job: JobHook = {
    ...{ state, loaded: true, unkept: new Set<string>(), reach: { server: true, database: true }, refused: null },
    now: () => state,
    submit: async (drafts, meanwhile) => {
      if (away !== null) throw new Error(away);
      let next = state;
      for (const draft of drafts) {
        const body = complete(shop, next, draft, actor);
        if (!body.ok) return body;
        const number = next.events.length + 1;
        const event = { id: uuid(number), number, at: "2026-11-23T10:00:00.000Z", by: actor, body: body.value };
        next = fold([...next.events, event]);
      }
      submitted.push([...drafts]);
      const taken = { ok: true as const, events: [...next.events.slice(state.events.length)], state: next };
      const say = meanwhile(taken);
      await Promise.resolve();
      state = next;
      say();
      return taken;
    },
  };
  const onPhoto = jest.fn();
  const { result: hand } = renderHook(() => useBenchHand({ bench: shop, job, actor, onPhoto }));
  return {
    hand,
    onPhoto,
    submitted,
    lose: (why: string | null) => (away = why),
    /** Enter after each line, without waiting for the answer of the one before. */
    enter: (...lines: string[]) =>
      act(async () => {
        lines.forEach((line) => hand.current.onEnter(line));
        await new Promise((resolve) => setTimeout(resolve, 0));
      }),
    press: (what: () => void) =>
      act(async () => {
        what();
        await new Promise((resolve) => setTimeout(resolve, 0));
      }),
    read: () => [...state.bySlot.keys()].filter((key) => key.startsWith("read:friction-thickness:")),
    now: () => state,
    task: () => nextTask(bench, state, walk(bench, state)),
  };
}
const measuring = () => atBench(jobAt("measure:friction-thickness:found"));

test("Enter answers the place in hand with words, and fast hands never answer one place twice", async () => {
  const { hand, enter, submitted, task } = measuring();
  const place = task()?.id;
  await enter("2.81", "2.82", "2.83");
  expect(hand.current.said.now()?.tone).toBe("said");
  const slots = submitted
    .flat()
    .flatMap((draft) => (draft.type === "reading_taken" ? [`${draft.item}.${draft.place}`] : []));
  expect(slots).toHaveLength(3);
  expect(new Set(slots).size).toBe(3);
  expect(task()?.id).toBe(place);
});

test("beyond belief is asked back: Esc or + decides, and nothing is kept before", async () => {
  const { hand, enter, press, submitted } = measuring();
  await enter("281");
  expect(hand.current.asking?.kind).toBe("slip");
  expect(submitted.flat()).toEqual([]);
  await enter("2.81");
  expect(hand.current.asking).toBeNull();
  expect(submitted.flat().filter((draft) => draft.type === "reading_taken")).toHaveLength(1);
  await enter("281");
  await press(() => hand.current.onCancel());
  expect(hand.current.asking).toBeNull();
});

test("a step is gone to by its number, and one that is not there is said", async () => {
  const { hand, enter, task, now } = measuring();
  await enter("*1");
  expect(hand.current.hand.task).toBe(walk(bench, now())[0]?.id);
  await enter("*999");
  expect(hand.current.said.now()).toMatchObject({ tone: "stop", text: expect.stringMatching(/999/) });
  expect(task()).not.toBeNull();
});

test("what is skipped needs a reason; a number of the list or a few words give it", async () => {
  const { hand, enter, submitted } = measuring();
  await enter("/");
  expect(hand.current.asking).toMatchObject({ kind: "reason", question: expect.stringMatching(/skipped\?$/) });
  await enter("99");
  expect(hand.current.said.now()).toMatchObject({ tone: "stop" });
  expect(hand.current.asking).not.toBeNull();
  await enter("micrometer is lent out");
  expect(submitted.flat()).toContainEqual(
    expect.objectContaining({ type: "slot_skipped", reason: "micrometer is lent out" }),
  );
});

test("the last line is struck, and struck again it is the one before", async () => {
  const { enter, read } = measuring();
  await enter("2.81", "2.82");
  expect(read()).toHaveLength(2);
  await enter("-");
  expect(read()).toHaveLength(1);
});

test("only a lead signs what is left, and only the word itself releases", async () => {
  const job = jobAt("do:short-ride");
  job.type("clean");
  const technician = atBench(job, mira);
  await technician.enter("");
  expect(technician.hand.current.said.now()?.text).toMatch(/A lead signs/);
  const { hand, enter, submitted, now } = atBench(job);
  const asksForTheWord = (): boolean => hand.current.asking?.kind === "reason" && hand.current.asking.byWord === true;
  for (let i = 0; i < 60 && !asksForTheWord(); i += 1) {
    if (hand.current.asking) await enter("1");
    await enter("");
  }
  expect(hand.current.asking).toMatchObject({ byWord: true });
  await enter("1");
  expect(now().released).toBeNull();
  await enter("release");
  expect(submitted.flat().pop()).toEqual({ type: "job_released", said: "release" });
});

test("a browser that cannot put a line away says so, and the next line is taken", async () => {
  const { hand, enter, lose, submitted } = measuring();
  lose("the disk is full");
  await enter("2.81");
  expect(hand.current.said.now()).toMatchObject({
    tone: "stop",
    text: expect.stringMatching(/not taken.*the disk is full/),
  });
  expect(submitted).toEqual([]);
  lose(null);
  await enter("2.81");
  expect(submitted.flat()).toHaveLength(1);
});

test("the key for a picture asks for one, and the picture goes with its line", async () => {
  const { hand, press, submitted, task } = measuring();
  const step = task();
  if (!step) throw new Error("no step");
  await press(() => hand.current.photo(new Blob(["x"]), step, "edge"));
  expect(submitted.flat().pop()).toMatchObject({ type: "photo_taken", task: step.id, caption: "edge" });
});

test("g takes another gauge of those that can; what is read next is read with it, and so is the next job there", async () => {
  const step = "measure:friction-thickness:found";
  const caliper = bench.gauges.find(({ kind }) => kind === "caliper");
  if (!caliper) throw new Error("the demo has no caliper");
  const shop = { ...bench, gauges: [caliper, { ...caliper, id: "another", name: "Another caliper" }] };
  const gauges = (submitted: readonly Draft[][]) =>
    submitted.flat().flatMap((draft) => (draft.type === "reading_taken" ? [draft.gauge] : []));
  const at = atBench(jobAt(step), lead, shop);
  await at.enter("2.9", "g");
  expect(at.hand.current.said.now()?.text).toBe("Another caliper from here on");
  await at.enter("2.9");
  expect(gauges(at.submitted)).toEqual([caliper.id, "another"]);
  const later = atBench(jobAt(step), lead, shop);
  await later.enter("2.9");
  // Whoever else works there takes what lies first.
  const other = atBench(jobAt(step), mira, shop);
  await other.enter("2.9");
  expect([gauges(later.submitted), gauges(other.submitted)]).toEqual([["another"], [caliper.id]]);
  // Where there is only one it is said.
  const single = atBench(jobAt(step), lead, { ...shop, gauges: [caliper] });
  await single.enter("g");
  expect(single.hand.current.said.now()?.text).toBe(`${caliper.name} is the only one here that can.`);
});

test("a place back is reached by arrows and answered otherwise; `-` there strikes what stands at it", async () => {
  const { hand, enter, press, now, submitted } = atBench(jobAt("inspect:friction-lining:found"));
  const first = now().events.findLast(({ body }) => body.type === "reading_taken")?.body;
  await press(() => hand.current.step(-1));
  expect(hand.current.hand.aim).toMatch(/^read:friction-thickness:/);
  await enter("2.83");
  expect(submitted.at(-1)?.map(({ type }) => type)).toEqual(["struck", "reading_taken"]);
  const last = now().events.at(-1)?.body;
  expect(last).toMatchObject({ text: "2.83", item: first?.type === "reading_taken" ? first.item : 0 });
  await press(() => hand.current.step(-1));
  await enter("-");
  expect(submitted.at(-1)?.map(({ type }) => type)).toEqual(["struck"]);
});

test("a line that is not taken is told with what was typed; a key that is not taken leaves the line alone", async () => {
  const { hand, enter, press } = measuring();
  await enter("2.9 2.9 x7");
  expect(hand.current.said.now()).toMatchObject({ tone: "stop", typed: "2.9 2.9 x7" });
  await press(() => hand.current.otherTool(null, { gauge: null, wrench: null, others: [] }));
  expect(hand.current.said.now()?.typed ?? "").toBe("");
});

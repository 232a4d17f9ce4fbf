import { shippedBody } from "../../testingProcedures.ts";
import { uuid } from "../../testing.ts";
import { procedureSchema } from "../procedure/index.ts";
import { type Actor, complete, concernsOf, fold, foldOn, isEvent, rehearsedJob } from "./index.ts";

const LEAD: Actor = { id: "lead", name: "Lead", roles: ["lead", "technician"] };

test("a brake that is found weak on the ride is proven by the ride; nothing of the way apart is done anew", () => {
  const { bench, events } = rehearsedJob(procedureSchema.parse(shippedBody("variable-belt")));
  const until = events.findIndex((event) => isEvent(event, "finding_recorded") && event.body.point === "ride-brake");
  const before = fold(events.slice(0, until));
  const weak = complete(bench, before, { type: "finding_recorded", point: "ride-brake", item: 1, word: "weak" }, LEAD);
  if (!weak.ok) throw new Error(weak.error.message);
  const line = { id: uuid(70_000), number: before.lastNumber + 1, at: events.at(-1)?.at ?? "", by: LEAD };
  const stopped = foldOn(before, { ...line, body: weak.value });
  expect(concernsOf(bench, stopped)).toContainEqual(expect.objectContaining({ row: "ride-brake", weight: "stop" }));
  const none = { meter: null, on: null, count: null, now: null, later: null };
  const right = { type: "followed_up", event: line.id, way: "put right", words: "bled", ...none } as const;
  const answer = complete(bench, stopped, right, LEAD);
  expect(answer.ok && "undoes" in answer.value && answer.value.undoes).toEqual(["find:ride-brake:1"]);
});

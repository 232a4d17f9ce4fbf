import { shippedBodies } from "../../testingProcedures.ts";
import { procedureSchema, tasksIn } from "../procedure/index.ts";
import { pointTaskId, readTaskId, taskId } from "./index.ts";

test("a task's name says what it is of, and the fact that it stands for once all of it is answered", () => {
  expect(readTaskId(taskId("fit", "pack"))).toEqual({ kind: "fit", of: "pack", fact: "fitted:pack" });
  expect(readTaskId(taskId("end", "soak"))).toEqual({ kind: "wait", of: "soak", fact: "done:soak" });
  expect(readTaskId(pointTaskId("measure", "slack", "left"))).toEqual({ kind: "measure", of: "slack", fact: null });
});

test("what is no task's name is none, and every task of every shipped procedure has one", () => {
  for (const odd of ["", "fit", "fit:", "polish:pack"]) expect(readTaskId(odd)).toBeNull();
  const names = shippedBodies.flatMap(([, body]) => [...tasksIn(procedureSchema.parse(body))]);
  expect(names.length).toBeGreaterThan(500);
  expect(names.filter((name) => readTaskId(name) === null)).toEqual([]);
});

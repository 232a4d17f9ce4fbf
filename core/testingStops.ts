import { uuid } from "./testing.ts";
import { activePoints, type Bench, type Body, complete, foldOn, type JobState, shutGate } from "./src/job/index.ts";
import type { Task } from "./src/job/task.ts";
import type { Finding, InspectPoint, Procedure } from "./src/procedure/index.ts";
import { readTaskId } from "./src/task/ids.ts";
import { slot } from "./src/task/lines.ts";
import { seenRight } from "./src/task/step/step.ts";

const LEAD = { id: "lead", name: "Lead", roles: ["technician", "lead"] };

const after = (state: JobState, body: Body): JobState => {
  const number = state.lastNumber + 1;
  return foldOn(state, { id: uuid(90_000 + number), number, at: state.events.at(-1)?.at ?? "", by: LEAD, body });
};

const found = (state: JobState, { id }: InspectPoint, { word, means, leads }: Finding): JobState =>
  after(state, { type: "finding_recorded", point: id, item: 1, word, means, leads });

const NOTHING = { meter: null, on: null, count: null, now: null, later: null };
function putRight(state: JobState, { id }: InspectPoint): JobState {
  const event = state.events.at(-1)?.id ?? "";
  const undoes = [slot.find(id, 1).key];
  return after(state, {
    type: "followed_up",
    event,
    way: "put right",
    words: "set anew",
    text: "x",
    undoes,
    ...NOTHING,
  });
}

/** What a stop holds, as the rule says it: by what its word endangers, by its system, and else all three. */
function holds(point: InspectPoint, finding: Finding, going: string, raised: boolean): boolean {
  if (finding.endangers) {
    return (
      going === "ride" || finding.endangers.some((one) => one === going || (one === "engine" && going === "moves"))
    );
  }
  if (point.system === "brake") return going !== "engine" || !raised;
  if (["steering", "axle", "wheel"].includes(point.system ?? "")) return going !== "engine";
  return true;
}

/** Whether a task is refused, to a lead too: a step by what is kept of it, anything else by the gate that stands before it. */
function isHeld(bench: Bench, state: JobState, task: Task, row: Going): boolean {
  if (row.kind !== "do") return shutGate(bench, state, task.id)?.id === "stop-work";
  const saw = seenRight(row);
  const draft = { type: "step_confirmed", step: row.id, ...(saw === "" ? {} : { saw }) } as const;
  const answer = complete(bench, state, draft, LEAD);
  return !answer.ok && answer.error.lacks?.id === "stop-work";
}

type Going = Procedure["steps"][number] | Procedure["points"][number];

/**
 * For rehearsals: before each step that sets something going, each stop of each point of the work is planted once. It holds
 * what it endangers and nothing else, put right it holds until it is looked at, and found well it holds nothing.
 */
export function plantedStops(): {
  met: ReadonlySet<string>;
  meets: (bench: Bench, state: JobState, task: Task) => string | null;
} {
  const planted = new Set<string>();
  const met = new Set<string>();
  const meets = (bench: Bench, state: JobState, task: Task): string | null => {
    const of = readTaskId(task.id)?.of ?? "";
    const row: Going | undefined =
      bench.procedure.steps.find(({ id }) => id === of) ?? bench.procedure.points.find(({ id }) => id === of);
    if (!row || !("setsGoing" in row) || row.setsGoing === undefined) return null;
    met.add(of);
    const raised = "raised" in row && row.raised === true;
    for (const point of activePoints(bench, state)) {
      if (point.kind !== "inspect" || point.id === of) continue;
      const well = point.findings.find(({ leads }) => leads === "keep");
      for (const finding of point.findings) {
        const key = `${of} ${point.id} ${finding.word}`;
        if (finding.leads !== "stop" || planted.has(key)) continue;
        planted.add(key);
        const expected = holds(point, finding, row.setsGoing, raised);
        const stopped = found(state, point, finding);
        if (isHeld(bench, stopped, task, row) !== expected) {
          return `${point.name}, ${finding.word}: ${expected ? "holds nothing" : "holds what it does not endanger"}`;
        }
        const mended = putRight(stopped, point);
        const proven = expected && point.requires?.includes("running") !== true;
        if (isHeld(bench, mended, task, row) !== proven) {
          return `${point.name}, ${finding.word}, put right: ${proven ? "not looked at, and it holds nothing" : "cannot be proven"}`;
        }
        if (well && isHeld(bench, found(mended, point, well), task, row)) return `${point.name}: well, and it holds`;
        if (isHeld(bench, found(mended, point, finding), task, row) !== expected) return `${point.name}: bad again`;
      }
    }
    return null;
  };
  return { met, meets };
}

import {
  type Actor,
  type Bench,
  type JobState,
  type OpenPoint,
  type Task,
  tools,
  waitingSlots,
  walk,
} from "@averin/core";
import { renderToStaticMarkup } from "react-dom/server";
import type { TestJob } from "../../core/testing.ts";
import { TaskPanel } from "@/features/bench/TaskPanel";

const none = () => undefined;

/** For tests: a step as the bench shows it, as a page's text. */
export function stepOnScreen(
  bench: Bench,
  state: JobState,
  task: Task | null,
  actor: Actor,
  points: readonly OpenPoint[] = [],
): string {
  return renderToStaticMarkup(
    <TaskPanel
      jobId="j"
      lastTime={{}}
      onOthers={{}}
      actor={actor}
      onPreset={none}
      onTooFar={none}
      onAsk={none}
      onJudge={none}
      bench={bench}
      state={state}
      task={task}
      waiting={task ? waitingSlots(bench, state, task) : []}
      kit={tools(bench, task)}
      points={points}
      releaseKept
      lives={{}}
      onAim={none}
      onEnter={none}
      onSign={none}
      onReopen={none}
      onPark={none}
      onHandBack={none}
      onCause={none}
      onLook={none}
      onOutcome={none}
      concerns={{ onFollow: none, onOwner: none, onWork: none }}
    />,
  ).replaceAll("&#x27;", "'");
}

/** For tests: the step in hand of a job, or the one named. */
export function stepPanel(job: TestJob, at?: string): string {
  const { state, shop } = job;
  const task = at === undefined ? job.task : (walk(shop, state).find((t) => t.id === at) ?? null);
  return stepOnScreen(shop, state, task, job.by, job.open);
}

"use client";

import {
  type Bench,
  type Concern,
  blanksFor,
  handsOn,
  type JobState,
  workName,
  worksStanding,
  type WorkStanding,
} from "@averin/core";
import { useState } from "react";
import { fetched } from "@/ui/fetched";
import { FormKey } from "@/ui/FormKey";
import { useTimes } from "@/client/useTimes";
import { timeWords, tookWords } from "@/ui/times";
import { besidesAsked } from "./besidesAsked.ts";
import { Drawer } from "./Drawer.tsx";
import type { Colleague } from "./PersonKey.tsx";
import { assignAsked, cancelAsked, promiseAsked } from "./plans.ts";
import type { Asking } from "./useBenchHand.ts";

// Only who adds a work, or puts right what came in, needs the form.
const AddWork = fetched(() => import("./AddWork.tsx").then((module) => module.AddWork));
const CorrectOpening = fetched(() => import("./CorrectOpening.tsx").then((module) => module.CorrectOpening));

const STAGE_TONE: Readonly<Record<WorkStanding["stage"], string>> = {
  ...{ "to do": "text-soft", waits: "text-near", "in hand": "text-petrol" },
  ...{ ready: "text-inside", released: "text-inside", dropped: "text-soft" },
};

type Props = {
  jobId: string;
  bench: Bench;
  state: JobState;
  /** Goes to the first step of a work that waits. */
  onGo: (work: string) => void;
  onDrop: (work: string, name: string) => void;
  onRelease: (work: string, name: string) => void;
  onTime: (work: string, name: string) => void;
  onPark: () => void;
  onHandBack: () => void;
  /** Asks in the line for what is planned of the job as a whole. */
  onAsk: (asking: Asking) => void;
  /** Who may be asked to do it. */
  people: readonly Colleague[];
  /** What a further work is added for, where a finding led to it; null where the dialog is closed by that. */
  from: Concern | null;
  onClosed: () => void;
};

/** The works of this job, how far each is and what it waits for; and the form that adds one. */
export function WorksKey(props: Props) {
  const [asked, setAsked] = useState(false);
  const [corrects, setCorrects] = useState(false);
  const open = asked || props.from !== null;
  const setOpen = (now: boolean): void => {
    setAsked(now);
    if (!now) {
      props.onClosed();
      setCorrects(false);
    }
  };
  const closing = (act: () => void) => () => {
    setOpen(false);
    act();
  };
  const standing = worksStanding(props.bench, props.state);
  const several = standing.filter(({ stage }) => stage !== "dropped").length;
  const label = <>Works{several > 1 && <span className="figure"> {several}</span>}</>;
  return (
    <Drawer
      far="W"
      label={label}
      title="Works of this job"
      about="What is done on this machine while it is here, how far each work is, what it waits for, by when and by whom."
      open={open}
      onOpenChange={setOpen}
    >
      <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-4">
        {!props.state.released && <Planned {...props} closing={closing} />}
        <ul>
          {standing.map((one) => (
            <WorkRow key={one.work.id} {...props} one={one} several={several > 1} close={() => setOpen(false)} />
          ))}
        </ul>
        {props.state.released ? (
          <p className="py-3 text-soft">This job has ended: a lead reopens it before more is added to it.</p>
        ) : (
          <>
            <AddWork jobId={props.jobId} from={props.from} onAdded={() => setOpen(false)} />
            <section aria-label="Besides" className="mt-6 border-t border-line pt-3">
              <h3 className="caption">what no step asks for</h3>
              <button
                type="button"
                className="key mt-2"
                onClick={closing(() => props.onAsk(besidesAsked(blanksFor([props.bench.procedure.build]))))}
              >
                Measure something else
              </button>
            </section>
            <section aria-label="Other ends" className="mt-6 border-t border-line pt-3">
              <h3 className="caption">where the work cannot go on</h3>
              <p className="mt-2 flex flex-wrap gap-2">
                <button type="button" className="key" onClick={closing(props.onPark)}>
                  Park the job
                </button>
                <button type="button" className="key" onClick={closing(props.onHandBack)}>
                  Hand back unfinished
                </button>
                <button type="button" className="key" onClick={closing(() => props.onAsk(cancelAsked()))}>
                  Cancel the job
                </button>
              </p>
            </section>
          </>
        )}
        <section aria-label="As it came in" className="mt-6 border-t border-line pt-3">
          <h3 className="caption">as it came in</h3>
          {corrects ? (
            <CorrectOpening jobId={props.jobId} state={props.state} onKept={() => setOpen(false)} />
          ) : (
            <button type="button" className="key mt-2" onClick={() => setCorrects(true)}>
              Wrong machine or meter
            </button>
          )}
        </section>
      </div>
    </Drawer>
  );
}

/** By when the job is promised and whose it is to do. */
function Planned({
  state,
  people,
  onAsk,
  closing,
}: Pick<Props, "state" | "people" | "onAsk"> & { closing: (act: () => void) => () => void }) {
  const atBench = people.filter(({ roles }) => roles.includes("technician") || roles.includes("lead"));
  return (
    <section aria-label="When and who" className="flex flex-wrap items-center gap-2 border-b border-line py-3">
      <p className="flex-1 text-lg">
        {state.promised === null ? "No day is promised" : `Promised for ${state.promised}`};{" "}
        {state.assigned === null ? "anybody’s to do" : `for ${state.assigned.name} to do`}.
      </p>
      <button type="button" className="key" onClick={closing(() => onAsk(promiseAsked(state)))}>
        Promise a day
      </button>
      <button type="button" className="key" onClick={closing(() => onAsk(assignAsked(state, atBench)))}>
        Say who does it
      </button>
    </section>
  );
}

function WorkRow({
  one: { work, stage, waits, open },
  state,
  several,
  close,
  onGo,
  onDrop,
  onRelease,
  onTime,
  bench,
  jobId,
}: Props & { one: WorkStanding; several: boolean; close: () => void }) {
  const name = workName(work);
  const hands = handsOn(bench, state).find((one) => one.work === work.id);
  const added = state.added.get(work.id);
  const dropped = state.dropped.get(work.id);
  const then = (act: () => void) => () => {
    close();
    act();
  };
  const [isWrong, setWrong] = useState(false);
  const live = stage !== "dropped" && stage !== "released" && !state.released;
  const times = tookWords({ took: useTimes(live ? work.of : null).took, reckoned: null });
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line py-3">
      <div className="min-w-[260px] flex-1">
        <p className={`text-lg font-semibold ${stage === "dropped" ? "line-through" : ""}`}>{name}</p>
        {added && <p className="text-[15px] text-soft">because: {added.body.because}</p>}
        {dropped && (
          <p className="text-[15px] text-soft">
            dropped by {dropped.by.name}: {dropped.body.reason}
          </p>
        )}
        {waits !== null && <p className="text-[15px]">waits: {waits}</p>}
      </div>
      <p className={`text-lg font-semibold ${STAGE_TONE[stage]}`}>
        {stage}
        {live && open > 0 && <span className="figure text-[15px] text-soft"> · {open} open</span>}
      </p>
      {hands && (hands.minutes > 0 || hands.corrected || hands.reckoned) && (
        <p className="w-full text-[15px] text-soft">{timeWords(hands)}</p>
      )}
      {live && times !== null && <p className="w-full text-[15px] text-soft">{times}</p>}
      {live && (
        <p className="flex w-full flex-wrap gap-2">
          <button type="button" className="key" onClick={then(() => onGo(work.id))}>
            Go there
          </button>
          <button type="button" className="key" onClick={then(() => onTime(work.id, name))}>
            Correct its time
          </button>
          <FormKey
            words="The shop’s minutes"
            title={`What this shop reckons ${work.title} with`}
            about="It stands beside the time by the log, and in what a job comes to before its work is done. A lead says it."
            to="/api/minutes"
            fixed={{ procedure: work.of }}
            fields={[
              {
                name: "minutes",
                label: "Minutes; empty: nothing any more",
                like: "90",
                start: String(hands?.reckoned?.minutes ?? ""),
              },
              { name: "words", label: "By what", like: "our list of 2026", start: hands?.reckoned?.words ?? "" },
            ]}
          />
          {several && (
            <>
              <button type="button" className="key" onClick={then(() => onRelease(work.id, name))}>
                Release this work
              </button>
              <button type="button" className="key" onClick={then(() => onDrop(work.id, name))}>
                Drop it
              </button>
            </>
          )}
          <button type="button" className="key" aria-expanded={isWrong} onClick={() => setWrong(!isWrong)}>
            Wrong work
          </button>
        </p>
      )}
      {live && isWrong && (
        <div className="w-full">
          <AddWork jobId={jobId} inPlaceOf={{ work: work.id, name }} onAdded={close} />
        </div>
      )}
    </li>
  );
}

import {
  type Bench,
  type JobState,
  type Met,
  type Task,
  type Trouble,
  type Troubled,
  troubledRows,
  troublesFor,
  troublesOf,
  TROUBLES,
  walk,
} from "@averin/core";
import { useState } from "react";
import { DialogKey } from "@/ui/DialogKey";
import { troubleAsked, troubleEndAsked, tryAsked } from "./troubleAsked.ts";
import type { Asking } from "./useBenchHand.ts";

type Props = {
  bench: Bench;
  state: JobState;
  /** The step in hand; null before the release. */
  task: Task | null;
  /** Asks in the line for the words of it. */
  onAsk: (asking: Asking) => void;
};

/**
 * What broke or will not come at this step, or at one that is no longer there: what to look at, what is tried next, how it
 * may end. Before the release all of it.
 */
export function Troubles({ bench, state, task, onAsk }: Props) {
  if (state.released) return null;
  const steps = new Set(walk(bench, state).map(({ id }) => id));
  const isHere = (at: string): boolean => task === null || at === task.id || !steps.has(at);
  return troublesOf(state)
    .filter(({ met, ended }) => ended === null && isHere(met.body.task))
    .map((one) => <OpenTrouble key={one.met.id} one={one} onAsk={onAsk} />);
}

/** The key of every step that says that something broke or will not come. */
export function TroubleKey({ bench, state, task, onAsk }: Props & { task: Task }) {
  // On a walk round a machine nothing is taken apart: what is wrong there is found.
  if (state.released || !walk(bench, state).some(({ kind }) => kind === "off")) return null;
  return (
    <p>
      <DialogKey
        far="B"
        words="It broke, will not come, or is no good"
        title="What is it?"
        about="Nobody signs for what broke or will not come: it stays open until somebody has said how it ended."
      >
        {(close) => (
          <Choice
            rows={troubledRows(bench, state)}
            own={task.entry}
            onChosen={(row, trouble) => {
              close();
              onAsk(troubleAsked(row, trouble, task.id));
            }}
          />
        )}
      </DialogKey>
    </p>
  );
}

/** At which fastener or part, and what: those of the step in hand first. */
function Choice({
  rows,
  own,
  onChosen,
}: {
  rows: readonly Troubled[];
  own: string | null | undefined;
  onChosen: (row: Troubled, trouble: Trouble) => void;
}) {
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      rows.findIndex(({ row }) => row === own),
    ),
  );
  const row = rows[at];
  if (!row) return <p className="mt-3 text-lg">Nothing comes apart in this work: a note says what was met.</p>;
  const can = troublesFor(row);
  return (
    <div className="mt-3 flex flex-col gap-3">
      <label className="flex flex-col gap-1 font-semibold">
        Which one
        <select className="field text-xl" autoFocus value={at} onChange={(event) => setAt(Number(event.target.value))}>
          {rows.map((one, i) => (
            <option key={`${one.row} ${one.item}`} value={i}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <ul className="flex flex-col gap-2">
        {TROUBLES.filter((one) => can.includes(one)).map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="key min-h-[56px]! w-full justify-start! text-left text-lg"
              onClick={() => onChosen(row, one)}
            >
              {one.name}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function OpenTrouble({ one, onAsk }: { one: Met; onAsk: (asking: Asking) => void }) {
  const { met, tried, trouble } = one;
  if (!trouble) return null;
  const said = (way: string): string =>
    tried
      .filter(({ body }) => body.way === way)
      .map(({ body }) => body.words)
      .join("; ");
  const next = trouble.tries.find(({ id }) => said(id) === "");
  return (
    <section aria-label={met.body.name} className="border-2 border-past p-3">
      <h2 className="text-xl font-semibold text-past">
        {met.body.name}: {met.body.says}
      </h2>
      <p>
        {met.body.words} <span className="text-soft">({met.by.name})</span>
      </p>
      <p className="caution mt-2 text-lg">
        <strong>Caution. </strong>
        {trouble.caution}
      </p>
      <p className="mt-2 text-lg">
        <strong>Look first. </strong>
        {trouble.look}
      </p>
      <div className="mt-2 grid gap-x-4 gap-y-2 lg:grid-cols-2">
        <div>
          <h3 className="caption">{trouble.complaint ? "done, in this order" : "tried, the gentlest first"}</h3>
          <ol className="mt-1 flex flex-col gap-1">
            {trouble.tries.map((way, i) => (
              <li key={way.id}>
                <button
                  type="button"
                  className="key w-full justify-start! text-left"
                  data-main={way === next}
                  onClick={() => onAsk(tryAsked(one, way))}
                >
                  <span className="figure">{i + 1}</span> {way.says}
                  {said(way.id) !== "" && <span className="ml-auto text-[15px] text-soft">{said(way.id)}</span>}
                </button>
              </li>
            ))}
          </ol>
        </div>
        <div>
          <h3 className="caption">how it ended</h3>
          <ul className="mt-1 flex flex-col gap-1">
            {trouble.ends.map((end) => (
              <li key={end.id}>
                <button
                  type="button"
                  className="key w-full justify-start! text-left"
                  onClick={() => onAsk(troubleEndAsked(one, end))}
                >
                  {end.says}
                  {end.owner && <span className="ml-auto text-[15px] whitespace-nowrap text-soft">owner agrees</span>}
                </button>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-[15px] text-soft">
            Where it has no end here, the machine is handed back unfinished (Works), and its sheet says so.
          </p>
        </div>
      </div>
    </section>
  );
}

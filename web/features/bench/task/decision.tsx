import {
  countOf,
  decisionFor,
  DECISIONS,
  decisionsOffered,
  partOf,
  proposalFor,
  type Slot,
  nameOfItem,
} from "@averin/core";
import { inSight } from "@/instruments/inSight";
import { listHeight } from "../listHeight.ts";
import type { PanelProps } from "../panel.ts";

type Decide = Extract<Slot, { kind: "decide" }>;

/** Each part with what is proposed and why; Enter takes the proposal, a number overrules it with a reason. */
export function DecidePanel({ bench, state, task, waiting, onAim, onEnter }: PanelProps) {
  const slots = task.slots.filter((s): s is Decide => s.kind === "decide");
  const part = slots[0] && partOf(bench.procedure, slots[0].part);
  if (!part) return null;
  const aim = waiting.find((s): s is Decide => s.kind === "decide");
  const aimed = aim ? proposalFor(bench, state, part, aim.item) : null;
  const offered = aimed ? decisionsOffered(aimed) : [];
  return (
    <>
      <ol className="flex-1 overflow-y-auto border-t border-line" style={{ minHeight: listHeight(slots.length) }}>
        {slots.map((s) => {
          const proposal = proposalFor(bench, state, part, s.item);
          const taken = decisionFor(state, part, s.item);
          const current = aim?.key === s.key;
          return (
            <li key={s.key} ref={current ? inSight : undefined} className="border-b border-line">
              <button
                type="button"
                title={taken ? "decide otherwise" : undefined}
                onClick={() => onAim(s.key)}
                className={`grid min-h-[52px] w-full grid-cols-[18px_130px_84px_1fr] items-center gap-2 px-1 py-1 text-left leading-tight ${current ? "bg-band" : ""}`}
              >
                <span aria-hidden className="text-petrol">
                  {current ? "▸" : ""}
                </span>
                <span className="font-semibold">
                  {s.item > 0
                    ? nameOfItem(state, part, s.item)
                    : countOf(state, part.id) > 1
                      ? `all ${part.name.toLowerCase()}`
                      : part.name.toLowerCase()}
                </span>
                <span
                  className={`text-lg font-semibold ${(taken?.decision ?? proposal.decision) === "renew" ? "text-past" : "text-petrol"}`}
                >
                  {taken ? taken.decision : (proposal.decision ?? "say") + "?"}
                </span>
                <span>
                  {taken?.because ?? proposal.because}
                  {taken?.reason && <strong className="block">taken because: {taken.reason}</strong>}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      {aim && (
        <div className="flex flex-wrap gap-2">
          {aimed?.decision != null && (
            <button type="button" className="key" data-main="true" onClick={() => onEnter("")}>
              Enter: {aimed.decision}
            </button>
          )}
          {DECISIONS.map(
            (decision, i) =>
              offered.includes(decision) && (
                <button key={decision} type="button" className="key" onClick={() => onEnter(String(i + 1))}>
                  <span className="figure">{i + 1}</span> {decision}
                </button>
              ),
          )}
        </div>
      )}
    </>
  );
}

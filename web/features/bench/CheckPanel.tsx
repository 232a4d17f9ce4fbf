import { computeStepOf, type Slot, stackChecks } from "@averin/core";
import type { PanelProps } from "./TaskPanel.tsx";

const HOW = {
  count: "type both counts: 9 8",
  plates: "type each thickness, outermost first",
  facing: "Enter: all the same way; or the numbers of those that are not",
} as const;
const LINE_OF = { count: "count", thicknesses: "plates", order: "plates", facing: "facing" } as const;

/** The four separate checks of the pack as laid out, each with what it should be, or the mistake by name. */
export function CheckPanel({ bench, state, task, waiting, onAim }: PanelProps) {
  const slots = task.slots.filter((s): s is Extract<Slot, { kind: "check" }> => s.kind === "check");
  const step = slots[0] && computeStepOf(bench, slots[0].step);
  if (!step) return null;
  const aim = waiting.find((s) => s.kind === "check");
  return (
    <ol>
      {stackChecks(bench, state, step).map(({ check, ok, text }) => {
        const slot = slots.find((s) => s.check === LINE_OF[check]);
        const current = aim !== undefined && aim.key === slot?.key;
        return (
          <li key={check} className="border-b border-line">
            <button
              type="button"
              onClick={() => slot && onAim(slot.key)}
              className={`grid min-h-[68px] w-full grid-cols-[34px_130px_1fr] items-center gap-3 px-2 py-1 text-left ${current ? "bg-band" : ""}`}
            >
              <Mark ok={ok} />
              <span className="text-lg font-semibold">{check}</span>
              <span className="leading-tight">
                <span className={`block text-lg ${ok === false ? "font-semibold text-past" : ""}`}>
                  {ok === null ? <span className="figure">{text}</span> : text}
                </span>
                {current && slot && ok !== true && <span className="text-[15px] text-soft">{HOW[slot.check]}</span>}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** Right: a filled box; wrong: a box crossed; not yet made: an empty one. */
function Mark({ ok }: { ok: boolean | null }) {
  return (
    <svg
      viewBox="0 0 34 34"
      width="34"
      height="34"
      role="img"
      aria-label={ok === null ? "open" : ok ? "right" : "wrong"}
    >
      <rect
        x="4"
        y="4"
        width="26"
        height="26"
        fill={ok ? "var(--inside)" : "none"}
        stroke={ok === false ? "var(--past)" : "var(--ink)"}
        strokeWidth="2.5"
        strokeDasharray={ok === null ? "4 3" : undefined}
      />
      {ok === false && <path d="M8 8l18 18M26 8L8 26" stroke="var(--past)" strokeWidth="3.5" />}
    </svg>
  );
}

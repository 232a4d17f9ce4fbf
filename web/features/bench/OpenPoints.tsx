import { type JobState, OPEN_GROUPS, type OpenPoint } from "@averin/core";

const ENDED = { job_released: "Released", job_handed_back: "Handed back", job_cancelled: "Cancelled" } as const;

/** What nobody should have to look for. */
const AHEAD: readonly OpenPoint["group"][] = ["stop work", "trouble"];

/** Until release: everything still open, grouped by what clears it, what is next first; signed ones stay visible. */
export function OpenPoints({
  points,
  state,
  next,
  released,
  onGo,
}: {
  points: readonly OpenPoint[];
  state: JobState;
  /** The task that is next. */
  next: string | null;
  /** The server has the release. */
  released: boolean;
  onGo: (task: string) => void;
}) {
  const open = points.filter((point) => !state.signed.has(point.key));
  const first = open.find(({ task, group }) => task === next && !AHEAD.includes(group))?.group;
  const groups = OPEN_GROUPS.filter((group) => group !== first && !AHEAD.includes(group));
  return (
    <section aria-label="Until release" className="p-3">
      <h2 className="caption flex justify-between">
        <span>{released && state.released ? ENDED[state.released.body.type] : "Until release"}</span>
        <span className="figure text-ink">{open.length}</span>
      </h2>
      {open.length === 0 && (
        <p className="py-2">{released ? "Nothing was left open." : "Nothing is open. Ready for release."}</p>
      )}
      <div className="sm:columns-2 sm:gap-6 lg:columns-1">
        {[...AHEAD, ...(first ? [first] : []), ...groups].map((group) => {
          const own = open.filter((point) => point.group === group);
          if (own.length === 0) return null;
          return (
            <div key={group} className="mt-2 break-inside-avoid border-t border-line pt-1">
              <h3 className="flex justify-between font-semibold">
                <span>{group}</span>
                <span className="figure text-[15px]">{own.length}</span>
              </h3>
              <ul>
                {own.map((point) => (
                  <li key={point.key}>
                    <button
                      type="button"
                      onClick={() => onGo(point.task)}
                      className={`min-h-[48px] w-full py-1 text-left pointer-fine:min-h-[30px] text-[16px] leading-tight hover:bg-ground ${AHEAD.includes(group) ? "font-semibold text-past" : ""}`}
                    >
                      {point.text}
                    </button>
                  </li>
                ))}
              </ul>
            </div>
          );
        })}
      </div>
      {state.notes.length > 0 && (
        <div className="mt-2 border-t border-line pt-1">
          <h3 className="font-semibold">notes</h3>
          <ul className="text-[15px] text-soft">
            {state.notes.map((event) => (
              <li key={event.id} className="py-1 leading-tight">
                {event.body.text} ({event.by.name})
              </li>
            ))}
          </ul>
        </div>
      )}
      {state.signed.size > 0 && (
        <div className="mt-2 border-t border-line pt-1">
          <h3 className="font-semibold">signed for</h3>
          <ul className="text-[15px] text-soft">
            {[...state.signed.values()].map((event) => (
              <li key={event.id} className="py-1 leading-tight">
                {event.body.text}: {event.body.reason} ({event.by.name})
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

import { type Bench, cardOf, cardWords, entryOf, inTray, type JobState, trayOf, type TrayLine } from "@averin/core";

/** Where each lay, with its length and what was under it, for what comes out place by place. */
const placesIn = ({ places }: TrayLine): string[] =>
  places.flatMap(({ place, lengthMm, under, state }) => {
    const said = [lengthMm === null ? "" : `${lengthMm} mm`, under ?? ""].filter(Boolean).join(", ");
    return state === "out" && said !== "" ? [`${place}: ${said}`] : [];
  });

/** A label for everything that is out: what, how many, of which machine and job; nothing for what is in again. */
export function TrayLabels({ number, bench, state }: { number: string; bench: Bench; state: JobState }) {
  const machine = state.opened?.body.machine;
  const sizeOf = ({ id }: TrayLine): string | null => {
    const entry = entryOf(bench.procedure, id);
    const card = entry?.kind === "fasteners" ? cardOf(bench, state, entry) : null;
    return card ? cardWords(card) : null;
  };
  const lines = trayOf(bench, state).filter((line) => !line.temporary && inTray(line) > 0);
  return (
    <main className="mx-auto max-w-[1000px] p-5 print:max-w-none print:p-0">
      {lines.length === 0 && <p className="text-lg">Nothing lies in the tray now.</p>}
      <ul className="grid grid-cols-2 gap-3">
        {lines.map((line) => (
          <li key={line.id} className="break-inside-avoid border-2 border-dashed border-ink bg-sheet p-3">
            <p className="flex justify-between gap-3 text-[15px]">
              <span>
                {machine?.mark} · {machine?.maker} {machine?.model}
              </span>
              <span className="figure font-bold">{number}</span>
            </p>
            <p className="mt-1 text-2xl leading-tight font-semibold">
              <span className="figure">{inTray(line)} ×</span> {inTray(line) === 1 ? line.one : line.name}
            </p>
            {sizeOf(line) !== null && <p>{sizeOf(line)}</p>}
            {placesIn(line).map((words) => (
              <p key={words} className="figure text-[15px]">
                {words}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </main>
  );
}

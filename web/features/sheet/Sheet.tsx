import {
  type Bench,
  countOf,
  decisionFor,
  eventSentence,
  type FastenerEntry,
  figure,
  findingOf,
  fold,
  itemName,
  type JobEvent,
  type JobState,
  type Judged,
  judgeItem,
  type Limit,
  type MeasurePoint,
  openPoints,
  partOf,
  partsOf,
  pullList,
  pullListTotal,
  pullsOf,
  sourceLine,
  unsigned,
  verdictSentence,
  walk,
} from "@averin/core";
import type { ReactNode } from "react";
import { VerdictMark } from "@/instruments/VerdictMark";

/** What the owner and the file get: readings against limits, parts, torques, what was left. */
export function Sheet({ number, bench, events }: { number: string; bench: Bench; events: JobEvent[] }) {
  const state = fold(events);
  const opened = state.opened?.body;
  if (!opened) return null;
  const tasks = walk(bench, state);
  const open = unsigned(state, openPoints(bench, state, tasks));
  const lines = pullList(bench, state);
  return (
    <main className="mx-auto max-w-[1000px] bg-sheet p-8 print:max-w-none print:p-0">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-[3px] border-ink pb-2">
        <div>
          <h1 className="text-3xl font-semibold">
            {opened.machine.maker} {opened.machine.model}, {opened.machine.mark}
          </h1>
          <p>
            {bench.procedure.title} · {opened.meter.value} {opened.meter.unit} · {opened.owner.name}
          </p>
        </div>
        <div className="text-right">
          <p className="figure text-2xl font-bold">{number}</p>
          <p>
            {state.released
              ? `released ${day(state.released.at)} by ${state.released.by.name}`
              : `not released: ${open.length} open`}
          </p>
        </div>
      </header>
      <p className="py-2">
        <strong>Came in {day(state.opened?.at ?? "")} for:</strong> {opened.complaint} ({opened.symptom})
      </p>
      <Readings bench={bench} state={state} />
      <Findings bench={bench} state={state} />
      <Decisions bench={bench} state={state} />
      <Block title="Parts">
        {lines.length === 0 && <p>None so far.</p>}
        <table className="w-full">
          <tbody>
            {lines.map((line) => (
              <tr key={`${line.role}-${line.name}`} className="border-b border-line">
                <td className="figure w-14 py-1 text-right font-bold">{line.quantity} ×</td>
                <td className="px-3">{line.name}</td>
                <td className="figure text-[15px]">{line.part?.number ?? "no part on file"}</td>
                <td className="px-3 text-soft">{line.why}</td>
                <td className="figure text-right">{line.part ? `${line.part.price} ${line.part.currency}` : ""}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {lines.length > 0 && (
          <p className="figure pt-1 text-right font-bold">
            {pullListTotal(lines)} {lines.find((line) => line.part)?.part?.currency}
          </p>
        )}
      </Block>
      <Torques bench={bench} state={state} />
      <Block title="Left, and what it means">
        {open.length === 0 && state.signed.size === 0 && <p>Nothing was left.</p>}
        <ul>
          {[...state.signed.values()].map((event) => (
            <li key={event.id} className="border-b border-line py-1">
              {event.body.text}. <strong>{event.body.reason}</strong>, signed by {event.by.name}, {day(event.at)}.
            </li>
          ))}
          {open.map((point) => (
            <li key={point.key} className="border-b border-line py-1">
              <strong>Open: </strong>
              {point.text}
            </li>
          ))}
        </ul>
      </Block>
      {state.notes.length > 0 && (
        <Block title="Notes">
          <ul>
            {state.notes.map((event) => (
              <li key={event.id} className="border-b border-line py-1">
                {event.body.text} ({event.by.name}, {day(event.at)})
              </li>
            ))}
          </ul>
        </Block>
      )}
      <Block title="Next">
        <ul>
          {bench.procedure.release.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </Block>
      <Struck bench={bench} state={state} />
      <footer className="mt-6 border-t-2 border-ink pt-2 text-[15px] text-soft">
        The maker’s service manual, local rules and licensed practice come before this sheet. Figures without a source
        are marked so; a reading without a limit on file is not a pass.
      </footer>
    </main>
  );
}

const day = (at: string): string => at.slice(0, 10);

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="break-inside-avoid pt-4">
      <h2 className="caption border-b-2 border-ink">{title}</h2>
      {children}
    </section>
  );
}

function limitWords(limit: Limit | null): string {
  if (limit === null) return "no limit on file";
  const parts = [
    limit.serviceMin !== undefined ? `min ${limit.serviceMin}` : "",
    limit.serviceMax !== undefined ? `max ${limit.serviceMax}` : "",
  ];
  return parts.filter(Boolean).join(", ");
}

const said = (judged: Judged | null, unit: string): string =>
  judged === null ? "" : `${figure(judged.value, judged.readings[0]?.body.gauge.resolution)} ${unit}`;

function Readings({ bench, state }: { bench: Bench; state: JobState }) {
  const points = bench.procedure.points.filter((p): p is MeasurePoint => p.kind === "measure");
  return (
    <Block title="Readings, as found and as left">
      <table className="w-full text-left">
        <thead className="text-[15px] text-soft">
          <tr>
            <th className="font-normal">place</th>
            <th className="font-normal">as found</th>
            <th className="font-normal">verdict</th>
            <th className="font-normal">as left</th>
            <th className="font-normal">limit</th>
          </tr>
        </thead>
        {points.map((point) => (
          <PointRows key={point.id} bench={bench} state={state} point={point} />
        ))}
      </table>
    </Block>
  );
}

function PointRows({ bench, state, point }: { bench: Bench; state: JobState; point: MeasurePoint }) {
  const part = partOf(bench.procedure, point.on);
  const count = part ? countOf(state, part.id) : 1;
  const rows = Array.from({ length: count }, (_, i) => i + 1);
  const any = rows
    .map((i) => judgeItem(state, point, i, "found") ?? judgeItem(state, point, i, "left"))
    .find((j) => j !== null);
  const skipped = [...state.skipped.values()].filter((event) => event.body.slot.startsWith(`read:${point.id}:`));
  return (
    <tbody>
      <tr>
        <th colSpan={5} className="pt-2 font-semibold">
          {point.name}{" "}
          <span className="text-[15px] font-normal text-soft">{any?.spec ? sourceLine(any.spec.source) : ""}</span>
        </th>
      </tr>
      {!any && (
        <tr className="border-b border-line">
          <td colSpan={5}>not measured{skipped[0] ? `: ${skipped[0].body.reason}` : ""}</td>
        </tr>
      )}
      {any &&
        rows.map((item) => {
          const found = judgeItem(state, point, item, "found");
          const left = judgeItem(state, point, item, "left");
          const decision = part ? decisionFor(state, part, item)?.decision : undefined;
          const asLeft = left
            ? said(left, point.unit)
            : decision === "renew"
              ? ""
              : found
                ? said(found, point.unit)
                : "";
          const judged = found ?? left;
          return (
            <tr key={item} className="border-b border-line">
              <td className="py-0.5">{part && count > 1 ? itemName(part, item, count) : ""}</td>
              <td className="figure">{said(found, point.unit)}</td>
              <td>
                {judged && (
                  <span className="flex items-center gap-2">
                    <VerdictMark judged={judged} size={0.8} />
                    {verdictSentence(judged, point.unit)}
                  </span>
                )}
                {!judged && "not measured"}
              </td>
              <td className="figure">
                {asLeft}
                {decision === "renew" && <span className="font-sans"> {left ? "new" : "new, not measured"}</span>}
              </td>
              <td className="figure text-[15px]">{limitWords(judged?.limit ?? null)}</td>
            </tr>
          );
        })}
    </tbody>
  );
}

function Findings({ bench, state }: { bench: Bench; state: JobState }) {
  return (
    <Block title="Inspected, in words">
      <ul>
        {bench.procedure.points.map((point) => {
          if (point.kind !== "inspect") return null;
          const items = Array.from(
            { length: countOf(state, point.on) },
            (_, i) => findingOf(state, point, i + 1)?.word ?? "not looked at",
          );
          return (
            <li key={point.id} className="border-b border-line py-1">
              <strong>{point.name}</strong>, {bench.procedure.sides.outer} first: {items.join(" · ")}
            </li>
          );
        })}
      </ul>
    </Block>
  );
}

function Decisions({ bench, state }: { bench: Bench; state: JobState }) {
  const rows = partsOf(bench.procedure).flatMap((part) => {
    if (!part.decision) return [];
    const items =
      part.decision.scope === "each" ? Array.from({ length: countOf(state, part.id) }, (_, i) => i + 1) : [0];
    return items.map((item) => ({
      key: `${part.id}-${item}`,
      name: item === 0 ? part.name : itemName(part, item, countOf(state, part.id)),
      taken: decisionFor(state, part, item),
    }));
  });
  return (
    <Block title="Decisions">
      <ul>
        {rows.map(({ key, name, taken }) => (
          <li key={key} className="border-b border-line py-0.5">
            <strong>{name}: </strong>
            {taken ? `${taken.decision} (${taken.because})${taken.reason ? `; ${taken.reason}` : ""}` : "not decided"}
          </li>
        ))}
      </ul>
    </Block>
  );
}

function Torques({ bench, state }: { bench: Bench; state: JobState }) {
  const groups = bench.procedure.spine.filter((entry): entry is FastenerEntry => entry.kind === "fasteners");
  return (
    <Block title="Torques">
      {groups.map((entry) => {
        const last = entry.torque.stagesPercent.length;
        const pulls = pullsOf(state, entry).filter((p) => p.pass === last);
        const first = pulls.find((p) => p.pulls.length > 0)?.pulls[0]?.body;
        return (
          <div key={entry.id} className="border-b border-line py-1">
            <strong>{entry.name}</strong>
            {first?.spec.kind === "torque" && (
              <span className="text-[15px] text-soft">
                {" "}
                {first.spec.targetNm} N·m ±{first.spec.tolerancePercent} %, {sourceLine(first.spec.source)},{" "}
                {first.wrench.name}
              </span>
            )}
            <p className="figure">
              {pulls
                .map(
                  (p) =>
                    `${p.place}: ${p.pulls.length > 0 ? `${p.pulls[p.pulls.length - 1]?.body.valueNm.toFixed(1)}${p.verdict === "in band" ? "" : ` ${p.verdict}`}` : "not torqued"}`,
                )
                .join("   ")}
            </p>
          </div>
        );
      })}
    </Block>
  );
}

function Struck({ bench, state }: { bench: Bench; state: JobState }) {
  const struck = state.events.filter((event) => state.struck.has(event.id));
  if (struck.length === 0) return null;
  return (
    <Block title="Struck entries">
      <ul className="text-[15px]">
        {struck.map((event) => (
          <li key={event.id} className="py-0.5">
            <s>
              {event.body.type === "reading_taken" ? `${event.body.text} ${event.body.unit}, ` : ""}
              {eventSentence(bench, state, event)}
            </s>{" "}
            by {event.by.name}, struck by {state.struck.get(event.id)?.by.name}
          </li>
        ))}
      </ul>
    </Block>
  );
}

import type { Bench, JobEvent } from "@averin/core";
import type { ReactNode } from "react";
import { VerdictMark } from "@/instruments/VerdictMark";
import { FOOT, type SheetData, sheetData } from "./sheetData.ts";

/** What the owner and the file get: readings against limits, parts, torques, what was left. */
export function Sheet({
  jobId,
  number,
  bench,
  events,
  release = null,
}: {
  jobId: string;
  number: string;
  bench: Bench;
  events: JobEvent[];
  /** Which of its releases it tells of, counted from 1; as the job stands where none is said. */
  release?: number | null;
}) {
  const sheet = sheetData(number, bench, events, release);
  if (!sheet) return null;
  return (
    <main className="mx-auto max-w-[1000px] bg-sheet p-8 print:max-w-none print:p-0">
      <header className="flex flex-wrap items-end justify-between gap-4 border-b-[3px] border-ink pb-2">
        <div>
          {sheet.shop !== "" && <p className="caption">{sheet.shop}</p>}
          <h1 className="text-3xl font-semibold">{sheet.machine}</h1>
          <p>{sheet.line}</p>
        </div>
        <div className="text-right">
          <p className="figure text-2xl font-bold">{sheet.number}</p>
          <p>{sheet.state}</p>
        </div>
      </header>
      {sheet.stops.map((stop) => (
        <p key={stop.text} className={stop.cleared ? "caution mt-2" : "stop mt-2 px-3 py-1 text-lg font-semibold"}>
          <strong>{stop.cleared ? "Work was stopped: " : "Not fit to run. "}</strong>
          {stop.text}
          {stop.cleared && <> Cleared: {stop.cleared}.</>}
        </p>
      ))}
      {sheet.back && (
        <div className="stop mt-2 px-3 py-1 text-lg">
          <p className="font-semibold">Handed back, not released. {sheet.back.words}</p>
          {sheet.back.standing.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      )}
      <p className="py-2">{sheet.complaint}</p>
      <section aria-label="For the owner" className="border-2 border-ink px-4 pb-3">
        {sheet.owner.map(({ title, none, lines }) => (
          <div key={title} className="break-inside-avoid">
            <h2 className="mt-3 text-lg font-semibold">{title}</h2>
            {lines.length === 0 && <p className="text-soft">{none}</p>}
            <ul>
              {lines.map((line, i) => (
                <li key={`${i} ${line}`} className="border-t border-line py-0.5">
                  {line}
                </li>
              ))}
            </ul>
          </div>
        ))}
      </section>
      <h2 className="mt-6 text-xl font-semibold">The shop’s record</h2>
      <Block title="Works" lines={sheet.works}>
        {(line) => line}
      </Block>
      <Readings readings={sheet.readings} />
      <Block title="Inspected, in words" lines={sheet.findings}>
        {({ name, words, pattern }) => (
          <>
            <strong>{name}</strong>: {words}
            {pattern && <span className="block">{pattern}</span>}
          </>
        )}
      </Block>
      <Block title="How sure this is" lines={sheet.grounds}>
        {(line) => line}
      </Block>
      <Block title="Decisions" lines={sheet.decisions}>
        {({ name, text }) => (
          <>
            <strong>{name}: </strong>
            {text}
          </>
        )}
      </Block>
      <Block title="How it was done" lines={sheet.ways}>
        {({ ask, word, own, by }) => (
          <>
            <strong>{ask}</strong> {word} <span className="text-soft">({[own, by].filter(Boolean).join("; ")})</span>
          </>
        )}
      </Block>
      <Block title="Parts" lines={sheet.parts} none="None so far.">
        {({ quantity, name, number: part, why, price }) => (
          <span className="grid grid-cols-[56px_1fr_150px_150px_100px] items-center gap-3">
            <span className="figure text-right font-bold">{quantity} ×</span>
            <span>{name}</span>
            <span className="figure text-[15px]">{part}</span>
            <span className="text-soft">{why}</span>
            <span className="figure text-right">{price}</span>
          </span>
        )}
      </Block>
      {sheet.total && <p className="figure pt-1 text-right font-bold">{sheet.total}</p>}
      <Block title="Set and checked" lines={sheet.set}>
        {(line) => line}
      </Block>
      <Block title="Told apart" lines={sheet.apart}>
        {({ text, why }) => (
          <>
            {text} <span className="text-soft">({why})</span>
          </>
        )}
      </Block>
      <Block title="Torques" lines={sheet.torques}>
        {({ name, spec, pulls, lock }) => (
          <>
            <strong>{name}</strong> <span className="text-[15px] text-soft">{spec}</span>
            <span className="figure block whitespace-pre-wrap">{pulls}</span>
            {lock && <span className="block text-[15px]">{lock}</span>}
          </>
        )}
      </Block>
      <Block title="Counted out and in" lines={sheet.tray}>
        {(line) => line}
      </Block>
      <Block title="Left, and what it means" lines={sheet.left} none="Nothing was left.">
        {({ text, risk, signed }) => (
          <>
            {!signed && <strong>Open: </strong>}
            {text}. {signed && <strong>{signed}.</strong>}
            {risk && <span className="block">What it risks: {risk}.</span>}
          </>
        )}
      </Block>
      <Block title="Time" lines={sheet.times}>
        {(line) => line}
      </Block>
      <Block title="Notes" lines={sheet.notes}>
        {(line) => line}
      </Block>
      {sheet.photos.length > 0 && (
        <section className="pt-4">
          <h2 className="caption border-b-2 border-ink">Photos</h2>
          <ul className="grid grid-cols-2 gap-4 pt-2">
            {sheet.photos.map((photo) => (
              <li key={photo.id} className="break-inside-avoid">
                {/* Served by this shop's own server in the size it is kept; nothing to optimise on the way. */}
                {/* eslint-disable-next-line @next/next/no-img-element */}
                <img
                  src={`/api/jobs/${jobId}/photos/${photo.id}`}
                  alt={photo.caption}
                  className="w-full border border-line"
                />
                <p className="text-[15px]">{photo.caption}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Block title="Next" lines={sheet.next}>
        {(line) => line}
      </Block>
      <Block title="Struck entries" lines={sheet.struck}>
        {({ text, by }) => (
          <span className="text-[15px]">
            <s>{text}</s> {by}
          </span>
        )}
      </Block>
      <footer className="mt-6 border-t-2 border-ink pt-2 text-[15px] text-soft">
        <p>At the bench: {sheet.people}.</p>
        {sheet.cautions && <p>{sheet.cautions}</p>}
        <p>{FOOT}</p>
      </footer>
    </main>
  );
}

/** A section of lines; left out when it has none and nothing is to be said about that. */
function Block<Line>({
  title,
  lines,
  none,
  children,
}: {
  title: string;
  lines: readonly Line[];
  none?: string;
  children: (line: Line) => ReactNode;
}) {
  if (lines.length === 0 && none === undefined) return null;
  return (
    <section className="pt-4">
      <h2 className="caption border-b-2 border-ink">{title}</h2>
      {lines.length === 0 && <p>{none}</p>}
      <ul>
        {lines.map((line, i) => (
          <li key={i} className="break-inside-avoid border-b border-line py-1">
            {children(line)}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Readings({ readings }: Pick<SheetData, "readings">) {
  if (readings.length === 0) return null;
  return (
    <section className="pt-4">
      <h2 className="caption border-b-2 border-ink">Readings, as found and as left</h2>
      <table className="w-full text-left">
        <thead className="text-[15px] text-soft">
          <tr>
            {["place", "as found", "verdict", "as left", "limit"].map((head) => (
              <th key={head} className="font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        {readings.map((point) => (
          <tbody key={point.name}>
            <tr>
              <th colSpan={5} className="pt-2 font-semibold">
                {point.name} <span className="text-[15px] font-normal text-soft">{point.source}</span>
              </th>
            </tr>
            {point.none && (
              <tr className="border-b border-line">
                <td colSpan={5}>{point.none}</td>
              </tr>
            )}
            {point.rows.map((row, i) => (
              <tr key={i} className="border-b border-line">
                <td className="py-0.5 pr-2 whitespace-nowrap">{row.name}</td>
                <td className="figure pr-2 whitespace-nowrap">{row.found}</td>
                <td>
                  <span className="flex items-center gap-2">
                    {row.judged && row.found !== "" && <VerdictMark judged={row.judged} size={0.8} />}
                    {row.verdict}
                  </span>
                </td>
                <td className="figure">{row.left}</td>
                <td className="figure text-[15px]">{row.limit}</td>
              </tr>
            ))}
          </tbody>
        ))}
      </table>
    </section>
  );
}

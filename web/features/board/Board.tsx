"use client";

import type { BoardLine, BoardWord } from "@averin/core";
import Link from "next/link";
import { minuteOfYear } from "@/ui/times";

/** Each word has its shape and its tone: told from across a yard, and without colour. */
const SHOWN: Record<BoardWord, { sign: string; tone: string }> = {
  ready: { sign: "●", tone: "border-inside text-inside" },
  watched: { sign: "◐", tone: "border-near text-near" },
  "not looked at since": { sign: "○", tone: "border-line text-soft" },
  "in work": { sign: "◇", tone: "border-petrol text-petrol" },
  "not ready": { sign: "■", tone: "border-past text-past" },
};

/** A fleet's machines with how each stands. On a wall nothing is a key, and nothing leads anywhere. */
export function Board({ machines, wall }: { machines: readonly BoardLine[]; wall: boolean }) {
  const fleets = [...new Set(machines.map(({ fleet }) => fleet))];
  return (
    <>
      {fleets.map((fleet) => {
        const own = machines.filter((machine) => machine.fleet === fleet);
        return (
          <section key={fleet} aria-label={fleet} className="pb-8">
            <h2 className="flex flex-wrap items-baseline gap-x-6 border-b-2 border-ink pb-1 text-2xl font-semibold">
              {fleet}
              <span className="text-lg font-normal text-soft">{counted(own)}</span>
            </h2>
            <ul className={`grid gap-3 pt-3 ${wall ? "md:grid-cols-2 xl:grid-cols-3" : "md:grid-cols-2"}`}>
              {own.map((machine) => (
                <li key={machine.id} className={`border-l-8 bg-sheet p-3 ${SHOWN[machine.word].tone}`}>
                  <Machine machine={machine} wall={wall} />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

function Machine({ machine, wall }: { machine: BoardLine; wall: boolean }) {
  const { id, mark, model, word, told = [], looked, rode, job, used = [] } = machine;
  return (
    <>
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        {wall ? (
          <strong className="text-3xl text-ink">{mark}</strong>
        ) : (
          <Link
            href={`/machines/${id}`}
            className="inline-flex min-h-[48px] items-center text-2xl font-semibold text-ink underline"
          >
            {mark}
          </Link>
        )}
        <strong className={wall ? "text-3xl" : "text-2xl"}>
          <span aria-hidden>{SHOWN[word].sign} </span>
          {word}
        </strong>
      </p>
      <p className="text-soft">{model}</p>
      {told.length > 0 && <p className="text-lg text-ink">{told.join(" · ")}</p>}
      {job && (
        <p className="text-lg text-ink">
          {wall ? (
            `${job.number} ${job.work}`
          ) : (
            <Link href={`/jobs/${job.id}`} className="inline-flex min-h-[48px] items-center underline">
              {job.number} {job.work}
            </Link>
          )}
        </p>
      )}
      {used.length > 0 && <p className="text-lg font-semibold text-near">used, to be replaced: {used.join(", ")}</p>}
      <p className="text-soft">
        {looked ? `looked at by ${looked[0]}, ${minuteOfYear(new Date(looked[1]))}` : "nobody has looked at it"}
        {rode && `; ridden last by ${rode[0]}, ${minuteOfYear(new Date(rode[1]))}`}
      </p>
    </>
  );
}

/** How many stand how, in words: "3 ready, 1 in work". */
function counted(machines: readonly BoardLine[]): string {
  const words = Object.keys(SHOWN) as BoardWord[];
  return words
    .flatMap((word) => {
      const many = machines.filter((machine) => machine.word === word).length;
      return many === 0 ? [] : [`${many} ${word}`];
    })
    .join(", ");
}

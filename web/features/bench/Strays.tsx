"use client";

import type { Stray } from "@averin/core";
import { useState } from "react";
import { saidOf, send } from "@/client/send";
import { AskedWord } from "@/ui/AskedWord";
import { minuteOfYear } from "@/ui/times";

/** Lines that the record could not take, as they were typed: each until it is typed again or put away with a word. */
export function Strays({ strays, onFill }: { strays: readonly Stray[]; onFill: (text: string) => void }) {
  if (strays.length === 0) return null;
  return (
    <section aria-label="Not taken" className="max-h-[30dvh] overflow-y-auto border-b-2 border-ink bg-band px-4 py-1">
      <h2 className="caption">not taken by the record; nothing of it is lost</h2>
      <ul>
        {strays.map((stray) => (
          <Line key={stray.id} stray={stray} onFill={onFill} />
        ))}
      </ul>
    </section>
  );
}

function Line({ stray, onFill }: { stray: Stray; onFill: (text: string) => void }) {
  const [asking, setAsking] = useState(false);
  const [message, setMessage] = useState("");
  const settle = async (body: object): Promise<void> => {
    const answer = await send("POST", `/api/strays/${stray.id}`, body);
    if (answer.kind !== "kept") setMessage(saidOf(answer, "It stays here."));
  };
  return (
    <li className="border-t border-line py-1">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 leading-tight">
        <span className="min-w-0 flex-1 basis-[320px]">
          <strong className="whitespace-pre-line">“{stray.text}”</strong> {stray.by}, {minuteOfYear(stray.typedAt)}
          <span className="block text-past">{stray.why}</span>
        </span>
        <button type="button" className="key" onClick={() => onFill(stray.text)}>
          Into the line
        </button>
        <button type="button" className="key" onClick={() => void settle({ how: "typed again" })}>
          It is typed again
        </button>
        {!asking && (
          <button type="button" className="key" onClick={() => setAsking(true)}>
            Put away
          </button>
        )}
      </div>
      {asking && (
        <AskedWord
          asks="why it is put away"
          hint="why it is not needed"
          does="Put away"
          keep={(word) => {
            if (word === "") return setMessage("Say in a word why it is not needed.");
            void settle({ how: "put away", word });
          }}
          leave={() => setAsking(false)}
        />
      )}
      {message !== "" && (
        <p role="alert" className="font-semibold text-past">
          {message}
        </p>
      )}
    </li>
  );
}

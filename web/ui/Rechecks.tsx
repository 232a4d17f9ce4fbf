"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { saidOf, send } from "@/client/send";
import { AskedWord } from "./AskedWord.tsx";

export type RecheckLine = { id: string; what: string; when: string; due: boolean; mark: string };

/** What is to be looked at again, each until somebody says what was found. */
export function Rechecks({ lines, marks }: { lines: readonly RecheckLine[]; marks: boolean }) {
  return (
    <ul>
      {lines.map((line) => (
        <Line key={line.id} line={line} marks={marks} />
      ))}
    </ul>
  );
}

function Line({ line, marks }: { line: RecheckLine; marks: boolean }) {
  const router = useRouter();
  const [asking, setAsking] = useState(false);
  const [message, setMessage] = useState("");
  const [kept, setKept] = useState(false);
  const done = async (note: string): Promise<void> => {
    const answer = await send("POST", `/api/rechecks/${line.id}`, { note });
    if (answer.kind !== "kept") return setMessage(saidOf(answer, "Nothing was kept."));
    // What was answered as kept is gone from the list at once; the page's own list follows when it comes.
    setKept(true);
    router.refresh();
  };
  if (kept) return null;
  return (
    <li className="border-b border-line py-2">
      <div className="flex min-h-[48px] items-center gap-3">
        <span className="min-w-0 flex-1 leading-tight">
          {marks && <strong>{line.mark}: </strong>}
          {line.what}
          <span className={`block text-[15px] ${line.due ? "font-semibold text-past" : "text-soft"}`}>
            {line.due ? "due: " : ""}
            {line.when}
          </span>
        </span>
        {!asking && (
          <button type="button" className="key" onClick={() => setAsking(true)}>
            Looked at
          </button>
        )}
      </div>
      {asking && (
        <AskedWord asks="what was found" does="Keep" keep={(note) => void done(note)} leave={() => setAsking(false)} />
      )}
      {message !== "" && (
        <p role="alert" className="font-semibold text-past">
          {message}
        </p>
      )}
    </li>
  );
}

"use client";

import { useRouter } from "next/navigation";
import { type ChangeEvent, useRef, useState } from "react";
import { z } from "zod";
import { saidOf, sendFile } from "@/client/send";
import { useReady } from "@/client/useReady";
import { Options, wordsAs } from "@/ui/Options";

const lookedSchema = z.object({
  ...{ rows: z.number(), fresh: z.number(), same: z.number(), changed: z.number() },
  ...{ faultCount: z.number(), taken: z.boolean() },
  faults: z.array(z.object({ line: z.number(), column: z.string(), message: z.string() })),
});
type Looked = z.infer<typeof lookedSchema>;

/** Takes a file of one kind: looked at first, with each row's fate, then taken in whole. */
export function FileIn({
  id,
  title,
  changes,
  codings,
}: {
  id: string;
  title: string;
  changes: "taken" | "for a reason" | "refused";
  codings: readonly string[];
}) {
  const router = useRouter();
  const ready = useReady();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [message, say] = useState("");
  const [through, setThrough] = useState<number | null>(null);
  const [reason, setReason] = useState("");
  const [coding, setCoding] = useState("");
  const [asksCoding, setAsksCoding] = useState(false);

  const go = async (does: "look" | "take", given: File, saidCoding = coding): Promise<void> => {
    say("");
    setLooked(null);
    setThrough(0);
    const query = new URLSearchParams({ do: does, reason, ...(saidCoding !== "" && { coding: saidCoding }) });
    const answer = await sendFile(`/api/exchange/${id}?${query.toString()}`, given, lookedSchema, setThrough);
    setThrough(null);
    if (answer.kind === "kept") {
      setLooked(answer.value);
      setAsksCoding(saidCoding !== "");
      if (answer.value.taken) router.refresh();
      return;
    }
    setAsksCoding(answer.kind === "refused" && answer.error.path === "coding");
    say(saidOf(answer, "Nothing was taken in."));
  };
  const chosen = (event: ChangeEvent<HTMLInputElement>): void => {
    const [given] = event.target.files ?? [];
    event.target.value = "";
    if (!given) return;
    setFile(given);
    setReason("");
    setCoding("");
    void go("look", given, "");
  };
  const busy = through !== null;
  const waits = looked !== null && !looked.taken;
  const takes = waits && looked.faultCount === 0 && looked.fresh + looked.changed > 0;
  return (
    <>
      <span>
        <input
          ref={input}
          type="file"
          accept=".csv,.json,.txt,text/csv,application/json"
          aria-label={`A file of ${title.toLowerCase()}`}
          className="hidden"
          onChange={chosen}
        />
        <button
          type="button"
          className="key"
          disabled={busy || !ready}
          aria-label={`Look at a file of ${title.toLowerCase()}`}
          onClick={() => input.current?.click()}
        >
          Look at a file
        </button>
      </span>
      {file && (
        <section
          aria-label={`What ${file.name} holds`}
          className="col-span-full flex flex-col gap-2 border-l-4 border-petrol py-1 pl-4"
        >
          {busy && (
            <p role="status" className="figure text-lg">
              {file.name}: {through} rows looked at …
            </p>
          )}
          {message !== "" && (
            <p role="alert" className="text-lg font-semibold text-past">
              {message}
            </p>
          )}
          {asksCoding && (
            <label className="flex max-w-[420px] flex-col gap-1 font-semibold">
              What the file was written in
              <select
                className="field text-xl"
                value={coding}
                onChange={(event) => {
                  setCoding(event.target.value);
                  if (event.target.value !== "") void go("look", file, event.target.value);
                }}
              >
                <Options asks="Choose" of={wordsAs(codings)} />
              </select>
            </label>
          )}
          {looked && <Fates looked={looked} name={file.name} />}
          {waits && changes === "for a reason" && looked.changed > 0 && (
            <label className="flex max-w-[620px] flex-col gap-1 font-semibold">
              Where a figure differs: why the file’s takes the place of the one on file
              <input
                className="field text-xl"
                value={reason}
                autoComplete="off"
                placeholder="new edition of the manual"
                onChange={(event) => setReason(event.target.value)}
              />
            </label>
          )}
          {waits && (
            <span className="flex flex-wrap items-center gap-2">
              {reason !== "" && !takes && (
                <button type="button" className="key" disabled={busy} onClick={() => void go("look", file)}>
                  Look again
                </button>
              )}
              <button
                type="button"
                className="key px-6!"
                data-main="true"
                disabled={busy || !takes}
                onClick={() => void go("take", file)}
              >
                Take it in
              </button>
              <button
                type="button"
                className="key"
                disabled={busy}
                onClick={() => {
                  setFile(null);
                  setLooked(null);
                }}
              >
                Leave it
              </button>
            </span>
          )}
        </section>
      )}
    </>
  );
}

const rows = (count: number): string => `${count} ${count === 1 ? "row" : "rows"}`;

/** What becomes of the rows, and what is wrong with those that cannot be taken. */
function Fates({ looked, name }: { looked: Looked; name: string }) {
  const { fresh, same, changed, faults, faultCount, taken } = looked;
  return (
    <>
      <p className="text-lg" role="status">
        <strong>
          {name}: {rows(looked.rows)}
          {taken ? ", taken in" : ""}.
        </strong>{" "}
        <span className="figure">{fresh}</span> new, <span className="figure">{same}</span> on file as they are,{" "}
        <span className="figure">{changed}</span> otherwise than on file.{" "}
        {faultCount > 0 ? (
          <strong className="text-past">
            {faultCount} {faultCount === 1 ? "thing stands" : "things stand"} in the way: nothing is taken until all are
            mended.
          </strong>
        ) : taken ? null : fresh + changed === 0 ? (
          "There is nothing to take in."
        ) : (
          "Nothing stands in the way."
        )}
      </p>
      {faults.length > 0 && (
        <table className="w-full max-w-[980px] text-left text-[15px]">
          <thead>
            <tr className="border-b-2 border-ink">
              <th className="w-[70px]">line</th>
              <th className="w-[150px]">column</th>
              <th>what is wrong, and what would be right</th>
            </tr>
          </thead>
          <tbody>
            {faults.slice(0, MOST_SHOWN).map(({ line, column, message }, i) => (
              <tr key={`${line} ${column} ${i}`} className="border-b border-line align-top">
                <td className="figure">{line}</td>
                <td className="font-semibold">{column}</td>
                <td>{message}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {faultCount > MOST_SHOWN && <p className="text-soft">… and {faultCount - MOST_SHOWN} more behind these.</p>}
    </>
  );
}

const MOST_SHOWN = 60;

"use client";

import { type KnownFigure, SOURCE_GRADES } from "@averin/core";
import { useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { figureEnteredHere } from "@/client/entered";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";

/** What is typed for each kind of figure: the field and what it is called. */
const FIELDS: Record<string, readonly (readonly [name: string, label: string])[]> = {
  limit: [
    ["least", "least that is allowed"],
    ["most", "most that is allowed"],
    ["condition", "read under which condition, where it says one"],
  ],
  height: [
    ["least", "least"],
    ["most", "greatest"],
    ["value", "best, where it says one"],
  ],
  torque: [
    ["value", "torque"],
    ["tolerance", "more or less, in percent"],
  ],
  count: [["value", "how many"]],
  figure: [["value", "figure"]],
};
const IN_WORDS = [["value", "in a few words"]] as const;

/** One figure of one machine with its source; what is kept governs here from then on. */
export function FigureForm({ machine, known, onKept }: { machine: string; known: KnownFigure; onKept: () => void }) {
  "use no memo";
  const router = useRouter();
  const { key, kind } = known;
  const fields = kind === "word" && !known.words ? IN_WORDS : (FIELDS[kind] ?? []);
  const { register, message, busy, onSubmit } = useSending<Record<string, string>>({
    start: { grade: "maker's manual" },
    send: (typed) => send("POST", `/api/machines/${machine}/figures`, { key, ...typed }),
    kept: () => {
      figureEnteredHere(known.label);
      router.refresh();
      onKept();
    },
    meanwhile: "Nothing was kept.",
  });
  return (
    <form className="mt-3 flex flex-col gap-3" onSubmit={(event) => void onSubmit(event)}>
      {known.words && (
        <label className="flex flex-col gap-1 font-semibold">
          how it is made
          <select {...register("value")} className="field text-xl" autoFocus>
            {known.words.map((word) => (
              <option key={word}>{word}</option>
            ))}
          </select>
        </label>
      )}
      {fields.map(([name, label], i) => (
        <label key={name} className="flex flex-col gap-1 font-semibold">
          {label}
          <input {...register(name)} className="field figure text-xl" autoComplete="off" autoFocus={i === 0} />
        </label>
      ))}
      <label className="flex flex-col gap-1 font-semibold">
        source
        <select {...register("grade")} className="field text-xl">
          {SOURCE_GRADES.map((grade) => (
            <option key={grade}>{grade}</option>
          ))}
        </select>
      </label>
      <div className="grid grid-cols-[1fr_110px] gap-3">
        <label className="flex flex-col gap-1 font-semibold">
          where it stands
          <input
            {...register("where")}
            className="field text-xl"
            placeholder="book, sheet or label"
            autoComplete="off"
          />
        </label>
        <label className="flex flex-col gap-1 font-semibold">
          page
          <input {...register("page")} className="field text-xl" autoComplete="off" />
        </label>
      </div>
      <p role="alert" className="min-h-[1.3em] font-semibold text-past">
        {message}
      </p>
      <div className="flex gap-2">
        <button type="submit" className="key min-h-[56px]! px-6! text-xl" data-main="true" disabled={busy}>
          Keep it for this machine
        </button>
        <Dialog.Close asChild>
          <button type="button" className="key min-h-[56px]!">
            Leave it
          </button>
        </Dialog.Close>
      </div>
    </form>
  );
}

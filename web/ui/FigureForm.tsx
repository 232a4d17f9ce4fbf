"use client";

import {
  AT_LIMIT,
  axleOf,
  baseOf,
  buildsKnown,
  type KnownFigure,
  onlyWords,
  placeOf,
  PLACES,
  scopeOf,
  SOURCE_GRADES,
  type Spec,
} from "@averin/core";
import { useRouter } from "next/navigation";
import { useId } from "react";
import { figureEnteredHere } from "@/client/entered";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { FormEnd } from "./FormEnd.tsx";
import { Options, wordsAs } from "./Options.tsx";

/** What is typed for each kind of figure: the field and what it is called. */
const FIELDS: Record<string, readonly (readonly [name: string, label: string])[]> = {
  limit: [
    ["least", "least that is allowed"],
    ["most", "most that is allowed"],
    ["newLeast", "least of a new part"],
    ["newMost", "most of a new part"],
  ],
  height: [
    ["least", "least"],
    ["most", "greatest"],
    ["value", "best, where it says one"],
  ],
  torque: [
    ["value", "torque, with its unit"],
    ["tolerance", "more or less: 10 %, or 5 N·m"],
    ["passes", "passes in percent, where it says: 50 100"],
    ["least", "or as a range: from"],
    ["most", "to"],
  ],
  count: [["value", "how many"]],
  figure: [["value", "figure"]],
};
/** What else a figure may say, for whoever has it before them. */
const MORE: Readonly<Record<string, string>> = {
  limit: "Its condition, what holds at and near it, some of this model only",
  height: "What holds at its ends, some of this model only",
  other: "It holds for some of this model only",
};
const AS_CARD = [["value", "as it lies in the hand: M6x25 h8"]] as const;
const IN_WORDS = [["value", "in a few words"]] as const;

/** Where a figure is kept: with one machine or its model, or straight in a model's book. */
export type Keeps = { machine: string } | { book: string };

/** One figure of a machine or its model with its source; what is kept governs here from then on. */
export function FigureForm({
  whose,
  known,
  onFile,
  onKept,
}: {
  whose: Keeps;
  known: KnownFigure;
  /** What the model has already, if anything. */
  onFile: Spec | null;
  onKept: () => void;
}) {
  "use no memo";
  const router = useRouter();
  const builds = useId();
  const { kind, byPlace } = known;
  const key = baseOf(known.key);
  const fields = kind === "fastener" ? AS_CARD : kind === "word" && !known.words ? IN_WORDS : (FIELDS[kind] ?? []);
  const { register, message, busy, onSubmit } = useSending<Record<string, string>>({
    start: {
      ...("machine" in whose ? { whose: onFile ? "machine" : "model" } : { place: "instead" }),
      // What holds at one wheel of an axle holds for both, where nobody says otherwise.
      ...(byPlace ? { position: axleOf(placeOf(known.key)) } : {}),
    },
    send: ({ place, ...typed }) =>
      send("POST", `/api/${"machine" in whose ? `machines/${whose.machine}` : `books/${whose.book}`}/figures`, {
        key,
        ...typed,
        ...(onFile && place === "instead" ? { instead: scopeOf(onFile) } : {}),
      }),
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
      <div className={fields.length > 2 ? "grid grid-cols-2 gap-3" : "flex flex-col gap-3"}>
        {fields.map(([name, label], i) => (
          <label key={name} className="flex flex-col justify-end gap-1 font-semibold">
            {label}
            <input
              {...register(name)}
              className="field figure text-xl"
              placeholder={kind === "limit" && i < 2 ? "8, about 8, 8 ±0.5" : undefined}
              autoComplete="off"
              autoFocus={i === 0}
            />
          </label>
        ))}
      </div>
      {byPlace && (
        <label className="flex flex-col gap-1 font-semibold">
          for which of them
          <select {...register("position")} className="field text-xl">
            <option value="">all of them, or nobody says</option>
            {PLACES.map((place) => (
              <option key={place}>{place}</option>
            ))}
          </select>
        </label>
      )}
      <details>
        <summary className="min-h-[48px] cursor-pointer py-2 text-soft">{MORE[kind] ?? MORE.other}</summary>
        <div className="flex flex-col gap-3">
          {kind === "limit" && (
            <div className="grid grid-cols-2 gap-3">
              <label className="flex flex-col justify-end gap-1 font-semibold">
                read under which condition, where it says one
                <input {...register("condition")} className="field text-xl" autoComplete="off" />
              </label>
              <label className="flex flex-col justify-end gap-1 font-semibold">
                near it from % of the wear; empty: the shop’s rule
                <input {...register("near")} className="field figure text-xl" autoComplete="off" />
              </label>
            </div>
          )}
          {(kind === "limit" || kind === "height") && (
            <label className="flex flex-col gap-1 font-semibold">
              a reading that equals it
              <select {...register("atLimit")} className="field text-xl">
                <option value="">by the shop’s rule</option>
                <option value={AT_LIMIT[1]}>passes</option>
                <option value={AT_LIMIT[0]}>can’t be called</option>
              </select>
            </label>
          )}
          <div className="grid grid-cols-2 gap-3">
            <label className="flex flex-col gap-1 font-semibold">
              model years
              <input {...register("years")} className="field text-xl" placeholder="2024 to 2026" autoComplete="off" />
            </label>
            <label className="flex flex-col gap-1 font-semibold">
              frame numbers
              <input {...register("serials")} className="field text-xl" placeholder="from TF1200" autoComplete="off" />
            </label>
          </div>
          {known.words === undefined && (
            <label className="flex flex-col gap-1 font-semibold">
              made like this, from the list
              <input
                {...register("build")}
                className="field text-xl"
                placeholder="Engine: two-stroke"
                list={builds}
                autoComplete="off"
              />
              <datalist id={builds}>
                {buildsKnown().map((build) => (
                  <option key={build} value={build} />
                ))}
              </datalist>
            </label>
          )}
        </div>
      </details>
      <label className="flex flex-col gap-1 font-semibold">
        source
        <select {...register("grade")} className="field text-xl" required>
          <Options asks="which is it?" of={wordsAs(SOURCE_GRADES)} />
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
      {"machine" in whose ? (
        <label className="flex flex-col gap-1 font-semibold">
          it holds for
          <select {...register("whose")} className="field text-xl">
            <option value="model">every one of this model</option>
            <option value="machine">this machine alone</option>
          </select>
        </label>
      ) : (
        onFile && (
          <div className="grid grid-cols-2 gap-3">
            <label className="flex flex-col gap-1 font-semibold">
              what is on file{onlyWords(onFile) === "" ? "" : `, ${onlyWords(onFile)}`}
              <select {...register("place")} className="field text-xl">
                <option value="instead">goes: this takes its place</option>
                <option value="beside">stays: this is for others</option>
              </select>
            </label>
            <label className="flex flex-col justify-end gap-1 font-semibold">
              why, where it goes
              <input
                {...register("reason")}
                className="field text-xl"
                placeholder="newer edition, misread …"
                autoComplete="off"
              />
            </label>
          </div>
        )
      )}
      <FormEnd message={message} words="Keep it" busy={busy} leave />
    </form>
  );
}

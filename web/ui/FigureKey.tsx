"use client";

import type { KnownFigure, Spec } from "@averin/core";
import { DialogKey } from "./DialogKey.tsx";
import { fetched } from "./fetched.tsx";

// Only who enters a figure needs the form.
const FigureForm = fetched(() => import("./FigureForm.tsx").then((module) => module.FigureForm));

/** Opens the form for one figure of a machine or its model; what is kept governs here from then on. */
export function FigureKey({
  machine,
  book,
  known,
  words,
  onFile = null,
}: {
  /** The machine that it is entered at, or the book that it is entered in. */
  machine?: string;
  book?: string;
  known: KnownFigure | undefined;
  words: string;
  /** What the model has: then another is first thought to be this machine's own. */
  onFile?: Spec | null;
}) {
  if (!known || known.kind === "places") return null;
  const how = known.words
    ? "In one of these words."
    : known.kind === "fastener"
      ? "Thread, x and length, head as h8, k5 or s30; then nut, medium locker, once, no impact."
      : known.kind === "word"
        ? "As it stands there."
        : known.kind === "count"
          ? "A plain number; or the name of each that there is, commas between."
          : known.unit === "" || known.unit === "1"
            ? "A plain number."
            : known.kind === "torque"
              ? "With its unit, as it is printed."
              : `In ${known.unit}; another unit may follow the figure.`;
  return (
    <DialogKey words={words} title={known.label} about={`${how} It needs its source.`}>
      {(close) => (
        <FigureForm
          whose={book === undefined ? { machine: machine ?? "" } : { book }}
          known={known}
          onFile={onFile}
          onKept={close}
        />
      )}
    </DialogKey>
  );
}

"use client";

import type { KnownFigure } from "@averin/core";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { fetched } from "./fetched.tsx";

// Only who enters a figure needs the form.
const FigureForm = fetched(() => import("./FigureForm.tsx").then((module) => module.FigureForm));

/** Opens the form for one figure of one machine; what is kept governs here from then on. */
export function FigureKey({
  machine,
  known,
  words,
}: {
  machine: string;
  known: KnownFigure | undefined;
  words: string;
}) {
  const [open, setOpen] = useState(false);
  if (!known || known.kind === "places") return null;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button type="button" className="key">
          {words}
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content className="fixed top-1/2 left-1/2 max-h-[94dvh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-sheet p-5">
          <Dialog.Title className="text-2xl font-semibold">{known.label}</Dialog.Title>
          <Dialog.Description className="text-soft">
            {known.words
              ? "For this machine, in one of these words."
              : known.kind === "word"
                ? "For this machine, as it stands there."
                : known.unit === "" || known.unit === "1"
                  ? "For this machine, a plain number."
                  : `For this machine, in ${known.unit}; another unit may follow the figure.`}{" "}
            It needs its source.
          </Dialog.Description>
          <FigureForm machine={machine} known={known} onKept={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

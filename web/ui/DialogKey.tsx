"use client";

import { Dialog } from "radix-ui";
import { type ReactNode, useState } from "react";
import { toEntry } from "./toEntry.ts";

/** A key that opens a form over the screen; the form is told how to close it. */
export function DialogKey({
  words,
  title,
  about,
  main = false,
  far,
  children,
}: {
  words: string;
  title: string;
  about: ReactNode;
  /** Whether it is what is done next. */
  main?: boolean;
  /** The letter that opens it with Alt. */
  far?: string;
  children: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <button type="button" className="key" data-main={main} data-far={far}>
          {words}
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          onCloseAutoFocus={toEntry}
          className="fixed top-1/2 left-1/2 max-h-[94dvh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border-2 border-ink bg-sheet p-5"
        >
          <Dialog.Title className="text-2xl font-semibold">{title}</Dialog.Title>
          <Dialog.Description className="text-soft">{about}</Dialog.Description>
          {children(() => setOpen(false))}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

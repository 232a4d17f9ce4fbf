"use client";

import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { toEntry } from "@/ui/toEntry";

/** A key of the bench's head, and the sheet that it opens at the right; what stands in it is drawn only while it is open. */
export function Drawer({
  label,
  title,
  about,
  far,
  children,
  ...open
}: {
  label: ReactNode;
  /** The letter that opens it with Alt. */
  far?: string;
  title: string;
  /** What it holds, for whoever hears the page. */
  about: string;
  children: ReactNode;
  open?: boolean;
  onOpenChange?: (open: boolean) => void;
}) {
  return (
    <Dialog.Root {...open}>
      <Dialog.Trigger asChild>
        <button type="button" className="key" data-far={far}>
          {label}
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          onCloseAutoFocus={toEntry}
          className="fixed top-0 right-0 flex h-dvh w-[min(760px,96vw)] flex-col border-l-2 border-ink bg-sheet"
        >
          <div className="flex items-center justify-between border-b-2 border-ink px-4 py-2">
            <Dialog.Title className="text-xl font-semibold">{title}</Dialog.Title>
            <Dialog.Description className="sr-only">{about}</Dialog.Description>
            <Dialog.Close asChild>
              <button type="button" className="key">
                Close
              </button>
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

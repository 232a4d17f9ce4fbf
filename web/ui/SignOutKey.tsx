"use client";

import { LogOut } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { allLines } from "@/client/outbox";
import { signOut } from "@/client/signOut";
import { toEntry } from "./toEntry.ts";

/** Leaves the shop; what is not yet kept is told first, and where the server is not there the leaving waits for it. */
export function SignOutKey() {
  const [unsent, setUnsent] = useState(0);
  const [asking, setAsking] = useState(false);
  const [said, setSaid] = useState("");
  const leave = async (): Promise<void> => {
    if (await signOut()) return window.location.assign("/sign-in");
    setAsking(true);
    setSaid(
      "The server does not answer. You are signed out as soon as it does; until then leave nobody at this screen.",
    );
  };
  const ask = async (): Promise<void> => {
    const lines = await allLines();
    setUnsent(lines.length);
    if (lines.length === 0) return leave();
    setAsking(true);
  };
  return (
    <Dialog.Root open={asking} onOpenChange={setAsking}>
      <button type="button" className="key border-0! px-2!" onClick={() => void ask()} aria-label="Sign out">
        <LogOut size={22} aria-hidden />
      </button>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          onCloseAutoFocus={toEntry}
          className="fixed top-1/2 left-1/2 w-[min(520px,94vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-sheet p-5"
        >
          <Dialog.Title className="text-xl font-semibold">Sign out?</Dialog.Title>
          <Dialog.Description className="py-2 text-lg">
            {said !== ""
              ? said
              : unsent === 1
                ? "1 line typed on this machine is not yet kept. It stays here, and is sent once whoever typed it signs in again on this machine."
                : `${unsent} lines typed on this machine are not yet kept. They stay here, and are sent once whoever typed them signs in again on this machine.`}
          </Dialog.Description>
          <div className="flex gap-3">
            {/* First, so that Enter stays: what is not yet kept is left by a key of its own. */}
            <Dialog.Close asChild>
              <button type="button" className="key" data-main="true">
                Stay
              </button>
            </Dialog.Close>
            {said === "" && (
              <button type="button" className="key" onClick={() => void leave()}>
                Sign out all the same
              </button>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

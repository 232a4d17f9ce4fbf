"use client";

import type { Actor } from "@averin/core";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { fetched } from "@/ui/fetched";
import { toEntry } from "@/ui/toEntry";

export type Colleague = { id: string; name: string; roles: string[]; hasPin: boolean };
// Only who hands over needs the form: it is fetched as soon as somebody is about to.
const load = () => import("./PinForm.tsx").then((module) => module.PinForm);
const PinForm = fetched(load);

/** Who is at the bench; another takes over with a PIN, and the screen stays as it is. */
export function PersonKey({
  actor,
  colleagues,
  unsent,
  onTaken,
}: {
  actor: Actor;
  colleagues: readonly Colleague[];
  unsent: number;
  onTaken: (actor: Actor) => void;
}) {
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<Colleague | null>(null);
  const own = chosen?.id === actor.id;
  const close = (now: boolean): void => {
    if (now) void load().catch(() => undefined);
    setOpen(now);
    setChosen(null);
  };

  return (
    <Dialog.Root open={open} onOpenChange={close}>
      <Dialog.Trigger asChild>
        <button type="button" className="key" aria-label={`${actor.name}: hand over`}>
          {actor.name}
        </button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-black/50" />
        <Dialog.Content
          onCloseAutoFocus={toEntry}
          className="fixed top-1/2 left-1/2 w-[min(520px,94vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-sheet p-5"
        >
          <Dialog.Title className="text-xl font-semibold">Who goes on at this bench?</Dialog.Title>
          <Dialog.Description className="text-soft">
            The screen stays as it is; every line from then on is theirs.
          </Dialog.Description>
          {unsent > 0 && (
            <p className="py-2 font-semibold text-past">
              {unsent} of {actor.name}’s lines are not yet kept. Hand over once they are.
            </p>
          )}
          <ul className="grid gap-2 py-3 sm:grid-cols-2">
            {colleagues.map((one) => (
              <li key={one.id}>
                <button
                  type="button"
                  className="key min-h-[56px]! w-full justify-start! text-left"
                  data-main={chosen?.id === one.id}
                  disabled={unsent > 0 || (!one.hasPin && one.id !== actor.id)}
                  onClick={() => setChosen(one)}
                >
                  <span className="leading-tight">
                    {one.name}
                    <span className="block text-[15px] font-normal">
                      {one.id === actor.id ? "here now: set my PIN" : one.hasPin ? one.roles.join(", ") : "no PIN yet"}
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {chosen && (
            <PinForm
              key={chosen.id}
              person={chosen}
              own={own}
              onTaken={(taken) => {
                if (taken) onTaken(taken);
                close(false);
              }}
            />
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

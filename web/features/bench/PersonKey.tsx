"use client";

import { type Actor, actorSchema } from "@averin/core";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { z } from "zod";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";

export type Colleague = { id: string; name: string; roles: string[]; hasPin: boolean };
const takenSchema = z.object({ actor: actorSchema });
type Taken = z.infer<typeof takenSchema>;
const EMPTY = { pin: "", word: "" };

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
  const { register, reset, say, message, onSubmit } = useSending<{ pin: string; word?: string }, Taken | null>({
    start: EMPTY,
    send: async ({ pin, word = "" }) => {
      const proof = /^\d{4,8}$/.test(word) ? { oldPin: word } : { password: word };
      const answer = own
        ? await send(
            "POST",
            "/api/session/pin",
            { pin, ...proof },
            z.unknown().transform(() => null),
          )
        : await send("POST", "/api/session/takeover", { personId: chosen?.id, pin }, takenSchema);
      // What was typed unseen is typed anew.
      reset(EMPTY);
      return answer;
    },
    kept: (taken) => {
      if (taken) onTaken(taken.actor);
      close(false);
    },
    meanwhile: "Stay as you are and try again.",
  });
  const close = (now: boolean): void => {
    setOpen(now);
    setChosen(null);
    reset(EMPTY);
    say("");
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
        <Dialog.Content className="fixed top-1/2 left-1/2 w-[min(520px,94vw)] -translate-x-1/2 -translate-y-1/2 border-2 border-ink bg-sheet p-5">
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
            <form className="flex flex-wrap items-end gap-2" onSubmit={(event) => void onSubmit(event)}>
              {own && (
                <label className="w-full">
                  <span className="caption mb-2 block">my password, or the PIN I had</span>
                  <input
                    autoFocus
                    type="password"
                    autoComplete="current-password"
                    {...register("word")}
                    className="min-h-[52px] w-full border-2 border-ink bg-ground px-3 text-2xl"
                  />
                </label>
              )}
              <label className="flex-1">
                <span className="caption mb-2 block">
                  {own ? "my new PIN, four to eight figures" : `PIN of ${chosen.name}`}
                </span>
                <input
                  autoFocus={!own}
                  type="password"
                  inputMode="numeric"
                  autoComplete="off"
                  {...register("pin")}
                  className="figure min-h-[52px] w-full border-2 border-ink bg-ground px-3 text-2xl font-bold"
                />
              </label>
              <button type="submit" className="key min-h-[52px]! px-5!" data-main="true">
                {own ? "Set" : "Take over"}
              </button>
            </form>
          )}
          <p role="alert" className="min-h-6 pt-2 font-semibold text-past">
            {message}
          </p>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

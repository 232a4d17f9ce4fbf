"use client";

import { type Actor, actorSchema } from "@averin/core";
import { z } from "zod";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";

const takenSchema = z.object({ actor: actorSchema });
type Taken = z.infer<typeof takenSchema>;
const EMPTY = { pin: "", word: "" };

/** The PIN of whoever takes over; or a new one of one's own, proven by the password or the one before. */
export function PinForm({
  person,
  own,
  onTaken,
}: {
  person: { id: string; name: string };
  own: boolean;
  /** Who is at the bench from now on; null where only a PIN was set. */
  onTaken: (actor: Actor | null) => void;
}) {
  "use no memo";
  const { register, reset, message, onSubmit } = useSending<{ pin: string; word?: string }, Taken | null>({
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
        : await send("POST", "/api/session/takeover", { personId: person.id, pin }, takenSchema);
      // What was typed unseen is typed anew.
      reset(EMPTY);
      return answer;
    },
    kept: (taken) => {
      onTaken(taken?.actor ?? null);
    },
    meanwhile: "Stay as you are and try again.",
  });
  return (
    <>
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
            {own ? "my new PIN, four to eight figures" : `PIN of ${person.name}`}
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
      <p role="alert" className="min-h-6 pt-2 font-semibold text-past">
        {message}
      </p>
    </>
  );
}

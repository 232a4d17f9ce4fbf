"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { z } from "zod";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { PostKey } from "@/ui/PostKey";

const madeSchema = z.object({ id: z.string(), secret: z.string() });

/** Addresses for wall screens: made, told once, taken back. */
export function WallKeys({ walls }: { walls: readonly { id: string; name: string; byName: string; day: string }[] }) {
  "use no memo";
  const router = useRouter();
  const [made, tell] = useState<string | null>(null);
  const { register, reset, message, busy, onSubmit } = useSending<{ name: string }, z.infer<typeof madeSchema>>({
    send: (fields) => send("POST", "/api/board/walls", fields, madeSchema),
    kept: ({ secret }) => {
      tell(`${window.location.origin}/wall/${secret}`);
      reset({ name: "" });
      router.refresh();
    },
    meanwhile: "No address was made.",
  });
  return (
    <section aria-label="Wall screens" className="pb-8">
      <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">Wall screens</h2>
      <p className="max-w-[70ch] py-2 text-lg text-soft">
        An address of its own shows this board to whoever has it, without a sign-in: no owner, nothing to press. It can
        be taken back at any time.
      </p>
      <form onSubmit={(event) => void onSubmit(event)} className="flex flex-wrap items-end gap-3">
        <label className="flex flex-col">
          <span className="caption">Where it hangs</span>
          <input className="field min-w-[260px]" {...register("name")} />
        </label>
        <button type="submit" className="key" disabled={busy}>
          Make an address
        </button>
      </form>
      {message !== "" && (
        <p role="alert" className="py-2 font-semibold text-past">
          {message}
        </p>
      )}
      {made !== null && (
        <p role="status" className="my-3 border-2 border-petrol p-3 text-lg break-all">
          Open this on the screen, now: it is not told again. <strong className="figure">{made}</strong>
        </p>
      )}
      <ul className="pt-2">
        {walls.map(({ id, name, byName, day }) => (
          <li key={id} className="flex min-h-[56px] flex-wrap items-center gap-4 border-b border-line">
            <strong className="text-lg">{name}</strong>
            <span className="text-soft">
              made by {byName}, {day}
            </span>
            <span className="ml-auto">
              <PostKey to={`/api/board/walls/${id}`} body={{}} words="Take it back" />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

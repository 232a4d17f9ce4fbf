"use client";

import { send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";
import { leaveFor, useSending } from "@/client/useSending";

/** Name and password at the door. */
export function PersonForm() {
  "use no memo";
  const ready = useReady();
  const { register, message, busy, onSubmit } = useSending<{ name: string; password: string }>({
    send: (person) => send("POST", "/api/session", person),
    kept: () => {
      signedInAnew();
      return leaveFor("/");
    },
    meanwhile: "Is Averin running?",
  });
  return (
    <form method="post" className="flex flex-col gap-4" onSubmit={(event) => void onSubmit(event)}>
      <label className="flex flex-col gap-1 font-semibold">
        Name
        <input {...register("name")} className="field text-xl" autoComplete="username" autoFocus required />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Password
        <input
          {...register("password")}
          type="password"
          className="field text-xl"
          autoComplete="current-password"
          required
        />
      </label>
      <p role="alert" className="min-h-[1.3em] font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[56px]! text-xl" data-main="true" disabled={busy || !ready}>
        Sign in
      </button>
    </form>
  );
}

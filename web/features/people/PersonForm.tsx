"use client";

import { send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";
import { leaveFor, useSending } from "@/client/useSending";

/** Name and password, for signing in and for the first administrator. */
export function PersonForm({
  action,
  label,
  newPassword,
  code,
}: {
  action: string;
  label: string;
  newPassword: boolean;
  /** What lets the first person be made. */
  code?: string;
}) {
  "use no memo";
  const ready = useReady();
  const { register, message, busy, onSubmit } = useSending<{ name: string; password: string }>({
    send: (person) => send("POST", action, code === undefined ? person : { ...person, code }),
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
          autoComplete={newPassword ? "new-password" : "current-password"}
          required
        />
        {newPassword && <span className="font-normal text-soft">Ten characters or more.</span>}
      </label>
      <p role="alert" className="min-h-[1.3em] font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[56px]! text-xl" data-main="true" disabled={busy || !ready}>
        {label}
      </button>
    </form>
  );
}

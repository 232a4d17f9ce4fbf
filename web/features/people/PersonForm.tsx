"use client";

import { useState } from "react";
import { saidOf, send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";

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
  const [message, setMessage] = useState("");
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const submit = async (form: FormData): Promise<void> => {
    setBusy(true);
    const person = { name: form.get("name"), password: form.get("password") };
    const answer = await send("POST", action, code === undefined ? person : { ...person, code });
    if (answer.kind === "kept") {
      signedInAnew();
      return window.location.assign("/");
    }
    setBusy(false);
    setMessage(saidOf(answer, "Is Averin running?"));
  };
  return (
    <form
      method="post"
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void submit(new FormData(event.currentTarget));
      }}
    >
      <label className="flex flex-col gap-1 font-semibold">
        Name
        <input name="name" className="field text-xl" autoComplete="username" autoFocus required />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Password
        <input
          name="password"
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

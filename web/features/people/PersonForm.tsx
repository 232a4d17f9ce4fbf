"use client";

import { useState } from "react";
import { send } from "@/client/send";
import { useReady } from "@/client/useReady";

/** Name and password, for signing in and for the first administrator. */
export function PersonForm({ action, label, newPassword }: { action: string; label: string; newPassword: boolean }) {
  const [message, setMessage] = useState("");
  const [busy, setBusy] = useState(false);
  const ready = useReady();
  const submit = async (form: FormData): Promise<void> => {
    setBusy(true);
    const answer = await send("POST", action, { name: form.get("name"), password: form.get("password") });
    if (answer.kind === "kept") return window.location.assign("/");
    setBusy(false);
    setMessage(answer.kind === "refused" ? answer.error.message : "The server does not answer. Is Averin running?");
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

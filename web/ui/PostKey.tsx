"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { saidOf, send } from "@/client/send";

/** A key that sends one thing and shows the page anew; what was refused stands beside it. */
export function PostKey({ to, body, words }: { to: string; body: object; words: string }) {
  const router = useRouter();
  const [message, say] = useState("");
  const [busy, setBusy] = useState(false);
  const press = async (): Promise<void> => {
    setBusy(true);
    const answer = await send("POST", to, body);
    setBusy(false);
    if (answer.kind !== "kept") return say(saidOf(answer, "Nothing was changed."));
    say("");
    router.refresh();
  };
  return (
    <>
      <button type="button" className="key" disabled={busy} onClick={() => void press()}>
        {words}
      </button>
      {message !== "" && (
        <span role="alert" className="basis-full font-semibold text-past">
          {message}
        </span>
      )}
    </>
  );
}

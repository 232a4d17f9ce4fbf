"use client";

import { send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";
import { leaveFor, useSending } from "@/client/useSending";
import { FormEnd } from "@/ui/FormEnd";
import { Credentials } from "./Credentials.tsx";

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
      <Credentials field={(name) => register(name)} />
      <FormEnd message={message} words="Sign in" busy={busy || !ready} />
    </form>
  );
}

"use client";

import { send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";
import { leaveFor, useSending } from "@/client/useSending";
import { FormEnd } from "@/ui/FormEnd";
import { Credentials } from "./Credentials.tsx";
import { ShopFields, type ShopTyped } from "@/ui/ShopFields";
import { shopStart } from "@/ui/shopStart";

type Fields = { name: string; password: string } & ShopTyped;

/** The first person of a new shop, and what the shop says of itself; each with a default that may stay. */
export function FirstPersonForm({ code }: { code: string }) {
  "use no memo";
  const ready = useReady();
  const { register, message, busy, onSubmit } = useSending<Fields>({
    start: shopStart(),
    send: ({ name, password, shopName, currency, zone, units }) =>
      send("POST", "/api/first-administrator", {
        ...{ name, password, code },
        shop: { name: shopName, currency, zone, units },
      }),
    kept: () => {
      signedInAnew();
      return leaveFor("/intake");
    },
    meanwhile: "Is Averin running?",
  });
  return (
    <form method="post" className="flex flex-col gap-4" onSubmit={(event) => void onSubmit(event)}>
      <Credentials field={(name) => register(name)} fresh />
      <ShopFields field={(name) => register(name)} />
      <FormEnd message={message} words="Begin" busy={busy || !ready} />
    </form>
  );
}

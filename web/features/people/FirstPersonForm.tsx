"use client";

import { send } from "@/client/send";
import { signedInAnew } from "@/client/signOut";
import { useReady } from "@/client/useReady";
import { leaveFor, useSending } from "@/client/useSending";
import { ShopFields } from "@/ui/ShopFields";
import { shopStart } from "@/ui/shopStart";

type Fields = { name: string; password: string; shop: string; currency: string; zone: string; units: string };

/** The first person of a new shop, and what the shop says of itself; each with a default that may stay. */
export function FirstPersonForm({ code }: { code: string }) {
  "use no memo";
  const ready = useReady();
  const { register, message, busy, onSubmit } = useSending<Fields>({
    start: shopStart(),
    send: ({ name, password, shop, currency, zone, units }) =>
      send("POST", "/api/first-administrator", {
        ...{ name, password, code },
        shop: { name: shop, currency, zone, units },
      }),
    kept: () => {
      signedInAnew();
      return leaveFor("/intake");
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
          autoComplete="new-password"
          required
        />
        <span className="font-normal text-soft">Ten characters or more.</span>
      </label>
      <ShopFields register={register} name="shop" />
      <p role="alert" className="min-h-[1.3em] font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[56px]! text-xl" data-main="true" disabled={busy || !ready}>
        Begin
      </button>
    </form>
  );
}

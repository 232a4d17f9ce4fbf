"use client";

import { useRouter } from "next/navigation";
import { send } from "@/client/send";
import { useReady } from "@/client/useReady";
import { useSending } from "@/client/useSending";
import { ShopFields } from "@/ui/ShopFields";
import { shopStart } from "@/ui/shopStart";

type Fields = { name: string; currency: string; zone: string; units: string; perHour: string };

/** What the shop says of itself, and what an hour of its work costs. */
export function ShopForm({ said }: { said: Partial<Fields> }) {
  "use no memo";
  const router = useRouter();
  const ready = useReady();
  const { register, message, say, busy, onSubmit } = useSending<Fields>({
    start: { name: "", perHour: "", ...shopStart(), ...said },
    send: (fields) => send("POST", "/api/shop", fields),
    kept: () => {
      say("Kept. Sums that were told before stay as they were told.");
      router.refresh();
    },
    meanwhile: "Nothing was changed.",
  });
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => void onSubmit(event)}>
      <ShopFields register={register} name="name" />
      <label className="flex flex-col gap-1 font-semibold">
        An hour of work costs
        <input
          {...register("perHour")}
          className="field figure text-xl"
          inputMode="decimal"
          placeholder="nothing said"
          autoComplete="off"
        />
      </label>
      <p role="status" className="min-h-[1.3em] font-semibold">
        {message}
      </p>
      <button type="submit" className="key self-start px-6!" data-main="true" disabled={busy || !ready}>
        Keep it
      </button>
    </form>
  );
}

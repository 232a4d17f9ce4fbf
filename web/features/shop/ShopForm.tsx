"use client";

import { AT_LIMIT, NEAR_FRACTION } from "@averin/core";
import { useRouter } from "next/navigation";
import { send } from "@/client/send";
import { useReady } from "@/client/useReady";
import { useSending } from "@/client/useSending";
import { FormEnd } from "@/ui/FormEnd";
import { ShopFields, type ShopTyped } from "@/ui/ShopFields";
import { shopStart } from "@/ui/shopStart";

type Fields = ShopTyped & {
  perHour: string;
  taxName: string;
  taxPercent: string;
  breakMinutes: string;
  nearPercent: string;
  atLimit: string;
};

const KEPT = "Kept. Sums that were told before stay as they were told.";

/** What the shop says of itself, and what an hour of its work costs. */
export function ShopForm({ said }: { said: Partial<Fields> }) {
  "use no memo";
  const router = useRouter();
  const ready = useReady();
  const { register, message, say, busy, onSubmit } = useSending<Fields>({
    start: {
      shopName: "",
      perHour: "",
      taxName: "",
      taxPercent: "",
      breakMinutes: "",
      nearPercent: "",
      atLimit: AT_LIMIT[0],
      ...shopStart(),
      ...said,
    },
    send: ({ shopName, ...fields }) => send("POST", "/api/shop", { name: shopName, ...fields }),
    kept: () => {
      say(KEPT);
      router.refresh();
    },
    meanwhile: "Nothing was changed.",
  });
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => void onSubmit(event)}>
      <ShopFields field={(name) => register(name)} />
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
      <div className="grid grid-cols-[1fr_110px] items-end gap-3">
        <label className="flex flex-col gap-1 font-semibold">
          Tax added to sums, by its name
          <input
            {...register("taxName")}
            className="field text-xl"
            maxLength={30}
            placeholder="nothing said"
            autoComplete="off"
          />
        </label>
        <label className="flex flex-col gap-1 font-semibold">
          Percent
          <input {...register("taxPercent")} className="field figure text-xl" inputMode="decimal" autoComplete="off" />
        </label>
      </div>
      <label className="flex flex-col gap-1 font-semibold">
        A gap at the bench longer than this many minutes is a break
        <input
          {...register("breakMinutes")}
          className="field figure text-xl"
          inputMode="numeric"
          placeholder="20"
          autoComplete="off"
        />
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        A reading at the limit, which its gauge cannot tell from one beyond
        <select {...register("atLimit")} className="field text-xl">
          <option value={AT_LIMIT[0]}>can’t be called: it is asked what is done</option>
          <option value={AT_LIMIT[1]}>passes, as near the limit</option>
        </select>
      </label>
      <label className="flex flex-col gap-1 font-semibold">
        Near the limit from so many percent of the wear on
        <input
          {...register("nearPercent")}
          className="field figure text-xl"
          inputMode="decimal"
          placeholder={String(NEAR_FRACTION * 100)}
          autoComplete="off"
        />
      </label>
      <p className="text-[15px] text-soft">A limit that says it itself, in its book, goes by its own.</p>
      <FormEnd message={message} well={message === KEPT} words="Keep it" busy={busy || !ready} />
    </form>
  );
}

"use client";

import type { UseFormRegisterReturn } from "react-hook-form";
import { useReady } from "@/client/useReady";
import { Choice } from "./Choice.tsx";

/** What a shop says of itself, as it is typed. */
export type ShopTyped = { shopName: string; currency: string; zone: string; units: string };

/** What a shop says of itself: its name, its money, its clock, and the units it shows first. */
export function ShopFields({ field }: { field: (name: keyof ShopTyped) => UseFormRegisterReturn }) {
  "use no memo";
  // Which zones there are is the browser's to say: the server may know others.
  const zones = useReady() ? Intl.supportedValuesOf("timeZone") : [];
  return (
    <>
      <label className="flex flex-col gap-1 font-semibold">
        The shop’s name, for its sheets
        <input {...field("shopName")} className="field text-xl" maxLength={80} autoComplete="organization" />
      </label>
      <div className="grid grid-cols-[110px_1fr] gap-3">
        <label className="flex flex-col gap-1 font-semibold">
          Currency
          <input {...field("currency")} className="field text-xl" maxLength={3} autoComplete="off" required />
        </label>
        <label className="flex flex-col gap-1 font-semibold">
          Time zone
          <input {...field("zone")} className="field text-xl" list="zones" autoComplete="off" required />
        </label>
        <datalist id="zones">
          {zones.map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </div>
      <fieldset>
        <legend className="font-semibold">Units shown first</legend>
        <div className="mt-1 grid grid-cols-2 gap-2">
          {(["metric", "inch"] as const).map((units) => (
            <Choice key={units} type="radio" {...field("units")} value={units}>
              {units === "metric" ? "mm, N·m" : "in, ft-lb"}
            </Choice>
          ))}
        </div>
      </fieldset>
    </>
  );
}

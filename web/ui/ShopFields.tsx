"use client";

import type { UseFormRegister } from "react-hook-form";

/** What a shop says of itself: its name, its money, its clock, and the units it shows first. */
export function ShopFields<Fields extends Record<Name | "currency" | "zone" | "units", string>, Name extends string>({
  register,
  name,
}: {
  register: UseFormRegister<Fields>;
  /** The field that the shop's own name is typed in. */
  name: Name;
}) {
  "use no memo";
  const field = register as unknown as UseFormRegister<Record<string, string>>;
  return (
    <>
      <label className="flex flex-col gap-1 font-semibold">
        The shop’s name, for its sheets
        <input {...field(name)} className="field text-xl" maxLength={80} autoComplete="organization" />
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
          {Intl.supportedValuesOf("timeZone").map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </div>
      <fieldset>
        <legend className="font-semibold">Units shown first</legend>
        <div className="mt-1 grid grid-cols-2 gap-2">
          {(["metric", "inch"] as const).map((units) => (
            <label key={units} className="key justify-start! font-normal! has-checked:border-[3px] has-checked:bg-band">
              <input type="radio" {...field("units")} value={units} className="size-5 accent-petrol" />
              {units === "metric" ? "mm, N·m" : "in, ft-lb"}
            </label>
          ))}
        </div>
      </fieldset>
    </>
  );
}

import type { ComponentProps, ReactNode } from "react";

/** One of several that may be chosen, as a key that shows whether it is: a radio button or a box to tick. */
export function Choice({ children, ...input }: ComponentProps<"input"> & { children: ReactNode }) {
  return (
    <label className="key justify-start! font-normal! has-checked:border-[3px] has-checked:bg-band">
      <input {...input} className="size-5 accent-petrol" />
      {children}
    </label>
  );
}

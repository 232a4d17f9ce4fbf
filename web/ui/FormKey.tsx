"use client";

import type { ComponentProps } from "react";
import { DialogKey } from "./DialogKey.tsx";
import { ShortForm } from "./ShortForm.tsx";

type Key = Omit<ComponentProps<typeof DialogKey>, "children">;
type Form = Omit<ComponentProps<typeof ShortForm>, "onKept" | "words" | "fixed">;

/** A key that opens a short form over the screen; what is kept closes it. */
export function FormKey({
  to,
  fields,
  fixed = {},
  keep = "Keep it",
  ...key
}: Key &
  Form & {
    /** What is known already and not asked. */
    fixed?: Readonly<Record<string, string>>;
    /** On the key that keeps it. */
    keep?: string;
  }) {
  return (
    <DialogKey {...key}>
      {(close) => <ShortForm to={to} fixed={fixed} words={keep} fields={fields} onKept={close} />}
    </DialogKey>
  );
}

"use client";

import { useState } from "react";
import { type DefaultValues, type FieldValues, type Path, useForm } from "react-hook-form";
import { saidOf, type Sent } from "./send.ts";

/** Goes to another page; until the browser is there the form stays as it is, awaited. */
export function leaveFor(address: string): Promise<void> {
  window.location.assign(address);
  return new Promise(() => undefined);
}

/**
 * A form that is sent: its fields, what there is to say of the last answer, and whether one is awaited. What was typed
 * stands until it is kept; where a refusal names a field, that field is gone to. Whoever uses it says "use no memo": fields
 * are registered anew with every drawing.
 */
export function useSending<Fields extends FieldValues, Value = unknown>(how: {
  start?: DefaultValues<Fields>;
  send: (fields: Fields) => Promise<Sent<Value>>;
  /** What comes after: another page, a closed dialog. */
  kept: (value: Value, fields: Fields) => void | Promise<void>;
  /** What an unreachable server means for what was typed. */
  meanwhile: string;
  /** Says of an answer what only this form can, and whether there is anything left to say. */
  instead?: (answer: Exclude<Sent<Value>, { kind: "kept" }>, fields: Fields) => string | null | Promise<string | null>;
}) {
  "use no memo";
  const { start, send, kept, meanwhile, instead } = how;
  const [message, say] = useState("");
  const [busy, setBusy] = useState(false);
  const form = useForm<Fields>({ shouldUnregister: true, ...(start ? { defaultValues: start } : {}) });
  const onSubmit = form.handleSubmit(
    async (fields) => {
      setBusy(true);
      say("");
      const answer = await send(fields);
      try {
        if (answer.kind === "kept") await kept(answer.value, fields);
        else say((await instead?.(answer, fields)) ?? saidOf(answer, meanwhile));
      } finally {
        setBusy(false);
      }
      // The last word of its path is the field's name.
      const at = answer.kind === "refused" ? answer.error.path.split(".").pop() : undefined;
      if (at !== undefined && at in fields) form.setFocus(at as Path<Fields>);
    },
    (errors) => say(Object.values(errors).map((error) => String(error?.message ?? ""))[0] ?? ""),
  );
  const { register, control, reset, setValue } = form;
  return { register, control, reset, setValue, message, say, busy, onSubmit };
}

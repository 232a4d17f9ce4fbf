"use client";

import { useRouter } from "next/navigation";
import { figureEnteredHere } from "@/client/entered";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { FormEnd } from "./FormEnd.tsx";
import { Options } from "./Options.tsx";

/** A field of a short form: what it is called, and how an answer looks. */
export type ShortField = {
  name: string;
  label: string;
  like?: string;
  start?: string;
  secret?: boolean;
  /** Answers that are offered while one types; others are taken too. */
  among?: readonly string[];
  /** The only answers there are. */
  options?: readonly { value: string; name: string }[];
};

/** A few fields that make something the shop lacks, where it is missed; what is kept is there from then on. */
export function ShortForm({
  to,
  fixed,
  fields,
  words,
  onKept,
}: {
  to: string;
  /** What is known already and not asked. */
  fixed: Readonly<Record<string, string>>;
  fields: readonly ShortField[];
  /** On the key that keeps it. */
  words: string;
  onKept: () => void;
}) {
  "use no memo";
  const router = useRouter();
  const { register, message, busy, onSubmit } = useSending<Record<string, string>>({
    start: Object.fromEntries(fields.map(({ name, start = "" }) => [name, start])),
    send: (typed) => send("POST", to, { ...fixed, ...typed }),
    kept: (_, { name = "" }) => {
      figureEnteredHere(name);
      router.refresh();
      onKept();
    },
    meanwhile: "Nothing was kept.",
  });
  return (
    <form className="mt-3 flex flex-col gap-3" onSubmit={(event) => void onSubmit(event)}>
      {fields.map(({ name, label, like, secret, among, options }, i) => (
        <label key={name} className="flex flex-col gap-1 font-semibold">
          {label}
          {options ? (
            <select {...register(name)} className="field text-xl" autoFocus={i === 0}>
              <Options asks="Choose" of={options} />
            </select>
          ) : (
            <input
              {...register(name)}
              className="field text-xl"
              placeholder={like}
              type={secret ? "password" : "text"}
              autoComplete={secret ? "new-password" : "off"}
              autoFocus={i === 0}
              {...(among && { list: `${name}-among` })}
            />
          )}
          {among && (
            <datalist id={`${name}-among`}>
              {among.map((one) => (
                <option key={one} value={one} />
              ))}
            </datalist>
          )}
        </label>
      ))}
      <FormEnd message={message} words={words} busy={busy} leave />
    </form>
  );
}

"use client";

import { useRouter } from "next/navigation";
import { send } from "@/client/send";
import { useReady } from "@/client/useReady";
import { useSending } from "@/client/useSending";
import { Choice } from "@/ui/Choice";
import { DialogKey } from "@/ui/DialogKey";
import { FormKey } from "@/ui/FormKey";
import { FormEnd } from "@/ui/FormEnd";

export type Person = { id: string; name: string; roles: string[]; hasPin: boolean; left: boolean };

const ROLES = [
  ["technician", "works at the benches"],
  ["lead", "signs, passes gates, reopens"],
  ["counter", "takes machines in"],
  ["administrator", "looks after people and the shop"],
] as const;

/** Everybody who works here: what they do, and for an administrator the keys that change it. */
export function People({ people, own, keys }: { people: readonly Person[]; own: string; keys: boolean }) {
  return (
    <>
      <ul>
        {people.map((person) => (
          <li key={person.id} className="flex min-h-[56px] flex-wrap items-center gap-2 border-b border-line py-1">
            <span className="min-w-[180px] flex-1 leading-tight">
              <strong className="block text-lg">{person.name}</strong>
              <span className="text-soft">
                {person.left ? "works here no more" : person.roles.join(", ")}
                {!person.left && !person.hasPin && " · no PIN yet: cannot take over at a bench"}
              </span>
            </span>
            {person.id === own && (
              <>
                <FormKey
                  words="Your PIN"
                  title="Your PIN"
                  about="By it you take over at a bench that another has open."
                  to="/api/session/pin"
                  keep="Set it"
                  fields={[
                    { name: "pin", label: "Four to eight figures", secret: true },
                    { name: "password", label: "Your password", secret: true },
                  ]}
                />
                <FormKey
                  words="Your password"
                  title="Your password"
                  about="Your other sessions end with it."
                  to="/api/session/password"
                  keep="Change it"
                  fields={[
                    { name: "old", label: "The one you had", secret: true },
                    { name: "password", label: "The new one, ten characters or more", secret: true },
                  ]}
                />
              </>
            )}
            {keys && !person.left && (
              <>
                <DialogKey words="Roles" title={`What ${person.name} does here`} about="From now on; old lines stay.">
                  {(close) => <RolesForm to={`/api/people/${person.id}/roles`} start={person.roles} onKept={close} />}
                </DialogKey>
                {person.id !== own && (
                  <>
                    <FormKey
                      words="New password"
                      title={`A new password for ${person.name}`}
                      about="Tell it to them; every session of theirs ends. They change it themselves."
                      to={`/api/people/${person.id}/password`}
                      keep="Set it"
                      fields={[{ name: "password", label: "Ten characters or more", secret: true }]}
                    />
                    <FormKey
                      words="Has left"
                      title={`${person.name} has left`}
                      about="They are signed out everywhere and sign in no more. Their name stays on what they did."
                      to={`/api/people/${person.id}/leave`}
                      keep="They have left"
                      fields={[]}
                    />
                  </>
                )}
              </>
            )}
          </li>
        ))}
      </ul>
      {keys && (
        <p className="pt-3">
          <DialogKey
            words="Add a person"
            title="A person of this shop"
            about="They sign in with this name and password, change it themselves, and set a PIN here or at a bench."
            main
          >
            {(close) => <RolesForm to="/api/people" start={["technician"]} person onKept={close} />}
          </DialogKey>
        </p>
      )}
    </>
  );
}

type Fields = { name?: string; password?: string; roles: string[] };

function RolesForm({
  to,
  start,
  person = false,
  onKept,
}: {
  to: string;
  start: string[];
  /** Whether somebody new is entered with it. */
  person?: boolean;
  onKept: () => void;
}) {
  "use no memo";
  const router = useRouter();
  const ready = useReady();
  const { register, message, busy, onSubmit } = useSending<Fields>({
    start: { roles: start },
    send: (fields) => send("POST", to, fields),
    kept: () => {
      router.refresh();
      onKept();
    },
    meanwhile: "Nothing was changed.",
  });
  return (
    <form className="mt-3 flex flex-col gap-3" onSubmit={(event) => void onSubmit(event)}>
      {person && (
        <>
          <label className="flex flex-col gap-1 font-semibold">
            Name
            <input {...register("name")} className="field text-xl" autoComplete="off" autoFocus required />
          </label>
          <label className="flex flex-col gap-1 font-semibold">
            First password, ten characters or more
            <input {...register("password")} className="field text-xl" autoComplete="new-password" required />
          </label>
        </>
      )}
      <fieldset className="grid gap-2">
        <legend className="font-semibold">What they do here</legend>
        {ROLES.map(([role, means]) => (
          <Choice key={role} type="checkbox" {...register("roles")} value={role}>
            <strong>{role}</strong> {means}
          </Choice>
        ))}
      </fieldset>
      <FormEnd message={message} words="Keep it" busy={busy || !ready} />
    </form>
  );
}

"use client";

import { useRouter } from "next/navigation";
import { send } from "@/client/send";
import { useSending } from "@/client/useSending";

/** People whose names differ only in capitals: an administrator gives one of each another name. */
export function Twins({ groups }: { groups: readonly (readonly { id: string; name: string }[])[] }) {
  return (
    <section aria-label="Names alike" className="caution mb-5">
      {groups.map((group) => (
        <div key={group.map(({ id }) => id).join()}>
          <p className="font-semibold">
            {group.map(({ name }) => name).join(" and ")} differ only in capitals, and a name is signed in whatever its
            case. Give one of them another name:
          </p>
          {group.map((person) => (
            <Rename key={person.id} person={person} />
          ))}
        </div>
      ))}
    </section>
  );
}

function Rename({ person }: { person: { id: string; name: string } }) {
  "use no memo";
  const router = useRouter();
  const { register, message, busy, onSubmit } = useSending<{ name: string }>({
    start: { name: person.name },
    send: (fields) => send("POST", `/api/people/${person.id}`, fields),
    kept: () => router.refresh(),
    meanwhile: "Nothing was changed.",
  });
  return (
    <form className="flex flex-wrap items-center gap-2 py-1" onSubmit={(event) => void onSubmit(event)}>
      <label className="flex items-center gap-2 font-semibold">
        {person.name}
        <input {...register("name")} className="field" autoComplete="off" required />
      </label>
      <button type="submit" className="key" disabled={busy}>
        Rename
      </button>
      <span role="alert" className="font-semibold text-past">
        {message}
      </span>
    </form>
  );
}

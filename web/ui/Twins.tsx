"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { saidOf, send } from "@/client/send";

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
  const router = useRouter();
  const [message, setMessage] = useState("");
  const rename = async (form: FormData): Promise<void> => {
    const answer = await send("POST", `/api/people/${person.id}`, { name: form.get("name") });
    if (answer.kind === "kept") return router.refresh();
    setMessage(saidOf(answer, "Nothing was changed."));
  };
  return (
    <form
      className="flex flex-wrap items-center gap-2 py-1"
      onSubmit={(event) => {
        event.preventDefault();
        void rename(new FormData(event.currentTarget));
      }}
    >
      <label className="flex items-center gap-2 font-semibold">
        {person.name}
        <input name="name" defaultValue={person.name} className="field" autoComplete="off" required />
      </label>
      <button type="submit" className="key">
        Rename
      </button>
      <span role="alert" className="font-semibold text-past">
        {message}
      </span>
    </form>
  );
}

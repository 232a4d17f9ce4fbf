"use client";

import { FormKey } from "@/ui/FormKey";

/** Puts an owner's name and address right, on all their machines. */
export function OwnerKey({ owner }: { owner: { id: string; name: string; contact: string } }) {
  return (
    <FormKey
      words="Put right"
      title="Who it is, and where"
      about="On all their machines from now on; sheets that were printed keep what they said."
      to={`/api/owners/${owner.id}`}

      fields={[
        { name: "name", label: "Name", start: owner.name },
        { name: "contact", label: "How to reach them", start: owner.contact },
      ]}
    />
  );
}

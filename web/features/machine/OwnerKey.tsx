"use client";

import { DialogKey } from "@/ui/DialogKey";
import { ShortForm } from "@/ui/ShortForm";

/** Puts an owner's name and address right, on all their machines. */
export function OwnerKey({ owner }: { owner: { id: string; name: string; contact: string } }) {
  return (
    <DialogKey
      words="Put right"
      title="Who it is, and where"
      about="On all their machines from now on; sheets that were printed keep what they said."
    >
      {(close) => (
        <ShortForm
          to={`/api/owners/${owner.id}`}
          fixed={{}}
          words="Keep it"
          onKept={close}
          fields={[
            { name: "name", label: "Name", start: owner.name },
            { name: "contact", label: "How to reach them", start: owner.contact },
          ]}
        />
      )}
    </DialogKey>
  );
}

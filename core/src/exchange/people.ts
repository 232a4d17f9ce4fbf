import { reader } from "./cells.ts";
import { column, keyOf, needed, type Table } from "./table.ts";

/** What people may be in a shop. */
export const ROLES = ["technician", "lead", "counter", "administrator"] as const;

export type PersonFileRow = { name: string; roles: string[]; leftOn: string | null };

export const peopleTable: Table<PersonFileRow> = {
  id: "people",
  title: "People",
  about: "Names, and what each does here: one row a person. No secret goes in or out.",
  columns: [
    needed("name", "Their name."),
    needed("roles", `What they do here, with blanks between: ${ROLES.join(", ")}.`),
    column("left_on", "Since when they work here no more."),
  ],
  key: ({ name }) => keyOf(name),
  read(cells) {
    const { needed: must, words, day, wrong, row } = reader(cells);
    const name = must("name", 80, "their name");
    if (name.length === 1) wrong("name", "A name has two letters or more.");
    const roles = words("roles", 120)
      .split(/[\s,]+/)
      .filter(Boolean);
    const strange = roles.filter((role) => !ROLES.some((one) => one === role));
    if (roles.length === 0) wrong("roles", `Empty: one or more of ${ROLES.join(", ")}.`);
    if (strange.length > 0) wrong("roles", `"${strange.join(", ")}" is nothing one does here: ${ROLES.join(", ")}.`);
    return row({ name, roles: [...new Set(roles)], leftOn: day("left_on") });
  },
  write: ({ name, roles, leftOn }) => ({ name, roles: roles.join(" "), left_on: leftOn ?? "" }),
};

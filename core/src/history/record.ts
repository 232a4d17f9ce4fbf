/** A record as it was kept: whatever shape it had then. */
export type Loose = Record<string, unknown>;
/** Brings a record of one format into the next one's shape. */
export type Upcaster = (body: Loose) => Loose;

export const isLoose = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);

export const rows = (value: unknown, mend: (row: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((row: unknown) => (isLoose(row) ? mend(row) : row)) : value;

/** What was told by its words alone: an id is made of them. */
export const withId = (row: Loose): Loose =>
  row.id === undefined && typeof row.what === "string"
    ? {
        id: row.what
          .toLowerCase()
          .replace(/[^a-z0-9]+/g, "-")
          .replace(/^-|-$/g, "")
          .slice(0, 120),
        ...row,
      }
    : row;

/** A record as it was kept: whatever shape it had then. */
export type Loose = Record<string, unknown>;
/** Brings a record of one format into the next one's shape. */
export type Upcaster = (body: Loose) => Loose;

export const isLoose = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);

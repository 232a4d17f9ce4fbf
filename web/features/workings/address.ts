import type { Texts } from "./groups.ts";

export type OpenJob = { id: string; label: string };

export type Kept = { texts: Texts; units: Texts };

/** What stands in the address: only what differs from the figures a group starts with. */
export function toAddress(begun: Texts, calculator: string, { texts, units }: Kept): string {
  const changed = Object.fromEntries(Object.entries(texts).filter(([key, text]) => (begun[key] ?? "") !== text));
  const search = new URLSearchParams();
  search.set("c", calculator);
  if (Object.keys(changed).length > 0) search.set("v", JSON.stringify(changed));
  if (Object.keys(units).length > 0) search.set("u", JSON.stringify(units));
  return `?${search.toString()}`;
}

export function fromAddress(begun: Texts, search: { v?: string | undefined; u?: string | undefined }): Kept {
  const read = (text: string | undefined): Texts => {
    try {
      const value: unknown = JSON.parse(text ?? "{}");
      if (typeof value !== "object" || value === null) return {};
      return Object.fromEntries(
        Object.entries(value).filter((entry): entry is [string, string] => typeof entry[1] === "string"),
      );
    } catch {
      return {};
    }
  };
  return { texts: { ...begun, ...read(search.v) }, units: read(search.u) };
}

import { z } from "zod";

const releaseSchema = z.coerce.number().int().min(1).max(1000);

/** Which release of a job a page is asked for, counted from 1; null for the job as it stands, and for what is no number. */
export function releaseAsked(text: string | string[] | null | undefined): number | null {
  const parsed = releaseSchema.safeParse(text);
  return parsed.success ? parsed.data : null;
}

/** What a page of things is looked through for: the words in its address. */
export type Searched = { searchParams: Promise<{ find?: string | string[] }> };
export async function searchAsked({ searchParams }: Searched): Promise<string> {
  const { find = "" } = await searchParams;
  return (Array.isArray(find) ? (find[0] ?? "") : find).trim().slice(0, 120);
}

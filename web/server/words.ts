import { z } from "zod";
import type { At, Database } from "./database.ts";

/** Words that people use for one thing, in groups. */
export const synonymsSchema = z.array(z.array(z.string().trim().toLowerCase().min(2).max(60)).min(2)).max(500);
export type Synonyms = z.infer<typeof synonymsSchema>;

/** Under which name the shop keeps them. */
export const SYNONYMS = "synonyms";

/** Words that are used for one thing here. */
export async function synonymsOf(db: Database, transaction: At = null): Promise<Synonyms> {
  const row = await db.settings.findByPk(SYNONYMS, { transaction });
  return synonymsSchema.parse(row?.get("body") ?? []);
}

/** So many typed words narrow a list down; more are left away. */
const MOST_WORDS = 6;

/**
 * What is looked for: every word has to be there, each in one of the ways in which it is called. A name of several words
 * that is known by others counts as one.
 */
export function lookedFor(search: string, synonyms: Synonyms = []): string[][] {
  let left = ` ${search.toLowerCase().replace(/\s+/g, " ")} `;
  const named: string[][] = [];
  for (const group of synonyms) {
    const said = group.find((words) => left.includes(` ${words} `));
    if (said === undefined) continue;
    left = left.replace(` ${said} `, "  ");
    named.push(group);
  }
  const words = left.split(" ").filter(Boolean);
  return [...named, ...words.map((word) => [word])].slice(0, MOST_WORDS);
}

/**
 * A list narrowed down to rows whose text, an expression of SQL, has everything that is looked for: the condition and its
 * values. A word may also be found elsewhere, where something else than the row's own text says so.
 */
export function foundBy(
  text: string,
  search: string,
  synonyms: Synonyms = [],
  elsewhere?: (word: string) => string,
): { where: string; replacements: Record<string, string> } {
  const named = lookedFor(search, synonyms).map((ways, i) => ways.map((word, j) => ({ key: `word${i}x${j}`, word })));
  const found = ({ key }: { key: string }): string[] => [
    `LOWER(${text}) LIKE :${key}`,
    ...(elsewhere ? [elsewhere(`:${key}`)] : []),
  ];
  return {
    where: named.map((ways) => `(${ways.flatMap(found).join(" OR ")})`).join(" AND "),
    replacements: Object.fromEntries(
      named.flat().map(({ key, word }) => [key, `%${word.replace(/[\\%_]/g, "\\$&")}%`]),
    ),
  };
}

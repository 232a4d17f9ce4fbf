/** So many typed words narrow a list down; more are left away. */
const MOST_WORDS = 6;

/** A list narrowed down to rows whose text, an expression of SQL, has every typed word in it: the condition and its values. */
export function foundBy(text: string, search: string): { where: string; replacements: Record<string, string> } {
  const typed = search.toLowerCase().split(/\s+/).filter(Boolean).slice(0, MOST_WORDS);
  return {
    where: typed.map((_, i) => `LOWER(${text}) LIKE :word${i}`).join(" AND "),
    replacements: Object.fromEntries(typed.map((word, i) => [`word${i}`, `%${word.replace(/[\\%_]/g, "\\$&")}%`])),
  };
}

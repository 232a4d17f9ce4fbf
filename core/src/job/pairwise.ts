/**
 * Rows that between them hold every pair of values of any two columns; with two columns, every combination. Greedy: each
 * row is the one of all combinations that holds most pairs which no row before it holds, the first of equals.
 * Meant for a dozen columns of two or three values: every combination is looked at.
 * Source: pairwise (all-pairs) testing; common practice.
 * @param columns the values of each column by its name; each at least one
 */
export function pairwise(columns: Readonly<Record<string, readonly string[]>>): Record<string, string>[] {
  const names = Object.keys(columns);
  let all: string[][] = [[]];
  for (const name of names) all = all.flatMap((row) => (columns[name] ?? []).map((value) => [...row, value]));
  const pairsIn = (row: readonly string[]): string[] =>
    row.flatMap((a, i) => row.slice(i).map((b, j) => `${i} ${a}|${i + j} ${b}`));
  const open = new Set(all.flatMap(pairsIn));
  const rows: string[][] = [];
  while (open.size > 0) {
    const fresh = (row: readonly string[]): number => pairsIn(row).filter((pair) => open.has(pair)).length;
    const counted = all.map((row) => ({ row, holds: fresh(row) }));
    const best = counted.reduce((a, b) => (b.holds > a.holds ? b : a));
    rows.push(best.row);
    for (const pair of pairsIn(best.row)) open.delete(pair);
  }
  if (rows.length === 0) rows.push([]);
  return rows.map((row) => Object.fromEntries(names.map((name, i) => [name, row[i] ?? ""])));
}

/**
 * Rows that between them hold every pair of values of any two columns; with two columns, every combination. Greedy: each
 * row begins with the first pair that no row before it holds, and takes in every other column the value that brings most
 * such pairs with what the row has by then, the first of equals. Meant for some dozens of columns of a few values.
 * Source: pairwise (all-pairs) testing, built a row at a time; common practice.
 * @param columns the values of each column by its name; each at least one
 */
export function pairwise(columns: Readonly<Record<string, readonly string[]>>): Record<string, string>[] {
  const names = Object.keys(columns);
  const valuesOf = (column: number): readonly string[] => columns[names[column] ?? ""] ?? [];
  const pairOf = (i: number, a: string, j: number, b: string): string =>
    i < j ? `${i} ${a}|${j} ${b}` : `${j} ${b}|${i} ${a}`;
  const open = new Map<string, readonly [number, string, number, string]>();
  names.forEach((_, i) =>
    names.slice(i + 1).forEach((__, k) => {
      const j = i + 1 + k;
      for (const a of valuesOf(i)) for (const b of valuesOf(j)) open.set(pairOf(i, a, j, b), [i, a, j, b]);
    }),
  );
  const rows: Map<number, string>[] = [];
  for (let first = open.values().next().value; first; first = open.values().next().value) {
    const [i, a, j, b] = first;
    const row = new Map([
      [i, a],
      [j, b],
    ]);
    names.forEach((_, column) => {
      if (row.has(column)) return;
      const fresh = (value: string): number =>
        [...row].filter(([other, has]) => open.has(pairOf(column, value, other, has))).length;
      const values = valuesOf(column);
      row.set(
        column,
        values.reduce((best, value) => (fresh(value) > fresh(best) ? value : best), values[0] ?? ""),
      );
    });
    for (const [one, has] of row)
      for (const [other, is] of row) if (one < other) open.delete(pairOf(one, has, other, is));
    rows.push(row);
  }
  // One column has no pairs, and none has one row.
  if (names.length === 1) return valuesOf(0).map((value) => ({ [names[0] ?? ""]: value }));
  if (rows.length === 0) rows.push(new Map());
  return rows.map((row) => Object.fromEntries(names.map((name, i) => [name, row.get(i) ?? ""])));
}

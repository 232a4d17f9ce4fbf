import Link from "next/link";
import type { ReactNode } from "react";
import { FindForm } from "./FindForm.tsx";

/** A list that is looked through by any word: what it is looked through by, its rows, and what it means where there are none. */
export function FoundList<Row extends { id: string }>({
  to,
  label,
  search,
  rows,
  more,
  none,
  columns,
  children,
}: {
  /** The list's own address; a row's is behind it. */
  to: string;
  label: string;
  search: string;
  rows: readonly Row[];
  /** Whether there are more than are listed. */
  more: boolean;
  /** What it means that there is nothing at all. */
  none: string;
  /** The widths of a row's columns where there is room for them. */
  columns: string;
  children: (row: Row) => ReactNode;
}) {
  return (
    <>
      <FindForm to={to} label={label} search={search} />
      {rows.length === 0 && (
        <p className="border-2 border-dashed border-line p-6 text-xl">
          {search === "" ? none : `Nothing here has all of “${search}”: try fewer letters.`}
        </p>
      )}
      <ol className={rows.length > 0 ? "border-t-2 border-ink" : ""}>
        {rows.map((row) => (
          <li key={row.id} className="border-b border-line">
            <Link
              href={`${to}/${row.id}`}
              className={`grid min-h-[56px] grid-cols-[1fr_auto] items-center gap-x-4 py-1 leading-tight hover:bg-sheet ${columns}`}
            >
              {children(row)}
            </Link>
          </li>
        ))}
      </ol>
      {more && <p className="py-3 text-soft">There are more: another word narrows them down.</p>}
    </>
  );
}

"use client";

import {
  type ColumnDef,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_alphanumeric,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import Link from "next/link";
import { type ReactNode, useMemo } from "react";
import { FindForm } from "./FindForm.tsx";

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });

/** What a cell shows, and what its row is put in order by; nothing where nobody knows. */
export type Cell = { by: string | number | null; shown: ReactNode };
export type FoundRow = { id: string; cells: readonly Cell[] };
/** What a column is called; one of figures stands to the right. */
export type FoundColumn = { name: string; figures?: boolean };

type Columns = ColumnDef<typeof features, FoundRow>[];

/** In order by figures, or by letters and the figures in them; what nobody knows comes last, whichever way round. */
const columnsOf = (names: readonly FoundColumn[]): Columns =>
  names.map(({ name }, i) => ({
    id: name,
    accessorFn: ({ cells }) => cells[i]?.by ?? undefined,
    sortFn: (a, b, id) => {
      const [x, y] = [a.getValue(id), b.getValue(id)];
      return typeof x === "number" && typeof y === "number" ? x - y : sortFn_alphanumeric(a, b, id);
    },
    sortUndefined: "last",
    sortDescFirst: false,
  }));

const MARKS = { asc: "▲", desc: "▼" } as const;
const ORDERS = { asc: "ascending", desc: "descending" } as const;

/** A list that is looked through by any word and put in order by any column; each row leads to its own page. */
export function FoundTable({
  to,
  label,
  search,
  columns,
  rows,
  more,
  none,
}: {
  /** The list's own address; a row's is behind it. */
  to: string;
  /** What it is looked through by. */
  label: string;
  search: string;
  columns: readonly FoundColumn[];
  rows: readonly FoundRow[];
  /** Whether there are more than are listed. */
  more: boolean;
  /** What it means that there is nothing at all. */
  none: string;
}) {
  const defined = useMemo(() => columnsOf(columns), [columns]);
  const table = useTable({
    ...{ features, columns: defined, data: rows as FoundRow[] },
    ...{ getRowId: ({ id }: FoundRow) => id, enableMultiSort: false },
  });
  return (
    <>
      <FindForm to={to} label={label} search={search} />
      {rows.length === 0 ? (
        <p className="border-2 border-dashed border-line p-6 text-xl">
          {search === "" ? none : `Nothing here has all of “${search}”: try fewer letters.`}
        </p>
      ) : (
        <table className="w-full text-left leading-tight">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b-2 border-ink">
                {group.headers.map(({ id, column }, i) => {
                  const sorted = column.getIsSorted();
                  return (
                    <th
                      key={id}
                      scope="col"
                      aria-sort={sorted === false ? "none" : ORDERS[sorted]}
                      className={`p-0 ${i > 0 ? "pl-4" : ""}`}
                    >
                      <button
                        type="button"
                        onClick={column.getToggleSortingHandler()}
                        className={`caption min-h-[48px] w-full ${columns[i]?.figures ? "text-right" : "text-left"}`}
                      >
                        {id} <span aria-hidden>{sorted === false ? "" : MARKS[sorted]}</span>
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map(({ id, original }) => (
              <tr key={id} className="relative h-[56px] border-b border-line hover:bg-sheet">
                {original.cells.map(({ shown }, i) => (
                  <td
                    key={columns[i]?.name}
                    className={`py-1 ${i > 0 ? "pl-4" : ""} ${columns[i]?.figures ? "text-right tabular-nums" : ""}`}
                  >
                    {i === 0 ? (
                      // The whole row is touched; the first cell is what it is called by.
                      <Link
                        href={`${to}/${id}`}
                        className="text-lg leading-tight font-bold after:absolute after:inset-0"
                      >
                        {shown}
                      </Link>
                    ) : (
                      shown
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {more && (
        <p className="py-3 text-soft">
          There are more than these: another word narrows them down, then put them in order.
        </p>
      )}
    </>
  );
}

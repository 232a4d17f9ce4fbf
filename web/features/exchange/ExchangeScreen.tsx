import type { Table } from "@averin/core";
import { FileIn } from "./FileIn.tsx";

type Known = Pick<Table<never>, "id" | "title" | "about" | "columns"> & {
  changes: "taken" | "for a reason" | "refused";
  /** Who takes it in, where whoever looks does not; else null. */
  refused: string | null;
};

/** Everything a shop has on file, out as files and in again: looked at first, then all of a file or nothing. */
export function ExchangeScreen({ kinds, codings }: { kinds: readonly Known[]; codings: readonly string[] }) {
  return (
    <>
      <p className="max-w-[70ch] pb-4 text-lg">
        A file is looked at first: what becomes of each row is told, and nothing is kept until you say so. Then all of
        it is taken in, or nothing. Take models first: figures, machines and parts are of them.
      </p>
      <ul className="border-t-2 border-ink">
        {kinds.map(({ id, title, about, columns, changes, refused }) => (
          <li key={id} className="border-b border-line py-3" aria-label={title}>
            <div className="grid items-center gap-x-6 gap-y-2 md:grid-cols-[minmax(220px,1fr)_auto_minmax(260px,auto)]">
              <div className="leading-tight">
                <h2 className="text-xl font-semibold">{title}</h2>
                <p className="text-soft">{about}</p>
                <details className="pt-1">
                  <summary className="min-h-[28px] cursor-pointer underline underline-offset-4">its columns</summary>
                  <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 py-2 text-[15px]">
                    {columns.map((column) => (
                      <div key={column.name} className="contents">
                        <dt className="font-semibold whitespace-nowrap">
                          {column.name}
                          {column.needed && <span className="text-past"> needed</span>}
                        </dt>
                        <dd>{column.about}</dd>
                      </div>
                    ))}
                  </dl>
                  <a href={`/api/exchange/${id}/schema`} className="underline underline-offset-4">
                    the schema of its JSON
                  </a>
                </details>
              </div>
              <span className="flex gap-2">
                <a href={`/api/exchange/${id}?as=csv`} className="key" download>
                  Out as CSV
                </a>
                <a href={`/api/exchange/${id}?as=json`} className="key" download>
                  as JSON
                </a>
              </span>
              {refused === null ? null : <span className="text-soft">{refused}</span>}
              {refused === null && <FileIn id={id} title={title} changes={changes} codings={codings} />}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}

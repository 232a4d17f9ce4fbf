/** What something is, line by line: what each fact is called, and what it is. */
export function Facts({ of, figures = false }: { of: readonly (readonly [string, string])[]; figures?: boolean }) {
  return (
    <dl className="grid grid-cols-[130px_1fr] gap-y-2 py-3 text-lg">
      {of.map(([name, what]) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd className={`font-semibold ${figures ? "figure" : ""}`}>{what}</dd>
        </div>
      ))}
    </dl>
  );
}

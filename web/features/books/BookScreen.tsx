import { figuresWith, type KnownFigure, onlyWords, scopeOf, sourceLine, type Spec, specWords } from "@averin/core";
import { FigureKey } from "@/ui/FigureKey";
import { PostKey } from "@/ui/PostKey";
import { dayOf } from "@/ui/times";

export type BookRow = {
  key: string;
  known: KnownFigure | undefined;
  spec: Spec | null;
  enteredBy: string | null;
  before: { spec: Spec; by: string; at: Date; reason: string }[];
};
export type BookWork = { title: string; rows: BookRow[] };

/** One model's figures by the work that asks for them: what is missing, a guess or unchecked stands out. */
export function BookScreen({
  book,
  works,
  sisters,
}: {
  book: { id: string; maker: string; model: string };
  works: readonly BookWork[];
  sisters: readonly { id: string; name: string }[];
}) {
  return (
    <>
      {sisters.length > 0 && (
        <section aria-label="From a sister model" className="flex flex-wrap items-center gap-2 pb-6">
          <span className="text-lg">What a sister model has and this one lacks is carried over, unchecked:</span>
          {sisters.map(({ id, name }) => (
            <PostKey key={id} to={`/api/books/${book.id}/copies`} body={{ from: id }} words={`from ${name}`} />
          ))}
        </section>
      )}
      <div className="flex flex-col gap-8">
        {works.map(({ title, rows }) => {
          const missing = rows.filter(({ spec }) => spec === null).length;
          return (
            <section key={title} aria-label={title}>
              <h2 className="flex items-baseline justify-between border-b-2 border-ink pb-1 text-xl font-semibold">
                {title}
                <span className={missing > 0 ? "text-base text-past" : "text-base font-normal text-soft"}>
                  {missing > 0 ? `${missing} of ${rows.length} missing` : "all on file"}
                </span>
              </h2>
              <ul className="grid gap-x-8 lg:grid-cols-2">
                {rows.map((row) => (
                  <Row key={`${row.key} ${row.spec ? scopeOf(row.spec) : ""}`} book={book.id} row={row} />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
    </>
  );
}

function Row({ book, row: { key, known, spec, enteredBy, before } }: { book: string; row: BookRow }) {
  const wordsOf = (one: Spec): string => specWords(one, figuresWith(known ? [known] : []));
  const guess = spec?.source.grade === "guess";
  return (
    <li className="flex min-h-[56px] flex-wrap items-center gap-x-3 border-b border-line py-1">
      <span className="min-w-[13rem] flex-1 leading-tight">
        <span className="block">
          {known?.label ?? key}
          {known?.kind === "count" && ", how many"}
        </span>
        {spec ? (
          <>
            <span className={`block text-[15px] ${guess ? "font-semibold text-past" : "text-soft"}`}>
              {guess && "a guess, signs nothing off · "}
              {sourceLine(spec.source)}
            </span>
            {onlyWords(spec) !== "" && (
              <span className="block text-[15px] font-semibold text-petrol">only {onlyWords(spec)}</span>
            )}
            <span className="block text-[15px] text-soft">
              {spec.source.checkedBy === null ? (
                <strong className="text-near">unchecked</strong>
              ) : (
                `checked by ${spec.source.checkedBy}`
              )}
              {enteredBy !== null && ` · entered by ${enteredBy}`}
            </span>
          </>
        ) : (
          <span className="block text-[15px] text-past">missing: nothing is judged by it</span>
        )}
        {before.map((one) => (
          <span key={one.at.toISOString()} className="block text-[15px] text-soft line-through decoration-1">
            {wordsOf(one.spec)}, {sourceLine(one.spec.source)}{" "}
            <span className="inline-block no-underline">
              · superseded {dayOf(one.at)} by {one.by}: {one.reason}
            </span>
          </span>
        ))}
      </span>
      <span className="ml-auto flex max-w-[55%] flex-wrap items-center justify-end gap-2">
        {spec && <strong className="text-right text-lg leading-tight tabular-nums">{wordsOf(spec)}</strong>}
        {spec?.source.checkedBy === null && (
          <PostKey to={`/api/books/${book}/checks`} body={{ key, scope: scopeOf(spec) }} words="It stands so" />
        )}
        <FigureKey book={book} known={known} words={spec ? "Another" : "Enter"} onFile={spec} />
      </span>
    </li>
  );
}

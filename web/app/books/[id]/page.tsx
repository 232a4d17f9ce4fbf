import { configOf, figuresAsked, figuresKnown, madeFor, scopeOf, withKeysAt } from "@averin/core";
import { type BookRow, BookScreen } from "@/features/books/BookScreen";
import { MakersWays } from "@/features/books/MakersWays";
import { searchAsked, type Searched } from "@/server/asked";
import { bookById, booksOf } from "@/server/books/read";
import { orNotFound, requireActor } from "@/server/page";
import { knownFigures, proceduresFor } from "@/server/procedures/read";
import { makersWays } from "@/server/settings/read";
import { lookedFor, synonymsOf } from "@/server/words";
import { FindForm } from "@/ui/FindForm";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function BookPage({ params, ...asked }: { params: Promise<{ id: string }> } & Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { book, figures, superseded } = await orNotFound(bookById(db, (await params).id));
  const config = configOf(
    figures.map(({ spec }) => spec).filter((spec) => scopeOf(spec) === ""),
    await knownFigures(db, null),
  );
  const seen = new Set<string>();
  /** One row a figure, or one for what is missing; what was superseded stands with what took its place. */
  const rowsOf = (key: string, known: BookRow["known"]): BookRow[] => {
    const own = figures.filter(({ spec }) => spec.key === key);
    const scopes = own.map(({ spec }) => scopeOf(spec));
    const before = superseded.filter(({ spec }) => spec.key === key);
    const at = (scope: string): number => Math.max(0, scopes.indexOf(scope));
    const rows = own.length > 0 ? own : [{ spec: null, enteredBy: null }];
    return rows.map(({ spec, enteredBy }, i) => ({
      ...{ key, known, spec, enteredBy },
      before: before.filter((one) => at(scopeOf(one.spec)) === i),
    }));
  };
  const works = (await proceduresFor(db, book.builds, null)).map(({ procedure }) => {
    const asked = figuresAsked(madeFor(procedure, config)).map(({ key }) => key);
    const keys = [
      ...new Set(
        withKeysAt(
          asked,
          figures.map(({ spec }) => spec),
        ),
      ),
    ].filter((key) => !seen.has(key));
    for (const key of keys) seen.add(key);
    const known = figuresKnown(procedure);
    return { title: procedure.title, rows: keys.flatMap((key) => rowsOf(key, known.get(key))) };
  });
  const known = await knownFigures(db, null);
  const others = [...new Set(figures.map(({ spec }) => spec.key))].filter((key) => !seen.has(key));
  const rest = { title: "Asked for by no work here", rows: others.flatMap((key) => rowsOf(key, known.get(key))) };
  const ways = lookedFor(search, await synonymsOf(db));
  const isFound = ({ key, known, spec }: BookRow): boolean => {
    const words = `${known?.label ?? ""} ${spec?.label ?? ""} ${key}`.toLowerCase();
    return ways.every((any) => any.some((word) => words.includes(word)));
  };
  const found = [...works, rest].map(({ title, rows }) => ({ title, rows: rows.filter(isFound) }));
  const makers = await makersWays(db, book.id);
  const sisters = (await booksOf(db)).filter(
    (other) => other.id !== book.id && other.builds.some((build) => book.builds.includes(build)),
  );
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">
          {book.maker} {book.model}: its book
        </h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <FindForm to={`/books/${book.id}`} label="A figure by any word of it" search={search} />
        {search !== "" && found.every(({ rows }) => rows.length === 0) && (
          <p className="border-2 border-dashed border-line p-6 text-xl">
            No figure here is called “{search}”: try fewer letters.
          </p>
        )}
        {search === "" && <MakersWays ways={makers} />}
        <BookScreen
          book={{ id: book.id, maker: book.maker, model: book.model }}
          works={found.filter(({ rows }) => rows.length > 0)}
          sisters={sisters.slice(0, 6).map(({ id, maker, model }) => ({ id, name: `${maker} ${model}` }))}
        />
      </main>
    </>
  );
}

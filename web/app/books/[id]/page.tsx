import { configOf, figuresAsked, figuresKnown, madeFor, type Spec } from "@averin/core";
import { type BookRow, BookScreen } from "@/features/books/BookScreen";
import { bookById, booksOf } from "@/server/books/read";
import { orNotFound, requireActor } from "@/server/page";
import { knownFigures, proceduresFor } from "@/server/procedures/read";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function BookPage({ params }: { params: Promise<{ id: string }> }) {
  const { db, actor } = await requireActor();
  const { book, figures, superseded } = await orNotFound(bookById(db, (await params).id));
  const config = configOf(
    figures.map(({ spec }) => spec),
    await knownFigures(db, null),
  );
  const seen = new Set<string>();
  const rowOf = (key: string, known: BookRow["known"]): BookRow => {
    const own = figures.find(({ spec }) => spec.key === key);
    const before = superseded.filter(({ spec }) => spec.key === key);
    return { key, known, spec: own?.spec ?? null, enteredBy: own?.enteredBy ?? null, before };
  };
  const works = (await proceduresFor(db, book.builds, null)).map(({ procedure }) => {
    const asked = figuresAsked(madeFor(procedure, config)).map(({ key }) => key);
    const keys = [...new Set(asked)].filter((key) => !seen.has(key));
    for (const key of keys) seen.add(key);
    const known = figuresKnown(procedure);
    return { title: procedure.title, rows: keys.map((key) => rowOf(key, known.get(key))) };
  });
  const known = await knownFigures(db, null);
  const others = figures.map(({ spec }): Spec => spec).filter(({ key }) => !seen.has(key));
  const rest = { title: "Asked for by no work here", rows: others.map(({ key }) => rowOf(key, known.get(key))) };
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
        <BookScreen
          book={{ id: book.id, maker: book.maker, model: book.model }}
          works={[...works, rest].filter(({ rows }) => rows.length > 0)}
          sisters={sisters.slice(0, 6).map(({ id, maker, model }) => ({ id, name: `${maker} ${model}` }))}
        />
      </main>
    </>
  );
}

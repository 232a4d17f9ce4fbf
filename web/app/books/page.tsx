import Link from "next/link";
import { searchAsked, type Searched } from "@/server/asked";
import { bookLines } from "@/server/books/read";
import { requireActor } from "@/server/page";
import { FindForm } from "@/ui/FindForm";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

export default async function BooksPage(asked: Searched) {
  const { db, actor } = await requireActor();
  const search = await searchAsked(asked);
  const { books, more } = await bookLines(db, search);
  return (
    <>
      <TopRule person={actor.name}>
        <h1 className="text-lg font-semibold">Spec books</h1>
      </TopRule>
      <main className="mx-auto max-w-[1180px] p-5">
        <FindForm to="/books" label="Maker or model" search={search} />
        {books.length === 0 && (
          <p className="border-2 border-dashed border-line p-6 text-xl">
            {search === ""
              ? "No book yet: a machine of a model that nobody knows begins one at the counter, and it fills while the work is done."
              : `No book has all of “${search}”: try fewer letters.`}
          </p>
        )}
        <ol className={books.length > 0 ? "border-t-2 border-ink" : ""}>
          {books.map((book) => (
            <li key={book.id} className="border-b border-line">
              <Link
                href={`/books/${book.id}`}
                className="grid min-h-[56px] grid-cols-[1fr_auto] items-center gap-x-4 py-1 leading-tight hover:bg-sheet md:grid-cols-[minmax(220px,1.2fr)_130px_1fr_1fr]"
              >
                <strong className="text-lg">
                  {book.maker} {book.model}
                </strong>
                <span className="text-soft">
                  {book.machines} {book.machines === 1 ? "machine" : "machines"}
                </span>
                <span className="tabular-nums">
                  {book.figures} {book.figures === 1 ? "figure" : "figures"} on file
                </span>
                <span className="text-right tabular-nums">
                  {book.guesses > 0 && <strong className="text-past">{book.guesses} guessed · </strong>}
                  {book.unchecked > 0 ? (
                    <strong className="text-near">{book.unchecked} unchecked</strong>
                  ) : (
                    <span className="text-soft">{book.figures > 0 ? "all checked" : ""}</span>
                  )}
                </span>
              </Link>
            </li>
          ))}
        </ol>
        {more && <p className="py-3 text-soft">There are more: another word narrows them down.</p>}
      </main>
    </>
  );
}

import { searchAsked, type Searched } from "@/server/asked";
import { bookLines } from "@/server/books/read";
import { requireActor } from "@/server/page";
import { FoundList } from "@/ui/FoundList";
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
        <FoundList
          to="/books"
          label="Maker or model"
          search={search}
          rows={books}
          more={more}
          none="No book yet: a machine of a model that nobody knows begins one at the counter, and it fills while the work is done."
          columns="md:grid-cols-[minmax(220px,1.2fr)_130px_1fr_1fr]"
        >
          {(book) => (
            <>
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
            </>
          )}
        </FoundList>
      </main>
    </>
  );
}

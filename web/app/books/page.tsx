import { searchAsked, type Searched } from "@/server/asked";
import { bookLines } from "@/server/books/read";
import { requireActor } from "@/server/page";
import { FoundTable } from "@/ui/FoundTable";
import { TopRule } from "@/ui/TopRule";

export const dynamic = "force-dynamic";

const COLUMNS = [
  { name: "book" },
  ...["machines", "figures on file", "guessed", "unchecked"].map((name) => ({ name, figures: true })),
];

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
        <FoundTable
          to="/books"
          label="Maker or model"
          search={search}
          columns={COLUMNS}
          rows={books.map(({ id, maker, model, machines, figures, guesses, unchecked }) => ({
            id,
            cells: [
              { by: `${maker} ${model}`, shown: `${maker} ${model}` },
              { by: machines, shown: machines },
              { by: figures, shown: figures },
              {
                by: guesses,
                shown:
                  guesses > 0 ? (
                    <strong className="text-past">{guesses}</strong>
                  ) : (
                    <span className="text-soft">none</span>
                  ),
              },
              {
                by: unchecked,
                shown:
                  unchecked > 0 ? (
                    <strong className="text-near">{unchecked}</strong>
                  ) : (
                    <span className="text-soft">{figures > 0 ? "all checked" : "none"}</span>
                  ),
              },
            ],
          }))}
          more={more}
          none="No book yet: a machine of a model that nobody knows begins one at the counter, and it fills while the work is done."
        />
      </main>
    </>
  );
}

import { apartWords, figuresWith, type KnownFigure, onlyWords, sourceLine, type Spec, specWords } from "@averin/core";
import { FigureKey } from "@/ui/FigureKey";

export type FigureLine = {
  key: string;
  known: KnownFigure | undefined;
  governs: Spec | null;
  overruled: Spec[];
  /** What is on file under this key for another build only. */
  other: Spec | null;
  own: boolean;
};
export type WorkFigures = { title: string; lines: FigureLine[] };

/** What is on file for one machine, by the work that asks for it: its own figures, its model's, and what is missing. */
export function MachineFigures({ machine, work }: { machine: string; work: readonly WorkFigures[] }) {
  return (
    <div className="flex flex-col gap-8">
      {work.map(({ title, lines }) => {
        const missing = lines.filter((line) => line.governs === null).length;
        return (
          <section key={title} aria-label={title}>
            <h2 className="flex items-baseline justify-between border-b-2 border-ink pb-1 text-xl font-semibold">
              {title}
              <span className={missing > 0 ? "text-base text-past" : "text-base font-normal text-soft"}>
                {missing > 0 ? `${missing} of ${lines.length} not on file` : "all on file"}
              </span>
            </h2>
            <ul className="grid gap-x-8 lg:grid-cols-2">
              {lines.map((line) => (
                <Line key={line.key} machine={machine} line={line} />
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}

function Line({
  machine,
  line: { key, known, governs, overruled, other, own },
}: {
  machine: string;
  line: FigureLine;
}) {
  const wordsOf = (spec: Spec): string => specWords(spec, figuresWith(known ? [known] : []));
  return (
    <li className="flex min-h-[56px] items-center gap-3 border-b border-line py-1">
      <span className="min-w-0 flex-1 leading-tight">
        <span className="block">{known?.label ?? key}</span>
        {governs ? (
          <span className="block text-[15px] text-soft">
            {own && <strong className="text-petrol">this machine’s own · </strong>}
            {sourceLine(governs.source)}
          </span>
        ) : (
          <span className="block text-[15px] text-past">
            {other
              ? `on file for ${onlyWords(other)} only, and not offered here`
              : "not on file: nothing is judged by it"}
          </span>
        )}
        {overruled.map((other, i) => (
          <span key={i} className="block text-[15px] text-soft">
            overruled: {wordsOf(other)}, {sourceLine(other.source)}
            {apartWords(governs, other)}
          </span>
        ))}
      </span>
      {governs && (
        <strong className="max-w-[55%] text-right text-lg leading-tight tabular-nums">{wordsOf(governs)}</strong>
      )}
      <FigureKey machine={machine} known={known} words={governs ? "Another" : "Enter"} onFile={governs} />
    </li>
  );
}

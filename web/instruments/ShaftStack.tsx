import { useId } from "react";

/** What came off a shaft, in the order it came, and the same row backwards: the order it goes back in. */
export function ShaftStack({ off }: { off: readonly string[] }) {
  const title = useId();
  const back = [...off].reverse();
  return (
    <figure aria-labelledby={title} className="border-2 border-petrol p-3">
      <figcaption id={title} className="caption">
        goes back in this order
      </figcaption>
      <ol className="flex flex-wrap items-center gap-2 pt-1">
        {back.map((piece, i) => (
          <li key={`${piece}${i}`} className="flex items-center gap-2 text-xl font-semibold">
            {i > 0 && <span aria-hidden>→</span>}
            <span className="border-2 border-ink bg-sheet px-3 py-1">
              <span className="figure pr-2 text-petrol">{i + 1}</span>
              {piece}
            </span>
          </li>
        ))}
      </ol>
      <p className="pt-1 text-soft">came off: {off.join(", ")}</p>
    </figure>
  );
}

import type { EstimateData } from "./estimateData.ts";

/** An estimate as its owner reads it, on screen and on paper. */
export function Estimate({ estimate }: { estimate: EstimateData }) {
  const { number, shop, machine, line, parts, work, tax, total, notes } = estimate;
  return (
    <main className="mx-auto max-w-[860px] p-5">
      <header className="border-b-2 border-ink pb-2">
        {shop !== "" && <p className="caption">{shop}</p>}
        <h1 className="text-2xl font-semibold">
          Estimate <span className="figure">{number}</span>: {machine}
        </h1>
        <p className="text-lg">{line}</p>
      </header>
      <table className="mt-4 w-full text-left text-lg">
        <thead>
          <tr className="caption border-b-2 border-ink">
            <th scope="col">how many</th>
            <th scope="col">what</th>
            <th scope="col">number</th>
            <th scope="col" className="text-right">
              each
            </th>
          </tr>
        </thead>
        <tbody>
          {parts.map((part, i) => (
            <tr key={`${i} ${part.name}`} className="border-b border-line align-baseline">
              <td className="figure py-1 font-bold">{part.quantity} ×</td>
              <td className="py-1">
                {part.name} {part.told !== "" && <span className="text-[15px] text-soft">{part.told}</span>}
              </td>
              <td className="figure py-1 text-[15px]">{part.number}</td>
              <td className="figure py-1 text-right">{part.price}</td>
            </tr>
          ))}
          {parts.length === 0 && (
            <tr>
              <td colSpan={4} className="py-2 text-soft">
                No part is decided on yet.
              </td>
            </tr>
          )}
        </tbody>
      </table>
      <p className="figure pt-2 text-lg">{work}</p>
      {tax !== null && <p className="figure text-lg">{tax}</p>}
      <p className="border-t-2 border-ink pt-2 text-right text-2xl">
        Together <strong className="figure">{total}</strong>
      </p>
      <ul className="pt-4 text-lg">
        {notes.map((note) => (
          <li key={note} className="border-b border-line py-1">
            {note}
          </li>
        ))}
      </ul>
    </main>
  );
}

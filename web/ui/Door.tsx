import type { ReactNode } from "react";

/** The screen before anyone is signed in: the name, a limit rule as its mark, one form. */
export function Door({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="grid min-h-dvh lg:grid-cols-[1fr_460px]">
      <div className="flex flex-col justify-between p-8 lg:p-12">
        <p className="text-3xl font-semibold tracking-[0.14em] uppercase">Averin</p>
        <svg viewBox="0 0 640 200" aria-hidden className="my-6 w-full max-w-[760px]">
          <path d="M0 130H640" stroke="var(--ink)" strokeWidth="2" />
          {Array.from({ length: 41 }, (_, i) => (
            <path key={i} d={`M${i * 16} 130v${i % 5 === 0 ? 16 : 8}`} stroke="var(--ink)" strokeWidth="1.5" />
          ))}
          <rect x="430" y="106" width="150" height="24" fill="var(--band)" />
          <path d="M150 60v90" stroke="var(--ink)" strokeWidth="6" />
          <path d="M262 96h56" stroke="var(--petrol)" strokeWidth="4" />
          <path d="M274 66h32l-16 44z" fill="var(--petrol)" />
          <text x="150" y="180" textAnchor="middle" fontSize="20" fill="var(--soft)">
            limit
          </text>
          <text x="505" y="180" textAnchor="middle" fontSize="20" fill="var(--soft)">
            new
          </text>
        </svg>
        <p className="max-w-[34rem] text-xl text-soft">
          The rebuild bench for wear parts. Averin keeps the readings, the limits and the order; the maker’s manual,
          local rules and licensed practice come first.
        </p>
      </div>
      <div className="flex flex-col justify-center border-l-2 border-ink bg-sheet p-8 lg:p-10">
        <h1 className="mb-5 text-3xl font-semibold">{title}</h1>
        {children}
      </div>
    </main>
  );
}

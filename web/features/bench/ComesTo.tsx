import { z } from "zod";

export const comesToSchema = z.object({ differs: z.array(z.string()), fallsOut: z.array(z.string()) });
export type ComesTo = z.infer<typeof comesToSchema>;

/** What a correction comes to, shown before it is kept: what differs, and what was done that is asked for no more. */
export function ComesToSection({ what, stays }: { what: ComesTo; stays: string }) {
  return (
    <section aria-label="What it comes to" className="caution px-3 py-2">
      <h4 className="caption">what differs</h4>
      <ul>
        {what.differs.map((line) => (
          <li key={line} className="text-lg font-semibold">
            {line}
          </li>
        ))}
      </ul>
      <h4 className="caption mt-2">what this job asks for no more</h4>
      {what.fallsOut.length === 0 ? (
        <p>Nothing that was done.</p>
      ) : (
        <ul>
          {what.fallsOut.map((line, i) => (
            <li key={`${i} ${line}`}>{line}</li>
          ))}
        </ul>
      )}
      <p className="mt-2 text-[15px]">What was typed stays in the log, set aside. {stays}</p>
    </section>
  );
}

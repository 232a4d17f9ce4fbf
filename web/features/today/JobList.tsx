import Link from "next/link";

export type JobLine = {
  id: string;
  number: string;
  machine: string;
  mark: string;
  owner: string;
  stage: string;
  next: string;
  open: number;
};

const STAGES = ["apart", "measure", "decide", "build", "together", "prove"] as const;
const WORD: Record<string, string> = {
  apart: "going apart",
  measure: "measuring",
  decide: "deciding",
  build: "building the stack",
  together: "going together",
  prove: "proving",
  ready: "at release",
  released: "released",
};

/** Every job as a lane: how far it is, what is next, how much stands open. */
export function JobList({ jobs }: { jobs: readonly JobLine[] }) {
  if (jobs.length === 0) {
    return (
      <p className="border-2 border-dashed border-line p-6 text-xl">
        No job yet. Take a machine in at the counter:{" "}
        <Link href="/intake" className="font-semibold underline">
          take in a machine
        </Link>
        .
      </p>
    );
  }
  return (
    <ol className="border-t-2 border-ink">
      {jobs.map((job) => (
        <li key={job.id} className="border-b border-line">
          <Link
            href={job.stage === "released" ? `/jobs/${job.id}/sheet` : `/jobs/${job.id}`}
            className="grid min-h-[84px] grid-cols-[86px_1fr_auto] items-center gap-x-4 py-2 hover:bg-sheet md:grid-cols-[80px_minmax(160px,1fr)_150px_1.1fr_64px] lg:grid-cols-[86px_minmax(190px,1fr)_300px_1.2fr_72px]"
          >
            <span className="figure font-bold">{job.number}</span>
            <span className="leading-tight">
              <strong className="block text-lg">{job.mark}</strong>
              {job.machine}
              <span className="block text-[15px] text-soft">{job.owner}</span>
            </span>
            <Lane stage={job.stage} />
            <span className="col-span-2 col-start-2 leading-tight md:col-span-1 md:col-start-auto">
              <span className="caption block">{WORD[job.stage] ?? job.stage}</span>
              {job.stage === "released" ? "sheet" : job.next}
            </span>
            <span className="figure hidden text-right text-2xl font-bold md:block">
              {job.stage === "released" ? "" : job.open}
              {job.stage !== "released" && (
                <span className="block font-sans text-[15px] font-normal text-soft">open</span>
              )}
            </span>
          </Link>
        </li>
      ))}
    </ol>
  );
}

/** The six stretches of a job as a hairline with a filled part: done, in hand, to come. */
function Lane({ stage }: { stage: string }) {
  const at =
    stage === "ready" || stage === "released" ? STAGES.length : STAGES.indexOf(stage as (typeof STAGES)[number]);
  return (
    <svg viewBox="0 0 300 30" className="hidden w-full md:block" aria-hidden>
      {STAGES.map((name, i) => (
        <g key={name} transform={`translate(${i * 50} 0)`}>
          <rect
            x="1"
            y="8"
            width="46"
            height="14"
            fill={i < at ? "var(--petrol)" : i === at ? "var(--band)" : "none"}
            stroke="var(--ink)"
            strokeWidth={i === at ? 2.5 : 1}
          />
        </g>
      ))}
    </svg>
  );
}

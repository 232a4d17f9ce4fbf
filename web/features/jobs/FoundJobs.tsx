import type { FoundJob } from "@averin/core";
import Link from "next/link";
import { FindForm } from "@/ui/FindForm";
import { dayOf } from "@/ui/times";

/** Every job there was, looked through by any word. */
export function FoundJobs({ jobs, more, search }: { jobs: readonly FoundJob[]; more: boolean; search: string }) {
  return (
    <>
      <FindForm to="/jobs" label="Machine, owner, person, part, day, or any word that was noted" search={search} />
      {jobs.length === 0 && (
        <p className="border-2 border-dashed border-line p-6 text-xl">
          {search === ""
            ? "No job yet: the first one begins at the counter."
            : `No job has all of “${search}” in it: try fewer words, or the beginning of one.`}
        </p>
      )}
      <div className={jobs.length > 0 ? "border-t-2 border-ink" : ""}>
        <JobList jobs={jobs} />
      </div>
      {more && <p className="py-3 text-soft">There are more: another word narrows them down.</p>}
    </>
  );
}

/** Jobs in a list: one that is open goes to its bench, one that has ended to its sheet. */
export function JobList({ jobs }: { jobs: readonly FoundJob[] }) {
  return (
    <ol>
      {jobs.map((job) => (
        <li key={job.id} className="border-b border-line">
          <Link
            href={job.ended === null ? `/jobs/${job.id}` : `/jobs/${job.id}/sheet`}
            className="grid min-h-[64px] grid-cols-[1fr_auto] items-center gap-x-4 py-2 leading-tight hover:bg-sheet md:grid-cols-[110px_minmax(200px,1.2fr)_minmax(200px,1fr)_200px]"
          >
            <span className="figure text-[17px]">{job.number}</span>
            <strong className="order-first text-lg md:order-none">{job.work}</strong>
            <span>
              {job.mark} <span className="text-[15px] text-soft">{job.machine}</span>
              <span className="block text-[15px] text-soft">{job.owner}</span>
            </span>
            <span className="text-right text-[15px] tabular-nums">
              in {dayOf(job.opened)}
              <span className={`block ${job.ended === null ? "font-semibold" : "text-soft"}`}>
                {job.ended === null ? (job.stage === "parked" ? "parked" : "open") : `${job.stage} ${dayOf(job.ended)}`}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ol>
  );
}

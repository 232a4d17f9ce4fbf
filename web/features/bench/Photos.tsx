import type { JobState } from "@averin/core";

/** The pictures taken at a step, with what each shows. */
export function Photos({ jobId, state, task }: { jobId: string; state: JobState; task: string }) {
  const own = state.photos.filter((event) => event.body.task === task);
  if (own.length === 0) return null;
  return (
    <ul aria-label="Photos" className="flex flex-wrap gap-3">
      {own.map((event) => (
        <li key={event.id}>
          <figure>
            {/* Served by this shop's own server in the size it is kept; nothing to optimise on the way. */}
            {/* eslint-disable-next-line @next/next/no-img-element */}
            <img
              src={`/api/jobs/${jobId}/photos/${event.body.photo}`}
              alt={event.body.caption || "photo"}
              className="h-[150px] border border-line bg-band object-contain"
            />
            <figcaption className="text-[15px] text-soft">
              {event.body.caption} ({event.by.name})
            </figcaption>
          </figure>
        </li>
      ))}
    </ul>
  );
}

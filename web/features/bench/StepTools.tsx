import { type Bench, type JobState, stepToolsAt, type Task } from "@averin/core";
import { FormKey } from "@/ui/FormKey";

/** What somebody noted for this step on such a machine, with its picture where there is one. */
export function StepTools({ bench, task }: { bench: Bench; task: Task }) {
  const noted = stepToolsAt(bench, task.id);
  if (noted.length === 0) return null;
  return (
    <ul aria-label="Noted for this step" className="flex w-full flex-wrap gap-3 border-l-4 border-petrol pl-3">
      {noted.map(({ id, words, by, photo }) => (
        <li key={id} className="flex items-center gap-3">
          {photo && (
            // Served by this shop's own server in the size it is kept; nothing to optimise on the way.
            // eslint-disable-next-line @next/next/no-img-element
            <img
              src={`/api/jobs/${photo.job}/photos/${photo.photo}`}
              alt={words}
              className="h-[72px] border border-line bg-band object-contain"
            />
          )}
          <span className="text-lg">
            <strong>{words}</strong> <span className="text-[15px] text-soft">noted by {by}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}

/** Notes a tool at the step in hand: made for it, or kept for it. */
export function StepToolKey({ jobId, state, task }: { jobId: string; state: JobState; task: Task }) {
  const photos = state.photos.filter(({ body }) => body.task === task.id);
  return (
    <FormKey
      words="A tool for this step"
      title={`${task.title}: a tool for it`}
      about="Made here, ground to fit, or kept in a place of its own: it comes back at this step, and on the list, at the next job on such a machine."
      to="/api/tools/steps"
      fixed={{ job: jobId, task: task.id }}
      fields={[
        { name: "words", label: "What it is, and where it lies", like: "feeler bent square, second drawer" },
        ...(photos.length === 0
          ? []
          : [
              {
                name: "photo",
                label: "Which picture shows it",
                options: [
                  { value: "", name: "none" },
                  ...photos.map(({ body }, i) => ({ value: body.photo, name: body.caption || `picture ${i + 1}` })),
                ],
              },
            ]),
      ]}
    />
  );
}

/** A job as Today sees it; times as ISO text. */
export type JobAtHand = {
  id: string;
  stage: string;
  next: string;
  needs: string;
  clocks: readonly { title: string; endsAt: string }[];
  stop: string | null;
  since: string;
  /** By which day it was promised, and whose it is to do; null where nobody has said. */
  promised: string | null;
  assigned: { id: string; name: string } | null;
};

/** What a job is told by: its work, its machine, whose that is. */
export type JobNamed = { id: string; number: string; work: string; machine: string; mark: string; owner: string };

/** How a job may have ended; it is worked on no more. */
export const ENDS = ["released", "handed back", "cancelled"] as const;
/** Those of them at which something was done and is told of. */
export const DONE = ["released", "handed back"] as const satisfies readonly (typeof ENDS)[number][];
export const hasEnded = (stage: string): boolean => (ENDS as readonly string[]).includes(stage);

/** A job in the day's list, with how much of it is open, who was at it last, and how its owner is reached. */
export type JobLine = JobAtHand & JobNamed & { open: number; by: string; contact: string };

/** A job in the list of all; `ended` is null while it is open. */
export type FoundJob = JobNamed & { opened: string; stage: string; ended: string | null };

export type Waits = {
  /** What the job waits for, in words. */
  for: string;
  /** Since when it lies, or how long a clock still runs, in ms. */
  ms: number;
  kind: "stop" | "lead" | "clock" | "clock over" | "owner" | "technician" | "parked" | "nobody";
};

/** What a job waits for and how long it has, at a moment in ms. */
export function waitsFor(job: JobAtHand, now: number): Waits {
  const lies = Math.max(0, now - Date.parse(job.since));
  if (job.stage === "released") return { for: "released", ms: lies, kind: "nobody" };
  if (job.stage === "handed back") return { for: "handed back, not released", ms: lies, kind: "nobody" };
  if (job.stage === "cancelled") return { for: "cancelled", ms: lies, kind: "nobody" };
  if (job.stage === "parked") return { for: job.next, ms: lies, kind: "parked" };
  if (job.stop !== null) return { for: "work is stopped", ms: lies, kind: "stop" };
  if (job.needs === "lead") return { for: "a lead's signature", ms: lies, kind: "lead" };
  if (job.needs === "owner") return { for: "the owner's word", ms: lies, kind: "owner" };
  if (job.needs === "clock") {
    const left = Math.max(...job.clocks.map((clock) => Date.parse(clock.endsAt) - now));
    if (left > 0) return { for: "the clock", ms: left, kind: "clock" };
    return { for: "a technician; the clock is over", ms: -left, kind: "clock over" };
  }
  return { for: "a technician", ms: lies, kind: "technician" };
}

/** Which kind of waiting is ended first: what stands still for everybody, then what takes a minute, then the rest. */
const ORDER: Record<Waits["kind"], number> = {
  ...{ stop: 0, lead: 1, owner: 2, "clock over": 3, technician: 4, clock: 5, parked: 6, nobody: 7 },
};

/** A job that should have been done before today; `today` as a day such as 2027-03-01. */
export const isLate = ({ promised, stage }: Pick<JobAtHand, "promised" | "stage">, today: string): boolean =>
  promised !== null && promised < today && !hasEnded(stage);

/** Of two jobs that wait alike: what was promised for an earlier day, then what has lain longer. */
const sooner = (a: { job: JobAtHand; waits: Waits }, b: typeof a): number =>
  (a.job.promised ?? "9999").localeCompare(b.job.promised ?? "9999") || b.waits.ms - a.waits.ms;

/**
 * What to do next across all jobs, the one that frees most waiting first: stopped work, then a signature that lets a
 * machine go, then a call to an owner, then clocks that are over, then what was promised for the earliest day, then the
 * job that has lain longest. Jobs that only a clock holds come last; parked ones and those that have ended not at all.
 * Order of kinds: common practice, no source.
 */
export function nextAcross<Job extends JobAtHand>(jobs: readonly Job[], now: number): { job: Job; waits: Waits }[] {
  return jobs
    .filter((job) => !hasEnded(job.stage) && job.stage !== "parked")
    .map((job) => ({ job, waits: waitsFor(job, now) }))
    .sort((a, b) => ORDER[a.waits.kind] - ORDER[b.waits.kind] || sooner(a, b));
}

const AT_THE_BENCH: readonly string[] = ["technician", "lead"];
const ANYBODY: readonly string[] = ["counter", "technician", "lead", "administrator"];
/** Who ends which kind of waiting: nobody is sent to sign what is not theirs. An owner is called by whoever stands near. */
const ENDED_BY: Record<Waits["kind"], readonly string[]> = {
  ...{ stop: AT_THE_BENCH, lead: ["lead"], owner: ANYBODY, "clock over": AT_THE_BENCH },
  ...{ technician: AT_THE_BENCH, clock: AT_THE_BENCH, parked: ANYBODY, nobody: [] },
};

/** What is done at the bench by whoever's job it is. */
const AT_HAND: ReadonlySet<Waits["kind"]> = new Set(["technician", "clock over", "clock"]);

/**
 * What is next across all jobs for somebody of these roles, and what waits for others, each in its order. Work that is
 * somebody else's to do waits for them; what a machine waits for besides (a signature, an owner) is anybody's who may.
 */
export function nextFor<Job extends JobAtHand>(
  jobs: readonly Job[],
  now: number,
  { id, roles }: { id: string; roles: readonly string[] },
): Record<"mine" | "others", { job: Job; waits: Waits }[]> {
  const all = nextAcross(jobs, now);
  const others = ({ job, waits }: (typeof all)[number]): boolean =>
    AT_HAND.has(waits.kind) && job.assigned !== null && job.assigned.id !== id;
  const can = (one: (typeof all)[number]): boolean =>
    !others(one) && roles.some((role) => ENDED_BY[one.waits.kind].includes(role));
  return { mine: all.filter(can), others: all.filter((one) => !can(one)) };
}

/** "12 min", "3 h", "2 days". */
export function spanWords(ms: number): string {
  const minutes = Math.floor(ms / 60_000);
  if (minutes < 120) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.floor(hours / 24)} days`;
}

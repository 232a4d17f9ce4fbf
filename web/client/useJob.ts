"use client";

import {
  type Actor,
  type Bench,
  complete,
  type Draft,
  draftSchema,
  fold,
  foldOn,
  type JobEvent,
  type JobState,
  type RefusalData,
  refusalFromIssue,
  type Stray,
  type OpenedJob,
} from "@averin/core";
import { startTransition, useCallback, useEffect, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { listen } from "./feed.ts";
import { nextPaint } from "./nextPaint.ts";
import { linesHere, type OutboxLine, putLine } from "./outbox.ts";
import { hearOfLines, lineWasPut, type Reach, type Word } from "./sender.ts";

export type Taken = { ok: true; events: JobEvent[]; state: JobState };
export type Submitted = Taken | { ok: false; error: RefusalData };

/** A job as the server gave it to a page. */
export type JobHook = {
  state: JobState;
  /** What was typed here before and is not yet kept has been read: only then is it known what the next line answers. */
  loaded: boolean;
  /** Ids of events shown but not yet kept by the server. */
  unkept: ReadonlySet<string>;
  /** Whether server and database answer, as the feed and the last line found it. */
  reach: Pick<Reach, "server" | "database">;
  /** A line that the server refused after it was shown, or why none is sent: said once, with the reason. */
  refused: string | null;
  /**
   * `meanwhile` is called with what the line comes to while it is being put away, which is time to find the words for
   * it; what it answers with is called once the line is safe on this machine, before anything else is done.
   */
  submit: (
    drafts: readonly Draft[],
    meanwhile: (taken: Taken) => () => void,
    typed: { text: string; photo?: OutboxLine["photo"] },
  ) => Promise<Submitted>;
  /** The state at this moment, ahead of the drawing: what the next Enter aims by. */
  now: () => JobState;
};

function merge(events: readonly JobEvent[], more: readonly JobEvent[]): readonly JobEvent[] {
  const known = new Set(events.map((event) => event.id));
  const fresh = more.filter((event) => !known.has(event.id));
  return fresh.length === 0 ? events : [...events, ...fresh].sort((a, b) => a.number - b.number);
}

/** The number up to which a log is whole: what another page typed may still be on its way. */
function wholeTo(events: readonly JobEvent[]): number {
  const gap = events.findIndex((event, i) => event.number !== i + 1);
  return gap < 0 ? events.length : gap;
}

const NONE: ReadonlySet<string> = new Set();

/** What a draft has wrong by its schema, in the words of whoever typed it; the server reads it by the same. */
function misshapen(draft: Draft): RefusalData | null {
  const parsed = draftSchema.safeParse(draft);
  const issue = parsed.success ? undefined : parsed.error.issues[0];
  return issue ? refusalFromIssue(issue, draft) : null;
}

/** Completes a line's drafts on top of a log; the events are provisional until the server numbers them. */
function provisional(bench: Bench, state: JobState, line: OutboxLine): Submitted {
  let now = state;
  const added: JobEvent[] = [];
  for (const { id, draft } of line.events) {
    const wrong = misshapen(draft);
    if (wrong) return { ok: false, error: wrong };
    const answer = complete(bench, now, draft, line.by);
    if (!answer.ok) return answer;
    const event: JobEvent = { id, number: now.events.length + 1, at: line.typedAt, by: line.by, body: answer.value };
    added.push(event);
    now = foldOn(now, event);
  }
  return { ok: true, events: added, state: now };
}

/** What a page knows of a job: the server's log, what was typed here and is not in it, and what it could not take. */
type Log = { kept: readonly JobEvent[]; lines: readonly OutboxLine[]; strays: readonly Stray[] };

/** The server's log with what was typed here on top; lines that it does not bear any more are left for the server to say. */
function stateOf(bench: Bench, { kept, lines, strays }: Log): JobState {
  const known = new Set(kept.map((event) => event.id));
  let state = fold(kept, strays);
  for (const line of lines) {
    const events = line.events.filter(({ id }) => !known.has(id));
    const answer = events.length === 0 ? null : provisional(bench, state, { ...line, events });
    if (answer?.ok) state = answer.state;
  }
  return state;
}

/**
 * A job on this screen: the server's log, and on top of it what was typed here and is not yet kept. A line goes into
 * the outbox on this machine first, then to the server, again and again until it answers; the same fold shows both.
 */
export function useJob(
  { id: jobId, number: jobNumber, bench, figuresAt, events: initial, strays: first }: OpenedJob,
  actor: Actor,
  /** Told that the job is judged by later figures than those of its bench: it is asked for anew. */
  onFigures: () => void,
): JobHook {
  const log = useRef<Log>({ kept: initial, lines: [], strays: first });
  const [shown, setShown] = useState(() => ({ state: fold(initial, first), unkept: NONE }));
  // The state as this screen knows it at this moment, whether React has drawn it yet or not.
  const latest = useRef(shown.state);
  const [reach, setReach] = useState<Reach>({ server: true, database: true, said: null });
  const [refused, setRefused] = useState<string | null>(null);
  const [loaded, setLoaded] = useState(false);

  const show = useCallback((now: Log, state: JobState) => {
    log.current = now;
    latest.current = state;
    // The verdict is painted first; rows, spine and open points follow in the next frame.
    const unkept = new Set(now.lines.flatMap((line) => line.events.map((event) => event.id)));
    startTransition(() => setShown({ state, unkept }));
  }, []);
  /** Takes what is new; where nothing is, nothing is worked out anew. */
  const change = useCallback(
    (more: Partial<Log>) => {
      const { kept, lines, strays } = log.current;
      const now = {
        kept: more.kept ? merge(kept, more.kept) : kept,
        lines: more.lines ?? lines,
        strays: more.strays ?? strays,
      };
      if (now.kept === kept && now.lines === lines && now.strays === strays) return;
      show(now, stateOf(bench, now));
    },
    [bench, show],
  );

  const madeOf = useRef(figuresAt);
  useEffect(() => {
    madeOf.current = figuresAt;
  }, [figuresAt]);
  // Laid out anew, such as with a further work: what was typed here is accepted by that from now on.
  const benchBefore = useRef(bench);
  useEffect(() => {
    if (benchBefore.current === bench) return;
    benchBefore.current = bench;
    show(log.current, stateOf(bench, log.current));
  }, [bench, show]);

  const submit = useCallback(
    async (
      drafts: readonly Draft[],
      meanwhile: (taken: Taken) => () => void,
      { text, photo }: { text: string; photo?: OutboxLine["photo"] },
    ): Promise<Submitted> => {
      const line: Omit<OutboxLine, "order"> = {
        ...{ jobId, job: jobNumber, personId: actor.id, by: actor, typedAt: new Date().toISOString(), text },
        events: drafts.map((draft) => ({ id: newId(), draft })),
        ...(photo ? { photo } : {}),
      };
      const before = latest.current;
      const first = provisional(bench, before, { ...line, order: 0 });
      if (!first.ok) return first;
      const putting = putLine(line);
      const say = meanwhile(first);
      const put = await putting;
      say();
      // The rest of the screen, and the way to the server, come after the frame that shows it.
      await nextPaint();
      const now = log.current;
      // Another screen's line may have come while this one was put away.
      const answer = latest.current === before ? first : provisional(bench, latest.current, put);
      const lines = [...now.lines, put];
      if (answer.ok) show({ ...now, lines }, answer.state);
      else change({ lines });
      setRefused(null);
      lineWasPut();
      return answer;
    },
    [jobId, jobNumber, actor, bench, show, change],
  );

  useEffect(() => {
    let live = true;
    const without = (order: number): readonly OutboxLine[] => {
      const { lines } = log.current;
      const rest = lines.filter((line) => line.order !== order);
      return rest.length === lines.length ? lines : rest;
    };
    const hear = (word: Word): void => {
      if (word.kind === "reach") {
        setReach(word.reach);
        if (word.reach.said !== null) setRefused(word.reach.said);
      } else if (word.kind !== "changed" && word.jobId === jobId) {
        change({ lines: without(word.order), ...(word.kind === "kept" ? { kept: word.events } : {}) });
        if (word.kind === "refused") setRefused(`Not taken: ${word.why} It stands under “not taken” as it was typed.`);
      }
    };
    const end = hearOfLines(hear);
    // A browser that cannot put lines away says so when one is typed.
    const read = linesHere(jobId, actor.id).catch(() => ({ waiting: [], kept: [] }));
    void read.then(({ waiting, kept }) => {
      if (!live) return;
      // What was kept after this page was made, and is not in it: typed on it, the next line would answer too early.
      if (waiting.length > 0 || kept.length > 0) change({ kept, ...(waiting.length > 0 ? { lines: waiting } : {}) });
      setLoaded(true);
    });
    return () => {
      live = false;
      end();
    };
  }, [jobId, actor.id, change]);

  useEffect(
    () =>
      listen(jobId, {
        after: () => wholeTo(log.current.kept),
        events: (kept) => change({ kept }),
        strays: (strays) => change({ strays }),
        figures: (version) => {
          if (version > madeOf.current) onFigures();
        },
        reachable: (yes) => setReach((now) => (now.server === yes ? now : { ...now, server: yes, database: yes })),
      }),
    [jobId, change, onFigures],
  );

  const now = useCallback(() => latest.current, []);
  return { state: shown.state, loaded, now, unkept: shown.unkept, reach, refused, submit };
}

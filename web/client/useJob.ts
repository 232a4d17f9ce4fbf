"use client";

import {
  type Actor,
  type Bench,
  complete,
  type Draft,
  eventSchema,
  fold,
  type JobEvent,
  type JobState,
  type RefusalData,
} from "@averin/core";
import { startTransition, useCallback, useEffect, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { z } from "zod";
import { dropLine, type OutboxLine, putLine, waitingLines } from "./outbox.ts";
import { listen } from "./feed.ts";
import { send, sendBytes } from "./send.ts";

const keptSchema = z.object({ kept: z.array(eventSchema) });
const RETRY_MS = 2000;

export type Taken = { ok: true; events: JobEvent[]; state: JobState };
export type Submitted = Taken | { ok: false; error: RefusalData };

export type JobHook = {
  state: JobState;
  /** Events shown but not yet kept by the server. */
  waiting: number;
  reachable: boolean;
  /** A line that the server refused after it was shown: said once, with the reason. */
  refused: string | null;
  /**
   * `meanwhile` is called with what the line comes to while it is being put away, which is time to find the words for
   * it; what it answers with is called once the line is safe on this machine, before anything else is done.
   */
  submit: (
    drafts: readonly Draft[],
    meanwhile: (taken: Taken) => () => void,
    photo?: OutboxLine["photo"],
  ) => Promise<Submitted>;
  /** The state at this moment, ahead of the drawing: what the next Enter aims by. */
  now: () => JobState;
};

function merge(events: readonly JobEvent[], more: readonly JobEvent[]): readonly JobEvent[] {
  const known = new Set(events.map((event) => event.id));
  const fresh = more.filter((event) => !known.has(event.id));
  return fresh.length === 0 ? events : [...events, ...fresh].sort((a, b) => a.number - b.number);
}

/** Completes a line's drafts on top of a log; the events are provisional until the server numbers them. */
function provisional(bench: Bench, state: JobState, line: OutboxLine): Submitted {
  let now = state;
  const added: JobEvent[] = [];
  for (const { id, draft } of line.events) {
    const answer = complete(bench, now, draft, line.by);
    if (!answer.ok) return answer;
    const event: JobEvent = { id, number: now.events.length + 1, at: line.typedAt, by: line.by, body: answer.value };
    added.push(event);
    now = fold([...now.events, event]);
  }
  return { ok: true, events: added, state: now };
}

/** The server's log with what was typed here on top; lines that it does not bear any more are left for the server to say. */
function stateOf(bench: Bench, kept: readonly JobEvent[], lines: readonly OutboxLine[]): JobState {
  const known = new Set(kept.map((event) => event.id));
  let state = fold(kept);
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
export function useJob(jobId: string, bench: Bench, actor: Actor, initial: readonly JobEvent[]): JobHook {
  const log = useRef<{ kept: readonly JobEvent[]; lines: readonly OutboxLine[] }>({ kept: initial, lines: [] });
  const [shown, setShown] = useState(() => ({ state: fold(initial), waiting: 0 }));
  // The state as this screen knows it at this moment, whether React has drawn it yet or not.
  const latest = useRef(shown.state);
  const [reachable, setReachable] = useState(true);
  const [refused, setRefused] = useState<string | null>(null);
  const sending = useRef(false);

  const show = useCallback((kept: readonly JobEvent[], lines: readonly OutboxLine[], state: JobState) => {
    log.current = { kept, lines };
    latest.current = state;
    // The verdict is painted first; rows, spine and open points follow in the next frame.
    startTransition(() => setShown({ state, waiting: lines.reduce((sum, line) => sum + line.events.length, 0) }));
  }, []);
  /** Takes what the server has kept; where nothing is new, nothing is worked out anew. */
  const change = useCallback(
    (more: readonly JobEvent[], lines: readonly OutboxLine[]) => {
      const kept = merge(log.current.kept, more);
      if (kept === log.current.kept && lines === log.current.lines) return;
      show(kept, lines, stateOf(bench, kept, lines));
    },
    [bench, show],
  );
  const lastKept = useCallback(() => log.current.kept[log.current.kept.length - 1]?.number ?? 0, []);

  const flush = useCallback(async (): Promise<void> => {
    if (sending.current) return;
    sending.current = true;
    try {
      for (;;) {
        const line = log.current.lines[0];
        if (!line) return;
        const picture = line.photo
          ? await sendBytes(`/api/jobs/${jobId}/photos/${line.photo.id}`, line.photo.blob)
          : ({ kind: "kept" } as const);
        const answer =
          picture.kind !== "kept"
            ? picture
            : await send(
                "POST",
                `/api/jobs/${jobId}/events`,
                { after: lastKept(), by: line.personId, events: line.events },
                keptSchema,
              );
        setReachable(answer.kind !== "unreachable");
        if (answer.kind === "unreachable") return;
        if (answer.kind === "refused" && answer.status === 401) {
          setRefused("You are signed out: what is typed stays on this machine. Sign in again to have it kept.");
          return;
        }
        // Another tab of this browser was handed over: a line must never be kept under another name.
        if (answer.kind === "refused" && answer.error.path === "by") return setRefused(answer.error.message);
        if (answer.kind === "refused") setRefused(`Not kept: ${answer.error.message}`);
        await dropLine(line.order);
        const rest: readonly OutboxLine[] = log.current.lines.filter((other) => other.order !== line.order);
        change(answer.kind === "kept" ? answer.value.kept : [], rest);
      }
    } finally {
      sending.current = false;
    }
  }, [jobId, change, lastKept]);

  const submit = useCallback(
    async (
      drafts: readonly Draft[],
      meanwhile: (taken: Taken) => () => void,
      photo?: OutboxLine["photo"],
    ): Promise<Submitted> => {
      const line: Omit<OutboxLine, "order"> = {
        jobId,
        personId: actor.id,
        by: actor,
        typedAt: new Date().toISOString(),
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
      const now = log.current;
      // Another screen's line may have come while this one was put away.
      const answer = latest.current === before ? first : provisional(bench, latest.current, put);
      const lines = [...now.lines, put];
      if (answer.ok) show(now.kept, lines, answer.state);
      else change([], lines);
      setRefused(null);
      void flush();
      return answer;
    },
    [jobId, actor, bench, show, change, flush],
  );

  useEffect(() => {
    let live = true;
    void waitingLines(jobId, actor.id).then((left) => {
      if (!live) return;
      change([], left);
      void flush();
    });
    const retry = setInterval(() => void flush(), RETRY_MS);
    return () => {
      live = false;
      clearInterval(retry);
    };
  }, [jobId, actor.id, flush, change]);

  useEffect(
    () => listen(jobId, lastKept, (events) => change(events, log.current.lines), setReachable),
    [jobId, change, lastKept],
  );

  const now = useCallback(() => latest.current, []);
  return { state: shown.state, now, waiting: shown.waiting, reachable, refused, submit };
}

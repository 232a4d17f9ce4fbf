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
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v4 as newId } from "uuid";
import { z } from "zod";
import { dropLine, type OutboxLine, putLine, waitingLines } from "./outbox.ts";
import { listen } from "./feed.ts";
import { send, sendBytes } from "./send.ts";

const keptSchema = z.object({ kept: z.array(eventSchema) });
const RETRY_MS = 2000;

export type Submitted = { ok: true; events: JobEvent[] } | { ok: false; error: RefusalData };

export type JobHook = {
  state: JobState;
  /** Events shown but not yet kept by the server. */
  waiting: number;
  reachable: boolean;
  /** A line that the server refused after it was shown: said once, with the reason. */
  refused: string | null;
  submit: (drafts: readonly Draft[], photo?: OutboxLine["photo"]) => Promise<Submitted>;
  /** The state at this moment, ahead of the drawing: what the next Enter aims by. */
  now: () => JobState;
};

function merge(events: readonly JobEvent[], more: readonly JobEvent[]): JobEvent[] {
  const known = new Set(events.map((event) => event.id));
  const fresh = more.filter((event) => !known.has(event.id));
  return fresh.length === 0 ? (events as JobEvent[]) : [...events, ...fresh].sort((a, b) => a.number - b.number);
}

/** Completes a line's drafts on top of a log; the events are provisional until the server numbers them. */
function provisional(
  bench: Bench,
  actor: Actor,
  events: readonly JobEvent[],
  line: Pick<OutboxLine, "events" | "typedAt">,
): Submitted {
  const all = [...events];
  const added: JobEvent[] = [];
  for (const { id, draft } of line.events) {
    const answer = complete(bench, fold(all), draft, actor);
    if (!answer.ok) return answer;
    const event: JobEvent = { id, number: all.length + 1, at: line.typedAt, by: actor, body: answer.value };
    all.push(event);
    added.push(event);
  }
  return { ok: true, events: added };
}

/**
 * A job on this screen: the server's log, and on top of it what was typed here and is not yet kept. A line goes into
 * the outbox on this machine first, then to the server, again and again until it answers; the same fold shows both.
 */
export function useJob(jobId: string, bench: Bench, actor: Actor, initial: readonly JobEvent[]): JobHook {
  const log = useRef<{ kept: JobEvent[]; lines: OutboxLine[] }>({ kept: [...initial], lines: [] });
  const [shown, setShown] = useState<{ events: JobEvent[]; waiting: number }>({ events: [...initial], waiting: 0 });
  const [reachable, setReachable] = useState(true);
  const [refused, setRefused] = useState<string | null>(null);
  const sending = useRef(false);

  /** The log as this screen knows it at this moment, whether React has drawn it yet or not. */
  const current = useCallback((): JobEvent[] => {
    const { kept, lines } = log.current;
    const known = new Set(kept.map((event) => event.id));
    let events = kept;
    for (const line of lines) {
      const answer = provisional(bench, actor, events, {
        ...line,
        events: line.events.filter(({ id }) => !known.has(id)),
      });
      if (answer.ok) events = [...events, ...answer.events];
    }
    return events;
  }, [bench, actor]);

  const change = useCallback(
    (kept: readonly JobEvent[], lines: OutboxLine[]) => {
      log.current = { kept: merge(log.current.kept, kept), lines };
      const events = current();
      setShown({ events, waiting: Math.max(0, events.length - log.current.kept.length) });
    },
    [current],
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
            : await send("POST", `/api/jobs/${jobId}/events`, { after: lastKept(), events: line.events }, keptSchema);
        setReachable(answer.kind !== "unreachable");
        if (answer.kind === "unreachable") return;
        if (answer.kind === "refused" && answer.status === 401) {
          setRefused("You are signed out: what is typed stays on this machine. Sign in again to have it kept.");
          return;
        }
        if (answer.kind === "refused") setRefused(`Not kept: ${answer.error.message}`);
        await dropLine(line.order);
        const rest = log.current.lines.filter((other) => other.order !== line.order);
        change(answer.kind === "kept" ? answer.value.kept : [], rest);
      }
    } finally {
      sending.current = false;
    }
  }, [jobId, change, lastKept]);

  const submit = useCallback(
    async (drafts: readonly Draft[], photo?: OutboxLine["photo"]): Promise<Submitted> => {
      const line = {
        jobId,
        personId: actor.id,
        typedAt: new Date().toISOString(),
        events: drafts.map((draft) => ({ id: newId(), draft })),
        ...(photo ? { photo } : {}),
      };
      const answer = provisional(bench, actor, current(), line);
      if (!answer.ok) return answer;
      setRefused(null);
      const put = await putLine(line);
      change([], [...log.current.lines, put]);
      void flush();
      return answer;
    },
    [jobId, actor, bench, current, change, flush],
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

  const state = useMemo(() => fold(shown.events), [shown.events]);
  const now = useCallback(() => fold(current()), [current]);
  return { state, now, waiting: shown.waiting, reachable, refused, submit };
}

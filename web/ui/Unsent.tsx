"use client";

import { usePathname, useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import { hearNotices } from "@/client/feed";
import { allLines, dropLine, type OutboxLine } from "@/client/outbox";
import { hearOfLines, startSender } from "@/client/sender";
import { signOutPending } from "@/client/signOut";

const BENCH = /^\/jobs\/([0-9a-f-]{36})$/;

/** A line younger than this is on its way; nobody has to hear of it. */
const OLD_MS = 4000;
/** What was kept less than this ago may not stand yet on a page that was asked for meanwhile. */
const LATELY_MS = 30_000;

const plural = (count: number): string => `${count} ${count === 1 ? "line" : "lines"}`;

/** Lines of each job and person, in words. */
function wordsOf(lines: readonly OutboxLine[]): string {
  const groups = new Map<string, number>();
  for (const line of lines) {
    const key = `${line.job || "a job"}, typed by ${line.by.name}`;
    groups.set(key, (groups.get(key) ?? 0) + line.events.length);
  }
  return [...groups].map(([key, count]) => `${plural(count)} of ${key}`).join("; ");
}

/**
 * On every page: sends what waits in this browser, and says what does. At a bench its own lines are told at the entry line;
 * here stand those of other jobs and other people, and those that could not even be put beside their job.
 */
export function Unsent({ told }: { told: string | null }) {
  const path = usePathname();
  const [lines, setLines] = useState<OutboxLine[]>([]);
  const [notice, setNotice] = useState<string | null>(told);
  const router = useRouter();
  const [waits, setWaits] = useState(false);
  const waited = useRef(false);
  const keptAt = useRef(-LATELY_MS);
  const before = useRef(path);
  const read = useCallback(async () => {
    const now = Date.now();
    const all = await allLines();
    setWaits(all.some((line) => !line.stuck));
    setLines(all.filter((line) => line.stuck || now - Date.parse(line.typedAt) > OLD_MS));
  }, []);
  // What a bench left on its way is kept by now: what was drawn before it is drawn anew, also where it was kept while one
  // was on the way there. A bench follows its own lines.
  useEffect(() => {
    const now = Date.now();
    const kept = waited.current && !waits;
    const left = before.current !== path && now - keptAt.current < LATELY_MS;
    if (kept) keptAt.current = now;
    if ((kept || left) && !BENCH.test(path)) router.refresh();
    waited.current = waits;
    before.current = path;
  }, [waits, path, router]);
  useEffect(() => {
    const ends = [startSender(), hearOfLines(() => void read()), hearNotices(setNotice)];
    const look = setInterval(() => void read(), OLD_MS);
    void signOutPending().then(() => read());
    return () => {
      clearInterval(look);
      for (const end of ends) end();
    };
  }, [read]);
  const own = BENCH.exec(path)?.[1];
  const waiting = lines.filter((line) => !line.stuck && line.jobId !== own);
  const stuck = lines.filter((line) => line.stuck);
  if (waiting.length === 0 && stuck.length === 0 && notice === null) return null;
  return (
    <aside aria-label="Not yet kept" className="no-print border-b-2 border-ink bg-band px-4 py-1 leading-tight">
      {notice !== null && (
        <p role="alert" className="py-1 font-semibold text-past">
          {notice}
        </p>
      )}
      {waiting.length > 0 && (
        <p className="py-1">
          <strong>Not yet kept on this machine:</strong> {wordsOf(waiting)}. They are sent by any page that is open
          here, as soon as the server answers and whoever typed them is signed in.
        </p>
      )}
      {stuck.map((line) => (
        <p key={line.order} className="flex items-center gap-3 py-1">
          <span className="flex-1">
            <strong>Not taken by {line.job || "its job"}:</strong> “{line.text}” by {line.by.name}. {line.refused}
          </span>
          <button type="button" className="key" onClick={() => void dropLine(line.order).then(read)}>
            Put it away
          </button>
        </p>
      ))}
    </aside>
  );
}

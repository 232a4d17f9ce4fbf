"use client";

import { useState } from "react";
import { v4 as newId } from "uuid";
import { useLastBench } from "@/client/lastBench";
import { saidOf, send } from "@/client/send";
import type { OpenJob } from "./address.ts";

/** Puts a result into an open job as a note, with the words it was shown in. */
export function SendToJob({ jobs, text }: { jobs: OpenJob[]; text: string }) {
  const [chosen, setJob] = useState<string | null>(null);
  // The bench that one came from, where it is still open.
  const last = useLastBench();
  const job = chosen ?? jobs.find(({ id }) => id === last)?.id ?? jobs[0]?.id ?? "";
  const [said, setSaid] = useState("");
  if (jobs.length === 0) return null;
  const put = async (): Promise<void> => {
    const body = { events: [{ id: newId(), draft: { type: "noted", text } }] };
    const answer = await send("POST", `/api/jobs/${job}/events`, body);
    const where = jobs.find((other) => other.id === job)?.label ?? "";
    if (answer.kind === "kept") setSaid(`Noted in ${where}.`);
    else setSaid(saidOf(answer, "Not noted; try again."));
  };
  return (
    <div className="flex flex-wrap items-center gap-2 border-t border-line pt-2">
      <label className="font-semibold" htmlFor="send-to">
        Note it in
      </label>
      <select id="send-to" className="field w-auto!" value={job} onChange={(event) => setJob(event.target.value)}>
        {jobs.map((other) => (
          <option key={other.id} value={other.id}>
            {other.label}
          </option>
        ))}
      </select>
      <button type="button" className="key" onClick={() => void put()}>
        Send
      </button>
      <span role="status">{said}</span>
    </div>
  );
}

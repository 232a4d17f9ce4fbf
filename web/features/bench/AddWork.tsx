"use client";

import type { Concern } from "@averin/core";
import { useEffect, useState } from "react";
import { useWatch } from "react-hook-form";
import { v4 as newId } from "uuid";
import { z } from "zod";
import { saidOf, send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { Options, wordsAs } from "@/ui/Options";

const offeredSchema = z.object({
  offered: z.array(z.object({ procedure: z.string(), title: z.string(), positions: z.array(z.string()) })),
});
type Offered = z.infer<typeof offeredSchema>["offered"];
type Fields = { procedure: string; position?: string; because: string };

/** Adds a work to a job: what, where on the machine, and why; the bench lays it out anew. */
export function AddWork({
  jobId,
  from,
  onAdded,
}: {
  jobId: string;
  /** The finding that led to it. */
  from: Concern | null;
  onAdded: () => void;
}) {
  "use no memo";
  const [offered, setOffered] = useState<Offered>([]);
  const [id, setId] = useState<string>(() => newId());
  const { register, control, message, say, busy, onSubmit } = useSending<Fields>({
    start: { procedure: "", because: from?.text ?? "" },
    send: ({ procedure, position = "", because }) =>
      send("POST", `/api/jobs/${jobId}/works`, {
        ...{ id, procedure, because: because.trim() },
        position: position === "" ? null : position,
        from: from?.event ?? null,
      }),
    kept: onAdded,
    meanwhile: "What was typed stands here; press again.",
    instead: (answer) => {
      if (answer.kind === "fault") setId(newId());
      return null;
    },
  });
  const procedure = useWatch({ control, name: "procedure" });
  useEffect(() => {
    let live = true;
    void send("GET", `/api/jobs/${jobId}/works`, undefined, offeredSchema).then((answer) => {
      if (!live) return;
      if (answer.kind === "kept") setOffered(answer.value.offered);
      else say(saidOf(answer, "Close this and open it again when it does."));
    });
    return () => {
      live = false;
    };
  }, [jobId, say]);
  const places = offered.find((one) => one.procedure === procedure)?.positions ?? [];
  return (
    <form className="flex flex-col gap-3 pt-4" onSubmit={(event) => void onSubmit(event)}>
      <h3 className="caption">add a work</h3>
      <label className="flex flex-col gap-1 font-semibold">
        What is to be done
        <select {...register("procedure")} className="field" required>
          <Options asks="choose …" of={offered.map(({ procedure: value, title: name }) => ({ value, name }))} />
        </select>
      </label>
      {places.length > 0 && (
        <label className="flex flex-col gap-1 font-semibold">
          Where on the machine
          <select {...register("position")} className="field" required>
            <Options asks="choose …" of={wordsAs(places)} />
          </select>
        </label>
      )}
      <label className="flex flex-col gap-1 font-semibold">
        Why it is done
        <input {...register("because")} className="field" maxLength={300} required autoComplete="off" />
      </label>
      <p role="alert" className="min-h-6 font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[52px]! self-start px-5!" data-main="true" disabled={busy}>
        Add it to this job
      </button>
    </form>
  );
}

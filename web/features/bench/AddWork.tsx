"use client";

import type { Concern } from "@averin/core";
import { useEffect, useState } from "react";
import { useWatch } from "react-hook-form";
import { v4 as newId } from "uuid";
import { z } from "zod";
import { saidOf, send } from "@/client/send";
import { useSending } from "@/client/useSending";
import { Options, wordsAs } from "@/ui/Options";
import { type ComesTo, ComesToSection, comesToSchema } from "./ComesTo.tsx";

const offeredSchema = z.object({
  offered: z.array(z.object({ procedure: z.string(), title: z.string(), positions: z.array(z.string()) })),
});
type Offered = z.infer<typeof offeredSchema>["offered"];
type Fields = { procedure: string; position?: string; because: string };

/**
 * Adds a work to a job: what, where on the machine, and why; the bench lays it out anew. In place of one that was taken in
 * by mistake it first shows what that comes to.
 */
export function AddWork({
  jobId,
  from = null,
  inPlaceOf = null,
  onAdded,
}: {
  jobId: string;
  /** The finding that led to it. */
  from?: Concern | null;
  /** The work that was taken in by mistake. */
  inPlaceOf?: { work: string; name: string } | null;
  onAdded: () => void;
}) {
  "use no memo";
  const [offered, setOffered] = useState<Offered>([]);
  const [id, setId] = useState<string>(() => newId());
  const [dropId, setDropId] = useState<string>(() => newId());
  const [comesTo, setComesTo] = useState<{ of: string; what: ComesTo } | null>(null);
  const as = ({ procedure, position = "" }: Pick<Fields, "procedure" | "position">): string =>
    `${procedure} ${position}`;
  const { register, control, message, say, busy, onSubmit } = useSending<Fields, ComesTo>({
    start: { procedure: "", because: from?.text ?? "" },
    send: (typed) => {
      const { procedure, position = "", because } = typed;
      return send(
        "POST",
        `/api/jobs/${jobId}/works`,
        {
          ...{ id, procedure, because: because.trim() },
          position: position === "" ? null : position,
          from: from?.event ?? null,
          instead: inPlaceOf && { work: inPlaceOf.work, id: dropId, dry: comesTo?.of !== as(typed) },
        },
        comesToSchema,
      );
    },
    kept: (what, typed) => {
      if (inPlaceOf === null || comesTo?.of === as(typed)) onAdded();
      else setComesTo({ of: as(typed), what });
    },
    meanwhile: "What was typed stands here; press again.",
    instead: (answer) => {
      if (answer.kind === "fault") {
        setId(newId());
        setDropId(newId());
      }
      return null;
    },
  });
  const [procedure, position] = useWatch({ control, name: ["procedure", "position"] });
  const shown = inPlaceOf !== null && comesTo?.of === as({ procedure, position: position ?? "" }) ? comesTo.what : null;
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
      <h3 className="caption">{inPlaceOf === null ? "add a work" : `the right work in place of ${inPlaceOf.name}`}</h3>
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
        {inPlaceOf === null ? "Why it is done" : "How it came to be wrong"}
        <input {...register("because")} className="field" maxLength={300} required autoComplete="off" />
      </label>
      {shown && <ComesToSection what={shown} stays="What both works need stays done." />}
      <p role="alert" className="min-h-6 font-semibold text-past">
        {message}
      </p>
      <button type="submit" className="key min-h-[52px]! self-start px-5!" data-main="true" disabled={busy}>
        {inPlaceOf === null ? "Add it to this job" : shown ? "Put it right" : "Show what it comes to"}
      </button>
    </form>
  );
}

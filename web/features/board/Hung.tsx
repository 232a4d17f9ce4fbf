"use client";

import { linesSent } from "@averin/core";
import { useEffect, useState } from "react";
import { z } from "zod";
import { saidOf, send } from "@/client/send";
import { minuteOf } from "@/ui/times";
import { Board } from "./Board.tsx";

const hangingSchema = z.object({ lines: z.string(), more: z.boolean(), at: z.number() });
/** A wall is asked for anew so often while it is seen: nobody stands at it to press a key. */
const ANEW_MS = 60_000;
const TAKEN_BACK = "Its address was taken back: a lead makes another at “Shared machines”.";

/** The board: what stands where is fetched apart from its page and drawn here, so that 300 machines wait no longer than ten. */
export function Hung({ from, wall = false }: { from: string; wall?: boolean }) {
  const [hung, hang] = useState<{ machines: ReturnType<typeof linesSent>; more: boolean; at: Date } | null>(null);
  const [said, say] = useState("");
  useEffect(() => {
    let live = true;
    const fetchIt = async (): Promise<void> => {
      const answer = await send("GET", from, undefined, hangingSchema);
      if (!live) return;
      if (answer.kind === "kept") {
        const { lines, more, at } = answer.value;
        hang({ machines: linesSent(lines), more, at: new Date(at) });
        say("");
        return;
      }
      // An address that was taken back shows nothing any more; a server that is gone leaves what stood last.
      if (answer.kind === "refused") hang(null);
      const gone = answer.kind === "refused" && wall ? ` ${TAKEN_BACK}` : "";
      say(`${saidOf(answer, wall ? "It is asked again every minute." : "Open this page again when it does.")}${gone}`);
    };
    void fetchIt();
    const every = wall ? setInterval(() => document.hidden || void fetchIt(), ANEW_MS) : undefined;
    return () => {
      live = false;
      clearInterval(every);
    };
  }, [from, wall]);
  return (
    <>
      {wall && (
        <h1 className="flex flex-wrap items-baseline justify-between gap-4 pb-4 text-3xl font-semibold">
          Shared machines
          {hung && <span className="figure text-xl font-normal text-soft">as of {minuteOf(hung.at)}</span>}
        </h1>
      )}
      {said !== "" && (
        <p role="alert" className="pb-4 text-2xl font-semibold text-past">
          {said}
        </p>
      )}
      {hung === null && said === "" && <p className="text-lg text-soft">The board is being hung …</p>}
      {hung?.machines.length === 0 && (
        <p className="pb-6 text-lg">
          No machine is one of a fleet yet
          {wall ? "." : ": say on a machine’s own page which it belongs to, and it stands here."}
        </p>
      )}
      {hung && <Board machines={hung.machines} wall={wall} />}
      {hung?.more && <p className="pb-6 text-soft">There are more than a wall can show.</p>}
    </>
  );
}

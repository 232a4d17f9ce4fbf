import { useEffect, useState } from "react";
import { z } from "zod";
import { send } from "./send";

const timesSchema = z.object({
  took: z.object({ jobs: z.number(), least: z.number(), middle: z.number(), most: z.number() }).nullable(),
  reckoned: z.object({ minutes: z.number(), words: z.string() }).nullable(),
});
type Times = z.infer<typeof timesSchema>;
const NONE: Times = { took: null, reckoned: null };

/** How long a work takes here; nothing until it is known. */
export function useTimes(procedure: string | null): Times {
  const [times, setTimes] = useState<{ of: string; told: Times } | null>(null);
  useEffect(() => {
    if (procedure === null) return;
    let gone = false;
    void send("GET", `/api/procedures/${procedure}/times`, undefined, timesSchema).then((answer) => {
      if (!gone && answer.kind === "kept") setTimes({ of: procedure, told: answer.value });
    });
    return () => {
      gone = true;
    };
  }, [procedure]);
  return times?.of === procedure ? times.told : NONE;
}

import { useEffect, useState } from "react";
import { z } from "zod";
import { send } from "./send.ts";

const recordSchema = z.object({ record: z.record(z.string(), z.string()) });
const NONE: Readonly<Record<string, string>> = {};

/** What a machine's record says of its parts, by the part's id; asked for once it is wanted, and nothing until it is there. */
export function useRecord(machine: string | null): Readonly<Record<string, string>> {
  const [record, setRecord] = useState(NONE);
  useEffect(() => {
    if (machine === null) return;
    let gone = false;
    void send("GET", `/api/machines/${machine}/record`, undefined, recordSchema).then((answer) => {
      if (!gone && answer.kind === "kept") setRecord(answer.value.record);
    });
    return () => {
      gone = true;
    };
  }, [machine]);
  return record;
}

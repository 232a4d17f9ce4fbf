import type { RefusalData } from "@averin/core";
import { z } from "zod";

const errorSchema = z.object({
  error: z.object({ code: z.string(), path: z.string(), message: z.string() }),
});

/**
 * kept: the server's answer; refused: it said no and changed nothing; fault: it failed by a fault of its own, with a number
 * in its words; unreachable: it or its database does not answer and nothing is known, so it is worth asking again.
 */
export type Sent<T> =
  | { kind: "kept"; value: T }
  | { kind: "refused"; status: number; error: RefusalData }
  | { kind: "fault"; message: string }
  | { kind: "unreachable"; database: boolean };

/** What there is to say of an answer that was not kept, with what that means for what was typed. */
export function saidOf(answer: Exclude<Sent<unknown>, { kind: "kept" }>, meanwhile: string): string {
  if (answer.kind === "refused") return answer.error.message;
  if (answer.kind === "fault") return answer.message;
  return `${answer.database ? "The server’s database does not answer." : "The server does not answer."} ${meanwhile}`;
}

/** A form is sent once, by a hand: a shop's machine that has much to do gets the time to answer it. */
const FORM_MS = 60_000;
/** What is sent again by itself, and kept once however often it comes, need not be waited for so long. */
export const AGAIN_MS = 15_000;

/** Sends JSON and reads the answer by a schema; never throws for what a server or a cable may do. */
export function send<T>(
  method: "GET" | "POST" | "DELETE",
  path: string,
  body?: unknown,
  schema?: z.ZodType<T>,
  mostMs = FORM_MS,
): Promise<Sent<T>> {
  const json = { headers: { "content-type": "application/json" }, body: JSON.stringify(body) };
  return exchange(path, { method, ...(body === undefined ? {} : json) }, mostMs, schema);
}

/** Sends a picture's bytes; they may take their time over a shop's wireless. */
export function sendBytes(path: string, bytes: Blob): Promise<Sent<unknown>> {
  return exchange(
    path,
    { method: "PUT", body: bytes, headers: { "content-type": "application/octet-stream" } },
    120_000,
  );
}

const toldSchema = z.union([z.object({ rows: z.number() }), z.object({ status: z.number(), outcome: z.unknown() })]);

/** Sends a file and hears how many of its rows are through; the last line is the answer. */
export async function sendFile<T>(
  path: string,
  file: Blob,
  schema: z.ZodType<T>,
  through: (rows: number) => void,
): Promise<Sent<T>> {
  try {
    const answer = await fetch(path, { method: "POST", body: file, signal: AbortSignal.timeout(MOST_FILE_MS) });
    if (!answer.ok || !answer.body) return answered(answer.status, await answer.json(), schema);
    const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader();
    let left = "";
    for (;;) {
      const part = await reader.read();
      left += part.value ?? "";
      const lines = left.split("\n");
      left = lines.pop() ?? "";
      for (const line of lines) {
        const told = toldSchema.parse(JSON.parse(line));
        if ("rows" in told) through(told.rows);
        else return answered(told.status, told.outcome, schema);
      }
      // Cut off before its outcome was told.
      if (part.done) return { kind: "unreachable", database: false };
    }
  } catch {
    return { kind: "unreachable", database: false };
  }
}

const MOST_FILE_MS = 600_000;
const DATABASE_GONE = 503;
const FAULT = 500;

/** What an answer of that status says. */
function answered<T>(status: number, json: unknown, schema?: z.ZodType<T>): Sent<T> {
  if (status < 400) return { kind: "kept", value: schema ? schema.parse(json) : (json as T) };
  const refused = errorSchema.safeParse(json);
  // An answer of another shape is of somebody in between.
  if (!refused.success) return { kind: "unreachable", database: false };
  if (status === DATABASE_GONE) return { kind: "unreachable", database: true };
  if (status >= FAULT) return { kind: "fault", message: refused.data.error.message };
  return { kind: "refused", status, error: refused.data.error as RefusalData };
}

async function exchange<T>(
  path: string,
  request: RequestInit,
  timeoutMs: number,
  schema?: z.ZodType<T>,
): Promise<Sent<T>> {
  try {
    const answer = await fetch(path, { ...request, signal: AbortSignal.timeout(timeoutMs) });
    return answered(answer.status, await answer.json(), schema);
  } catch {
    return { kind: "unreachable", database: false };
  }
}

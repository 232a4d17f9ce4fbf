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

/** Sends JSON and reads the answer by a schema; never throws for what a server or a cable may do. */
export function send<T>(
  method: "GET" | "POST" | "DELETE",
  path: string,
  body?: unknown,
  schema?: z.ZodType<T>,
): Promise<Sent<T>> {
  const json = { headers: { "content-type": "application/json" }, body: JSON.stringify(body) };
  return exchange(path, { method, ...(body === undefined ? {} : json) }, 15_000, schema);
}

/** Sends a picture's bytes; they may take their time over a shop's wireless. */
export function sendBytes(path: string, bytes: Blob): Promise<Sent<unknown>> {
  return exchange(
    path,
    { method: "PUT", body: bytes, headers: { "content-type": "application/octet-stream" } },
    120_000,
  );
}

const DATABASE_GONE = 503;

async function exchange<T>(
  path: string,
  request: RequestInit,
  timeoutMs: number,
  schema?: z.ZodType<T>,
): Promise<Sent<T>> {
  try {
    const answer = await fetch(path, { ...request, signal: AbortSignal.timeout(timeoutMs) });
    const json: unknown = await answer.json();
    if (answer.ok) return { kind: "kept", value: schema ? schema.parse(json) : (json as T) };
    const refused = errorSchema.safeParse(json);
    // An answer of another shape is of somebody in between.
    if (!refused.success) return { kind: "unreachable", database: false };
    if (answer.status === DATABASE_GONE) return { kind: "unreachable", database: true };
    if (answer.status >= 500) return { kind: "fault", message: refused.data.error.message };
    return { kind: "refused", status: answer.status, error: refused.data.error as RefusalData };
  } catch {
    return { kind: "unreachable", database: false };
  }
}

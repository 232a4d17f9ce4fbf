import type { RefusalData } from "@averin/core";
import { z } from "zod";

const errorSchema = z.object({
  error: z.object({ code: z.string(), path: z.string(), message: z.string() }),
});

/** kept: the server's answer; refused: it said no and changed nothing; unreachable: nothing is known, try again. */
export type Sent<T> =
  { kind: "kept"; value: T } | { kind: "refused"; status: number; error: RefusalData } | { kind: "unreachable" };

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
    if (answer.status >= 500 || !refused.success) return { kind: "unreachable" };
    return { kind: "refused", status: answer.status, error: refused.data.error as RefusalData };
  } catch {
    return { kind: "unreachable" };
  }
}

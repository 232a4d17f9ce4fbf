import type { RefusalData } from "@averin/core";
import { z } from "zod";

const errorSchema = z.object({
  error: z.object({ code: z.string(), path: z.string(), message: z.string() }),
});

/** kept: the server's answer; refused: it said no and changed nothing; unreachable: nothing is known, try again. */
export type Sent<T> =
  { kind: "kept"; value: T } | { kind: "refused"; status: number; error: RefusalData } | { kind: "unreachable" };

/** Sends JSON and reads the answer by a schema; never throws for what a server or a cable may do. */
export async function send<T>(
  method: "GET" | "POST" | "DELETE",
  path: string,
  body?: unknown,
  schema?: z.ZodType<T>,
): Promise<Sent<T>> {
  try {
    const answer = await fetch(path, {
      method,
      ...(body === undefined ? {} : { headers: { "content-type": "application/json" }, body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(15_000),
    });
    const json: unknown = await answer.json();
    if (answer.ok) return { kind: "kept", value: schema ? schema.parse(json) : (json as T) };
    const refused = errorSchema.safeParse(json);
    if (answer.status >= 500 || !refused.success) return { kind: "unreachable" };
    return { kind: "refused", status: answer.status, error: refused.data.error as RefusalData };
  } catch {
    return { kind: "unreachable" };
  }
}

import { randomBytes } from "node:crypto";
import type { Actor, RefusalData } from "@averin/core";
import { cookies, headers } from "next/headers";
import type { z } from "zod";
import { type Database, database } from "./database.ts";
import { ADDRESS_HEADER, REQUEST_HEADER } from "./edge/door.ts";
import { servedSettings } from "./environment.ts";
import { log } from "./log.ts";
import { asAsked, Refused } from "./refused.ts";
import { actorOf } from "./people/read.ts";
import { type From } from "./people/store.ts";

export const SESSION_COOKIE = "averin_session";
const BROWSER_COOKIE = "averin_browser";
/** The largest request body taken, in bytes: a line of sixty entries is a tenth of it. */
const MOST_BYTES = 64 * 1024;

const answer = (status: number, error: RefusalData): Response => Response.json({ error }, { status });

/** A request's bytes, no more than `most`; refused before they are all here. */
export async function readBytes(request: Request, most: number): Promise<Buffer> {
  const size = most >= 2 ** 20 ? `${Math.floor(most / 2 ** 20)} MB` : `${most} bytes`;
  const tooLarge = new Refused(413, {
    code: "range",
    path: "$",
    message: `That is too large: at most ${size} are taken at once.`,
  });
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge;
  const chunks: Uint8Array[] = [];
  let read = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) return Buffer.concat(chunks);
    read += part.value.byteLength;
    if (read > most) throw tooLarge;
    chunks.push(part.value);
  }
}

async function readBody<Schema extends z.ZodType>(request: Request, schema: Schema): Promise<z.output<Schema>> {
  if (!(request.headers.get("content-type") ?? "").startsWith("application/json")) {
    throw new Refused(415, { code: "type", path: "$", message: "Send application/json." });
  }
  const bytes = await readBytes(request, MOST_BYTES);
  let value: unknown;
  try {
    value = JSON.parse(bytes.toString("utf8"));
  } catch {
    throw new Refused(422, { code: "json", path: "$", message: "That is not JSON." });
  }
  return asAsked(schema, value);
}

/** What the database says when it cannot be reached, is full, or goes on refusing a lock: nothing was decided. */
const UNDECIDED = new Set([1021, 1040, 1053, 1114, 1205, 1213, 1290]);

/** Whether the database is what failed; anything else is a fault of ours. */
export function isDatabaseGone(error: unknown): boolean {
  const { name = "", original } = error as { name?: string; original?: { errno?: number; fatal?: boolean } };
  if (name.startsWith("SequelizeConnection")) return true;
  return original?.fatal === true || UNDECIDED.has(original?.errno ?? 0);
}

/**
 * Three kinds of no: a refusal that says what would be right (4xx), a fault of ours with a number to tell it by (500), and
 * a database that does not answer, of which nothing is known (503): only that one is worth asking again and again.
 */
async function guarded(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refused) return answer(error.status, error.data);
    const name = (error as { name?: string }).name ?? "";
    if (name === "SequelizeUniqueConstraintError") {
      return answer(409, { code: "conflict", path: "$", message: "That was used before: nothing was changed." });
    }
    const request = (await headers()).get(REQUEST_HEADER) ?? "";
    const gone = isDatabaseGone(error);
    log.error({ err: error, request }, gone ? "the database does not answer" : "request failed");
    const message = gone
      ? "The database does not answer. Nothing was changed; what is typed stays on this screen."
      : `Averin could not do that, by a fault of its own. Nothing was changed. Tell whoever looks after it this number: ${request}.`;
    return answer(gone ? 503 : 500, { code: "unsupported", path: "$", message });
  }
}

/** Where a request comes from: the address as the door found it, and the browser's own mark. */
export async function cameFrom(): Promise<From> {
  const address = (await headers()).get(ADDRESS_HEADER) ?? "";
  return { address, browser: (await cookies()).get(BROWSER_COOKIE)?.value ?? null };
}

/** The browser's mark, made where it has none: by it a person's own browser is told from a stranger's. */
export async function markBrowser(): Promise<From> {
  const from = await cameFrom();
  if (from.browser !== null) return from;
  const browser = randomBytes(24).toString("base64url");
  (await cookies()).set(BROWSER_COOKIE, browser, { ...cookieOptions(), maxAge: 400 * 86_400 });
  return { ...from, browser };
}

const cookieOptions = () =>
  ({ httpOnly: true, sameSite: "lax", path: "/", secure: servedSettings().AVERIN_SECURE }) as const;

export async function currentToken(): Promise<string | null> {
  return (await cookies()).get(SESSION_COOKIE)?.value ?? null;
}

export async function currentActor(db: Database): Promise<Actor | null> {
  const token = await currentToken();
  return token === null ? null : actorOf(db, token);
}

type Work<Body> = (context: { db: Database; actor: Actor; body: Body }) => Promise<unknown>;

async function signedIn(db: Database): Promise<Actor> {
  const actor = await currentActor(db);
  if (!actor) throw new Refused(401, { code: "conflict", path: "$", message: "Sign in first." });
  return actor;
}

/** A reading route for people who are signed in. */
export function reading(work: (context: { db: Database; actor: Actor }) => Promise<unknown>): Promise<Response> {
  return guarded(async () => {
    const db = database();
    return Response.json(await work({ db, actor: await signedIn(db) }));
  });
}

/** A reading route for whoever knows its address. */
export function readingOpenly(work: (context: { db: Database }) => Promise<unknown>): Promise<Response> {
  return guarded(async () => Response.json(await work({ db: database() })));
}

/** A reading route whose answer is bytes, such as a picture or a printed sheet. */
export function readingBytes(
  type: string,
  work: (context: { db: Database; actor: Actor }) => Promise<Uint8Array>,
): Promise<Response> {
  return guarded(async () => {
    const db = database();
    const bytes = await work({ db, actor: await signedIn(db) });
    const headers = { "content-type": type, "x-content-type-options": "nosniff", "cache-control": "private" };
    return new Response(new Uint8Array(bytes), { headers });
  });
}

/** A reading route whose answer is kept as a file under a name. */
export function readingFile(
  work: (context: { db: Database; actor: Actor }) => Promise<{ bytes: Uint8Array; type: string; name: string }>,
): Promise<Response> {
  return guarded(async () => {
    const db = database();
    const { bytes, type, name } = await work({ db, actor: await signedIn(db) });
    const headers = {
      ...{ "content-type": type, "x-content-type-options": "nosniff", "cache-control": "no-store" },
      "content-disposition": `attachment; filename="${name}"`,
    };
    return new Response(new Uint8Array(bytes), { headers });
  });
}

/**
 * A writing route that takes a file and its time: how far it is is told meanwhile, a line of JSON each, and the last line is the
 * outcome with its status.
 */
export function writingTold(
  request: Request,
  most: number,
  work: (context: { db: Database; actor: Actor; bytes: Buffer; tell: (line: object) => void }) => Promise<unknown>,
): Promise<Response> {
  return guarded(async () => {
    const db = database();
    const actor = await signedIn(db);
    const bytes = await readBytes(request, most);
    const text = new TextEncoder();
    const { readable, writable } = new TransformStream<Uint8Array, Uint8Array>();
    const writer = writable.getWriter();
    // Whoever asked may be gone: what was begun is done all the same.
    const tell = (line: object): void => void writer.write(text.encode(`${JSON.stringify(line)}\n`)).catch(() => null);
    void guarded(async () => Response.json(await work({ db, actor, bytes, tell })))
      .then(async (outcome) => tell({ status: outcome.status, outcome: (await outcome.json()) as unknown }))
      .finally(() => writer.close().catch(() => null));
    return new Response(readable, { headers: { "content-type": "application/x-ndjson", "cache-control": "no-store" } });
  });
}

/** A writing route that takes bytes and reads them itself. */
export function writingBytes(
  request: Request,
  work: (context: { db: Database; actor: Actor }) => Promise<unknown>,
): Promise<Response> {
  return guarded(async () => {
    const db = database();
    return Response.json(await work({ db, actor: await signedIn(db) }));
  });
}

/** A writing route: signed in, from this page, with a body that fits its schema. */
export function writing<Schema extends z.ZodType>(
  request: Request,
  schema: Schema,
  work: Work<z.output<Schema>>,
): Promise<Response> {
  return guarded(async () => {
    const db = database();
    const actor = await signedIn(db);
    return Response.json(await work({ db, actor, body: await readBody(request, schema) }));
  });
}

/** A writing route for strangers: sign-in, and making the first administrator. */
export function forStrangers<Schema extends z.ZodType>(
  request: Request,
  schema: Schema,
  work: (context: { db: Database; body: z.output<Schema> }) => Promise<unknown>,
): Promise<Response> {
  return guarded(async () => {
    return Response.json(await work({ db: database(), body: await readBody(request, schema) }));
  });
}

/** Puts a session's token into the browser, out of reach of scripts. */
export async function rememberSession(token: string): Promise<void> {
  (await cookies()).set(SESSION_COOKIE, token, { ...cookieOptions(), maxAge: 14 * 86_400 });
}

export async function forgetSession(): Promise<void> {
  (await cookies()).delete(SESSION_COOKIE);
}

/** Only people with one of these roles. */
export function assertRole(actor: Actor, ...roles: string[]): void {
  if (actor.roles.some((role) => roles.includes(role))) return;
  throw new Refused(403, {
    code: "conflict",
    path: "$",
    message: `This is for ${roles.join(" or ")}: ask one to sign in.`,
  });
}

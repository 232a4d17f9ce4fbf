import type { Answer } from "@averin/core";
import { type EstimateWork, LANES, type SheetWork } from "./kinds.ts";
import { Pool } from "./pool.ts";

type Helpers = { secrets: Pool; heavy: Pool };
const held = globalThis as { averinHelpers?: Helpers };

/** The processes beside this one; there are none before the first work, unless they were warmed. */
function helpers(): Helpers {
  held.averinHelpers ??= { secrets: new Pool(LANES.secrets), heavy: new Pool(LANES.heavy) };
  return held.averinHelpers;
}

export function warmHelpers(): void {
  helpers().secrets.warm();
  helpers().heavy.warm();
}

export function endHelpers(): void {
  held.averinHelpers?.secrets.end();
  held.averinHelpers?.heavy.end();
  delete held.averinHelpers;
}

/** A password's or PIN's hash, made beside the server. */
export const hashed = (text: string): Promise<string> => helpers().secrets.run("hash", text);
export const verified = (hash: string, text: string): Promise<boolean> =>
  helpers().secrets.run("verify", { hash, text });
/** The answer of a calculator that may take long. */
export const calculated = (name: string, input: unknown): Promise<Answer<unknown>> =>
  helpers().heavy.run("calculate", { name, input });
/** A job's sheet as the bytes of a PDF. */
export const printed = async (work: SheetWork): Promise<Buffer> =>
  Buffer.from(await helpers().heavy.run<Uint8Array>("sheet", work));
/** What a job comes to as the bytes of a PDF. */
export const printedEstimate = async (work: EstimateWork): Promise<Buffer> =>
  Buffer.from(await helpers().heavy.run<Uint8Array>("estimate", work));

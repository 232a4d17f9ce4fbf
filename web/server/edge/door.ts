import { randomBytes } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import os from "node:os";
import type { ServedSettings } from "../environment.ts";
import { judge, policyFor } from "./judge.ts";

export type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<void> | void;

/** Headers that say something about the asker to the application: only the door may write them. */
export const ADDRESS_HEADER = "x-averin-address";
export const REQUEST_HEADER = "x-averin-request";
export const NONCE_HEADER = "x-averin-nonce";

/** A request's number, short enough to be read out over a counter. */
const requestId = (): string => {
  const SIGNS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
  return [...randomBytes(7)].map((byte) => SIGNS[byte % SIGNS.length]).join("");
};

/** Puts the door before a handler: turns away what it must, and marks the rest with who asks, a number and a nonce. */
export function behindDoor(handle: Handler, served: ServedSettings): Handler {
  const machine = os.hostname().toLowerCase();
  return async (request, response) => {
    const id = requestId();
    const nonce = randomBytes(16).toString("base64");
    const policy = policyFor(nonce);
    response.setHeader("content-security-policy", policy);
    response.setHeader("x-content-type-options", "nosniff");
    response.setHeader("referrer-policy", "same-origin");
    response.setHeader("cross-origin-opener-policy", "same-origin");
    response.setHeader("x-frame-options", "DENY");
    response.setHeader("x-request-id", id);
    const told = judge(
      {
        method: request.method ?? "",
        url: request.url ?? "",
        headers: request.headers,
        localAddress: request.socket.localAddress ?? "",
        remoteAddress: request.socket.remoteAddress ?? "",
      },
      served,
      machine,
    );
    if ("status" in told) {
      response.writeHead(told.status, { "content-type": "application/json" });
      response.end(JSON.stringify({ error: { code: "conflict", path: "$", message: told.message } }));
      return;
    }
    request.headers[ADDRESS_HEADER] = told.address;
    request.headers[REQUEST_HEADER] = id;
    request.headers[NONCE_HEADER] = nonce;
    // What the asker says of these is not passed on; the pages' own scripts get their nonce from the policy.
    for (const name of ["x-forwarded-for", "x-forwarded-host", "x-forwarded-proto", "x-forwarded-port", "forwarded"])
      delete request.headers[name];
    request.headers["content-security-policy"] = policy;
    await handle(request, response);
  };
}

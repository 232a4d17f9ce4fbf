import type { IncomingHttpHeaders } from "node:http";
import type { ServedSettings } from "../environment.ts";

/** What the door sees of a request before anything is done with it. */
export type Knock = {
  method: string;
  url: string;
  headers: IncomingHttpHeaders;
  /** The address it came to and the one it came from, as the socket has them. */
  localAddress: string;
  remoteAddress: string;
};
export type Turned = { status: number; message: string };
export type Let = { address: string; origin: string };

const METHODS = new Set(["GET", "HEAD", "POST", "PUT", "DELETE"]);
const READING = new Set(["GET", "HEAD"]);
const LOOPBACK = new Set(["localhost", "127.0.0.1", "[::1]"]);
const ANY = new Set(["0.0.0.0", "::", "[::]"]);

/** "::ffff:10.0.0.7" is 10.0.0.7 as an IPv6 socket writes it. */
export const plainAddress = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/, "");
const bracketed = (host: string): string => (host.includes(":") && !host.startsWith("[") ? `[${host}]` : host);
const hostname = (host: string): string => host.toLowerCase().replace(/:\d+$/, "");

/** Whether a text is UTF-8 once its percent signs are read, with no control character in it. */
function isText(text: string): boolean {
  try {
    const read = decodeURIComponent(text.replaceAll("+", " "));
    return ![...read].some((sign) => sign < " " || sign === "\u007f");
  } catch {
    return false;
  }
}

/** The names that the shop answers to: loopback, what it was told to be, and the address of the socket it came to. */
function isOurs(host: string, knock: Knock, served: ServedSettings, machine: string): boolean {
  const name = hostname(host);
  if (LOOPBACK.has(name)) return true;
  if (served.AVERIN_PUBLIC.some((origin) => new URL(origin).hostname.toLowerCase() === name)) return true;
  const given = bracketed(served.AVERIN_HOST.toLowerCase());
  if (!ANY.has(given)) return name === given;
  // Bound to every address: the one it came to, or this machine's own name, which no page of another can claim.
  return name === bracketed(plainAddress(knock.localAddress)) || name === machine || name === `${machine}.local`;
}

/**
 * The first look at every request: a method and a path that can be read, a host that is ours, and for whatever writes an
 * origin that is ours too. Who asks is the socket's address; a proxy is believed only where a setting names it.
 */
export function judge(knock: Knock, served: ServedSettings, machine: string): Turned | Let {
  const { method, url, headers } = knock;
  if (!METHODS.has(method)) return { status: 405, message: `${method} is no method here.` };
  const [path = "", ...query] = url.split("?");
  if (!path.startsWith("/") || !isText(path) || !isText(query.join("?"))) {
    return { status: 400, message: "That address cannot be read: it is not UTF-8 text." };
  }
  const remote = plainAddress(knock.remoteAddress);
  const proxied = served.AVERIN_PROXY.includes(remote);
  const said = (name: string): string | undefined => {
    const value = headers[name];
    return (Array.isArray(value) ? value.join(",") : value)?.split(",").pop()?.trim();
  };
  const host = (proxied ? said("x-forwarded-host") : undefined) ?? headers.host ?? "";
  if (!isOurs(host, knock, served, machine)) {
    return { status: 421, message: "This shop is not served under that name." };
  }
  const scheme = served.AVERIN_SECURE ? "https" : "http";
  const origins = new Set([`${scheme}://${host.toLowerCase()}`, ...served.AVERIN_PUBLIC]);
  // Behind a proxy the machine itself still speaks to it in the plain.
  if (served.AVERIN_TLS_CERT === undefined && LOOPBACK.has(hostname(host))) origins.add(`http://${host.toLowerCase()}`);
  if (!READING.has(method)) {
    if (!path.startsWith("/api/")) return { status: 405, message: `${method} is no method here.` };
    const origin = headers.origin?.toLowerCase();
    const elsewhere = headers["sec-fetch-site"] !== undefined && headers["sec-fetch-site"] !== "same-origin";
    if ((origin !== undefined && !origins.has(origin)) || (origin === undefined && elsewhere)) {
      return { status: 403, message: "This request comes from another page." };
    }
  }
  const address = (proxied ? said("x-forwarded-for") : undefined) ?? remote;
  return { address, origin: `${scheme}://${host}` };
}

/**
 * What a page may load and run: scripts of this server and those that bear this answer's nonce, nothing inline and nothing
 * made from text; styles may stand on an element; nobody may frame it.
 */
export const policyFor = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

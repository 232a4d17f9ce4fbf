import type { ServedSettings } from "../environment.ts";
import { judge, type Knock, policyFor } from "./judge.ts";

const served = (more: Partial<ServedSettings> = {}): ServedSettings => ({
  ...{ AVERIN_HOST: "127.0.0.1", AVERIN_BEYOND: false, AVERIN_SECURE: false, AVERIN_PUBLIC: [], AVERIN_PROXY: [] },
  ...{ AVERIN_TLS_CERT: undefined, AVERIN_TLS_KEY: undefined, AVERIN_LOG_FOLDER: undefined },
  ...{ AVERIN_DATA_FOLDER: undefined, AVERIN_LITTLE_MB: undefined },
  ...more,
});
const knock = (more: Partial<Knock> = {}): Knock => ({
  ...{ method: "GET", url: "/", localAddress: "127.0.0.1", remoteAddress: "127.0.0.1" },
  ...more,
  headers: { host: "127.0.0.1:3000", ...more.headers },
});
const told = (more: Partial<Knock>, settings = served()): number | string => {
  const answer = judge(knock(more), settings, "shop-pc");
  return "status" in answer ? answer.status : "in";
};
const writing = (headers: Knock["headers"], settings = served()): number | string =>
  told({ method: "POST", url: "/api/jobs", headers }, settings);

describe("the host asked for", () => {
  test.each([
    ["127.0.0.1:3000", "in"],
    ["localhost:3000", "in"],
    ["[::1]:3000", "in"],
    ["evil.example", 421],
    ["127.0.0.1.evil.example:3000", 421],
    ["", 421],
    ["shop-pc:3000", 421],
  ])("%p on loopback: %p", (host, answer) => expect(told({ headers: { host } })).toBe(answer));

  test("beyond loopback: the name that was given, or the address it came to, or this machine's name", () => {
    const named = served({ AVERIN_HOST: "192.0.2.7" });
    expect([
      told({ headers: { host: "192.0.2.7:3000" } }, named),
      told({ headers: { host: "192.0.2.8" } }, named),
    ]).toEqual(["in", 421]);
    const any = served({ AVERIN_HOST: "0.0.0.0" });
    const at = (host: string) => told({ headers: { host }, localAddress: "::ffff:192.0.2.7" }, any);
    expect([
      at("192.0.2.7:3000"),
      at("shop-pc:3000"),
      at("shop-pc.local"),
      at("192.0.2.9"),
      at("evil.example"),
    ]).toEqual(["in", "in", "in", 421, 421]);
    const behind = served({ AVERIN_PUBLIC: ["https://shop.example"], AVERIN_SECURE: true });
    expect(told({ headers: { host: "shop.example" } }, behind)).toBe("in");
  });
});

describe("who may write", () => {
  test.each([
    ["http://127.0.0.1:3000", "in"],
    ["null", 403],
    ["rubbish", 403],
    ["http://evil.example", 403],
    ["https://127.0.0.1:3000", 403],
    ["http://127.0.0.1:3001", 403],
  ])("origin %p: %p", (origin, answer) => expect(writing({ origin })).toBe(answer));

  test("without an origin: a program may, a page of another site may not", () => {
    expect(writing({})).toBe("in");
    expect(writing({ "sec-fetch-site": "cross-site" })).toBe(403);
    expect(writing({ "sec-fetch-site": "same-origin" })).toBe("in");
  });

  test("encrypted, only the encrypted origin; behind a proxy the public one, and the machine itself in the plain", () => {
    const tls = served({ AVERIN_SECURE: true, AVERIN_TLS_CERT: "c" });
    expect([
      writing({ origin: "https://127.0.0.1:3000" }, tls),
      writing({ origin: "http://127.0.0.1:3000" }, tls),
    ]).toEqual(["in", 403]);
    const behind = served({ AVERIN_PUBLIC: ["https://shop.example"], AVERIN_SECURE: true });
    expect(writing({ host: "shop.example", origin: "https://shop.example" }, behind)).toBe("in");
    expect(writing({ origin: "http://127.0.0.1:3000" }, behind)).toBe("in");
    expect(writing({ host: "shop.example", origin: "http://shop.example" }, behind)).toBe(403);
  });
});

test.each([
  ["PROPFIND", "/", 405],
  ["POST", "/intake", 405],
  ["GET", "/%ff", 400],
  ["GET", "/jobs?x=%c3%28", 400],
  ["GET", "/%00", 400],
  ["GET", "/jobs?x=%zz", 400],
  ["GET", "http://127.0.0.1/", 400],
  ["GET", "/jobs?x=%C3%A4+%E2%86%92", "in"],
])("%s %s: %p", (method, url, answer) => expect(told({ method, url })).toBe(answer));

describe("who asks", () => {
  const address = (headers: Knock["headers"], settings: ServedSettings, remoteAddress = "::ffff:192.0.2.50") => {
    const answer = judge(knock({ headers, remoteAddress }), settings, "shop-pc");
    return "status" in answer ? answer.status : answer.address;
  };
  const forged = { "x-forwarded-for": "10.9.9.9", "x-forwarded-host": "evil.example" };

  test("is the socket's address; what a stranger says of it counts for nothing", () => {
    expect(address(forged, served())).toBe("192.0.2.50");
  });

  test("a proxy that a setting names is believed for the last address it adds, never for a host that is not ours", () => {
    const settings = served({ AVERIN_PROXY: ["192.0.2.50"], AVERIN_PUBLIC: ["https://shop.example"] });
    expect(address({ "x-forwarded-for": "10.9.9.9, 203.0.113.4" }, settings)).toBe("203.0.113.4");
    expect(address(forged, settings)).toBe(421);
    expect(address({ ...forged, "x-forwarded-host": "shop.example" }, settings)).toBe("10.9.9.9");
    expect(address({ "x-forwarded-for": "10.9.9.9" }, settings, "192.0.2.51")).toBe("192.0.2.51");
  });
});

test("the policy allows no script that is inline or made from text, and nobody to frame the page", () => {
  const policy = policyFor("abc");
  const scripts = /script-src ([^;]*)/.exec(policy)?.[1];
  expect(scripts).toBe("'self' 'nonce-abc'");
  expect(policy).toMatch(/frame-ancestors 'none'/);
  expect(policy).toMatch(/style-src-attr 'unsafe-inline'/);
});

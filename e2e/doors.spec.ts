import { request as http } from "node:http";
import { request as https } from "node:https";
import os from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { BROWSER_FLAGS, BROWSER_PATH } from "../cli/browser.ts";
import { DATA } from "../cli/paths.ts";
import { ownCertificate } from "../cli/server/tls.ts";
import { openShop, type Shop, signIn, typeCredentials } from "./shop.ts";
import { expect, test } from "./test.ts";

let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("doors");
});
test.afterAll(async () => {
  await shop.end();
});

/** A request as no browser sends it: any method, host, origin and path. */
function knock(method: string, target: string, headers: Record<string, string> = {}): Promise<number> {
  const { hostname, port } = new URL(shop.url);
  return new Promise((resolve, reject) => {
    const asked = http({ method, host: hostname, port, path: target, headers }, (answer) => {
      answer.resume();
      answer.once("end", () => resolve(answer.statusCode ?? 0));
    });
    asked.once("error", reject);
    asked.end(headers["content-type"] ? "{}" : undefined);
  });
}

test("what is rubbish is told so, and never fails: hosts, origins, paths, methods, headers", async () => {
  const json = { "content-type": "application/json" };
  const own = new URL(shop.url).host;
  const tries: [number, Promise<number>][] = [
    [421, knock("GET", "/", { host: "evil.example" })],
    [403, knock("POST", "/api/session", { ...json, host: own, origin: "null" })],
    [403, knock("POST", "/api/session", { ...json, host: own, origin: "%%%" })],
    [403, knock("DELETE", "/api/session", { ...json, host: own, origin: "http://evil.example" })],
    [400, knock("GET", "/%ff%fe")],
    [400, knock("GET", "/workings/chain?x=%c3%28")],
    [405, knock("PROPFIND", "/")],
    [405, knock("PATCH", "/api/jobs", json)],
    [405, knock("POST", "/sign-in", json)],
    [431, knock("GET", "/", { "x-long": "a".repeat(20_000) })],
  ];
  for (const [expected, answer] of tries) expect(await answer).toBe(expected);
});

test("an injected script does not run; what the page says of itself goes with every answer", async ({
  page,
  policy,
}) => {
  const answer = await page.goto(`${shop.url}/sign-in`);
  const headers = answer?.headers() ?? {};
  expect(headers["content-security-policy"]).toMatch(/script-src 'self' 'nonce-[^']+';/);
  expect(headers["content-security-policy"]).not.toMatch(/script-src[^;]*unsafe/);
  expect(headers).toMatchObject({ "x-content-type-options": "nosniff", "referrer-policy": "same-origin" });
  const again = await page.goto(`${shop.url}/sign-in`);
  expect(again?.headers()["content-security-policy"]).not.toBe(headers["content-security-policy"]);
  await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "window.injected = true";
    document.body.append(script);
    const image = document.createElement("img");
    image.setAttribute("onerror", "window.injected = true");
    image.src = "/none.png";
    document.body.append(image);
  });
  await expect.poll(() => policy.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => (window as unknown as { injected?: boolean }).injected)).toBeUndefined();
  policy.length = 0;
});

test("a stolen password is not tried for ever; the browser it belongs to is let in meanwhile", async ({
  page,
  browser,
}) => {
  await signIn(page, shop, "Edda Vane");
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  const stranger = await browser.newPage();
  const told: number[] = [];
  for (let i = 0; i < 7; i += 1) {
    const answer = await stranger.request.post(`${shop.url}/api/session`, {
      data: { name: "edda vane", password: `guess-${i}` },
      headers: { "x-forwarded-for": `10.0.0.${i}` },
    });
    told.push(answer.status());
  }
  expect(told).toEqual([401, 401, 401, 401, 401, 429, 429]);
  // The pause is drawn out here, so that no slow machine outlasts it.
  await shop.query("UPDATE limiter SET expire = expire + 3600000 WHERE id LIKE 'pause:%'");
  await stranger.goto(`${shop.url}/sign-in`);
  await typeCredentials(stranger, "Edda Vane", "ferry-bell-30");
  await expect(stranger.getByRole("main").getByRole("alert")).toContainText("Too many wrong tries: wait");
  await stranger.close();
  await typeCredentials(page, "EDDA VANE", "ferry-bell-30");
  await expect(page.getByRole("link", { name: "Take in a machine" })).toBeVisible();
});

test("a session ends with its sign-out, and its feed with it", async ({ page, browser }) => {
  await signIn(page, shop, "Mira Orr");
  await page.getByRole("region", { name: "Do next" }).getByText("Club bike 7", { exact: true }).click();
  await expect(page.getByText("all kept")).toBeVisible();
  const job = /[0-9a-f-]{36}/.exec(page.url())?.[0] ?? "";
  const cookie = (await page.context().cookies()).find((one) => one.name === "averin_session");
  const other = await browser.newContext();
  await other.addCookies([{ ...(cookie as NonNullable<typeof cookie>) }]);
  const listener = await other.newPage();
  await listener.goto(`${shop.url}/sign-in`);
  const ended = listener.evaluate(async (url) => {
    const answer = await fetch(url);
    const reader = answer.body?.getReader();
    for (;;) if ((await reader?.read())?.done !== false) return "ended";
  }, `${shop.url}/api/feed?jobs=${job}:0`);
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  expect(await ended).toBe("ended");
  const answer = await other.request.get(`${shop.url}/api/jobs/${job}/events`);
  expect(answer.status()).toBe(401);
  await other.close();
});

test("beyond loopback it is encrypted: a tablet signs in by this machine's name, and the demo's printed passwords open nothing", async () => {
  const certificate = ownCertificate(path.join(DATA, "test-tls"), "0.0.0.0");
  const far = await openShop("far", "empty", process.env.AVERIN_TEST_DATABASE_URL, {
    host: "0.0.0.0",
    settings: {
      ...{ AVERIN_BEYOND: "1", AVERIN_SECURE: "1" },
      ...{ AVERIN_TLS_CERT: certificate.cert, AVERIN_TLS_KEY: certificate.key },
    },
  });
  const name = os.hostname().toLowerCase();
  const port = Number(new URL(far.url).port);
  // The machine's own address on the shop's wire; a machine on no wire has none but loopback.
  const wire = Object.values(os.networkInterfaces()).flatMap((list) => list ?? []);
  const address = wire.find(({ internal, family }) => !internal && family === "IPv4")?.address ?? "127.0.0.1";
  // The tablet finds the machine by its name, as a shop's router would tell it.
  const browser = await chromium.launch({
    executablePath: BROWSER_PATH,
    args: [...BROWSER_FLAGS, `--host-resolver-rules=MAP ${name} ${address}`],
  });
  try {
    const seen = await new Promise<string>((resolve, reject) => {
      const asked = https({ host: address, port, path: "/api/health", rejectUnauthorized: false }, (answer) => {
        answer.resume();
        const socket = answer.socket as import("node:tls").TLSSocket;
        resolve(socket.getPeerCertificate().fingerprint256);
      });
      asked.once("error", reject);
      asked.end();
    });
    expect(seen).toBe(certificate.fingerprint);
    const context = await browser.newContext({ ignoreHTTPSErrors: true });
    const page = await context.newPage();
    await page.goto(`https://${name}:${port}/welcome?code=${await far.firstCode()}`);
    await typeCredentials(page, "Liv Sande", "long-enough-word");
    await expect(page.getByRole("button", { name: "Open the job" })).toBeVisible();
    await page.getByRole("button", { name: "Sign out" }).click();
    await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
    await typeCredentials(page, "liv sande", "long-enough-word");
    await expect(page.getByText("No job yet.")).toBeVisible();
    const cookies = await context.cookies();
    expect(cookies.map((cookie) => [cookie.name, cookie.secure, cookie.httpOnly]).sort()).toEqual([
      ["averin_browser", true, true],
      ["averin_session", true, true],
    ]);
    const plain = await fetch(`http://${address}:${port}/`).then(
      () => "answered",
      () => "refused",
    );
    expect(plain).toBe("refused");
  } finally {
    await browser.close();
    await far.end();
  }
  const demo = await openShop("far_demo", "demo", process.env.AVERIN_TEST_DATABASE_URL, {
    settings: { AVERIN_BEYOND: "1" },
  });
  try {
    const answer = await fetch(`${demo.url}/api/session`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ name: "Mira Orr", password: "slate-harbour-12" }),
    });
    expect([answer.status, await answer.text()]).toEqual([403, expect.stringContaining("printed with the demo")]);
  } finally {
    await demo.end();
  }
});

test("a sheet of hundreds of notes prints beside the bench, and heavy figures are refused or ended, never the shop", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  const calc = (input: object) => page.request.post(`${shop.url}/api/calc/clutch.stack`, { data: input });
  const steels = ["1", "2", "3"].map((nominal) => ({ nominal, thicknessMm: Number(nominal) }));
  const heavy = { frictionMm: [3], otherMm: [], steelCount: 6000, steels, heightMm: { min: 1, max: 90_000 } };
  const answer = await calc({ ...heavy, maxSolutions: 1_000_000_000 });
  expect([answer.status(), await answer.json()]).toMatchObject([422, { error: { code: "range" } }]);
  expect((await calc({ ...heavy, steelCount: 60 })).status()).toBe(200);
  await page.getByRole("region", { name: "Do next" }).getByText("Club bike 7", { exact: true }).click();
  await expect(page.getByText("all kept")).toBeVisible();
  const events = `${page.url().replace("/jobs/", "/api/jobs/")}/events`;
  for (let i = 0; i < 10; i += 1) {
    const notes = Array.from({ length: 60 }, (_, n) => ({
      id: crypto.randomUUID(),
      draft: { type: "noted", text: `note ${i * 60 + n}: žluťoučký кабель → ±½ Ω` },
    }));
    expect((await page.request.post(events, { data: { events: notes } })).status()).toBe(200);
  }
  const pdf = await page.request.get(`${page.url()}/sheet.pdf`);
  expect(pdf.status()).toBe(200);
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
});

import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { gzipSync } from "node:zlib";
import { type Browser, chromium, type Page } from "@playwright/test";
import { run, start } from "../child.ts";
import { freePort } from "../server/mariadb.ts";
import { DATA, ROOT } from "../paths.ts";
import { BROWSER_FLAGS, BROWSER_PATH } from "../browser.ts";
import { measured, type Measured, middle, now } from "./measured.ts";
import type { BenchShop } from "./shop.ts";

const THROTTLE = 4;
const MOST_MS = 60;
/** And at most so many times what a handler takes that only paints. */
const TIMES = 3;
const LOOKS = 20;
const READINGS = 12;

type Marks = { value: number[]; floor: number[] };

/** Counts from a key to the frame that shows what came of it, for the entry line and for a handler that only paints. */
function watch(): void {
  const marks: Marks = { value: [], floor: [] };
  (window as unknown as { marks: Marks }).marks = marks;
  let from = 0;
  /** The task after the next frame: by then the change has been painted. */
  const painted = (list: number[]): void => {
    const start = from;
    requestAnimationFrame(() => {
      const channel = new MessageChannel();
      channel.port1.onmessage = () => list.push(performance.now() - start);
      channel.port2.postMessage(null);
    });
  };
  const plain = document.createElement("p");
  plain.style.cssText = "position:fixed;top:0;left:0";
  document.body.append(plain);
  let count = 0;
  document.addEventListener(
    "keydown",
    (event) => {
      from = performance.now();
      if (event.key !== "F8") return;
      plain.textContent = String((count += 1));
      painted(marks.floor);
    },
    true,
  );
  const status = document.querySelector("[role=status]");
  if (!status) throw new Error("the bench has no status line");
  new MutationObserver(() => painted(marks.value)).observe(status, {
    childList: true,
    characterData: true,
    subtree: true,
  });
}

async function openBench(browser: Browser, shop: BenchShop): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const cookies = shop.cookie.split("; ").map((one) => {
    const [name = "", value = ""] = one.split("=");
    return { name, value, url: shop.url };
  });
  await context.addCookies(cookies);
  return context.newPage();
}

/** Enter to painted verdict in Chromium slowed down, in ms, beside a handler that only paints. */
async function verdict(page: Page, shop: BenchShop): Promise<Measured[]> {
  await page.goto(`${shop.url}/jobs/${shop.jobId}`);
  // Before it is enabled, what is typed goes nowhere.
  await page.locator("#entry:enabled").focus();
  // The compiler of this script marks functions by name; the page knows nothing of that.
  await page.evaluate("globalThis.__name = (f) => f");
  await page.evaluate(watch);
  const session = await page.context().newCDPSession(page);
  await session.send("Emulation.setCPUThrottlingRate", { rate: THROTTLE });
  for (let i = 0; i < READINGS; i += 1) {
    await page.keyboard.press("F8");
    await page.waitForTimeout(120);
    await page.keyboard.type(`2.8${i % 10}`);
    await page.keyboard.press("Enter");
    await page.waitForFunction((n) => (window as unknown as { marks: Marks }).marks.value.length >= n, i + 1);
    await page.waitForTimeout(250);
  }
  const marks = await page.evaluate(() => (window as unknown as { marks: Marks }).marks);
  const value = middle(marks.value);
  const floor = middle(marks.floor);
  const name = `Enter to painted verdict, processor slowed ${THROTTLE} times`;
  return [
    measured(`${name}, against ${MOST_MS} ms`, value, MOST_MS, 1),
    measured(`${name}, against a handler that only paints`, value, floor, TIMES),
  ];
}

/** Bytes of script, gzipped, that a page loads until it is at rest. */
async function scriptBytes(page: Page, url: string): Promise<number> {
  const bodies: Promise<Buffer>[] = [];
  page.on("response", (response) => {
    if (response.request().resourceType() === "script") bodies.push(response.body());
  });
  await page.goto(url, { waitUntil: "load" });
  await page.waitForTimeout(1500);
  page.removeAllListeners("response");
  return (await Promise.all(bodies)).reduce((sum, body) => sum + gzipSync(body).length, 0);
}

/** How long the server takes to give a page whole, warm, in ms. */
async function opening(url: string, cookie: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < LOOKS + 5; i += 1) {
    const start = now();
    const answer = await fetch(url, { headers: { cookie } });
    await answer.arrayBuffer();
    if (!answer.ok) throw new Error(`${url} was not opened: ${answer.status}`);
    if (i >= 5) times.push(now() - start);
  }
  return middle(times);
}

/** An application of one empty page, built by the same Next, as the floor that any page stands on: its script, its opening. */
async function emptyPage(browser: Browser): Promise<{ bytes: number; ms: number }> {
  const folder = path.join(DATA, "empty-page");
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(path.join(folder, "app"), { recursive: true });
  const write = (name: string, text: string): void => writeFileSync(path.join(folder, name), text);
  write("package.json", JSON.stringify({ name: "empty-page", private: true, type: "module" }));
  write("next.config.mjs", `export default { turbopack: { root: ${JSON.stringify(ROOT)} } };\n`);
  write(
    "app/layout.jsx",
    'export default function Layout({ children }) { return <html lang="en"><body>{children}</body></html>; }\n',
  );
  write("app/page.jsx", "export default function Page() { return <p>empty</p>; }\n");
  const next = path.join(ROOT, "node_modules/next/dist/bin/next");
  const env = { NODE_ENV: "production", NEXT_TELEMETRY_DISABLED: "1" };
  const built = run(process.execPath, [next, "build"], { cwd: folder, env });
  if (built.code !== 0) throw new Error(`the empty page does not build: ${built.out}${built.errors}`);
  const port = await freePort();
  const served = start(process.execPath, [next, "start", "-H", "127.0.0.1", "-p", String(port)], {
    ...{ cwd: folder, env, says: "ignore", graceMs: 20_000 },
  });
  try {
    const url = `http://127.0.0.1:${port}/`;
    for (let i = 0; i < 100; i += 1) {
      if (
        await fetch(url).then(
          (r) => r.ok,
          () => false,
        )
      )
        break;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    const page = await browser.newPage();
    return { bytes: await scriptBytes(page, url), ms: await opening(url, "") };
  } finally {
    await served?.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

export async function screen(shop: BenchShop): Promise<Measured[]> {
  const browser = await chromium.launch({ executablePath: BROWSER_PATH, args: [...BROWSER_FLAGS] });
  try {
    const page = await openBench(browser, shop);
    const own = (await scriptBytes(page, `${shop.url}/jobs/${shop.jobId}`)) / 1024;
    const empty = await emptyPage(browser);
    const name = "script of the bench route, gzipped, against an empty page";
    const script = measured(name, own, empty.bytes / 1024, 2.5, "kB");
    const opened = await opening(`${shop.url}/jobs/${shop.jobId}`, shop.cookie);
    const whole = measured("opening a bench page at the server, warm, against an empty page", opened, empty.ms, 3);
    return [...(await verdict(page, shop)), script, whole];
  } finally {
    await browser.close();
  }
}

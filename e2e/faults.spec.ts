import path from "node:path";
import { expect, type Page, test } from "./test.ts";
import { type PrivateServer, startMariadb } from "../cli/server/mariadb.ts";
import { DATA } from "../cli/paths.ts";
import { openShop, type Shop, signIn, typeLines } from "./shop.ts";

// A database of its own, to be killed. Every figure typed here is invented.
let server: PrivateServer;
let shop: Shop;
const folder = path.join(DATA, "fault-db");
test.beforeAll(async () => {
  server = await startMariadb(folder, { schemas: "tests" });
  shop = await openShop("faults", "demo", server.url);
});
test.afterAll(async () => {
  await shop.end();
  await server.stop();
});

const aim = (page: Page) => page.locator('label[for="entry"]');
const kept = (page: Page) => expect(page.getByText("all kept")).toBeVisible();

async function openBench(page: Page): Promise<string> {
  await signIn(page, shop, "Mira Orr");
  await page.getByRole("region", { name: "Do next" }).getByText("Club bike 7", { exact: true }).click();
  await expect(page.locator("#entry")).toBeFocused();
  return page.url().replace("/jobs/", "/api/jobs/");
}

/** What the server holds of one text: how many readings say so. */
async function held(page: Page, job: string, text: string): Promise<number> {
  const { events } = (await (await page.request.get(`${job}/events`)).json()) as {
    events: { body: { type: string; text?: string } }[];
  };
  return events.filter(({ body }) => body.type === "reading_taken" && body.text === text).length;
}

test("an answer cut off half way: the line is sent again, and is there once", async ({ page }) => {
  const job = await openBench(page);
  let cut = 0;
  let seen = (): void => undefined;
  const told = new Promise<void>((resolve) => (seen = resolve));
  await page.route("**/events", async (route) => {
    if (route.request().method() !== "POST") return route.fallback();
    if (cut > 0) {
      // Sent again at once: held back until the page was seen to say that it is not kept yet.
      await told;
      return route.fallback();
    }
    cut += 1;
    // The server has kept the line; the answer never arrives.
    await route.fetch();
    await route.abort("connectionreset");
  });
  await typeLines(page, ["2.811"]);
  await expect(page.getByText(/not yet kept/)).toBeVisible();
  seen();
  await kept(page);
  expect(cut).toBe(1);
  expect(await held(page, job, "2.811")).toBe(1);
});

test("the database killed with -9 and back: the bench goes on, says so, and loses nothing", async ({ page }) => {
  const job = await openBench(page);
  const port = Number(new URL(server.url).port);
  await typeLines(page, ["2.821"]);
  await expect.poll(() => held(page, job, "2.821")).toBe(1);
  await kept(page);
  process.kill(server.pid, "SIGKILL");
  const before = await aim(page).textContent();
  await typeLines(page, ["2.822 2.823"]);
  await expect(page.getByText(/2 not yet kept: the server does not answer/)).toBeVisible();
  await expect(aim(page)).not.toHaveText(before ?? "");
  server = await startMariadb(folder, { port, schemas: "tests" });
  await kept(page);
  for (const text of ["2.821", "2.822", "2.823"]) expect(await held(page, job, text)).toBe(1);
});

test("the application killed with -9 during entry: every reading answered as kept is there once, in order", async ({
  page,
}) => {
  const job = await openBench(page);
  const typed = ["2.831", "2.832", "2.833", "2.834", "2.835", "2.836"];
  const typing = typeLines(page, typed);
  await shop.kill();
  await typing;
  await shop.start();
  await kept(page);
  for (const text of typed) expect(await held(page, job, text)).toBe(1);
  const { events } = (await (await page.request.get(`${job}/events`)).json()) as {
    events: { number: number; body: { text?: string } }[];
  };
  expect(events.map((e) => e.number)).toEqual(events.map((_, i) => i + 1));
  const order = events.flatMap(({ body }) => (typed.includes(body.text ?? "") ? [body.text] : []));
  expect(order).toEqual(typed);
});

test("two tabs of one person, the server gone, a tab closed: what it typed is sent by the other", async ({
  context,
}) => {
  const [one, two] = [await context.newPage(), await context.newPage()];
  const job = await openBench(one);
  await two.goto(one.url());
  await expect(two.locator("#entry")).toBeFocused();
  await shop.kill();
  await one.bringToFront();
  await typeLines(one, ["2.841"]);
  await expect(one.getByText(/1 not yet kept/)).toBeVisible();
  await one.close();
  await shop.start();
  await two.bringToFront();
  await two.reload();
  await kept(two);
  await expect.poll(() => held(two, job, "2.841")).toBe(1);
});

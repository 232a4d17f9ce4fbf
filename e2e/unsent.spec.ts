import { layCable } from "./cable.ts";
import { openShop, type Shop, signIn, takeIn, typeCredentials, typeLines, workUntil } from "./shop.ts";
import { expect, type Page, test } from "./test.ts";

// Every figure typed here is invented, as the demo's book is.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("unsent");
});
test.afterAll(async () => {
  await shop.end();
});

const kept = (page: Page) => expect(page.getByText("all kept")).toBeVisible();
async function openBench(page: Page, bike: string, at = shop.url): Promise<string> {
  await page.goto(at);
  await page.getByRole("region", { name: "Do next" }).getByText(bike, { exact: true }).click();
  await expect(page.locator("#entry")).toBeFocused();
  return page.url();
}
const strays = (page: Page) => page.getByRole("region", { name: "Not taken" });

test("notes typed without a server while another releases the job stay, as they were typed, until somebody settles them", async ({
  page,
  browser,
}) => {
  const cable = await layCable(shop.url);
  await signIn(page, { ...shop, url: cable.url }, "Mira Orr");
  const bench = (await openBench(page, "Club bike 9", cable.url)).replace(cable.url, shop.url);
  await kept(page);
  const events = `${bench.replace("/jobs/", "/api/jobs/")}/events`;
  await cable.cut();
  await typeLines(page, ["# the boot on the left is torn", "# told the owner at the counter"]);
  await expect(page.getByText(/2 not yet kept: the server does not answer/)).toBeVisible();
  // Meanwhile a lead signs what is left and releases it.
  const other = await browser.newPage();
  await signIn(other, shop, "Tobin Hask");
  await other.goto(bench);
  await expect(other.locator("#entry")).toBeFocused();
  const lead = async (draft: object): Promise<number> => {
    const data = { events: [{ id: crypto.randomUUID(), draft }] };
    return (await other.request.post(events, { data })).status();
  };
  const left = other.getByRole("region", { name: "Until release" }).getByRole("button");
  for (let n = await left.count(); n > 0; n -= 1) {
    await typeLines(other, ["", "1"]);
    await expect(left).toHaveCount(n - 1);
  }
  await typeLines(other, ["", "release"]);
  await expect(other.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await kept(other);

  await cable.mend();
  await expect(strays(page)).toContainText("# the boot on the left is torn");
  await expect(strays(page)).toContainText("# told the owner at the counter");
  await expect(strays(page)).toContainText("released and closed");
  // The other screen sees them too; the lead takes the release back, and they are open points.
  await expect(strays(other)).toContainText("torn");
  await other.getByRole("button", { name: "Reopen the job" }).click();
  await typeLines(other, ["1"]);
  await expect(other.getByRole("region", { name: "Until release" })).toContainText("not taken");
  expect(await lead({ type: "job_released", said: "release" })).toBe(422);
  // Typed again, and put away with a word.
  const first = strays(page).getByRole("listitem").filter({ hasText: "torn" });
  await first.getByRole("button", { name: "Into the line" }).click();
  await expect(page.locator("#entry")).toHaveValue("# the boot on the left is torn");
  await typeLines(page, [""]);
  await kept(page);
  await first.getByRole("button", { name: "It is typed again" }).click();
  await expect(first).toBeHidden();
  const second = strays(page).getByRole("listitem").filter({ hasText: "told the owner" });
  await second.getByRole("button", { name: "Put away" }).click();
  await page.getByPlaceholder("why it is not needed").fill("said on the sheet");
  await page.keyboard.press("Enter");
  await expect(strays(page)).toBeHidden();
  await expect(strays(other)).toBeHidden();
  await other.close();
  await cable.cut();
});

test("a belt changed in the snow: opened before, then no server, to the end of the work without a reload", async ({
  page,
}) => {
  const cable = await layCable(shop.url);
  const reached = { ...shop, url: cable.url };
  await signIn(page, reached, "Tobin Hask");
  await takeIn(page, reached, "Slope sled 3", "belt-case", "2500");
  let served = true;
  const inTheSnow = async (at: Page, lines: readonly string[]): Promise<void> => {
    if (served) await cable.cut();
    served = false;
    await typeLines(at, lines);
  };
  const answers = {
    "Engine off, key out, cold": ["", "field"],
    "Belt case cover off": ["", "8"],
    "Toothed belt off": ["marked", ""],
    "Teeth and cords of the belt": ["sheared"],
    "Was it folded or twisted?": ["never"],
    "Toothed belt: keep, renew or leave": ["2", "aboard", "scrap", "too loose"],
    "Which drive is the new part for?": ["toothed"],
    "Lower pulley bolt: torque": ["feel"],
    "Hub screws: torque": ["feel"],
    "Belt play, cold": ["12 at 2 kg", "-1", "19 at 2 kg"],
    "Marks on the case": ["40 59"],
    "Brake, on the ride": ["bites"],
    "Drive and track, on the ride": ["even"],
    "After the ride": ["dry"],
  };
  await workUntil(page, "Left before release", answers, inTheSnow);
  await expect(page.getByText(/\d+ not yet kept: the server does not answer/)).toBeVisible();
  const left = page.getByRole("region", { name: "Until release" });
  await expect(left).toContainText("hub screws: torque, 12 pulls: skipped, tightened by feel");
  await cable.mend();
  await kept(page);
  // What was typed without a server is on the disk, in its order: another screen has it.
  await page.reload();
  await expect(page.getByRole("heading", { name: "Left before release" })).toBeVisible();
  await expect(left).toContainText("hub screws: torque, 12 pulls");
  await cable.cut();
});

test("a line that is too long is told before it is shown as taken, and stays", async ({ page }) => {
  await signIn(page, shop, "Mira Orr");
  await openBench(page, "Club bike 7");
  await page.locator("#entry").fill(`# ${"long ".repeat(110)}`);
  await page.locator("#entry").press("Enter");
  await expect(page.getByRole("status")).toContainText("at most 500 characters");
  await kept(page);
  await expect(strays(page)).toBeHidden();
});

test("eight tabs of one browser all keep what is typed in them: they share one stream", async ({ context }) => {
  const pages: Page[] = [];
  for (let i = 0; i < 8; i += 1) pages.push(await context.newPage());
  const [first] = pages as [Page];
  await signIn(first, shop, "Tobin Hask");
  const bench = await openBench(first, "Club bike 7");
  for (const page of pages.slice(1)) {
    await page.goto(bench);
    await expect(page.locator("#entry")).toBeFocused();
  }
  for (const [i, page] of pages.entries()) {
    await page.bringToFront();
    await typeLines(page, [`# tab ${i}`]);
    await kept(page);
  }
  for (let i = 0; i < 8; i += 1) {
    await expect(first.getByRole("region", { name: "Until release" })).toContainText(`tab ${i}`);
  }
  for (const page of pages) await page.close();
});

test("what waits in this browser is told on every page, asked about at sign-out, and sent by any page under its own name", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  const bench = await openBench(page, "Club bike 15");
  await kept(page);
  await page.route("**/events", (route) => (route.request().method() === "POST" ? route.abort() : route.fallback()));
  await typeLines(page, ["# waits one", "# waits two"]);
  await expect(page.getByText(/2 not yet kept/)).toBeVisible();
  const bar = page.getByRole("complementary", { name: "Not yet kept" });
  await page.goto(shop.url);
  await expect(bar).toContainText(/2 lines of T-\d{4}, typed by Mira Orr/);
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("dialog")).toContainText("2 lines typed on this machine are not yet kept");
  // A stray Enter stays.
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toBeHidden();
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.getByRole("button", { name: "Sign out all the same" }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await expect(bar).toContainText("typed by Mira Orr");
  await page.unroute("**/events");
  // Another person's session sends nothing under the wrong name.
  await typeCredentials(page, "Tobin Hask", "north-lamp-47");
  await expect(page.getByRole("link", { name: "Take in a machine" })).toBeVisible();
  await expect(bar).toContainText("typed by Mira Orr");
  await page.getByRole("button", { name: "Sign out" }).click();
  await page.getByRole("button", { name: "Sign out all the same" }).click();
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await typeCredentials(page, "Mira Orr", "slate-harbour-12");
  await expect(bar).toBeHidden();
  await page.goto(bench);
  const notes = page.getByRole("region", { name: "Until release" });
  await expect(notes).toContainText("waits one (Mira Orr)");
  await expect(notes).toContainText("waits two (Mira Orr)");
});

test("a sign-out without a server is carried out as soon as there is one", async ({ page }) => {
  await signIn(page, shop, "Mira Orr");
  await page.route("**/api/session", (route) => route.abort());
  await page.getByRole("button", { name: "Sign out" }).click();
  await expect(page.getByRole("dialog")).toContainText("You are signed out as soon as it does");
  await page.unroute("**/api/session");
  await expect.poll(async () => (await page.request.get(`${shop.url}/api/intakes/x`)).status()).toBe(401);
});

test("an intake whose answer was lost says that it does not know, looks, and opens one job", async ({ page }) => {
  await signIn(page, shop, "Edda Vane");
  let cut = 0;
  await page.route("**/api/jobs", async (route) => {
    cut += 1;
    if (cut > 1) return route.fallback();
    await route.fetch();
    await route.abort("connectionreset");
  });
  const count = async (): Promise<number> => {
    await page.goto(shop.url);
    return page.getByRole("region", { name: "Jobs" }).getByRole("listitem").filter({ hasText: "Club bike 3" }).count();
  };
  const before = await count();
  await takeIn(page, shop, "Club bike 3", "Clutch pack, coil springs", "999");
  expect(cut).toBe(1);
  await page.unroute("**/api/jobs");
  expect(await count()).toBe(before + 1);
});

test("a disk that is nearly full is said on every page before it is full", async ({ page }) => {
  const tight = await openShop("tight", "demo", process.env.AVERIN_TEST_DATABASE_URL, {
    settings: { AVERIN_DATA_FOLDER: process.cwd(), AVERIN_LITTLE_MB: "999999999" },
  });
  try {
    await signIn(page, tight, "Mira Orr");
    await page.getByRole("region", { name: "Do next" }).getByText("Club bike 7", { exact: true }).click();
    await expect(page.getByText(/The disk with this shop's data is nearly full: \d+ MB left/)).toBeVisible();
    const health = await page.request.get(`${tight.url}/api/health`);
    expect(await health.json()).toEqual({ ok: true, database: "answers", disk: "nearly full" });
  } finally {
    await tight.end();
  }
});

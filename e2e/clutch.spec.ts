import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { openShop, type Shop, signIn, typeCredentials, typeLines } from "./shop.ts";

// Every figure typed here is invented, as the demo's book is.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("clutch");
});
test.afterAll(async () => {
  await shop.end();
});

const enters = (n: number): string[] => Array.from({ length: n }, () => "");

test("a clutch job from the counter to the printed sheet, by keyboard, with the server killed in the middle", async ({
  page,
  context,
}) => {
  await signIn(page, shop, "Edda Vane");
  await page.getByRole("link", { name: "Take in a machine" }).press("Enter");
  await page.locator("select[name=machine]").selectOption("new");
  await page.getByLabel("Plate or mark").fill("Club bike 19");
  await page.getByLabel("Owner", { exact: true }).fill("Harbour Enduro Club");
  await page.getByLabel("How to reach them").fill("notice board");
  await page.getByLabel("Meter now").fill("88,5");
  await page.getByLabel("What the owner says").fill("Slips in top gear.");
  await page.getByRole("button", { name: "Open the job" }).press("Enter");
  await expect(page.getByLabel("Entry line")).toBeVisible();
  const bench = page.url();
  // The counter may look, not measure.
  await expect(page.getByRole("textbox")).toBeFocused();
  await typeLines(page, [""]);
  await expect(page.getByRole("status")).toContainText("Only a technician or a lead works at the bench");
  await page.getByRole("button", { name: "Sign out" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await page.goto(bench);
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();

  await signIn(page, shop, "Tobin Hask");
  await page.goto(bench);
  const line = page.getByRole("textbox");
  const status = page.getByRole("status");
  const aim = page.locator('label[for="entry"]');
  await expect(line).toBeFocused();

  await typeLines(page, enters(10));
  await expect(aim).toContainText("friction 1, place 1");

  // Several at once, a unit, a comma, a mistake struck, a line refused whole.
  await typeLines(page, ["2.86 2,87 .113in", "2.85 2.86 2.84"]);
  await expect(status).toContainText("friction 2, place 3: serviceable, 40 % of its wear used");
  await typeLines(page, ["2x4"]);
  await expect(status).toContainText("is no unit of length");
  await typeLines(page, ["9.99"]);
  await expect(status).toContainText("above the new range: right part?");
  await typeLines(page, ["-"]);
  await expect(status).toContainText("struck: 9.99 at friction 3, place 1");
  await typeLines(page, ["2.83 2.84 2.83"]);
  await expect(page.getByText("all kept")).toBeVisible();

  // The server is killed; what is typed meanwhile is shown as not yet kept, and kept once when it is back.
  await shop.kill();
  await typeLines(page, ["2.80 2.81 2.80"]);
  await expect(page.getByText(/3 not yet kept/)).toBeVisible();
  await typeLines(page, ["2.79"]);
  await expect(page.getByText(/4 not yet kept/)).toBeVisible();
  await shop.start();
  await expect(page.getByText("all kept")).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await expect(line).toBeFocused();
  await expect(aim).toContainText("friction 5, place 2");
  await expect(page.getByText("2.80 2.81 2.80")).toBeVisible();

  await typeLines(page, ["2.78 2.79", "2.77 2.78 2.77", "2.76 2.77 2.76", "2.75 2.76 2.74", "2.69 2.68 2.69"]);
  await expect(status).toContainText("friction 9, place 3: past limit by 0.04 mm");
  await typeLines(page, ["s s s s s g g g g", "1.985 1.988 1.990 1.982 1.986 1.592 1.590 1.588"]);
  await typeLines(page, ["0.05 0.06 0.05 0.08 0.09 0.11 0.19 0.20", "1 1 1 2 2 br bl bl", "43.6 43.4 43.5 43.2 42.2"]);
  // A point skipped with a reason from the keypad stays open until a lead signs for it.
  await expect(aim).toContainText("basket finger notches");
  await typeLines(page, ["/", "1"]);
  await expect(page.getByRole("region", { name: "Until release" })).toContainText(
    "basket finger notches: skipped, not reachable now",
  );

  // Decide: proposals taken, one overruled with a reason.
  await expect(aim).toContainText("springs");
  await typeLines(page, enters(7));
  await expect(aim).toContainText("steel 6");
  await typeLines(page, ["2"]);
  await expect(status).toContainText("Why renew?");
  await typeLines(page, ["3", "", ""]);
  await expect(page.getByRole("heading", { name: "Friction plate thickness, new parts" })).toBeVisible();
  await typeLines(page, ["2.97 2.97 2.96 2.97 2.98 2.97 2.96 2.97 2.97", "44.2 44.2 44.2 44.2 44.2"]);

  await expect(page.getByRole("heading", { name: "Build the stack" })).toBeVisible();
  await typeLines(page, [""]);
  await expect(status).toContainText("stack taken");
  await typeLines(page, ["41.5"]);

  // Going together, from the engine side up.
  await expect(aim).toContainText("judder spring and seat");
  await typeLines(page, ["", ...enters(17), "", "", "", ""]);
  await expect(page.getByRole("heading", { name: "Pressure-plate bolts: torque" })).toBeVisible();
  await expect(page.getByText("1 · 3 · 5 · 2 · 4")).toBeVisible();
  await typeLines(page, ["", "", "4.9", "43 inlb", "4.9", "9.8", "9.8", "12.5"]);
  await expect(status).toContainText("12.5 N·m, above band");
  await typeLines(page, ["-", "9.8", "9.8", "9.8"]);
  await typeLines(page, enters(4));
  await expect(page.getByRole("heading", { name: "Cover bolts: torque" })).toBeVisible();
  await typeLines(page, enters(12));
  await typeLines(page, ["12", "", ""]);

  // What is left is signed for, then the machine is released.
  await expect(page.getByRole("heading", { name: "Left before release" })).toBeVisible();
  await typeLines(page, ["", "1"]);
  await expect(page.getByRole("heading", { name: "Ready for release" })).toBeVisible();
  await typeLines(page, [""]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await expect(page.getByText("all kept")).toBeVisible();

  await page.getByRole("link", { name: "Sheet" }).press("Enter");
  await expect(page.getByText(/released \d{4}-\d\d-\d\d by Tobin Hask/)).toBeVisible();
  await expect(page.getByRole("main")).toContainText(
    "basket finger notches: skipped, not reachable now. judged by hand and eye",
  );
  await expect(page.getByRole("main")).toContainText("TV-FR-3010");
  await expect(page.getByRole("main")).toContainText("BL-GK-3001");
  await expect(page.getByRole("main")).toContainText("9.99");
  const pdf = await page.pdf({ format: "A4" });
  expect(pdf.subarray(0, 5).toString()).toBe("%PDF-");
  expect(pdf.length).toBeGreaterThan(20_000);
  await context.close();
});

test("two screens on one job both keep their readings", async ({ browser }) => {
  const pages = await Promise.all([browser.newPage(), browser.newPage()]);
  for (const [i, page] of pages.entries()) {
    await signIn(page, shop, i === 0 ? "Mira Orr" : "Tobin Hask");
    await page.getByText("Club bike 7").click();
    await expect(page.locator('label[for="entry"]')).toContainText("friction 5, place 1");
    await expect(page.getByRole("textbox")).toBeFocused();
  }
  await Promise.all(pages.map((page, i) => typeLines(page, [i === 0 ? "2.84" : "2.85"])));
  for (const page of pages) {
    await expect(page.getByText("2.84 2.85").or(page.getByText("2.85 2.84"))).toBeVisible({ timeout: 15_000 });
  }
  for (const page of pages) await page.close();
});

test("strangers get nothing but the sign-in, and bad requests change nothing", async ({ page, request }) => {
  const job = (path: string): string => `${shop.url}/api/jobs/${path}`;
  expect((await request.get(job("x/events"))).status()).toBe(401);
  expect((await request.post(job("x/events"), { data: {} })).status()).toBe(401);
  expect((await request.post(`${shop.url}/api/calc/clutch.stack`, { data: {} })).status()).toBe(401);
  await page.goto(`${shop.url}/intake`);
  await expect(page.getByRole("heading", { name: "Sign in" })).toBeVisible();
  await typeCredentials(page, "Mira Orr", "not-the-password");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("do not go together");

  await signIn(page, shop, "Mira Orr");
  await page.getByText("Club bike 7").click();
  await expect(page.getByLabel("Entry line")).toBeVisible();
  const events = `${page.url().replace("/jobs/", "/api/jobs/")}/events`;
  const before = await (await page.request.get(events)).text();
  const id = "6f2c1d3e-8a4b-4c5d-9e6f-7a8b9c0d1e2f";
  const tries: [object | string, number, string][] = [
    ["{", 422, "json"],
    [{}, 422, "missing"],
    [{ after: 0, events: [{ id, draft: { type: "reading_taken" } }] }, 422, "missing"],
    [{ after: 0, events: [{ id, draft: { type: "step_confirmed", step: "no-such-step" } }] }, 422, "unsupported"],
    [{ after: 0, events: [{ id, draft: { type: "job_released" } }] }, 422, "conflict"],
    [{ after: 0, events: [], more: 1 }, 422, "range"],
    ["x".repeat(70_000), 413, "range"],
  ];
  for (const [data, status, code] of tries) {
    const answer = await page.request.post(events, {
      data: typeof data === "string" ? Buffer.from(data) : data,
      headers: { "content-type": "application/json" },
    });
    expect([answer.status(), ((await answer.json()) as { error: { code: string } }).error.code]).toEqual([
      status,
      code,
    ]);
  }
  expect(await (await page.request.get(events)).text()).toBe(before);
  const calc = await page.request.post(`${shop.url}/api/calc/quantity.convert`, {
    data: { value: 1, from: "in", to: "mm" },
  });
  expect(await calc.json()).toEqual({ value: 25.4 });
});

test("the screens pass an accessibility check in both themes", async ({ page }) => {
  await signIn(page, shop, "Mira Orr");
  await page.getByText("Club bike 7").click();
  for (const theme of ["light", "dark"]) {
    await page.evaluate((t) => void (document.documentElement.dataset.theme = t), theme);
    await expect(page.getByLabel("Entry line")).toBeVisible();
    const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag22aa"]).analyze();
    expect(violations.map((v) => `${theme} ${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
  }
});

test("a new shop walks through making its first administrator", async ({ page }) => {
  const empty = await openShop("empty", "empty");
  try {
    await page.goto(empty.url);
    await expect(page.getByRole("heading", { name: "The first person" })).toBeVisible();
    await typeCredentials(page, "Liv Sande", "short");
    await expect(page.getByRole("main").getByRole("alert")).toContainText("at least 10");
    await page.getByLabel("Password").fill("long-enough-word");
    await page.getByLabel("Password").press("Enter");
    await expect(page.getByText("No job yet.")).toBeVisible();
    const again = await page.request.post(`${empty.url}/api/first-administrator`, {
      data: { name: "Someone Else", password: "long-enough-word" },
    });
    expect(again.status()).toBe(409);
  } finally {
    await empty.end();
  }
});

import { broken } from "./guidelines.ts";
import { expect, test } from "./test.ts";
import { openShop, type Shop, signIn } from "./shop.ts";

// Figures are the invented ones that the Workings start with.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("workings");
});
test.afterAll(async () => {
  await shop.end();
});

test("the Workings answer as figures change, keep them in the address, and note a result in a job", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  await page.getByRole("link", { name: "Workings" }).press("Enter");
  const main = page.getByRole("main");
  const answer = (words: string) => main.locator("dl > div").filter({ hasText: words }).locator("dd > span").first();
  await expect(answer("set this slack at rest")).toHaveText("39.94");

  // The arm moves with the arrow keys, and what hangs on it follows.
  await page.getByRole("slider", { name: "arm angle at rest" }).focus();
  await page.keyboard.press("ArrowUp");
  await expect(page.getByLabel("arm angle at rest", { exact: true }).last()).toHaveValue("-19");
  await expect(answer("set this slack at rest")).not.toHaveText("39.94");

  // A figure in another unit, typed; a figure that cannot be; and back.
  const arm = page.getByLabel("swing arm, pivot to axle", { exact: true });
  await arm.fill("22 in");
  await expect(page).toHaveURL(/22\+in|22%20in/);
  await arm.fill("22 stone");
  await expect(main.getByRole("alert")).toContainText("is no unit of length");
  await arm.fill("2");
  await expect(main).toContainText("The sprockets would touch");
  await arm.fill("22 in");
  await page.reload();
  await expect(arm).toHaveValue("22 in");

  // What is asked most is answered in words.
  await page.getByRole("tab", { name: "Other teeth, same chain" }).press("Enter");
  await expect(main.getByRole("status").first()).toContainText("with the same chain the axle moves 3.6 mm back");
  // Teeth are shared by the whole group.
  await page.locator("#frontTeeth").fill("14");
  await page.getByRole("tab", { name: "Ratio and speed" }).press("Enter");
  await expect(page.getByLabel("front teeth").first()).toHaveValue("14");
  await expect(answer("ratio")).toHaveText("3.429");
  await page.getByText("Formula and source").press("Enter");
  await expect(main).toContainText("kinematics of a chain drive");

  await page.getByRole("link", { name: "Clutch" }).press("Enter");
  await expect(answer("best, height")).toHaveText("41.52");
  // The bench that one comes from is proposed; the converter is one key away from anywhere.
  await page.goto(shop.url);
  await page.getByText("Club bike 7").first().click();
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.press("Alt+u");
  await expect(main.getByRole("status").first()).toContainText("87 lbf.in is 9.83 N.m");
  await page.getByRole("link", { name: "Clutch" }).press("Enter");
  await expect(answer("best, height")).toHaveText("41.52");
  await expect(page.getByLabel("Note it in").locator("option:checked")).toHaveText("T-0403 Club bike 7");
  await page.getByRole("button", { name: "Send" }).press("Enter");
  await expect(page.getByText("Noted in T-0403 Club bike 7.")).toBeVisible();
  await page.goto(shop.url);
  await page.getByText("Club bike 7").first().click();
  await expect(page.getByLabel("Until release")).toContainText(
    "Stack: 5 of 2.0 and 3 of 1.6: 41.52 mm. feasible yes; best, height 41.52 mm",
  );
});

test("every group opens on an answer and passes an accessibility check", async ({ page }) => {
  await signIn(page, shop, "Mira Orr");
  for (const group of [
    "chain",
    "clutch",
    "case",
    "track",
    "axle",
    "bearing",
    "fastener",
    "judge",
    "wear",
    "money",
    "season",
  ]) {
    await page.goto(`${shop.url}/workings/${group}`);
    await expect(page.getByRole("main").locator("dl").first()).toBeVisible();
    expect([group, ...(await broken(page))]).toEqual([group]);
  }
  await page.goto(`${shop.url}/workings/knitting`);
  await expect(page.getByRole("heading", { name: "That is not here" })).toBeVisible();
});

import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { openShop, type Shop, signIn, typeLines, workUntil } from "./shop.ts";

// Figures typed here are invented; the right ones stand in the demo's books.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("sled");
});
test.afterAll(() => shop.end());

test("a track set by keyboard: the load, the direction and both sides are asked for, and the recheck comes back", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await page.getByText("Ridge sled 5", { exact: true }).first().click();
  const status = page.getByRole("status");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Alignment");
  await typeLines(page, ["0.5 left"]);
  await expect(status).toContainText("which way? +0.5 left");
  await typeLines(page, ["+0.5 left", "12"]);
  await expect(status).toContainText("left and right belong together");
  await typeLines(page, ["12 13"]);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Track sag as found, as left");
  await typeLines(page, ["33"]);
  await expect(status).toContainText("33: under which load? Type 33 at 7.3 kg.");
  await typeLines(page, ["33 at 7.3"]);
  await workUntil(page, /^(Ready for|Left before) release$/);
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await typeLines(page, [""]);
  await expect(page.getByText("released").first()).toBeVisible();
  await page.getByRole("link", { name: /Ridge sled 5/ }).click();
  await expect(page.getByRole("heading", { name: "In the long run" })).toBeVisible();
  await expect(page.getByText("track: tension")).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
});

test("what an earlier release left to be looked at stands on Today until somebody says what was found", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  const due = page.getByRole("region", { name: "Due again" });
  await expect(due).toContainText("Works sled 8: Old drive belt is carried as the spare");
  await due.getByRole("button", { name: "Looked at" }).first().click();
  await page.keyboard.type("dry, in the bag");
  await page.keyboard.press("Enter");
  await expect(due).toBeHidden();
});

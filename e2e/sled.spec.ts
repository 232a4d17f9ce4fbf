import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { openShop, type Shop, signIn, takeIn, typeLines, workUntil } from "./shop.ts";

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

test("a drive belt from the counter to its release: out of reverse, causes, below the rim, set in rounds", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await takeIn(page, shop, "Works sled 8", "variable-belt", "7900");
  const status = page.getByRole("status");
  const heading = page.getByRole("main").getByRole("heading", { level: 1 });
  const answers = {
    "Engine off, key out, cold": ["", "stored"],
    "Out of reverse": ["", "was"],
    "Drive belt": ["glazed"],
    "Belt width": ["36 36.1 36"],
    "Belt width, new parts": ["36.8"],
    "Sheave faces": ["clean"],
    "Weights, rollers and spring of the drive clutch": ["centred"],
    "Drive belt: keep, renew or leave": ["", "held", "scrap"],
    "Creep and squeal": ["still"],
  };
  await workUntil(page, "Belt against the rim", answers);
  await typeLines(page, ["-0.6"]);
  await expect(status).toContainText("past limit by 0.60 mm");
  await typeLines(page, ["-", "0.8"]);
  await expect(heading).toHaveText("Deflection");
  await expect(page.getByRole("img", { name: "Where to measure: belt push" })).toBeVisible();
  await typeLines(page, ["40"]);
  await expect(status).toContainText("40: under which push? Type 40 at 11.5 kg.");
  await typeLines(page, ["40 at 11.5", "1"]);
  await expect(status).toContainText("which way? +1 is tighter");
  await page.reload();
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["+1", "36.5 at 11.5", "+1", "33 at 11.5"]);
  // It stood through the summer: not cranked before its plugs were out.
  await workUntil(page, "Plugs out before the first crank", answers);
  await workUntil(page, /^(Ready for|Left before) release$/, answers);
  await typeLines(page, [""]);
  await expect(page.getByText("released").first()).toBeVisible();
  await page.goto(`${page.url()}/sheet`);
  await expect(page.getByText(/Deflection: 40 mm at 11\.5, above .* turned \+1 turns of the stop/)).toBeVisible();
});

test.describe("on a tablet", () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test("a belt's play by touch alone: cold has a key of its own", async ({ page }) => {
    await signIn(page, shop, "Tobin Hask");
    await page.getByRole("region", { name: "Do next" }).getByText("Slope sled 1", { exact: true }).tap();
    const keys = page.getByRole("group", { name: "Keys" });
    for (const key of ["1", "9", "Enter"]) await keys.getByRole("button", { name: key, exact: true }).tap();
    await expect(page.getByRole("status")).toContainText("19: cold or hot? It means nothing without");
    for (const key of ["1", "9"]) await keys.getByRole("button", { name: key, exact: true }).tap();
    await page.getByRole("group", { name: "Words" }).getByRole("button", { name: "cold" }).tap();
    await expect(page.locator("#entry")).toHaveValue("19 cold");
    await keys.getByRole("button", { name: "Enter" }).tap();
    await expect(page.getByRole("status")).toContainText("belt play, cold: serviceable");
  });
});

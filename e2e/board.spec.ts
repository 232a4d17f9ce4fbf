import { expectWithin } from "./guidelines.ts";
import { expect, test } from "./test.ts";
import { openShop, type Shop, signIn } from "./shop.ts";

// The demo's fleet; every machine is invented.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("board");
});
test.afterAll(() => shop.end());

test("the shared machines of a shop on a wall: made by a lead, read by nobody signed in, taken back", async ({
  page,
  browser,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await page.getByRole("button", { name: "Averin: where everything is" }).press("Enter");
  await page.getByRole("menuitem", { name: "Shared machines" }).press("Enter");
  const fleet = page.getByRole("region", { name: "Ridge patrol" });
  await expect(fleet.getByRole("listitem").first()).toContainText("not ready");
  await expect(fleet).toContainText("nobody has looked at it");
  await expectWithin(page);

  const walls = page.getByRole("region", { name: "Wall screens" });
  await walls.getByLabel("Where it hangs").fill("tack room");
  await walls.getByRole("button", { name: "Make an address" }).press("Enter");
  const told = walls.getByRole("status");
  await expect(told).toContainText("/wall/");
  const address = /https?:\S+\/wall\/\S+/.exec((await told.textContent()) ?? "")?.[0] ?? "";

  const stranger = await browser.newContext();
  const wall = await stranger.newPage();
  await wall.goto(address);
  await expect(wall.getByRole("region", { name: "Ridge patrol" })).toContainText("Ridge sled 9");
  // Nothing to press, nothing that leads on, and no owner.
  await expect(wall.getByRole("link")).toHaveCount(0);
  await expect(wall.getByRole("button")).toHaveCount(0);
  await expect(wall.getByRole("main")).not.toContainText("Island");
  await expectWithin(wall);

  // Ridden since, nobody knows any more how it stands.
  await page.getByRole("link", { name: "Ridge sled 12" }).click();
  await page.getByRole("button", { name: "It was ridden" }).click();
  await page.getByRole("textbox", { name: "Who rode it" }).fill("Ferry crew");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog")).toBeHidden();
  await wall.reload();
  await expect(wall.getByRole("listitem").filter({ hasText: "Ridge sled 12" })).toContainText(
    "ridden last by Ferry crew",
  );

  await page.goto(`${shop.url}/board`);
  await walls.getByRole("button", { name: "Take it back" }).press("Enter");
  await expect(walls.getByRole("button", { name: "Take it back" })).toBeHidden();
  const gone = await wall.reload();
  expect(gone?.status()).toBe(404);
  await stranger.close();
});

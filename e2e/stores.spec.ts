import { readFile } from "node:fs/promises";
import { expect, test } from "./test.ts";
import { openShop, type Shop, signIn } from "./shop.ts";

// Every part, figure and price typed here is invented.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("stores");
});
test.afterAll(async () => {
  await shop.end();
});

test("a part that stores lack is put on file where the job pulls it, and found in stores from then on", async ({
  page,
}) => {
  await shop.query("DELETE FROM part_fits WHERE partId = 'bl-gk-3001'");
  await signIn(page, shop, "Mira Orr");
  await page.getByRole("region", { name: "Do next" }).getByText("Club bike 15", { exact: true }).click();
  await expect(page.locator("#entry")).toBeFocused();
  await page.getByRole("button", { name: "Parts", exact: true }).click();
  const pulled = page.getByRole("dialog", { name: "Parts to pull" });
  const gasket = pulled.getByRole("listitem").filter({ hasText: "Cover gasket" });
  await expect(gasket).toContainText("no part on file");
  await gasket.getByRole("button", { name: "Which part?" }).press("Enter");
  const form = page.getByRole("dialog", { name: "A part for Cover gasket" });
  await form.getByLabel("Number").fill("GK-77");
  await form.getByLabel("Price of one, where it is known").fill("dear");
  await page.keyboard.press("Enter");
  await expect(form.getByRole("alert")).toContainText("The price of one, such as 8.40; empty where nobody knows.");
  await form.getByLabel("Price of one, where it is known").fill("7,1");
  await page.keyboard.press("Enter");
  await expect(gasket).toContainText("GK-77 · 0 in stores: 1 short");
  await expect(gasket).toContainText("7.10 TFC each");
  // It lies in stores by now: the bench is told.
  await page.goto(`${shop.url}/parts?find=gk-77`);
  await page
    .getByRole("row", { name: /Cover gasket.*GK-77/ })
    .getByRole("link")
    .press("Enter");
  await page.getByRole("button", { name: "Counted" }).press("Enter");
  await page.keyboard.type("3");
  await page.keyboard.press("Enter");
  await expect(page.getByText("3 counted in stores; there were 0")).toBeVisible();
});

test("a file with faults names each by line and column and takes nothing; mended it is taken whole, and goes out again", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await page.goto(`${shop.url}/exchange`);
  const wrenches = page.getByRole("listitem", { name: "Torque wrenches" });
  const input = wrenches.getByLabel("A file of torque wrenches", { exact: true });
  const file = (...lines: string[]) => ({
    ...{ name: "wrenches.csv", mimeType: "text/csv" },
    buffer: Buffer.from(["name;least_nm;most_nm", ...lines].join("\n")),
  });
  await expect(wrenches.getByRole("button", { name: "Look at a file of torque wrenches" })).toBeEnabled();
  await input.setInputFiles(file("Wrench P;5,5;25", "Wrench Q;60;20", "Wrench R;few;20"));
  await expect(
    wrenches.getByRole("row", { name: /^3 most_nm A wrench goes from its least up to its most/ }),
  ).toBeVisible();
  await expect(wrenches.getByRole("row", { name: /^4 least_nm "few" is no number/ })).toBeVisible();
  await expect(wrenches.getByRole("button", { name: "Take it in" })).toBeDisabled();
  await input.setInputFiles(file("Wrench P;5,5;25", "Wrench Q;20;60"));
  await expect(wrenches.getByRole("status")).toContainText("2 new");
  await wrenches.getByRole("button", { name: "Take it in" }).press("Enter");
  await expect(wrenches.getByRole("status")).toContainText("2 rows, taken in");
  const download = page.waitForEvent("download");
  await wrenches.getByRole("link", { name: "Out as CSV" }).click();
  const text = await readFile((await (await download).path()) ?? "", "utf8");
  expect(text).toContain("\r\nWrench P,5.5,25,,,,,\r\n");
  // Another kind of file is told as such, in the way.
  await input.setInputFiles({
    name: "x.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("mark,maker,model,meter_unit\n"),
  });
  await expect(wrenches.getByRole("alert")).toContainText("It looks like a file of machines.");
  // Machines are taken in by others.
  await expect(page.getByRole("listitem", { name: "People" })).toContainText("taken in by administrator");
});

import { spawnSync } from "node:child_process";
import path from "node:path";
import { ROOT } from "../cli/paths.ts";
import { openShop, type Shop, signIn, takeIn, typeLines, workUntil } from "./shop.ts";
import { expect, test } from "./test.ts";

// An assembly that none of the shipped ones resembles, as a file alone; its figures are invented.
const FILE = path.join(ROOT, "core/assemblies/drum-brake.json");

let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("assembly");
});
test.afterAll(() => shop.end());

test("a file that a running shop takes in is worked through on the bench, with its own figures and drawing", async ({
  page,
}) => {
  await shop.query(
    `INSERT INTO spec_books (id, maker, model, build, builds, title)
      VALUES ('tern-110', 'Ternhold', 'Brook 110', 'drum-brake', '["drum-brake"]', 'Brook 110')`,
  );
  const source = { grade: "shop rule", book: "Brook 110", edition: "", page: "1", checkedBy: null };
  const specs = [
    { kind: "word", key: "brake-cam", label: "Brake cams", source, word: "one cam" },
    { kind: "torque", key: "drum-nut-torque", label: "Drum nut", source, targetNm: 60, tolerancePercent: 10 },
    { kind: "figure", key: "drum-rod-pitch", label: "Thread pitch", source, value: 1.25, unit: "mm" },
  ];
  for (const spec of specs) {
    await shop.query(
      `INSERT INTO specs (bookId, specKey, format, body) VALUES ('tern-110', '${spec.key}', 1, '${JSON.stringify(spec)}')`,
    );
  }
  await shop.query(
    `INSERT INTO machines (id, ownerId, bookId, maker, model, mark, build, builds, meterUnit)
      SELECT UUID(), id, 'tern-110', 'Ternhold', 'Brook 110', 'Loan bike 1', 'drum-brake', '["drum-brake"]', 'h'
      FROM owners LIMIT 1`,
  );
  await signIn(page, shop, "Tobin Hask");
  const taken = spawnSync(path.join(ROOT, "averin"), ["procedures", "take", FILE], {
    encoding: "utf8",
    env: { ...process.env, AVERIN_DATABASE_URL: shop.databaseUrl },
  });
  expect([taken.stdout, taken.stderr]).toEqual(["Drum brake, cam and shoes, version 1: offered from now on\n", ""]);

  await takeIn(page, shop, "Loan bike 1", "drum-brake", "40");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Raised and held");
  await workUntil(page, "Drum, inside across", { "Brake shoes off": ["", "2"] });
  // Its own drawing: what sits where, and only the shapes of this machine.
  const drawing = page.getByRole("img", { name: /^The brake, drum off\. / });
  await expect(drawing).toBeVisible();
  await expect(drawing.locator("rect")).toHaveCount(1);
  // Its own figure is entered where it is missed, and judges from then on.
  const enter = page.getByRole("button", { name: "Enter the limit, with its source" });
  await enter.click();
  const form = page.getByRole("dialog");
  await expect(form).toContainText("Drum, inside across");
  await form.getByLabel("most that is allowed").fill("165.8");
  await form.getByLabel("source").selectOption("maker's manual");
  await form.getByLabel("where it stands").fill("cast into the drum");
  await form.getByRole("button", { name: "Keep it" }).click();
  await expect(form).toBeHidden();
  await expect(enter).toBeHidden();
  await page.locator("#entry").focus();
  await typeLines(page, ["165.1 166.2"]);
  await expect(page.getByRole("status")).toContainText("past limit");
  await workUntil(page, "Cam in its journal", { Lining: ["3.1 3.2"] });
  // How a word looks is drawn in the file too.
  await expect(page.getByRole("button", { name: /grooved/ }).locator("polyline")).toHaveCount(2);
  await workUntil(page, "Brake drum: keep, renew or leave", { "Cam in its journal": ["free"] });
  await expect(page.getByRole("main")).toContainText("past limit");
  await workUntil(page, "Back the rod off", {
    "Brake shoes: keep, renew or leave": ["2", "1"],
    "Lining, new parts": ["4.0 4.0"],
    "Brake shoes": ["", "2"],
  });
  // A calculator that ships, by this file's own figure: a turn of 1.25 mm pitch.
  await typeLines(page, [""]);
  await expect(page.getByRole("status")).toContainText("back off 1 of a turn, 360°, 1.25 mm");
});

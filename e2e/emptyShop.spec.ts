import { expect, test } from "./test.ts";
import { openShop, type Shop, typed, typeLines, workUntil } from "./shop.ts";
import type { Page } from "./test.ts";

// Every machine, limit, torque and price typed here is invented.
let shop: Shop;
test.beforeEach(async () => {
  shop = await openShop("from_nothing", "empty");
});
test.afterEach(async () => {
  await shop.end();
});

/** How often something was asked that was not on file: a word, a number, a figure, a tool; and all that was entered. */
type Asked = { count: number; entries: number };

/** Opens a form where it is missed, fills it in with the keyboard, and goes on at the line. */
async function make(page: Page, asked: Asked, key: RegExp, fields: Readonly<Record<string, string>>): Promise<void> {
  asked.count += 1;
  await page.getByRole("main").getByRole("button", { name: key }).press("Enter");
  const form = page.getByRole("dialog");
  for (const [label, text] of Object.entries(fields)) {
    // The label of a list holds its choices too.
    const field = form.getByLabel(label, { exact: label !== "source" });
    if ((await field.evaluate((one) => one.tagName)) === "SELECT") await field.selectOption(text);
    else await field.fill(text);
    typed.entries += 1;
  }
  await form.getByRole("button").first().press("Enter");
  await expect(form).toBeHidden();
  // What was missed is there, and the line takes what is typed next.
  await expect(page.getByRole("main").getByRole("button", { name: key })).toBeHidden();
  await expect(page.locator("#entry")).toBeFocused();
}

const SOURCE = { source: "maker's manual", "where it stands": "workshop book", page: "4-12" };

/** What no second machine of a model is asked: nothing where it is known, and counted where it is not. */
const onlyFirst =
  (asked: Asked, known: boolean) =>
  (...lines: string[]) => {
    if (known) return [];
    asked.count += lines.length;
    return lines;
  };

/** A coil-spring clutch from its opening to its release; where nothing is on file it is said on the way. */
async function clutchJob(page: Page, known: boolean): Promise<Asked> {
  const asked: Asked = { count: 0, entries: 0 };
  const before = typed.entries;
  const counts = onlyFirst(asked, known);
  const status = page.getByRole("status");
  await expect(page.locator("#entry")).toBeFocused();
  // How it is let go is asked before a bolt is out: its play is read, and its cable slackened, first.
  await workUntil(page, known ? "Free play at the lever" : "Cover bolts off", { "Soak the new plates": ["film"] });
  await typeLines(page, counts("arm in the cover"));
  await workUntil(page, "Free play at the lever");
  if (!known)
    await make(page, asked, /^Which rule is it\?$/, { "The smallest step it shows, with its unit": "0.5 mm" });
  await workUntil(page, "Friction plate thickness", {
    "Free play at the lever": ["9"],
    // How many, and in the same breath what they are.
    "Cover bolts off": [...counts("3 M6x25 h8"), "25 25 40"],
    "Cover gasket off": ["", "no letters"],
    "Cover off": ["", "2", "good"],
    "Pressure-plate bolts off": counts("gasket", "3"),
    "Springs off": counts("none", "3"),
    "Plate pack off": [...counts("as the others", "as the others"), "", ...counts("3", "2")],
    "Judder spring and seat off": ["", "to the engine", "stay"],
  });
  if (!known) {
    // No gauge: it says so, and keeps nothing until the shop has one.
    await typeLines(page, ["2.86"]);
    await expect(status).toContainText("This shop has no caliper on file: say which one it is at the key above");
    await page.keyboard.press("Control+A");
    await make(page, asked, /^Which caliper is it\?$/, { "The smallest step it shows, with its unit": "0.01 mm" });
    await page.locator("#entry").fill("");
  }
  await typeLines(page, ["2.86 2.86 2.86"]);
  if (!known) {
    await expect(status).toContainText("friction 1, place 3: no limit on file: kept, not judged");
    // The limit comes after the first reading, and judges it all the same.
    const limit = { "least that is allowed": "2.7", ...SOURCE };
    await make(page, asked, /^Enter the limit, with its source$/, limit);
    await page.getByRole("button", { name: "Judge what was read by it" }).press("Enter");
    await expect(page.locator("#entry")).toBeFocused();
    await expect(status).toContainText("what was read is judged by 2.7 mm at least, workshop book, p. 4-12");
    await page.locator("#entry").focus();
  }
  await typeLines(page, ["2.86 2.86 2.86"]);
  await expect(status).toContainText("friction 2, place 3: serviceable");
  await typeLines(page, ["2.86 2.86 2.86", "s s s"]);
  if (!known) {
    const micrometer = {
      "The smallest step it shows, with its unit": "0.001 mm",
      "Calibration due, where it has one": "",
    };
    await make(page, asked, /^Which micrometer is it\?$/, micrometer);
  }
  await typeLines(page, ["1.6 1.6"]);
  if (!known)
    await make(page, asked, /^Which feeler is it\?$/, { "The smallest step it shows, with its unit": "0.01 mm" });
  await workUntil(page, "Springs: keep, renew or leave", {
    "Steel plate warp": ["0.05 0.05"],
    "Steel plate colour": ["s s"],
    "Basket finger notches": ["0.1"],
    "Basket fingers": ["s"],
    "Hub grooves": ["s"],
    "Spring free length": ["44 44 44"],
    "Hub rubbers": ["w"],
    "Basket bearing": ["f"],
  });
  // What nothing judges is decided on by hand and eye, and says so.
  await typeLines(page, ["", "k", "4", "", ...["k", "4", "k", "4"]]);
  await workUntil(page, "Build the stack");
  if (!known) {
    await expect(page.getByRole("article").getByText("No stack height on file")).toBeVisible();
    await make(page, asked, /^Enter the height, with its source$/, { least: "11.5", greatest: "12.5", ...SOURCE });
  }
  await workUntil(page, /^Pressure-plate bolts: torque$/, {
    "Plate pack": counts("all alike"),
    "Lay the pack out and check it": ["", "3 2", "1.6 1.6", ""],
    "Pack height as built": ["11.78"],
  });
  if (!known) {
    // A torque without its unit is asked for it; one of another kind says what would be right.
    await page.getByRole("main").getByRole("button", { name: "Enter the torque, with its source" }).press("Enter");
    const form = page.getByRole("dialog");
    await form.getByLabel("torque, with its unit").fill("10");
    await form.getByLabel("more or less: 10 %, or 5 N·m").fill("10");
    await form.getByLabel("source").selectOption("maker's manual");
    await form.getByLabel("where it stands").fill("workshop book");
    await form.getByRole("button", { name: "Keep it" }).press("Enter");
    await expect(form.getByRole("alert")).toContainText("10 of what? Type the unit as it is printed: 10 N·m");
    await form.getByLabel("torque, with its unit").fill("88 in-lb");
    await form.getByRole("button", { name: "Keep it" }).press("Enter");
    await expect(form).toBeHidden();
    asked.count += 1;
    typed.entries += 4;
    const wrench = {
      "What it is called": "Wrench A",
      "The least it can be set to, with its unit": "4 N·m",
      "The most it can be set to": "20 N·m",
    };
    await make(page, asked, /^Which wrench is it\?$/, wrench);
  }
  await workUntil(page, /^Cover bolts: torque$/, {});
  if (!known) {
    const torque = { "or as a range: from": "9 N·m", to: "11 N·m", ...SOURCE };
    await make(page, asked, /^Enter the torque, with its source$/, torque);
  }
  await workUntil(page, "Left before release", { "Free play at the lever, as left": ["12"] });
  return { ...asked, entries: typed.entries - before };
}

/** Signs for every point left, and releases. */
async function signAndRelease(page: Page): Promise<void> {
  const sign = page.getByRole("main").getByRole("button", { name: "Sign for it" });
  for (let left = await sign.count(); left > 0; left = await sign.count()) {
    await sign.first().press("Enter");
    await page.locator("#entry").focus();
    await typeLines(page, ["1"]);
    await expect(sign).toHaveCount(left - 1);
  }
  await page.locator("#entry").focus();
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
}

/** The first person makes the shop; a zone that is none is told. */
async function begin(page: Page): Promise<void> {
  await page.goto(`${shop.url}/welcome?code=${await shop.firstCode()}`);
  await expect(page.getByRole("button", { name: "Begin" })).toBeEnabled();
  await page.getByLabel("Name", { exact: true }).fill("Liv Sande");
  await page.getByLabel("Password").fill("long-enough-word");
  await page.getByLabel("The shop’s name, for its sheets").fill("Sande Works");
  await page.getByLabel("Currency").fill("tfc");
  await page.getByLabel("Time zone").fill("Mars/Olympus");
  await page.getByRole("button", { name: "Begin" }).press("Enter");
  await expect(page.getByRole("main").getByRole("alert")).toContainText("a time zone from the list");
  await page.getByLabel("Time zone").fill("Etc/GMT-1");
  await page.getByRole("button", { name: "Begin" }).press("Enter");
  // Straight to the counter: nothing is on file, and nothing else is required.
  await expect(page).toHaveURL(/\/intake$/);
}

/** A machine that nobody knows at the counter: who made it, what it is, its mark, what is said of it, what is worked on. */
type Unknown = { model: string; kind: string; mark: string; said: string; work: string };
async function takeInUnknown(page: Page, { model, kind, mark, said, work }: Unknown): Promise<void> {
  await expect(page.getByRole("button", { name: "Open the job" })).toBeEnabled();
  await page.locator("select[name=machine]").selectOption("new");
  await page.getByLabel("Maker").fill("Brakka");
  await page.getByLabel("Model").fill(model);
  const what = page.getByRole("radio", { name: kind, exact: true });
  if (await what.isVisible()) await what.check();
  await page.getByLabel("Plate or mark").fill(mark);
  await page.getByLabel("What the owner says").fill(said);
  await page.getByLabel("What is worked on").selectOption({ label: work });
  await page.getByRole("button", { name: "Open the job" }).press("Enter");
  await expect(page.getByText(new RegExp(`${mark} · T-\\d+ · meter not read · Brakka ${model}`))).toBeVisible();
}

/** A chaincase serviced from its opening to its release; where nothing is on file it is said on the way. */
async function caseJob(page: Page, known: boolean): Promise<Asked> {
  const asked: Asked = { count: 0, entries: 0 };
  const before = typed.entries;
  const first = onlyFirst(asked, known);
  const status = page.getByRole("status");
  const smallest = (step: string) => ({ "The smallest step it shows, with its unit": step });
  await expect(page.locator("#entry")).toBeFocused();
  // How it is made is asked at the place where the work turns on it; what a fastener is, where it comes off.
  await workUntil(page, "Adjuster lock nut off", {
    "Engine off, key out, cold": ["", "rocked"],
    "Play of the case, rocked": first("with the exhaust in place", "screw"),
  });
  await typeLines(page, first("M8 h13 nut"));
  await workUntil(page, "Play of the case, rocked");
  if (!known) {
    await make(page, asked, /^Which rule is it\?$/, smallest("0.5 mm"));
    const limit = { "least that is allowed": "6", "most that is allowed": "12", ...SOURCE };
    await make(page, asked, /^Enter the limit, with its source$/, limit);
  }
  await typeLines(page, ["9 9 8.5"]);
  await expect(status).toContainText("play of the case, rocked, two thirds on: serviceable");
  await workUntil(page, "Drain plug off", {
    "Filler cap off": first("stick"),
    "Oil level": ["below"],
    "Oil colour": [...first("plug"), "dark"],
    Shavings: ["few", "change"],
  });
  await typeLines(page, first("M12x16 h17"));
  await workUntil(page, "Oil drained");
  if (!known) await make(page, asked, /^Which jug is it\?$/, smallest("5 mL"));
  await typeLines(page, ["205"]);
  await workUntil(page, "Drain plug: torque");
  if (!known) {
    await make(page, asked, /^Enter the torque, with its source$/, {
      "or as a range: from": "16 N·m",
      to: "20 N·m",
      ...SOURCE,
    });
    const wrench = {
      "What it is called": "Wrench A",
      "The least it can be set to, with its unit": "5 N·m",
      "The most it can be set to": "60 N·m",
    };
    await make(page, asked, /^Which wrench is it\?$/, wrench);
  }
  await workUntil(page, "Oil filled");
  if (!known) {
    const limit = { "least that is allowed": "230", "most that is allowed": "260", ...SOURCE };
    await make(page, asked, /^Enter the limit, with its source$/, limit);
  }
  await typeLines(page, ["250"]);
  await expect(status).toContainText("oil filled: serviceable");
  await workUntil(page, "Adjuster lock nut: torque", { "Take up the slack": ["quarter b"] });
  if (!known) {
    await make(page, asked, /^Enter the torque, with its source$/, {
      "or as a range: from": "18 N·m",
      to: "24 N·m",
      ...SOURCE,
    });
  }
  await workUntil(page, "Ready for release", {
    "Play of the case, rocked, as left": ["8 8 7.5"],
    "Oil level once more": ["level"],
    "Brake, on the ride": ["bites"],
    "Drive and track, on the ride": ["even"],
    "After the ride": ["dry"],
  });
  return { ...asked, entries: typed.entries - before };
}

test("from an empty shop to a released job on a machine that no book knows, and a second one that asks nothing twice", async ({
  page,
}) => {
  await begin(page);
  const clutch = { model: "Rull 300", kind: "Motorcycle", said: "Slips when hot.", work: "Clutch pack, coil springs" };
  await takeInUnknown(page, { ...clutch, mark: "Blue one" });
  const first = await clutchJob(page, false);
  expect(first.count).toBe(20);
  await signAndRelease(page);

  // The next of that model: its book was written by the first, and no form opens any more.
  await page.goto(`${shop.url}/intake`);
  await takeInUnknown(page, { ...clutch, mark: "Red one" });
  // What lay in the hand of the first is laid out before the second begins.
  await expect(page.getByRole("region", { name: "Tools of the whole job" })).toContainText("socket 8 mm");
  const second = await clutchJob(page, true);
  expect(second.count).toBe(0);
  // What nobody had on file costs at most half as much again, every field of a form counted.
  expect(first.entries).toBeGreaterThan(second.entries);
  expect(first.entries).toBeLessThanOrEqual(1.5 * second.entries);
  await signAndRelease(page);
  await page.getByRole("link", { name: "Sheet" }).press("Enter");
  await expect(page.getByText("Brakka Rull 300, Red one")).toBeVisible();
  await expect(page.getByText("Sande Works")).toBeVisible();
});

test("a chaincase of a snow machine that no book knows, from an empty shop to its release; a second one is asked nothing", async ({
  page,
}) => {
  await begin(page);
  const sled = { model: "Skarv 600", kind: "Snow machine", said: "The case whines.", work: "Chaincase service" };
  await takeInUnknown(page, { ...sled, mark: "Blue sled" });
  const first = await caseJob(page, false);
  // Four words of how it is made, two fasteners, two limits, two torques, a rule, a jug and a wrench.
  expect(first.count).toBe(13);
  await signAndRelease(page);

  await page.goto(`${shop.url}/intake`);
  await takeInUnknown(page, { ...sled, mark: "Red sled" });
  await expect(page.getByRole("region", { name: "Tools of the whole job" })).toContainText("socket 13 mm");
  const second = await caseJob(page, true);
  expect(second.count).toBe(0);
  expect(second.entries).toBeLessThan(first.entries);
  await signAndRelease(page);
  await page.getByRole("link", { name: "Sheet" }).press("Enter");
  await expect(page.getByText("Brakka Skarv 600, Red sled")).toBeVisible();
});

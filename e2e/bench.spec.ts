import { broken, expectWithin } from "./guidelines.ts";
import { expect, type Page, test } from "./test.ts";
import { openShop, type Shop, signIn, takeIn, typeLines } from "./shop.ts";

// Every figure typed here is invented, as the demo's book is.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("bench");
});
test.afterAll(async () => {
  await shop.end();
});

const aim = (page: Page) => page.locator('label[for="entry"]');
const status = (page: Page) => page.getByRole("status");

/** A screen held to the guidelines as it stands, and at twice its size by lamp light. */
async function expectLegible(page: Page, name: string): Promise<void> {
  const size = page.viewportSize() ?? { width: 1280, height: 800 };
  const found = await broken(page);
  await page.setViewportSize({ width: size.width / 2, height: size.height / 2 });
  await page.evaluate(() => void (document.documentElement.dataset.theme = "dark"));
  found.push(...(await broken(page)));
  await page.setViewportSize(size);
  await page.evaluate(() => void (document.documentElement.dataset.theme = "light"));
  expect([name, ...found]).toEqual([name]);
}

async function openBench(page: Page, who: string, bike: string): Promise<void> {
  await signIn(page, shop, who);
  await page.getByRole("region", { name: "Do next" }).getByText(bike, { exact: true }).click();
  await expect(page.locator("#entry")).toBeFocused();
}

test("two screens on one job both keep their readings, and each sees the other's without a reload", async ({
  browser,
}) => {
  const pages = await Promise.all([browser.newPage(), browser.newPage()]);
  for (const [i, page] of pages.entries()) {
    await openBench(page, i === 0 ? "Mira Orr" : "Tobin Hask", "Club bike 7");
    await expect(aim(page)).toContainText("friction 5, place 1");
  }
  const [mira, tobin] = pages as [Page, Page];
  await typeLines(mira, ["2.84"]);
  await expect(status(mira)).toContainText("friction 5, place 1");
  await expect(aim(tobin)).toContainText("friction 5, place 2");
  // At the same moment, at the same place: both are kept, and both are shown on both.
  await Promise.all(pages.map((page, i) => typeLines(page, [i === 0 ? "2.83" : "2.85"])));
  for (const page of pages) {
    await expect(page.getByText(/2\.84 2\.8[35] 2\.8[35]/)).toBeVisible();
    await page.close();
  }
});

test("a figure that changes while somebody measures is told at the bench, and judges from then on", async ({
  browser,
}) => {
  const pages = await Promise.all([browser.newPage(), browser.newPage()]);
  const [mira, tobin] = pages as [Page, Page];
  await openBench(mira, "Mira Orr", "Club bike 7");
  await signIn(tobin, shop, "Tobin Hask");
  await tobin.goto(mira.url());
  await tobin.getByRole("link", { name: /Club bike 7/ }).click();
  await expect(tobin.getByRole("heading", { name: "Figures of this machine" })).toBeVisible();
  const say = async (least: string, where: string): Promise<void> => {
    const figure = tobin.getByRole("listitem").filter({ hasText: /friction plate thickness/i });
    await figure.getByRole("button").first().click();
    const form = tobin.getByRole("dialog");
    await form.getByLabel("least that is allowed").fill(least);
    await form.getByLabel("source").selectOption("maker's manual");
    await form.getByLabel("where it stands").fill(where);
    await form.getByRole("button", { name: "Keep it" }).click();
    await expect(form).toBeHidden();
  };
  await say("2.6", "sheet in the box");
  const told = mira.getByRole("region", { name: "Figures that changed" });
  await expect(told).toContainText(/friction plate thickness: 2\.6 mm at least; it was/i);
  await expect(mira.getByRole("main")).toContainText("sheet in the box");
  await mira.locator("#entry").focus();
  await typeLines(mira, ["2.55"]);
  await expect(status(mira)).toContainText("past limit");
  await typeLines(mira, ["-"]);
  await told.getByRole("button", { name: "Seen" }).click();
  await expect(told).toBeHidden();
  await expect(mira.getByText("all kept")).toBeVisible();
  // What changes while a bench cannot hear of it is told once it can.
  await mira.route("**/api/feed*", (route) => route.abort());
  await shop.kill();
  await shop.start();
  await expect(mira.getByText(/the server does not answer/i)).toBeVisible();
  await say("2.65", "a later sheet");
  await expect(told).toBeHidden();
  await mira.unroute("**/api/feed*");
  await expect(told).toContainText(/friction plate thickness: 2\.65 mm at least; it was 2\.6 mm/i);
  for (const page of pages) await page.close();
});

test("another person takes over with a PIN, and every line from then on is theirs", async ({ page }) => {
  await openBench(page, "Mira Orr", "Club bike 15");
  await expect(page.getByText(/Mira Orr left it so: .*finger-tight/)).toBeVisible();
  await page.getByRole("button", { name: "Mira Orr: hand over" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("button", { name: /Tobin Hask/ }).click();
  await expect(dialog.locator("input")).toBeFocused();
  await page.keyboard.type("0000");
  await page.keyboard.press("Enter");
  await expect(dialog.getByRole("alert")).toContainText("Not the PIN of that person");
  await dialog.locator("input").fill("1470");
  await page.keyboard.press("Enter");
  await expect(dialog).toBeHidden();
  await expect(page.getByRole("button", { name: "Tobin Hask: hand over" })).toBeVisible();
  await expect(page.getByRole("heading", { level: 1 })).toContainText("Pressure-plate bolts: torque");
  await page.locator("#entry").focus();
  // The wrench's other scale is asked back; Esc keeps what was typed, and it stands out.
  await typeLines(page, ["43"]);
  await expect(status(page)).toContainText("43 N·m? Did the wrench read inch-pounds: 4.86 N·m.");
  await typeLines(page, ["+"]);
  await expect(status(page)).toContainText("in band");
  await typeLines(page, ["44", "", "+"]);
  await expect(status(page)).toContainText("above band");
  await page.getByRole("button", { name: "Log" }).click();
  const log = page.getByRole("dialog").getByRole("listitem");
  await expect(log.first()).toContainText(/Tobin Hask.*44\.0 N·m, above band/);
  await expect(log.filter({ hasText: "4.9 N·m, in band" }).nth(1)).toContainText("Mira Orr");
  await log.first().getByRole("button", { name: "Strike" }).click();
  await expect(log.filter({ hasText: "above band" }).last().locator("s")).toBeVisible();
  await expect(page.getByText("all kept")).toBeVisible();
});

test("any job is found again by words of it, from the keyboard: its owner, its work, who worked at it", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  await page.getByRole("link", { name: "All jobs" }).click();
  await expect(page.getByRole("searchbox")).toBeFocused();
  await page.keyboard.type("lighthouse belt tobin");
  await page.keyboard.press("Enter");
  const found = page.getByRole("listitem").filter({ hasText: "Drive belt of the variable drive" });
  await expect(found.first()).toContainText("Works sled 8");
  await expectWithin(page);
  await page.getByRole("searchbox").fill("lighthouse nobody");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/No job has all of “lighthouse nobody” in it/)).toBeVisible();
});

test("a machine goes to another owner on its own page, and is not retired while work is open on it", async ({
  page,
}) => {
  await signIn(page, shop, "Edda Vane");
  await page.goto(`${shop.url}/machines`);
  await page.getByRole("searchbox").fill("bike 7");
  await page.keyboard.press("Enter");
  await page.getByRole("link", { name: /Club bike 7/ }).click();
  const machine = page.getByRole("region", { name: "The machine" });
  // Open work on it is named; nothing is retired away from under a hand.
  await machine.getByRole("button", { name: "Retire it" }).press("Enter");
  await page.keyboard.type("broken up");
  await page.keyboard.press("Enter");
  const form = page.getByRole("dialog");
  await expect(form.getByRole("alert")).toContainText(/T-\d+ is open on it: release it or hand it back first/);
  await page.keyboard.press("Escape");
  await machine.getByRole("button", { name: "Has another owner" }).press("Enter");
  await page.keyboard.type("Orla Fenn");
  await page.keyboard.press("Tab");
  await page.keyboard.type("bell 12");
  await page.keyboard.press("Enter");
  await expect(machine.getByRole("list", { name: "What became of it" })).toContainText(
    "went from Harbour Enduro Club to Orla Fenn",
  );
  await expectWithin(page);
  await machine.getByRole("link", { name: "Orla Fenn" }).click();
  await expect(page.getByRole("region", { name: "Machines" })).toContainText("Club bike 7");
  // What was done before was done for the other.
  await expect(page.getByRole("region", { name: "Jobs" })).toContainText("Nothing yet.");
  await expectWithin(page);
  await page.getByRole("link", { name: /Club bike 7/ }).click();
  await machine.getByRole("link", { name: "Take it in" }).click();
  await expect(page.locator("select[name=machine]")).toContainText("Club bike 7");
  await expect(page.getByText("Orla Fenn")).toBeVisible();
});

test("the wrong machine at the counter: what it comes to is shown, then it is put right; promised, assigned, cancelled", async ({
  page,
}) => {
  await signIn(page, shop, "Edda Vane");
  await takeIn(page, shop, "Club bike 3", "Clutch pack, coil springs", "900");
  const head = page.getByRole("link", { name: /900 h/ });
  await expect(head).toContainText("Club bike 3");
  await page.keyboard.press("Alt+w");
  const works = page.getByRole("dialog");
  await works.getByRole("button", { name: "Wrong machine or meter" }).press("Enter");
  await works.getByLabel("Find the right machine").fill("bike 9");
  const stands = works.getByLabel("The machine that stands here");
  await expect(stands.locator("option", { hasText: "Club bike 9 ·" })).toHaveCount(1);
  await stands.selectOption({
    label: (await stands.locator("option", { hasText: "Club bike 9 ·" }).textContent()) ?? "",
  });
  await works.getByLabel("Its meter when it came in").fill("12");
  await works.getByLabel("How it came to be wrong").fill("its twin stands beside it");
  await works.getByRole("button", { name: "Show what it comes to" }).press("Enter");
  // A meter that stands lower than it did is asked about here too.
  await expect(works.getByRole("region", { name: "As it came in" }).getByRole("alert")).toContainText(
    "Press again to take 12 as a changed meter",
  );
  await works.getByRole("button", { name: "Show what it comes to" }).press("Enter");
  const comesTo = works.getByRole("region", { name: "What it comes to" });
  await expect(comesTo).toContainText("machine: Club bike 3, now Club bike 9");
  await expect(comesTo).toContainText("meter: 900 h, now 12 h");
  await expectWithin(page);
  await works.getByRole("button", { name: "Put it right" }).press("Enter");
  await expect(works).toBeHidden();
  await expect(page.getByRole("link", { name: /Club bike 9 · .* · T-\d+ · 12 h/ })).toBeVisible();
  await page.keyboard.press("Alt+w");
  await works.getByRole("button", { name: "Wrong work" }).press("Enter");
  const right = works.getByRole("listitem").filter({ hasText: "the right work in place of" });
  await right.getByLabel("What is to be done").selectOption("Chain slack and alignment");
  await right.getByLabel("How it came to be wrong").fill("the other sheet");
  await right.getByRole("button", { name: "Show what it comes to" }).press("Enter");
  await expect(comesTo).toContainText("work: Clutch pack, coil springs, now Chain slack and alignment");
  await right.getByRole("button", { name: "Put it right" }).press("Enter");
  await expect(works).toBeHidden();
  await expect(page.getByText("Chain slack and alignment").first()).toBeVisible();
  for (const [key, line, said] of [
    ["Promise a day", "2999-12-04", "promised for 2999-12-04"],
    ["Say who does it", "Mira", "for Mira Orr to do"],
  ] as const) {
    await page.keyboard.press("Alt+w");
    await works.getByRole("button", { name: key }).press("Enter");
    await expect(page.locator("#entry")).toBeFocused();
    await page.keyboard.type(line);
    await page.keyboard.press("Enter");
    await expect(status(page)).toContainText(said);
  }
  await expect(page.getByText("all kept")).toBeVisible();
  await page.goto(`${shop.url}/`);
  const lane = page.getByRole("region", { name: "Jobs" }).getByRole("link").filter({ hasText: "2999-12-04" });
  await expect(lane).toContainText("for Mira Orr");
  await lane.click();
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.press("Alt+w");
  await works.getByRole("button", { name: "Cancel the job" }).press("Enter");
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.type("2");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Cancelled", level: 1 })).toBeVisible();
  await page.goto(`${shop.url}/`);
  await expect(page.getByRole("heading", { name: "Today" })).toBeVisible();
  await expect(page.getByText("2999-12-04")).toHaveCount(0);
});

test("every place behind the mark opens; a gauge is calibrated, checked and put away where they all lie", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  const mark = page.getByRole("button", { name: "Averin: where everything is" });
  await mark.press("Enter");
  const places = await page.getByRole("menuitem").allTextContents();
  expect(places.length).toBeGreaterThan(6);
  await page.keyboard.press("Escape");
  for (const place of places) {
    await mark.press("Enter");
    await page.getByRole("menuitem", { name: place, exact: true }).press("Enter");
    await expect(page.getByRole("menuitem")).toHaveCount(0);
    await expect(page.getByRole("main")).toBeVisible();
    await expectLegible(page, place);
  }
  // What lies one step behind them: a job's papers, its machine, and whose that is.
  const { id, machineId, ownerId } = await shop.one<{ id: string; machineId: string; ownerId: string }>(
    "SELECT j.id, j.machineId, j.ownerId FROM jobs j JOIN machines m ON m.id = j.machineId WHERE m.mark = 'Club bike 15'",
  );
  for (const path of [`/jobs/${id}/sheet`, `/jobs/${id}/estimate`, `/machines/${machineId}`, `/owners/${ownerId}`]) {
    await page.goto(`${shop.url}${path}`);
    await expect(page.getByRole("main")).toBeVisible();
    await expectLegible(page, path);
  }
  await page.goto(`${shop.url}/tools`);
  const caliper = page.getByRole("region", { name: "Gauges" }).getByRole("listitem").filter({ hasText: "Caliper 4" });
  const form = page.getByRole("dialog");
  await caliper.getByRole("button", { name: "Calibrated" }).press("Enter");
  await page.keyboard.type("2020-01-01");
  await page.keyboard.press("Enter");
  await expect(form.getByRole("alert")).toContainText("2020-01-01 does not lie ahead: say the day on which it is due");
  await form.getByLabel("Due the next time").fill("2099-04-30");
  await page.keyboard.press("Enter");
  await expect(caliper).toContainText("calibration due 2099-04-30");
  await caliper.getByRole("button", { name: "Put away" }).press("Enter");
  await page.keyboard.type("dropped");
  await page.keyboard.press("Enter");
  await expect(caliper).toContainText("put away: dropped, Tobin Hask");
  await caliper.getByRole("button", { name: "In use again" }).press("Enter");
  await expect(caliper.getByRole("button", { name: "Put away" })).toBeVisible();
});

test("a stop-work finding stands on every view until it was put right and found well", async ({ page }) => {
  await signIn(page, shop, "Tobin Hask");
  const next = page.getByRole("region", { name: "Do next" }).getByRole("listitem").first();
  await expect(next).toContainText("Club bike 21");
  await expect(next).toContainText("a roller is not there");
  await next.click();
  await expect(page.getByRole("alert").filter({ hasText: "Stop work. Basket bearing: missing" })).toBeVisible();
  const bench = page.url();
  await page.goto(`${bench}/sheet`);
  await expect(page.getByRole("main")).toContainText("Not fit to run. Basket bearing: missing");
  await page.goto(bench);
  await page.getByRole("button", { name: "Say what was done" }).click();
  await typeLines(page, ["roller found in the sump, bearing renewed"]);
  const stop = page.getByRole("alert").filter({ hasText: "Stop work. Basket bearing: missing" });
  await expect(stop).toContainText("Put right: roller found in the sump, bearing renewed. Look at it once more");
  // It is asked next, and only well closes it.
  await typeLines(page, ["full"]);
  await expect(stop).toBeHidden();
  await expect(page.getByText("all kept")).toBeVisible();
  await page.goto(`${bench}/sheet`);
  await expect(page.getByRole("main")).toContainText("Work was stopped: Basket bearing: missing");
});

test("what is far is reached by its key: the log is looked through and goes to a place, what is open is a list, Esc comes back", async ({
  page,
}) => {
  await openBench(page, "Mira Orr", "Club bike 7");
  const stood = (await aim(page).textContent()) ?? "";
  await page.keyboard.press("Alt+l");
  const log = page.getByRole("dialog", { name: "Log" });
  await page.keyboard.type("friction 2, mira");
  await expect(log.getByRole("listitem")).toHaveCount(3);
  await page.keyboard.type(" nothing");
  await expect(log.getByText("No line has all of that.")).toBeVisible();
  await log.getByLabel("Only lines with").fill("friction 2,");
  await log.getByTitle("go there").last().press("Enter");
  await expect(log).toBeHidden();
  // Gone to, it is replaced by typing: the old one is struck and stays, and the line goes on where it was.
  await expect(aim(page)).toContainText("friction 2, place 1");
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["2.81"]);
  await expect(status(page)).toContainText("corrected, friction 2, place 1");
  await expect(aim(page)).toHaveText(stood);
  await page.keyboard.press("Alt+l");
  await page.keyboard.type("friction 2, 2.8");
  await expect(log.locator("s")).toHaveCount(1);
  await expect(log.getByText("2.81 ·")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.press("Alt+o");
  await expect(page.getByRole("region", { name: "Until release" }).getByRole("button").first()).toBeFocused();
  await page.keyboard.press("Escape");
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.type("?");
  await expect(page.getByRole("dialog")).toContainText("Alt P");
  await page.keyboard.press("Escape");
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.press("Alt+p");
  await expect(page.getByRole("dialog", { name: "Parts to pull" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Alt+j");
  await expect(page.getByRole("searchbox")).toBeFocused();
});

test("what the owner agreed to is kept with its sum; past it the bench says so, and an estimate is there for him", async ({
  page,
}) => {
  await openBench(page, "Tobin Hask", "Club bike 9");
  await page.keyboard.press("Alt+p");
  const parts = page.getByRole("dialog");
  await expect(parts.getByText("The owner has agreed to no sum.")).toBeVisible();
  await parts.getByRole("button", { name: "The owner agrees" }).press("Enter");
  await expect(page.locator("#entry")).toBeFocused();
  await page.keyboard.type("N. Fenn, phone: 20 not a coin more");
  await page.keyboard.press("Enter");
  await expect(status(page)).toContainText("N. Fenn (phone) agreed to 20.00");
  await expect(page.getByText(/more than N\. Fenn agreed to \(20\.00\): ask the owner/).first()).toBeVisible();
  await page.keyboard.press("Alt+p");
  await parts.getByRole("link", { name: "Estimate" }).press("Enter");
  await expect(page.getByRole("heading", { name: /^Estimate T-\d+: .*Club bike 9$/ })).toBeVisible();
  await expect(page.getByText(/This is [\d.]+ more: nothing new goes in/)).toBeVisible();
  await expectWithin(page);
  const file = await page.request.get(`${page.url()}.pdf`);
  expect([file.status(), file.headers()["content-type"]]).toEqual([200, "application/pdf"]);
  await page.goto(shop.url);
  await expect(page.getByRole("region", { name: "Do next" })).toContainText("more than N. Fenn agreed to");
});

test("a bolt breaks off: what was tried and how it ended is kept, the owner agrees, and its thread has a torque of its own", async ({
  page,
}) => {
  await openBench(page, "Tobin Hask", "Ridge sled 2");
  await page.keyboard.press("Alt+b");
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Which one").selectOption({ label: "Adjuster lock nut" });
  await dialog.getByRole("button", { name: "A bolt or stud broke off" }).press("Enter");
  await expect(status(page)).toContainText("Adjuster lock nut: broken off. How is it");
  await typeLines(page, ["sheared flush with the case"]);
  const trouble = page.getByRole("region", { name: "Adjuster lock nut" });
  await expect(trouble).toContainText("An extractor that breaks off in the hole is harder than any drill");
  await expectWithin(page);
  await trouble.getByRole("button", { name: /penetrating oil/ }).press("Enter");
  await typeLines(page, ["2"]);
  await expect(trouble.getByRole("button", { name: /penetrating oil.*no movement/ })).toBeVisible();
  await trouble.getByRole("button", { name: /a thread insert of the same size/ }).press("Enter");
  await typeLines(page, ["insert set, open end"]);
  await expect(status(page)).toContainText("the owner agrees first. Who, how, and their words?");
  await typeLines(page, ["he said so"]);
  await expect(status(page)).toContainText("name, phone: their words (counter, phone or message)");
  await page.keyboard.press("Control+A");
  await typeLines(page, ["N. Fenn, phone: go ahead"]);
  await expect(status(page)).toContainText("Which holds now, and whose figure is it?");
  await typeLines(page, ["9"]);
  await expect(status(page)).toContainText("8 N·m, then whose figure it is");
  await page.keyboard.press("Control+A");
  await typeLines(page, ["9 N·m insert sheet"]);
  await expect(status(page)).toContainText("N. Fenn (phone): go ahead; 9.0 N·m from now on, insert sheet");
  await expect(trouble).toBeHidden();
  await page.getByRole("link", { name: "Sheet" }).press("Enter");
  await expect(page.getByText(/Adjuster lock nut: it was broken off; drilled out, a thread insert/)).toBeVisible();
});

test("what came out that no step names is counted in before release, and has its label; what is measured besides is on the sheet", async ({
  page,
}) => {
  await openBench(page, "Tobin Hask", "Club bike 11");
  const bench = page.url();
  const status = page.getByRole("status");
  const tray = page.getByRole("group", { name: "Tray" });
  await tray.locator("summary").click();
  await tray.getByRole("button", { name: "Something else came out" }).click();
  // Without a number it is asked back, and still asked.
  await typeLines(page, ["spring washers"]);
  await expect(status).toContainText("how many, then what");
  await page.locator("#entry").fill("2 spring washers");
  await page.keyboard.press("Enter");
  await expect(status).toContainText("spring washers: 2 out");
  const until = page.getByRole("region", { name: "Until release" });
  await expect(until).toContainText("spring washers: 2 out, 0 in; find 2");
  await tray.getByRole("button", { name: /^spring washers/ }).click();
  await typeLines(page, ["1"]);
  await expect(until).toContainText("2 out, 1 in; find 1");
  await page.getByRole("button", { name: /^Works/ }).click();
  await page.getByRole("button", { name: "Measure something else" }).click();
  await typeLines(page, ["Footrest, bent by"]);
  await typeLines(page, ["12"]);
  await expect(status).toContainText("the reading with its unit");
  await page.locator("#entry").fill("12 mm, rule");
  await page.keyboard.press("Enter");
  await expect(page.getByText("all kept")).toBeVisible();
  await page.goto(`${bench}/tray`);
  await expect(page.getByRole("main")).toContainText("1 × spring washers");
  await page.goto(`${bench}/sheet`);
  await expect(page.getByRole("main")).toContainText("Footrest, bent by: 12 mm, rule, kept as it stands (Tobin Hask)");
});

test("a photo and a note go with the step, to the sheet and its file", async ({ page }) => {
  await openBench(page, "Tobin Hask", "Club bike 11");
  const picture = await page.screenshot();
  const before = await page.request.get(`${page.url()}/sheet.pdf`);
  await page.getByLabel("Photo").setInputFiles({ name: "pack.png", mimeType: "image/png", buffer: picture });
  await expect(page.getByText("all kept")).toBeVisible();
  await expect(page.getByRole("list", { name: "Photos" }).getByRole("img")).toBeVisible();
  await page.locator("#entry").focus();
  await typeLines(page, ["# oil smells burnt"]);
  await expect(page.getByRole("region", { name: "Until release" })).toContainText("oil smells burnt (Tobin Hask)");
  await expect(page.getByText("all kept")).toBeVisible();
  const bench = page.url();
  await page.goto(`${bench}/sheet`);
  const image = page.getByRole("main").getByRole("img", { name: /build the stack \(Tobin Hask/ });
  await expect(image).toBeVisible();
  expect(await image.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(1000);
  const after = await page.request.get(`${bench}/sheet.pdf`);
  expect((await after.body()).length).toBeGreaterThan((await before.body()).length + 10_000);
});

test("a lead makes another way the shop's own; the maker's goes before it, and the next Enter goes by it", async ({
  page,
}) => {
  await openBench(page, "Tobin Hask", "Club bike 21");
  await typeLines(page, ["every"]);
  await expect(status(page)).toContainText("every pack");
  await typeLines(page, ["-"]);
  await page.getByRole("button", { name: "make “every pack” the shop’s way" }).click();
  const own = page.getByRole("button", { name: /every pack.*this shop’s way: Enter/ });
  await expect(own).toBeVisible();
  // Half of it is told what is missing, and nothing is set.
  await page.getByRole("button", { name: "Its maker decides it" }).press("Enter");
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Which way").selectOption({ index: 1 });
  await dialog.getByLabel("It holds for").selectOption("model");
  await dialog.getByRole("button", { name: "Keep it" }).press("Enter");
  await expect(dialog.getByRole("alert")).toContainText("say where that stands");
  await dialog.getByLabel("Where that stands").fill("workshop book, p. 3");
  await dialog.getByRole("button", { name: "Keep it" }).press("Enter");
  await expect(page.getByRole("button", { name: /as its maker has it, workshop book, p. 3: Enter/ })).toBeVisible();
  await page.getByRole("button", { name: "No longer: the shop’s way again" }).press("Enter");
  await expect(own).toBeVisible();
  await page.locator("#entry").focus();
  await typeLines(page, [""]);
  await expect(status(page)).toContainText("every pack");
});

test.describe("on a tablet", () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test("the line has large keys: a reading, a word and a strike by touch alone", async ({ page }) => {
    await signIn(page, shop, "Mira Orr");
    await page.getByRole("region", { name: "Do next" }).getByText("Club bike 7", { exact: true }).tap();
    const keys = page.getByRole("group", { name: "Keys" });
    await expect(keys).toBeVisible();
    for (const key of await keys.getByRole("button").all()) {
      expect((await key.boundingBox())?.height ?? 0).toBeGreaterThanOrEqual(48);
    }
    const started = await aim(page).textContent();
    for (const key of ["2", "point", "8", "6"]) await keys.getByRole("button", { name: key, exact: true }).tap();
    await keys.getByRole("button", { name: "Enter" }).tap();
    await expect(status(page)).toContainText("serviceable");
    await keys.getByRole("button", { name: "repeat" }).tap();
    await expect(aim(page)).not.toHaveText(started ?? "");
    await keys.getByRole("button", { name: "strike" }).tap();
    await expect(status(page)).toContainText("struck: 2.86");
    await expect(page.getByText("all kept")).toBeVisible();
  });
});

import { expectWithin } from "./guidelines.ts";
import { expect, test } from "./test.ts";
import { openShop, type Shop, signIn, takeIn, typeLines, workUntil } from "./shop.ts";

// Figures typed here are invented; the right ones stand in the demo's books.
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("axlechain");
});
test.afterAll(() => shop.end());

test("an axle job by keyboard: the boots through the inboard end, asked back where the hand is wrong, to its release", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await takeIn(page, shop, "Flock quad 4", "axle-boots-inboard", "190", "front left");
  const status = page.getByRole("status");
  const heading = page.getByRole("main").getByRole("heading", { level: 1 });
  const answers = {
    "Raise and support": ["", "ball", "caliper"],
    "Ball-joint nut off": ["none"],
    "Shaft, splines and thread": ["sound"],
    "Inboard boot, before anything comes off": ["torn"],
    "Outboard boot, before anything comes off": ["good", "weeks"],
    "Joints by hand, as they came": ["stiff", "open"],
    "Drive shaft off": ["", "maker", "marks"],
    "Caliper, hung off": ["", "1"],
    "Large band, inboard off": ["", "wire"],
    "Inboard cup off": ["", "balls", "snap"],
    "Race with its balls, or spider with its rollers off": ["", "none"],
    "Inboard joint: dry before grease": ["dry"],
    "Inboard boot off": ["", "inboard"],
    "Final-drive seal": ["whole"],
    "Lip of the hub's seal": ["whole"],
    "Bearing of the hub": ["smooth"],
    "Final-drive oil as it ran out": ["clean"],
    "Final-drive oil after the ride": ["clean"],
    "Tails of the inboard bands as cut": ["20 18"],
    "Inside of the joint": ["grit"],
    "Tracks, and what runs in them": ["polished"],
    "Turning play at the cup": ["0.3"],
    "Bare shaft": ["", "fold", "fold", "maker"],
    "Inboard boot onto its joint": ["", "out"],
    "Which way does the cage lie?": ["1"],
    "Inboard, small band: which way does the tail lie?": ["clock"],
  };
  await workUntil(page, "Drive shaft: keep, renew or leave", answers);
  await expect(page.getByText("most makers condemn it; a new boot only delays")).toBeVisible();
  await expectWithin(page);
  // The owner's word: a name, a colon, what they said; less is asked back.
  await typeLines(page, ["2"]);
  await expect(status).toContainText("boots and joint, 310.73 TFC. Who agreed, and in which words?");
  await typeLines(page, ["yes"]);
  await expect(status).toContainText("Who agreed");
  await typeLines(page, ["Ona Brand: the joint too, before lambing", ""]);
  await expect(heading).toHaveText("Race with its balls, or spider with its rollers: keep, renew or leave");
  await typeLines(page, ["", "torn"]);
  // The seal proposes itself, apart from the joint.
  await expect(heading).toHaveText("Final-drive seal: keep, renew or leave");
  await workUntil(page, "Bare shaft", answers);
  await workUntil(page, "Is it the inboard boot?", answers);
  await typeLines(page, ["6"]);
  await expect(status).toContainText("6: that is the outboard boot; here it must be 5");
  await typeLines(page, ["5"]);
  await expect(status).toContainText("5, right");
  await workUntil(page, "Inboard, large band: which way does the tail lie?", answers);
  await typeLines(page, ["anti"]);
  await expect(status).toContainText("left shaft seen from outboard turns anticlockwise; the tail trails");
  await page.reload();
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["clock"]);
  // It was looked at before it is folded: what is closed cannot be undone.
  await expect(heading).toHaveText("Large band, inboard");

  // The kind of band is changed late: what that undoes is told first, Esc leaves it as it was.
  await page.getByRole("button", { name: /Bare shaft/ }).click();
  await page.getByRole("button", { name: "Change" }).first().click();
  await typeLines(page, ["ear"]);
  await expect(status).toContainText(
    "fold-over becomes ear. Sets aside 1 line, kept in the log: Inboard, large band: which way does the tail lie?",
  );
  await page.keyboard.press("Escape");
  await expect(status).not.toContainText("Sets aside");
  await typeLines(page, ["+"]);
  await expect(heading).toHaveText("Large band, inboard");
  await expect(page.locator("#entry")).toBeFocused();
  await workUntil(page, /^(Ready for|Left before) release$/, answers);
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await page.goto(`${page.url()}/sheet`);
  await expect(page.getByText("Ona Brand said “the joint too, before lambing”")).toBeVisible();
  await expect(page.getByText(/^inboard, large band: which way does the tail lie\? clockwise, right/)).toBeVisible();
});

test("a chain job by keyboard: the slack of this machine's own geometry, turned in until it is inside", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await takeIn(page, shop, "Club bike 32", "chain-sprockets", "250");
  const status = page.getByRole("status");
  const answers = {
    "Shaft nut as found": ["tight"],
    "Front teeth": ["hooked"],
    "Sprocket under the tight nut": ["firm"],
    "Sprocket against its spacer": ["none"],
    "Shaft and sprocket splines": ["stepped"],
    "Sprocket play as found": ["0.5"],
    "Links of the chain": ["tight"],
    Gearing: ["", "1", "R. Keel: steel, it has to last"],
    "Swing arm and slider": ["whole"],
    "Old, new and shaft compared": ["4.55 4.18 4.05"],
    "Rear wheel off": ["", "2"],
    "Wheel bearings and seals, rear": ["smooth"],
    "Rubbers of the hub": ["tight"],
    "Chain length over 20 pitches": ["322 322.5 323"],
    "Rear teeth": ["hooked"],
    "New sprocket on the shaft": ["0.2"],
    Chain: ["", "rivet"],
    "Width over the plates": ["18.0"],
    "Rivet flare": ["5.6 5.7"],
    "Gearing, on the ride": ["right"],
    "Axle marks, left against right": ["31 31"],
    "Chain slack, as left": ["40"],
    "Countershaft nut: torque": ["90"],
  };
  await workUntil(page, "Chain slack", answers);
  await typeLines(page, ["12 tightest"]);
  await expect(status).toContainText("12 at the tightest: here it is read on the stand");
  await typeLines(page, ["66"]);
  await expect(page.getByRole("heading", { level: 1 })).not.toHaveText("Chain slack");
  await workUntil(page, "Gearing", answers);
  // What it is used for speaks for a grade; it is asked here, and kept for this machine.
  await typeLines(page, ["hire"]);
  await expect(page.getByText(/^Chain of \d/)).toContainText("the axle lies at");
  await expect(page.getByText("km/h in top")).toBeVisible();
  await workUntil(page, "Chain off", answers);
  // By the shop's way; what cannot be undone is asked once more; Esc keeps nothing.
  await typeLines(page, ["", ""]);
  await expect(status).toContainText("This cannot be undone. A chain that is cut is scrap");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Chain off");
  await workUntil(page, "Old, new and shaft compared", answers);
  await typeLines(page, ["4.55 4.50 4.05"]);
  await expect(status).toContainText("a loose new sprocket is refused");
  // It is no good: another goes in, and whoever sold it is told.
  await page.getByRole("button", { name: "It broke, will not come, or is no good" }).click();
  await page.getByLabel("Which one").selectOption({ label: "Front sprocket" });
  await page.getByRole("button", { name: "The new one is no good: wrong, or badly made" }).click();
  await typeLines(page, ["lot 0612, splines loose"]);
  await page
    .getByRole("region", { name: "Front sprocket" })
    .getByRole("button", { name: "another new one goes in, and it is right" })
    .click();
  await typeLines(page, ["second one from stores"]);
  await workUntil(page, "Slack to set on the stand", answers);
  await expect(page.getByText("Set 39.9 mm on the stand")).toBeVisible();
  await workUntil(page, "Set the slack", answers);
  await typeLines(page, ["12"]);
  await expect(status).toContainText("nearer to the 10 mm that remain at the tightest");
  await page.keyboard.press("Escape");
  await typeLines(page, ["58"]);
  await expect(status).toContainText("above 35.9 to 43.9");
  await typeLines(page, ["3", "49"]);
  await expect(page.getByText("+3 flats, both sides (tighter): from what earlier turns did.")).toBeVisible();
  await typeLines(page, ["", "40"]);
  await expect(status).toContainText("inside 35.9 to 43.9");
  await workUntil(page, /^(Ready for|Left before) release$/, answers);
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await page.goto(`${page.url()}/sheet`);
  await expect(page.getByText(/Set the slack: .*58 mm.* → turned \+3 flats/)).toBeVisible();
  await page.goto(`${shop.url}/parts`);
  await page.getByRole("link", { name: "Bad parts: 1 not settled" }).click();
  await expect(page.getByRole("heading", { name: "Bad parts, complained of" })).toBeVisible();
  await page.getByRole("link", { name: /^Front sprocket/ }).click();
  await expect(page.getByRole("heading", { name: "It stands at: nobody told" })).toBeVisible();
  await page.getByRole("button", { name: "Somebody was told" }).click();
  const told = page.getByRole("dialog");
  await told.getByRole("textbox", { name: "Who was told" }).fill("counter of the seller");
  await told.getByLabel("How").selectOption("phone");
  await told.getByRole("textbox", { name: "What they were told" }).fill("splines loose");
  await told.getByRole("button", { name: "Keep it" }).click();
  await expect(page.getByText("told: counter of the seller (phone): splines loose")).toBeVisible();
});

test("a limit that is not on file is entered where it is missed, with its source, and judges from then on", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  await page.getByText("Club bike 7", { exact: true }).first().click();
  await page.getByRole("button", { name: "basket finger notches" }).click();
  await expect(page.getByText("No limit on file for this machine.")).toBeVisible();
  await page.getByRole("button", { name: "Enter the limit, with its source" }).click();
  const form = page.getByRole("dialog", { name: "Basket finger notches" });
  await form.getByLabel("most that is allowed").fill("0.5");
  await form.getByLabel("source").selectOption("maker's manual");
  await form.getByLabel("it holds for").selectOption({ label: "this machine alone" });
  await form.getByRole("button", { name: "Keep it" }).click();
  await expect(form.getByRole("alert")).toContainText("Say where the figure stands");
  await form.getByLabel("where it stands").fill("sheet in the drawer");
  await form.getByRole("button", { name: "Keep it" }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText("sheet in the drawer", { exact: false })).toBeVisible();
  await page.locator("#entry").focus();
  await typeLines(page, ["0.3"]);
  await expect(page.getByRole("status")).toContainText("serviceable");
  await page.getByRole("link", { name: /Club bike 7/ }).click();
  const line = page.getByRole("listitem").filter({ hasText: "Basket finger notches" });
  await expect(line).toContainText("this machine’s own");
  await expect(line).toContainText("0.5 mm at most");
  await expectWithin(page);
});

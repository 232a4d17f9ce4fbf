import { expectWithin } from "./guidelines.ts";
import { expect, test } from "./test.ts";
import { expectAccessible, openShop, type Shop, signIn, takeIn, typeLines, workUntil } from "./shop.ts";

// Figures typed here are invented; the right ones stand in the demo's books.
/** What a ride that proves a work comes to, where all is well. */
const RIDE = {
  "Brake, on the ride": ["bites"],
  "Drive and track, on the ride": ["even"],
  "After the ride": ["dry"],
};
let shop: Shop;
test.beforeAll(async () => {
  shop = await openShop("sled");
});
test.afterAll(() => shop.end());

test("the benches of sleds pass an accessibility check in both themes, with their drawings", async ({ page }) => {
  await signIn(page, shop, "Mira Orr");
  const marks = ["Ridge sled 2", "Ridge sled 5", "Ridge sled 8", "Ridge sled 9", "Slope sled 1", "Slope sled 3"];
  for (const mark of [...marks, "Slope sled 4", "Kit bike 1", "Works sled 7", "Works sled 9"]) {
    await expectAccessible(page, shop, mark);
  }
});

test("a track set by keyboard: the load, the direction and both sides are asked for, and the recheck comes back", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await page.getByText("Ridge sled 5", { exact: true }).first().click();
  const status = page.getByRole("status");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Alignment");
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["0.5 left"]);
  await expect(status).toContainText("which way? +0.5 left");
  await typeLines(page, ["+0.5 left", "12"]);
  await expect(status).toContainText("left and right belong together");
  await typeLines(page, ["12 13"]);
  // The axle is tightened once the track is set; then the sag is read once more.
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Rear axle bolts: torque");
  // Tightening draws an axle aside: the gaps are read once more.
  await workUntil(page, "Gaps once more, axle tight");
  await typeLines(page, ["12 13"]);
  await workUntil(page, "Track sag, as left");
  await typeLines(page, ["33"]);
  await expect(status).toContainText("33: under 7.3 kg? Enter says so, for the rest of this step.");
  await typeLines(page, [""]);
  await workUntil(page, /^(Ready for|Left before) release$/, RIDE);
  await expectWithin(page);
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await page.getByRole("link", { name: /Ridge sled 5/ }).click();
  await expect(page.getByRole("heading", { name: "In the long run" })).toBeVisible();
  await expect(page.getByText("track: tension")).toBeVisible();
  await expectWithin(page);
});

test("what an earlier release left to be looked at stands on Today until somebody says what was found", async ({
  page,
}) => {
  await signIn(page, shop, "Mira Orr");
  const due = page.getByRole("region", { name: "Due again" });
  const dusty = due.getByRole("listitem").filter({ hasText: "Works sled 8: sheave faces: dusty" });
  await dusty.getByRole("button", { name: "Looked at" }).click();
  await page.keyboard.type("washed, dry");
  await page.keyboard.press("Enter");
  await expect(dusty).toBeHidden();
  // What another machine's release left is still there.
  await expect(due).toContainText("Ridge sled 2: Chaincase: tension once more");
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
    "Drive belt: keep, renew or leave": ["", "held", "stores", "scrap"],
    "Creep and squeal": ["still"],
    ...RIDE,
  };
  await workUntil(page, "Deflection", answers);
  await expect(page.getByRole("figure", { name: "Where it is read: Deflection" })).toBeVisible();
  await typeLines(page, ["40"]);
  await expect(status).toContainText("40: under 11.5 kg? Enter says so, for the rest of this step.");
  await typeLines(page, ["", "1"]);
  await expect(status).toContainText("which way? +1 is tighter");
  await page.reload();
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["+1", "36.5", "+1", "33"]);
  // How high it then stands proves the setting.
  await expect(heading).toHaveText("Belt against the rim");
  await typeLines(page, ["-0.6"]);
  await expect(status).toContainText("past limit by 0.60 mm");
  await typeLines(page, ["-", "", "0.8"]);
  // It stood through the summer: not cranked before its plugs were out.
  await workUntil(page, "Plugs out before the first crank", answers);
  await workUntil(page, /^(Ready for|Left before) release$/, answers);
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await page.goto(`${page.url()}/sheet`);
  await expect(page.getByText(/Deflection: 40 mm at 11\.5 kg, above .* turned \+1 turns of the stop/)).toBeVisible();
});

test("a chaincase from its adjuster to the sheet: seated, backed off, held, filled by measure, and due again", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await takeIn(page, shop, "Ridge sled 6", "chaincase-service", "2660");
  const status = page.getByRole("status");
  const answers = {
    "Engine off, key out, cold": ["", "rocked"],
    "Play of the case, rocked": ["11 10.5 11"],
    "Oil level": ["low"],
    "Oil colour": ["dark"],
    Shavings: ["few", "change"],
    "Exhaust pipe off": ["", "3"],
    "Oil drained": ["205"],
    "Take up the slack": ["quarter b"],
    "Oil level once more": ["half"],
    ...RIDE,
  };
  // A level by a method that this machine does not have.
  await workUntil(page, "Oil level", answers);
  await typeLines(page, ["over"]);
  await expect(status).toContainText("this machine is told in the sight window");
  await workUntil(page, "Oil colour", answers);
  await expect(page.getByText("clear amber", { exact: true })).toBeVisible();
  await workUntil(page, "Oil filled", answers);
  await typeLines(page, ["300"]);
  await expect(status).toContainText("past limit by 40 mL");
  await typeLines(page, ["-", "", "250"]);
  await workUntil(page, "Back the adjuster off", answers);
  await expect(page.getByRole("img", { name: /Case, chain, 21 over 43 teeth; .*adjuster ¼ back/ })).toBeVisible();
  await typeLines(page, [""]);
  await expect(status).toContainText("back off 0.25 of a turn, 90°, 0.38 mm");
  await workUntil(page, "Play of the case, rocked, as left", answers);
  // Skipped with a reason, it stays open until somebody answers for it.
  await typeLines(page, ["//"]);
  await page.keyboard.type("the cover is on again");
  await page.keyboard.press("Enter");
  await workUntil(page, /^Left before release$/, { ...answers, "Exhaust pipe": ["", "3"] });
  await expect(page.getByRole("main")).toContainText("the cover is on again");
  const left = page.getByRole("region", { name: "Until release" }).getByRole("button");
  for (let n = await left.count(); n > 0; n -= 1) {
    await typeLines(page, ["", "1"]);
    await expect(left).toHaveCount(n - 1);
  }
  await typeLines(page, ["", "release"]);
  await expect(page.getByRole("heading", { name: "Released", exact: true })).toBeVisible();
  await page.getByRole("link", { name: /Ridge sled 6/ }).click();
  // Three hundred miles on from 2660.
  await expect(page.getByText("Chaincase: tension once more")).toBeVisible();
  await expect(page.getByText(/at 2960\.0 mi/)).toBeVisible();
});

test("a skid of another model: a shrunk template drills nothing, and the drill is asked for twice", async ({
  page,
}) => {
  await signIn(page, shop, "Tobin Hask");
  await page.getByRole("region", { name: "Do next" }).getByText("Slope sled 4", { exact: true }).click();
  const status = page.getByRole("status");
  const heading = page.getByRole("main").getByRole("heading", { level: 1 });
  await expect(heading).toHaveText("Is the template true to size?");
  await expect(page.locator("#entry")).toBeFocused();
  await typeLines(page, ["98"]);
  await expect(status).toContainText(
    "98: 2.0 % small; at most 0.5 mm off. A hole that belongs at 100 mm would be drilled at 98.0 mm. Print it again",
  );
  await typeLines(page, ["99.8"]);
  const answers = {
    "Arms, shafts and bushes": ["sound"],
    Shocks: ["dry"],
    "Wheels of the skid": ["smooth"],
    "Template against the old plate": ["tunnel hole", ""],
    "Mounting holes": ["round"],
    "Wheel screws": ["tight"],
    "Tunnel and coolers": ["sound"],
    "Slides, while it is out": ["above"],
    "Front centres from the fixed point": ["412 412"],
    "Rear centres from the fixed point": ["812 812.5"],
  };
  await workUntil(page, "Centres punched, looked at by a second", answers);
  // Two tabs, the second opened while the first's lines may be on their way: what it typed is there in the first.
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.getByRole("heading", { level: 1, name: "Centres punched" })).toBeVisible();
  await expect(other.locator("#entry")).toBeFocused();
  await typeLines(other, ["1"]);
  await expect(heading).not.toHaveText("Centres punched, looked at by a second");
  await other.close();
  await page.locator("#entry").focus();
  await workUntil(page, "Drill", answers);
  await expect(page.getByText("This cannot be undone.")).toBeVisible();
  await typeLines(page, [""]);
  await expect(status).toContainText("This cannot be undone. A hole stays a hole");
  await page.keyboard.press("Escape");
  await expect(heading).toHaveText("Drill");
  await typeLines(page, ["", ""]);
  await expect(heading).not.toHaveText("Drill");
  // This one is sprung otherwise: nobody is asked about torsion springs.
  await workUntil(page, "Grease while it is out", answers);
});

test.describe("on a tablet", () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  test("a belt's play by touch alone: the push that it is read under is said by Enter", async ({ page }) => {
    await signIn(page, shop, "Tobin Hask");
    await page.getByRole("region", { name: "Do next" }).getByText("Slope sled 1", { exact: true }).tap();
    const keys = page.getByRole("group", { name: "Keys" });
    for (const key of ["1", "9", "Enter"]) await keys.getByRole("button", { name: key, exact: true }).tap();
    await expect(page.getByRole("status")).toContainText("19: under 2 kg? Enter says so, for the rest of this step.");
    await keys.getByRole("button", { name: "Enter" }).tap();
    await expect(page.getByRole("status")).toContainText("inside 17");
  });

  test("a sweep before a ride by touch: one touch a point, a plan of where one stands, one word at the end", async ({
    page,
  }) => {
    await signIn(page, shop, "Mira Orr");
    await takeIn(page, shop, "Ridge sled 8", "sweep-sled-ride", "5400");
    const heading = page.getByRole("main").getByRole("heading", { level: 1 });
    const enter = page.getByRole("group", { name: "Keys" }).getByRole("button", { name: "Enter" });
    const well = page.getByRole("main").getByRole("listitem").first().getByRole("button");
    // Wheels of one side are alike: one touch says how many were looked at, and that all are well.
    const all = page.getByRole("main").getByRole("button", { name: "All 4 looked at: smooth" });
    let touches = 0;
    for (let title = await heading.textContent(); !title?.endsWith("release"); title = await heading.textContent()) {
      if (title === "Rear axle, adjusters and their locks") {
        await expect(page.getByRole("main").getByRole("img", { name: /from above/ })).toBeVisible();
        // What hands cannot reach is an answer too, with its reason.
        await page.locator("#entry").fill("/");
        await enter.tap();
        await page.locator("#entry").fill("snow on it");
        await enter.tap();
      } else if (/^Wheels of the skid/.test(title ?? "")) await all.tap();
      else await (/^(Engine off|First start)/.test(title ?? "") ? enter : well).tap();
      await expect(heading).not.toHaveText(title ?? "");
      touches += 1;
      expect(touches).toBeLessThanOrEqual(60);
    }
    const verdict = page.getByRole("region", { name: "Verdict" });
    await expect(verdict).toContainText("not inspected");
    await expect(verdict).toContainText("not looked at Rear axle, adjusters and their locks: snow on it");
    // Nobody else is asked: it is released by whoever looked.
    await expect(heading).toHaveText("Ready for release");
  });
});

import path from "node:path";
import { QueryTypes } from "sequelize";
import { broken } from "./guidelines.ts";
import { expect, listening, type Page } from "./test.ts";
import { prepare, serve, type Served, withDatabase } from "../cli/server/application.ts";
import { freePort } from "../cli/server/mariadb.ts";
import { ROOT } from "../cli/paths.ts";
import { type Demo, readDemo } from "../web/server/demo.ts";
import { newFirstCode } from "../web/server/people/store.ts";
import { BASE, copyDemo, makeDatabase, named } from "./template.ts";

/** A served application on a database of its own, as a test needs it: it can be killed and started again. */
export type Shop = {
  url: string;
  demo: Demo;
  databaseUrl: string;
  /** A code that makes the first person of an empty shop. */
  firstCode: () => Promise<string>;
  /** Something done to its database from outside, such as time that goes by. */
  query: (sql: string) => Promise<unknown>;
  /** The first row that it answers with. */
  one: <Row extends object>(sql: string) => Promise<Row>;
  kill: () => Promise<void>;
  start: () => Promise<void>;
  end: () => Promise<void>;
};

export async function openShop(
  name: string,
  fill: "demo" | "empty" = "demo",
  base = BASE,
  /** How it is served beside loopback and plain. */
  how: { host?: string; settings?: Record<string, string> } = {},
): Promise<Shop> {
  if (base === undefined) throw new Error("no database server is named");
  const dist = process.env.AVERIN_DIST ?? ".next";
  const databaseUrl = named(base, `averin_${name}`);
  await makeDatabase(base, `averin_${name}`);
  const demo = await readDemo(path.join(ROOT, "demo"));
  await prepare(databaseUrl);
  if (fill === "demo") await copyDemo(base, `averin_${name}`);
  const port = await freePort();
  const { host = "127.0.0.1", settings = {} } = how;
  const start = (): Promise<Served> => serve({ databaseUrl, host, port, dist, settings, quiet: true });
  let served = await start();
  return {
    url: served.url,
    demo,
    databaseUrl,
    one: <Row extends object>(sql: string) =>
      withDatabase(databaseUrl, async (db) => {
        const [row] = await db.sequelize.query<Row>(sql, { type: QueryTypes.SELECT });
        if (!row) throw new Error(`nothing is found by ${sql}`);
        return row;
      }),
    query: (sql) => withDatabase(databaseUrl, (db) => db.sequelize.query(sql)),
    firstCode: () => withDatabase(databaseUrl, newFirstCode),
    kill: async () => {
      process.kill(served.pid, "SIGKILL");
      await served.gone;
    },
    start: async () => {
      served = await start();
    },
    end: () => served.stop(),
  };
}

export async function signIn(page: Page, shop: Shop, name: string): Promise<void> {
  const person = shop.demo.people.find((p) => p.name === name);
  if (!person) throw new Error(`nobody is called ${name}`);
  await page.goto(`${shop.url}/sign-in`);
  await typeCredentials(page, person.name, person.password);
  await expectLetIn(page);
}

/** Today stands there; where the door said something instead, that is what fails. */
async function expectLetIn(page: Page): Promise<void> {
  const said = page.locator("form [role=alert]").filter({ hasText: /./ });
  await expect(page.getByRole("link", { name: "Take in a machine" }).or(said)).toBeVisible();
  await expect(said).toHaveText([]);
  await listening(page);
}

/** Fills the form at the door with the keyboard alone, the name being focused. */
export async function typeCredentials(page: Page, name: string, password: string): Promise<void> {
  await expect(page.getByRole("main").getByRole("button")).toBeEnabled();
  await page.getByLabel("Name", { exact: true }).focus();
  await page.keyboard.type(name);
  await page.keyboard.press("Tab");
  await page.keyboard.type(password);
  await page.keyboard.press("Enter");
}

/** How much has been typed so far: an entry is what one Enter completes; keys count its Enter too. */
export const typed = { entries: 0, keys: 0 };

/** Types lines at the entry line, Enter after each, with the keyboard alone. */
export async function typeLines(page: Page, lines: readonly string[]): Promise<void> {
  for (const line of lines) {
    typed.entries += 1;
    typed.keys += line.length + 1;
    // A hand types once it sees the line take the focus; keys before that go nowhere.
    await expect(page.locator("input:focus, textarea:focus")).toHaveCount(1);
    if (line !== "") await page.keyboard.type(line);
    await page.keyboard.press("Enter");
  }
}

/**
 * What the bench shows of where it is: the step, what the line aims at, and how far it is; all of one moment, and with
 * nothing of the line before it still on its way: a verdict is painted a frame before the rest.
 */
const standing = (page: Page): Promise<{ here: string; label: string; all: string }> =>
  page.evaluate(async () => {
    for (let frame = 0; frame < 2; frame += 1) await new Promise(requestAnimationFrame);
    const text = (at: string): string => document.querySelector(at)?.textContent ?? "";
    const [here, label] = [text("main h1"), text('label[for="entry"]')];
    const far = [...document.querySelectorAll("main header .figure")].map((one) => one.textContent);
    // Asked once more whether it is so: the step stands where it stood, and yet the line was answered.
    const said = text('[role="status"]');
    return { here, label, all: [here, label, ...far, said.startsWith("This cannot be undone") ? said : ""].join("|") };
  });

/**
 * Works on at the bench until a step's heading shows, by keyboard: its lines where a step has some, by its heading,
 * Enter alone everywhere else. A line is typed only when the one before has been answered.
 */
export async function workUntil(
  page: Page,
  heading: string | RegExp,
  answers: Readonly<Record<string, readonly string[]>> = {},
  type: typeof typeLines = typeLines,
): Promise<void> {
  const left = new Map(Object.entries(answers).map(([title, lines]) => [title, [...lines]]));
  // What was typed before this is answered and shown.
  await expect(page.getByText("all kept")).toBeVisible();
  for (let line = 0; line < 200; line += 1) {
    const { here, label, all } = await standing(page);
    if (typeof heading === "string" ? here === heading : heading.test(here)) return;
    // Small parts are counted as they come out; one, where a journey does not say how many.
    const given = left.get(here)?.shift() ?? (/, how many out/.test(label) ? "1" : "");
    // What is seen is said by its word; the first, where a journey does not say which.
    const seen = given === "" && (await page.getByRole("list", { name: "What you saw" }).count()) > 0;
    // A wheel, an axle or a nut of a clutch is never tightened by an Enter alone.
    const asked = given === "" ? ((await page.locator("#entry").getAttribute("placeholder")) ?? "") : "";
    const click = asked.startsWith("k:") ? "k" : given;
    await type(page, [seen ? "1" : click]);
    const moved = { message: `${here}: nothing moved`, intervals: [30] };
    await expect.poll(async () => (await standing(page)).all, moved).not.toBe(all);
  }
  throw new Error(`${String(heading)} is never reached`);
}

/** Takes a machine in at the counter for a piece of work; the bench is open then, its line ready. */
export async function takeIn(
  page: Page,
  shop: Shop,
  mark: string,
  work: string,
  meter: string,
  place?: string,
): Promise<void> {
  await page.goto(`${shop.url}/intake`);
  const open = page.getByRole("button", { name: "Open the job" });
  await expect(open).toBeEnabled();
  const machine = page.locator("select[name=machine]");
  const value = await machine.locator("option", { hasText: `${mark} ·` }).getAttribute("value");
  await machine.selectOption(value);
  await page.getByLabel("What is worked on").selectOption(work);
  if (place !== undefined) await page.getByLabel("Where on the machine").selectOption(place);
  // Where no symptoms are on file for such a machine, the work brings its own.
  const own = page.getByRole("radio").first();
  if (await own.isVisible()) await own.check();
  await page.getByLabel("Meter now").fill(meter);
  await page.getByLabel("What the owner says").fill("as told at the counter");
  await open.press("Enter");
  await expect(page.locator("#entry")).toBeFocused();
}

/** A machine's bench as Today opens it, held to the guidelines in both themes. */
export async function expectAccessible(page: Page, shop: Shop, mark: string): Promise<void> {
  await page.goto(shop.url);
  await page.getByRole("region", { name: "Do next" }).getByText(mark, { exact: true }).click();
  for (const theme of ["light", "dark"]) {
    await page.evaluate((t) => void (document.documentElement.dataset.theme = t), theme);
    await expect(page.getByLabel("Entry line")).toBeVisible();
    // The themes differ in their colours alone.
    const found = await broken(page, theme === "dark" ? ["color-contrast"] : undefined);
    expect([mark, theme, ...found]).toEqual([mark, theme]);
  }
}

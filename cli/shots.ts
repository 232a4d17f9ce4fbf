import { mkdirSync, rmSync } from "node:fs";
import path from "node:path";
import { chromium, type Page } from "@playwright/test";
import { readDemo, seedDemo } from "../web/server/demo.ts";
import { ensureBuilt, prepare, serve } from "./server/application.ts";
import { BROWSER_FLAGS, BROWSER_PATH } from "./browser.ts";
import { freePort, startMariadb } from "./server/mariadb.ts";
import { BROWSER, DATABASE, ensureDebianPackages } from "./packages.ts";
import { DATA, ROOT } from "./paths.ts";

const DESK = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };

type View = {
  name: string;
  size: { width: number; height: number };
  theme: "light" | "dark";
  show: (page: Page) => Promise<void>;
};

async function openBench(page: Page, mark: string): Promise<void> {
  await page.goto("/");
  await page.getByRole("region", { name: "Do next" }).getByText(mark, { exact: true }).click();
  await page.getByLabel("Entry line").waitFor();
  await page.getByText("all kept").waitFor();
}

async function type(page: Page, ...lines: string[]): Promise<void> {
  for (const line of lines) {
    await page.locator("#entry").fill(line);
    await page.locator("#entry").press("Enter");
  }
  await page.getByText("all kept").waitFor();
}

/** A step by its title: its number changes with what comes before it. */
async function openStep(page: Page, mark: string, title: RegExp): Promise<void> {
  await openBench(page, mark);
  const heading = page.getByRole("main").getByRole("heading", { level: 1 });
  for (let number = 1; number <= 60; number += 1) {
    await type(page, `*${number}`);
    if (title.test((await heading.textContent()) ?? "")) return;
  }
  throw new Error(`${mark} has no step called ${String(title)}`);
}

/** The views in the order of the work, so that one job can be carried on from picture to picture. */
const VIEWS: View[] = [
  { name: "today", size: DESK, theme: "light", show: (page) => page.goto("/").then(() => undefined) },
  {
    name: "files",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await page.goto("/exchange");
      await page
        .getByRole("button", { name: "Look at a file of torque wrenches" })
        .and(page.locator(":enabled"))
        .waitFor();
      const lines = [
        "name,least_nm,most_nm,length_mm",
        "Wrench A,4,20,250",
        "Wrench D,60,340,",
        "Wrench E,20,5,",
        "Wrench F,few,40,",
      ];
      await page
        .getByLabel("A file of torque wrenches", { exact: true })
        .setInputFiles({ name: "wrenches.csv", mimeType: "text/csv", buffer: Buffer.from(lines.join("\n")) });
      await page.getByRole("table").scrollIntoViewIfNeeded();
    },
  },
  {
    name: "intake",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await page.goto("/intake");
      await page.getByRole("button", { name: "Open the job" }).and(page.locator(":enabled")).waitFor();
      await page.locator("select[name=machine]").selectOption({ label: "Ridge sled 5 · Skarnvik Firn 800 2021" });
      await page.getByRole("checkbox", { name: "track rubs one side" }).check();
      await page.getByRole("checkbox", { name: "growls or vibrates" }).check();
      await page.getByRole("button", { name: "Track tension and alignment" }).click();
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  },
  {
    name: "bench-measure",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await openBench(page, "Club bike 7");
      await type(page, "2.84 2.83 2.84", "2.79 2.78 2.79", "2.76 2.75 2.76", "2.74 2.73 2.74", "2.70");
    },
  },
  {
    name: "bench-tablet-dark",
    size: TABLET,
    theme: "dark",
    show: (page) => openBench(page, "Club bike 7"),
  },
  {
    name: "bench-tray",
    size: DESK,
    theme: "light",
    show: (page) => openStep(page, "Club bike 21", /Cover bolts off/),
  },
  {
    name: "bench-findings",
    size: DESK,
    theme: "light",
    show: (page) => openStep(page, "Club bike 21", /Steel plate colour/),
  },
  {
    name: "bench-stack",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await openBench(page, "Club bike 11");
      await page.getByRole("button", { name: "Seen" }).click();
      await page.getByRole("region", { name: "What the pack carries" }).locator("canvas").waitFor();
    },
  },
  {
    name: "bench-torque",
    size: DESK,
    theme: "light",
    show: (page) => openBench(page, "Club bike 15").then(() => type(page, "4.9", "4.9", "9.8", "9.7", "11.4")),
  },
  {
    name: "axle-estimate",
    size: DESK,
    theme: "light",
    show: (page) => openBench(page, "Flock quad 2"),
  },
  {
    name: "book",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await page.goto("/books");
      await page.getByText("Skerry 250").click();
      await page.getByRole("heading", { name: /its book/ }).waitFor();
    },
  },
  {
    name: "sled-case",
    size: DESK,
    theme: "light",
    show: (page) => openBench(page, "Ridge sled 2").then(() => page.getByRole("button", { name: "Seen" }).click()),
  },
  {
    name: "board",
    size: DESK,
    theme: "dark",
    show: async (page) => {
      await page.goto("/board");
      await page.getByRole("region", { name: "Ridge patrol" }).waitFor();
    },
  },
  {
    name: "bench-works",
    size: DESK,
    theme: "light",
    show: (page) => openBench(page, "Works sled 12").then(() => page.getByRole("button", { name: "Seen" }).click()),
  },
  {
    name: "sweep",
    size: TABLET,
    theme: "light",
    show: async (page) => {
      await openBench(page, "Ridge sled 11");
      await page.getByRole("button", { name: "Seen" }).click();
    },
  },
  {
    name: "machine",
    size: DESK,
    theme: "light",
    show: async (page) => {
      await openBench(page, "Kit bike 1");
      await page.getByRole("link", { name: /Kit bike 1/ }).click();
      await page.getByRole("heading", { name: "Figures of this machine" }).waitFor();
    },
  },
  {
    name: "workings-chain",
    size: { width: 1280, height: 1000 },
    theme: "light",
    show: async (page) => {
      await page.goto("/workings/chain");
      await page.getByText("set this slack at rest").waitFor();
    },
  },
  {
    name: "sheet",
    size: { width: 1280, height: 1600 },
    theme: "light",
    show: async (page) => {
      await page.goto("/");
      await page.getByText("Club bike 3", { exact: true }).click();
      await page.waitForURL(/\/sheet$/);
      await page.getByRole("heading", { name: /Club bike 3$/ }).waitFor();
      await page.evaluate(() => window.scrollTo(0, 0));
    },
  },
  {
    // Last: it takes in a machine that the demo does not have.
    name: "bench-unknown",
    size: TABLET,
    theme: "dark",
    show: async (page) => {
      await page.goto("/intake");
      const open = page.getByRole("button", { name: "Open the job" });
      await open.and(page.locator(":enabled")).waitFor();
      await page.locator("select[name=machine]").selectOption("new");
      await page.getByLabel("Maker").fill("Skarnvik");
      await page.getByLabel("Model").fill("Fonn 600");
      await page.getByRole("radio", { name: "Snow machine" }).check();
      await page.getByLabel("Plate or mark").fill("White sled");
      await page.getByLabel("What the owner says").fill("Season service.");
      await page.getByLabel("What is worked on").selectOption({ label: "Chain and gears of the case" });
      await open.click();
      await page.getByLabel("Entry line").waitFor();
      await type(page, "");
      await page.getByText("not on file yet").waitFor();
    },
  },
];

/** `./averin shots`: one picture of each main view, from demo data, on a database of its own. */
export async function shots(): Promise<number> {
  ensureDebianPackages([...DATABASE, ...BROWSER]);
  const dist = await ensureBuilt("aside");
  const folder = path.join(ROOT, "docs", "screenshots");
  mkdirSync(folder, { recursive: true });
  rmSync(path.join(DATA, "shots-db"), { recursive: true, force: true });
  const server = await startMariadb(path.join(DATA, "shots-db"));
  const demo = await readDemo(path.join(ROOT, "demo"));
  await prepare(server.url, (db) => seedDemo(db, demo));
  const served = await serve({ databaseUrl: server.url, host: "127.0.0.1", port: await freePort(), dist });
  const browser = await chromium.launch({
    executablePath: BROWSER_PATH,
    args: [...BROWSER_FLAGS],
  });
  try {
    const page = await browser.newPage({ baseURL: served.url, viewport: DESK, reducedMotion: "reduce" });
    await page.goto("/sign-in");
    const person = demo.people[0];
    await page.getByLabel("Name").fill(person?.name ?? "");
    await page.getByLabel("Password").fill(person?.password ?? "");
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByRole("link", { name: "Take in a machine" }).waitFor();
    for (const view of VIEWS) {
      await page.setViewportSize(view.size);
      await page.evaluate((theme) => localStorage.setItem("averin-theme", theme), view.theme);
      await view.show(page);
      await page.evaluate(() => document.fonts.ready);
      await page.screenshot({ path: path.join(folder, `${view.name}.png`) });
      process.stdout.write(`docs/screenshots/${view.name}.png\n`);
    }
    return 0;
  } finally {
    await browser.close();
    await served.stop();
    await server.stop();
  }
}

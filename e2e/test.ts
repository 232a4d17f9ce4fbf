import { type BrowserContext, expect, type Page, test as base } from "@playwright/test";

const watched = new WeakSet<Page>();

/** Whether every key on a page answers: one that is pressed before the page listens is pressed for nothing. */
const allListen = (page: Page): Promise<boolean> =>
  page.evaluate(() =>
    [...document.querySelectorAll("button")].every((key) =>
      Object.keys(key).some((own) => own.startsWith("__reactProps")),
    ),
  );

/** Waits until a page that is shown listens. */
export const listening = (page: Page): Promise<void> =>
  expect
    .poll(() => allListen(page).catch(() => false), { message: "the page never listens", intervals: [20] })
    .toBe(true);

/** Every page of a context, as it is opened, tells what its policy turned away; one that is gone to listens before a key is pressed. */
function watch(context: BrowserContext, told: string[]): void {
  const listen = (page: Page): void => {
    if (watched.has(page)) return;
    watched.add(page);
    const goto = page.goto.bind(page);
    page.goto = async (...args) => {
      const answer = await goto(...args);
      await listening(page);
      return answer;
    };
    page.on("console", (message) => {
      if (/Content Security Policy|Content-Security-Policy/.test(message.text())) told.push(message.text());
    });
  };
  context.pages().forEach(listen);
  context.on("page", listen);
}

/** A journey: whatever a page's policy had to turn away fails it, unless the journey is about just that. */
export const test = base.extend<{ policy: string[] }>({
  policy: [
    async ({ browser, context }, use) => {
      const told: string[] = [];
      watch(context, told);
      const open = browser.newContext.bind(browser);
      const page = browser.newPage.bind(browser);
      browser.newContext = async (...args) => {
        const made = await open(...args);
        watch(made, told);
        return made;
      };
      browser.newPage = async (...args) => {
        const made = await page(...args);
        watch(made.context(), told);
        return made;
      };
      await use(told);
      browser.newContext = open;
      browser.newPage = page;
      expect(told).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect, type Page };

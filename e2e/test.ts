import { type BrowserContext, expect, type Page, test as base } from "@playwright/test";

const watched = new WeakSet<Page>();

/** Every page of a context, as it is opened, tells what its policy turned away. */
function watch(context: BrowserContext, told: string[]): void {
  const listen = (page: Page): void => {
    if (watched.has(page)) return;
    watched.add(page);
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

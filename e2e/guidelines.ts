import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "./test.ts";

/**
 * What a screen, as it stands, has against it by the guidelines: each rule with the first place that breaks it. In one go
 * without frames, which no screen has; and without what passes, which takes longer to tell than to look at.
 */
export async function broken(page: Page, rules?: readonly string[]): Promise<string[]> {
  // A page that one came to by a link gets its title after it is drawn.
  await expect(page).toHaveTitle(/\S/);
  const guidelines = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ["violations"] });
  if (rules) guidelines.withRules([...rules]);
  const { violations } = await guidelines.analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
}

/** A screen held to the guidelines as it stands. */
export async function expectWithin(page: Page): Promise<void> {
  expect(await broken(page)).toEqual([]);
}

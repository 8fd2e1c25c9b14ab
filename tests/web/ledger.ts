import AxeBuilder from "@axe-core/playwright";
import { type Page, test as base, expect } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { existsSync, renameSync } from "node:fs";

export const home = process.env.LEDGER_HOME ?? "";
export const reader = `${home}/reader`;
export const store = `${home}/drives/Anvil`;

/** An address to enter by, good once. */
export const address = () => execFileSync("bin/ledger", ["address"], { encoding: "utf8" }).trim();

/** A page that has entered, and fails the test when the browser reports an error. */
export const test = base.extend<{ ledger: Page }>({
  ledger: async ({ page }, use) => {
    const errors: string[] = [];
    page.on("pageerror", (error) => errors.push(error.message));
    await page.goto(address());
    await expect(page.getByRole("heading", { name: "Cards" })).toBeVisible();
    await use(page);
    expect(errors).toEqual([]);
  },
});

/** Takes a card out of the simulated reader, and puts it back. */
export const pull = (card: string) => {
  renameSync(`${reader}/${card}`, `${reader}/.${card}`);
};
export const putBack = (card: string) => {
  if (existsSync(`${reader}/.${card}`)) renameSync(`${reader}/.${card}`, `${reader}/${card}`);
};

export async function openCard(page: Page, card: string) {
  await page.goto("/intake");
  await page.getByRole("row", { name: card }).click();
  await expect(page.getByRole("heading", { name: card })).toBeVisible();
}

export const shootOf = (page: Page, day: string) => page.getByRole("region", { name: `Shoot of ${day}` });

/** Opens a menu of the page by its word, and takes an entry of it. */
export async function choose(page: Page, menu: string | RegExp, entry: string | RegExp) {
  await page.getByRole("button", { name: menu }).first().click();
  await page
    .getByRole("menuitem", { name: entry })
    .or(page.getByRole("menuitemradio", { name: entry }))
    .or(page.getByRole("menuitemcheckbox", { name: entry }))
    .first()
    .click();
}

/** WCAG 2.2 at levels A and AA, as far as a program can check it (axe-core's rules). */
export async function checkAgainstWcag(page: Page, screen: string) {
  const found = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]).analyze();
  const said = found.violations.map((one) => `${screen}: ${one.id}: ${one.help}: ${one.nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`);
  expect(said).toEqual([]);
}

import AxeBuilder from "@axe-core/playwright";
import { type Page, test as base, expect } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync } from "node:fs";

/** Each of Playwright's workers has a ledger of its own, see ops/test.sh. */
export const home = `${process.env.LEDGER_HOME ?? ""}/${Number(process.env.TEST_PARALLEL_INDEX ?? 0) + 1}`;
export const reader = `${home}/reader`;
export const drives = `${home}/drives`;
export const store = `${drives}/Anvil`;
const cards = process.env.CARDS ?? "";

/** The ledger as on its first day; gives an address to enter by, good once. */
const fresh = () => execFileSync(process.env.PHP ?? "php", ["tests/web/fresh.php", home, cards], { encoding: "utf8" });

/** What its programs said last, for a test that failed. */
const said = () =>
  readdirSync(`${home}/log`)
    .filter((name) => name.endsWith(".log"))
    .map((name) => `${name}: ${readFileSync(`${home}/log/${name}`, "utf8").trimEnd().split("\n").slice(-12).join("\n")}`)
    .join("\n\n");

/** A page that has entered a ledger with nothing in it, and fails the test when the browser reports an error. */
export const test = base.extend<{ address: string; ledger: Page }>({
  address: [
    // oxlint-disable-next-line no-empty-pattern -- what a fixture asks for is read from its first parameter
    async ({}, give, info) => {
      await give(fresh());
      if (info.status !== info.expectedStatus) console.log(said());
    },
    { auto: true },
  ],
  baseURL: async ({ address }, give) => {
    await give(new URL(address).origin);
  },
  ledger: async ({ page, address }, give) => {
    const errors: string[] = [];
    page.on("pageerror", (error) => errors.push(error.message));
    await page.goto(address);
    await expect(page.getByRole("heading", { name: "Cards" })).toBeVisible();
    await give(page);
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
export const takeOut = (card: string) => {
  rmSync(`${reader}/${card}`, { recursive: true, force: true });
};

/** Puts in the card of 3,000 frames: not in the reader of every test, for looking at all of its pictures takes a while. */
export const putInMany = () => {
  cpSync(`${cards}/../more/MANY`, `${home}/making`, { recursive: true, preserveTimestamps: true });
  renameSync(`${home}/making`, `${reader}/MANY`);
};

/** The first so many of its frames, as a card of their own. */
export const putInSome = (most: number) => {
  cpSync(`${cards}/../more/MANY`, `${home}/making`, {
    recursive: true,
    preserveTimestamps: true,
    filter: (from) => Number(/(\d{4})\.JPG$/.exec(from)?.[1] ?? 0) <= most,
  });
  renameSync(`${home}/making`, `${reader}/SOME`);
};

/** How many stills lie in a folder, at any depth; none where there is no such folder. */
export const stillsIn = (folder: string): number =>
  existsSync(folder) ? readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => /\.(jpg|orw)$/i.test(name)).length : 0;

/** A card of stills that no other card has: those of 4 May in slot 2, so many days later. */
export const make = (card: string, numbers: number[], daysLater: number) => {
  takeOut(card);
  const folder = `${home}/making/DCIM/101ORREL`;
  mkdirSync(folder, { recursive: true });
  for (const n of numbers) cpSync(`${reader}/ORREL_B/DCIM/101ORREL/ORL_${n}.JPG`, `${folder}/ORL_${n}.JPG`, { preserveTimestamps: true });
  execFileSync("exiftool", ["-q", "-q", "-overwrite_original", "-P", `-AllDates+=0:0:${daysLater} 0:0:0`, folder]);
  renameSync(`${home}/making`, `${reader}/${card}`); // it comes in whole
};
export const range = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);

/** Brings in a card by the command, before what the test is about; the receipt's state is the command's to say. */
export const bringIn = (card: string, description = "") => {
  try {
    execFileSync("bin/ledger", ["intake", `${reader}/${card}`, "--description", description], {
      env: { ...process.env, LEDGER_HOME: home },
      stdio: "pipe",
    });
  } catch {
    // a file of it could not be read: the rest is in
  }
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

/** The page is told nothing: it asks by itself, as where a proxy holds streams back. */
export async function withoutStream(page: Page): Promise<void> {
  await page.route("**/api/events", (route) => route.abort());
  await page.reload();
}

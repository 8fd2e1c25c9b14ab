import { expect } from "@playwright/test";
import { cpSync, mkdirSync, renameSync, rmSync } from "node:fs";
import { bringIn, openCard, reader, shootOf, test } from "./ledger";

test("no letter alone begins an intake, wherever it is typed", async ({ ledger: page }) => {
  await openCard(page, "TOWER");
  const begin = page.getByRole("button", { name: /^Bring in 14 frames/ });
  await expect(begin).toBeEnabled();
  await page.getByRole("button", { name: /^standing order/ }).click();
  await expect(page.getByRole("menu")).toBeVisible();
  await page.keyboard.type("by the");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("menu")).toHaveCount(0);
  const row = page.getByRole("region", { name: /^Shoot of/ }).first();
  await row.getByRole("slider", { name: "where a new shoot begins" }).press("b");
  await row.getByRole("listbox").focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("b");
  await page.keyboard.press("Escape");
  await row.getByRole("textbox").first().press("b");
  await page.keyboard.press("Escape");
  await page.getByRole("main").click({ position: { x: 600, y: 20 } });
  await page.keyboard.press("b");
  await expect(begin).toBeFocused(); // and waits there for Enter
  await page.waitForTimeout(700);
  await expect(page).toHaveURL(/\/intake\/[0-9a-f]{16}$/);
  await expect(begin).toBeEnabled();
});

test("a card that is opened is described by keys alone, and Enter leads on to the button that begins", async ({ ledger: page }) => {
  bringIn("TOWER", "Signal tower");
  await openCard(page, "ORREL_A");
  const blanks = page.getByRole("textbox", { name: /^Description of the shoot/ });
  await expect(blanks.first()).toBeFocused();
  await page.keyboard.type("tow");
  await expect(page.getByRole("option", { name: "Signal tower" })).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(blanks.first()).toHaveValue("Signal tower");
  await page.keyboard.press("Enter");
  await expect(blanks.nth(1)).toBeFocused();
  await page.keyboard.press('"');
  await expect(blanks.nth(1)).toHaveValue("Signal tower");
  await expect(blanks.nth(2)).toBeFocused();
  await page.keyboard.type("Boats");
  await page.keyboard.press("Shift+Enter");
  await expect(blanks.nth(3)).toHaveValue("Boats");
  const begins = page.getByRole("button", { name: /^Bring in \d+ frames/ });
  await expect(begins).toBeFocused();
  await page.keyboard.press("z");
  await expect(blanks.nth(3)).toHaveValue("");
  await blanks.nth(3).focus();
  await page.keyboard.down("Enter");
  await page.keyboard.down("Enter"); // held down, it leads to the button and begins nothing
  await page.keyboard.up("Enter");
  await page.waitForTimeout(700);
  await expect(page.getByRole("button", { name: /^Bring in \d+ frames/ })).toBeFocused();
  await expect(page).toHaveURL(/\/intake\/[0-9a-f]{16}$/);
  await expect(page.getByRole("button", { name: /^Bring in \d+ frames/ })).toContainText("Enter");
});

test("what is said on a desk belongs to the card with its contents, not to its place", async ({ ledger: page }) => {
  const put = (from: string) => {
    mkdirSync(`${reader}/SAME/DCIM`, { recursive: true });
    cpSync(`${reader}/${from}/DCIM`, `${reader}/SAME/DCIM`, { recursive: true, preserveTimestamps: true });
  };
  put("TOWER");
  await openCard(page, "SAME");
  const blank = () => page.getByRole("textbox", { name: /^Description of the shoot/ }).first();
  await blank().fill("Signal tower");
  await expect(page.getByText("Signal tower/")).toBeVisible();
  renameSync(`${reader}/SAME`, `${reader}/.SAME`);
  put("VANTRY_6"); // another card of that label, or the same one formatted and filled again
  await expect(page.getByText("This card is in no reader").or(page.getByText("The card SAME was pulled out"))).toBeVisible();
  await openCard(page, "SAME");
  await expect(shootOf(page, "Mon 4 May")).toBeVisible();
  await expect(blank()).toHaveValue("");
  rmSync(`${reader}/SAME`, { recursive: true });
  renameSync(`${reader}/.SAME`, `${reader}/SAME`);
  await openCard(page, "SAME");
  await expect(blank()).toHaveValue("Signal tower");
});

test("two bodies of one event on one desk: picked and opened by keys, one numbering, a receipt each, taken back as one", async ({ ledger: page }) => {
  const row = (card: string) => page.getByRole("row").filter({ has: page.getByRole("link", { name: card, exact: true }) });
  await expect(row("VANTRY_6").getByText("42").nth(1)).toBeVisible(); // it was read: how many are new is said
  await expect(page.getByText("ORREL_A, ORREL_B and VANTRY_6 are of the same days")).toBeVisible();
  await row("ORREL_A").getByRole("checkbox").press("Space");
  await row("VANTRY_6").getByRole("checkbox").press("Space");
  await page.keyboard.press("t");
  await expect(page.getByRole("heading", { name: "ORREL_A and VANTRY_6" })).toBeVisible();
  const evening = shootOf(page, "Mon 4 May");
  await expect(page.getByRole("textbox", { name: /^Description of the shoot/ }).first()).toBeFocused();
  await expect(evening.getByText("69").first()).toBeVisible();
  await page.keyboard.type("Lantern boats");
  await page.keyboard.press("Shift+Enter");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Receipt 1, ORREL_A" })).toBeVisible();
  await expect(page.getByText("begun together with")).toContainText("receipt 2, VANTRY_6");
  await page.getByRole("button", { name: "not yet" }).click();
  await expect(page).toHaveURL(/\/intake\/[0-9a-f]{16}\+[0-9a-f]{16}$/);
  await expect(page.getByRole("button", { name: /^Bring in 136 frames/ })).toBeEnabled();
  await expect(page.getByRole("textbox", { name: /^Description of the shoot/ }).first()).toHaveValue("Lantern boats");
});

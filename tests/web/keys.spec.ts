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

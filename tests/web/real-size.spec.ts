import { expect } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { readdirSync } from "node:fs";
import { drives, openCard, pull, putBack, reader, test } from "./ledger";

/** What small cards on a warm ledger do not show: a wedding of 400 pairs that goes over midnight, on a ledger of that day, from the card to its clearance. */
const PAIRS = 400;

test("a card of real size on a fresh ledger, by keys, from the reader to the word that it may be formatted", async ({ ledger: page }) => {
  test.setTimeout(150_000);
  execFileSync(process.env.PHP ?? "php", ["tests/web/pairs.php", `${reader}/WEDDING`, `${PAIRS}`]);
  await openCard(page, "WEDDING");
  await expect(page.getByRole("button", { name: `Bring in ${PAIRS} frames` })).toBeEnabled({ timeout: 30_000 });
  await expect(page.getByText("It goes on over midnight without a longer rest than before")).toBeVisible();
  await expect(page.getByRole("textbox", { name: /^Description of the shoot/ })).toBeFocused(); // its text, and one key
  await page.keyboard.type("Tern and Tallow");
  await page.keyboard.press("Enter"); // to the button
  await expect(page.getByText("2026/2026-09-05 Tern and Tallow")).toBeVisible();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter"); // begin now
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 90_000 });
  await expect(page.getByText(`${PAIRS * 2} files of this card are on Anvil and Bellows, read back and equal to the card.`)).toBeVisible();
  await expect(page.getByText("may be formatted", { exact: false }).first()).toBeVisible({ timeout: 20_000 });
  for (const drive of ["Anvil", "Bellows"]) {
    expect(readdirSync(`${drives}/${drive}/2026/2026-09-05 Tern and Tallow`).filter((name) => /^2026-09-0[56]_tern-and-tallow_\d{4}\.(orw|jpg)$/.test(name))).toHaveLength(PAIRS * 2);
  }
  await page.getByRole("link", { name: "Tern and Tallow" }).first().click();
  await expect(page.getByText(`${PAIRS} frames, ${PAIRS * 2} files`)).toBeVisible();
  await expect(page.getByRole("option").first().locator("img")).toBeVisible({ timeout: 20_000 });
  await page.goto("/stores");
  await expect(page.getByText("nothing", { exact: true })).toHaveCount(2, { timeout: 20_000 });
  // Put in once more it is known to be held, and a drive that leaves is seen on its desk.
  pull("WEDDING");
  putBack("WEDDING");
  await page.goto("/intake");
  await expect(page.getByText(`WEDDING may be formatted: ${PAIRS * 2} files`)).toBeVisible({ timeout: 90_000 });
  await expect(page.getByRole("region", { name: "Still open" })).toContainText("Nothing: no run is stopped");
  await openCard(page, "WEDDING");
  await expect(page.getByText(`${PAIRS} frames on the card, ${PAIRS} already held`)).toBeVisible({ timeout: 30_000 });
  await page.keyboard.press("b");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "May WEDDING be formatted?" })).toBeVisible();
});

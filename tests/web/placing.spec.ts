import { expect } from "@playwright/test";
import { existsSync, mkdirSync, readdirSync, rmSync } from "node:fs";
import { bringIn, checkAgainstWcag, choose, drives, make, openCard, range, store, test } from "./ledger";

const jpegsIn = (drive: string, folder: string) => {
  const at = `${drives}/${drive}/${folder}`;
  return existsSync(at) ? readdirSync(at).filter((name) => name.endsWith(".jpg")).length : 0;
};

test("a shoot is filed away, leaves the working drive and comes back, by keys, on four drives; rules say where work lies", async ({ ledger: page }) => {
  make("LATE", range(1203, 1208), 60);
  bringIn("LATE");
  for (const drive of ["Coffer", "Chest"]) {
    mkdirSync(`${drives}/${drive}`);
    await page.getByRole("link", { name: "Stores" }).click();
    await page.getByRole("button", { name: "add a store" }).click();
    const form = page.getByRole("region", { name: "Another store" });
    await form.getByRole("button", { name: new RegExp(drive) }).click();
    await form.getByRole("button", { name: "a mirror: the same tree" }).click();
    await page.getByRole("menuitemradio", { name: "the archive: where finished work ends" }).click();
    await form.getByRole("button", { name: "use this folder" }).click();
    await expect(page.getByRole("region", { name: `Store ${drive}` })).toContainText("owednothing");
  }
  const rules = page.getByRole("region", { name: "Where work lies" });
  await expect(rules).toContainText("All work lands on Anvil, is mirrored on Bellows and ends on Coffer and Chest.");

  // By keys: filed away, off the drive, back.
  await page.getByRole("link", { name: "Shoots" }).click();
  await page
    .getByRole("link", { name: /3 July|2026-07-03/ })
    .first()
    .click();
  const folder = "2026/2026-07-03";
  await expect(page.getByText("At home on Anvil; also on Bellows.")).toBeVisible();
  const place = async (what: RegExp) => {
    await page.keyboard.press("w");
    await page.getByRole("menuitem", { name: what }).focus();
    await page.keyboard.press("Enter");
  };
  await place(/have it leave Anvil/);
  await expect(page.getByText(/stays on Anvil: .* 1 proven copy is elsewhere and there now, where 2 are asked for/)).toBeVisible();
  await page.keyboard.press("Escape");
  await place(/file it away: to Coffer, Chest/);
  await expect(page.getByText(/Coffer is owed 6 files/)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByText("At home on Anvil; also on Bellows, Coffer and Chest. Filed away.")).toBeVisible({ timeout: 60_000 });
  await place(/have it leave Anvil/);
  await expect(page.getByText(/6 files leave Anvil: .* more are free there/)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByText("At home on Coffer; also on Bellows and Chest. Filed away.")).toBeVisible({ timeout: 60_000 });
  await expect.poll(() => [jpegsIn("Anvil", folder), jpegsIn("Coffer", folder), existsSync(`${store}/${folder}`)]).toEqual([0, 6, false]);
  await place(/bring it to Anvil/);
  await expect(page.getByText(/Anvil is owed 6 files/)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByText("At home on Anvil; also on Bellows, Coffer and Chest. Filed away.")).toBeVisible({ timeout: 60_000 });
  expect(jpegsIn("Anvil", folder)).toBe(6);
  for (const width of [360, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await checkAgainstWcag(page, `a shoot and where it lies, ${width} wide`);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }

  // A rule for some work; what it would move is shown before it is kept.
  await page.getByRole("link", { name: "Stores" }).click();
  await rules.getByRole("button", { name: "another rule" }).click();
  await expect(rules.getByRole("button", { name: "keep these rules" })).toBeDisabled();
  await rules.getByLabel("first year of the rule").fill("2026");
  await rules.getByLabel("first year of the rule").blur();
  await choose(page, /ends on/, "Chest");
  await page.keyboard.press("Escape");
  await expect(rules.getByText("Nothing is to be copied or taken away.")).toBeVisible();
  await checkAgainstWcag(page, "the page of stores with a rule");
  await rules.getByRole("button", { name: "keep these rules" }).click();
  await expect(rules).toContainText("Work since 2026 lands on Anvil, is mirrored on Bellows and ends on Coffer.");
  await expect(rules).toContainText("All other work lands on Anvil");
  rmSync(`${drives}/Chest`, { recursive: true });
  await expect(page.getByRole("region", { name: "Store Chest" })).toContainText("is away", { timeout: 20_000 });
});

test("second copies wait for the first look, and the card says so", async ({ ledger: page }) => {
  make("LATE", range(1203, 1205), 60);
  await openCard(page, "LATE");
  await page.keyboard.press("Escape");
  await page.keyboard.press("o");
  await choose(page, /second copies are made/, /after first look, of what is not dropped/);
  await expect(page.getByText("mirrored on", { exact: true })).toBeHidden();
  await expect(page.getByRole("region", { name: "Standing order" })).toContainText("departs from it in copies");
  await page.getByRole("button", { name: /Bring in 3 frames/ }).click();
  await expect(page.getByText(/3 brought in|All 3/).first()).toBeVisible({ timeout: 60_000 });
  expect([jpegsIn("Anvil", "2026/2026-07-03"), jpegsIn("Bellows", "2026/2026-07-03")]).toEqual([3, 0]);
  await page.getByRole("link", { name: "Intake" }).click();
  await expect(page.getByText(/has no second copy yet: second copies are made after first look/)).toBeVisible({ timeout: 20_000 });
  await page.getByRole("link", { name: "Shoots" }).click();
  await page
    .getByRole("link", { name: /3 July|2026-07-03/ })
    .first()
    .click();
  await expect(page.getByText("At home on Anvil. Second copies are made after first look, of what is not dropped.")).toBeVisible();
  await page.keyboard.press("w");
  await page.getByRole("menuitem", { name: "make its second copies now" }).click();
  await expect(page.getByText(/Bellows is owed 3 files/)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByText("At home on Anvil; also on Bellows.")).toBeVisible({ timeout: 60_000 });
  expect(jpegsIn("Bellows", "2026/2026-07-03")).toBe(3);
});

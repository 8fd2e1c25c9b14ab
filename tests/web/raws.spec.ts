import { expect } from "@playwright/test";
import { appendFileSync, cpSync, existsSync, mkdirSync, readdirSync } from "node:fs";
import { checkAgainstWcag, choose, openCard, reader, shootOf, store, test } from "./ledger";

const RAWS = { V6A_0435: "V6A_0901", V6A_0436: "V6A_0902" };

test.beforeEach(() => {
  mkdirSync(`${reader}/PANS/DCIM/100VANTR`, { recursive: true });
  for (const [raw, other] of Object.entries(RAWS)) {
    cpSync(`${reader}/VANTRY_6/DCIM/100VANTR/${raw}.VRW`, `${reader}/PANS/DCIM/100VANTR/${other}.VRW`);
    appendFileSync(`${reader}/PANS/DCIM/100VANTR/${other}.VRW`, "of another printing");
  }
});

test("an order with DNG: its cost before, copying and converting apart, and what it came to", async ({ ledger: page }) => {
  await openCard(page, "PANS");
  await choose(page, /^standing order/, "By the day");
  await page.keyboard.press("Escape");
  await page.keyboard.press("o");
  const order = page.getByRole("region", { name: "Standing order" });
  await choose(page, /raws become DNGs/, /instead of the raw/);
  await choose(page, /the raw itself/, /is put into/);
  await expect(order).toContainText(/2 raws, 2\.\d MB\. No raw of Vantry 6 was converted so far, so time and size cannot be told\./);
  await expect(order).toContainText("departs from it in DNG");
  await checkAgainstWcag(page, "an order with DNG");
  await shootOf(page, "Sat 9 May").getByLabel("Description").fill("Salt pans, raw");
  await page.getByRole("button", { name: "Bring in 2 frames" }).click();
  const dng = page.getByRole("region", { name: "DNG" });
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 20_000 });
  await expect(dng).toContainText(
    /2 raws, 2\.\d MB, became 2 DNGs, \d\.\d MB, all proven\. 2 raws were let go: the DNG is there in its place, at every store\./,
    { timeout: 45_000 },
  );
  await checkAgainstWcag(page, "a receipt with DNGs");
  const folder = `${store}/2026/2026-05-09 Salt pans, raw`;
  expect(readdirSync(folder).filter((name) => !name.startsWith("."))).toEqual([
    "2026-05-09_salt-pans-raw_0001.dng",
    "2026-05-09_salt-pans-raw_0002.dng",
    "checksums.xxh128",
  ]);
  expect(existsSync(`${store.replace("Anvil", "Bellows")}/2026/2026-05-09 Salt pans, raw/2026-05-09_salt-pans-raw_0002.dng`)).toBe(true);
  await page.getByRole("link", { name: "Salt pans, raw" }).click();
  await expect(page.getByRole("option", { name: /salt-pans-raw_0001/ })).toBeVisible();

  await openCard(page, "PANS");
  await expect(page.getByText("2 frames on the card, 2 already held")).toBeVisible();
});

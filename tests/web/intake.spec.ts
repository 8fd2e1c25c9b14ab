import { expect } from "@playwright/test";
import { cpSync, mkdirSync, readdirSync, renameSync } from "node:fs";
import { openCard, pull, putBack, putInMany, reader, shootOf, store, test } from "./ledger";

test("a card becomes shoot folders: desk, names while typing, receipt, shoot", async ({ ledger: page }) => {
  pull("ORREL_B"); // slot 2 has the damaged frame whole, and it would be taken from there
  await openCard(page, "ORREL_A");
  await expect(page.getByText("94 frames, 143 files")).toBeVisible();
  await expect(page.getByText("ORL_1250.JPG cannot be read: it starts with nothing but zeros")).toBeVisible();
  const boats = shootOf(page, "Mon 4 May");
  await boats.getByLabel("Description").fill("Lantern boats: second night");
  await expect(boats).toContainText("2026/2026-05-04 Lantern boats second night/");
  await expect(boats).toContainText("2026-05-04_lantern-boats-second-night_0001.orw … 0045.jpg");
  await expect(boats).toContainText("file systems do not take every character");
  await boats.getByLabel("Description").fill("Lantern boats");

  await boats.getByRole("button", { name: "Open the pictures" }).click();
  const frames = page.getByRole("listbox", { name: "Frames of Mon 4 May" });
  const first = frames.getByRole("option").first();
  await expect(first).toHaveAccessibleName(/ORL_1202\.ORW, 21:14:09, 2 files/);
  await expect.poll(() => first.locator("img").evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(160);
  await frames.getByRole("option", { name: /ORL_1205/ }).click();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press(" ");
  await expect(frames.getByRole("option", { name: /ORL_1206.*left out/ })).toHaveAttribute("aria-selected", "false");
  await expect(page.getByText("94 frames on the card, 2 left out, 1 unreadable: 91 to bring in to Anvil")).toBeVisible();

  await page.reload();
  await expect(page.getByRole("button", { name: "Bring in 91 frames" })).toBeEnabled();
  await page.getByRole("main").click({ position: { x: 600, y: 20 } });
  await page.keyboard.press("b");
  await expect(page.getByRole("button", { name: /^Bring in \d+ frames/ })).toBeFocused();
  await page.keyboard.press("Enter");

  await expect(page.getByRole("heading", { name: /Receipt \d+, ORREL_A/ })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Not all of it is safe" })).toBeVisible({ timeout: 30_000 });
  const sums = page.getByRole("table", { name: "Sums of the receipt" });
  for (const row of [/brought in 135/, /left out 4/, /unreadable 1/, /not stills 3/, /on the card 143/])
    await expect(sums.getByRole("row", { name: row })).toBeVisible();
  await sums
    .getByRole("row", { name: /unreadable/ })
    .getByRole("button")
    .click();
  await expect(page.getByRole("listitem").filter({ hasText: "ORL_1250.JPG" })).toContainText("unreadable: it starts with nothing but zeros");
  expect(readdirSync(`${store}/2026/2026-05-04 Lantern boats`).length).toBe(88); // and the list of checksums

  await page.getByRole("link", { name: "Shoots", exact: true }).click();
  await page.getByRole("link", { name: /Lantern boats/ }).click();
  await expect(page.getByRole("heading", { name: "Lantern boats" })).toBeVisible();
  await expect(page.getByRole("option").first()).toHaveAccessibleName(/2026-05-04_lantern-boats_0001\.orw.*was DCIM\/101ORREL\/ORL_1202\.ORW/);
  // What is held is looked at as what is on a card is.
  await page.getByRole("listbox").focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowRight");
  const look = page.getByRole("dialog", { name: "2026-05-04_lantern-boats_0002.orw, larger" });
  await expect.poll(() => look.getByRole("img").evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1008);
  await expect(look).toContainText("was DCIM/101ORREL/ORL_1203.ORW");
  await page.keyboard.press(" ");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "1 frame picked" })).toBeVisible();
});

test("a card pulled away mid-view is said so, keeps what was written, and picks up when it returns", async ({ ledger: page }) => {
  await openCard(page, "TOWER");
  const shoot = shootOf(page, "Thu 18 June");
  await shoot.getByLabel("Description").fill("Signal tower");
  await expect(page.getByRole("button", { name: "Bring in 14 frames" })).toBeEnabled();
  pull("TOWER");
  await expect(page.getByText("The card TOWER was pulled out. What you marked and wrote is kept")).toBeVisible();
  await expect(page.getByRole("button", { name: "The card is out" })).toBeDisabled();
  putBack("TOWER");
  await expect(page.getByText("was pulled out")).toBeHidden();
  await expect(shoot.getByLabel("Description")).toHaveValue("Signal tower");
  await expect(page.getByRole("button", { name: "Bring in 14 frames" })).toBeEnabled();
});

test("cards come and go in the list by themselves; none at all says where they are looked for", async ({ ledger: page }) => {
  await expect(page.getByRole("row", { name: "TOWER" })).toBeVisible();
  pull("TOWER");
  await expect(page.getByRole("row", { name: "TOWER" })).toBeHidden();
  putBack("TOWER");
  await expect(page.getByRole("row", { name: "TOWER" })).toBeVisible();
  await page.getByRole("row", { name: "SPARE" }).click();
  await expect(page.getByText("There are no stills on this card")).toBeVisible();
  await expect(page.getByRole("button", { name: /bring in/i })).toBeDisabled();
});

test("a long copy survives a reload, stops when the card is pulled, and goes on", async ({ ledger: page }) => {
  test.setTimeout(240_000); // a slow drive takes its time
  putInMany();
  await openCard(page, "MANY");
  await expect(page.getByRole("button", { name: "Bring in 3,000 frames" })).toBeEnabled({ timeout: 120_000 });
  await page.getByRole("button", { name: "Bring in 3,000 frames" }).click();
  const bar = page.getByRole("progressbar", { name: "Copied" });
  await expect(bar).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/[1-9]\d* of 3,000 files.* a second, about/s)).toBeVisible({ timeout: 20_000 });
  await page.getByRole("button", { name: "pause" }).click();
  await expect(page.getByText("It is paused, by your wish.")).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: "Paused" })).toBeVisible();
  // The other slot's card holds a frame that is still to come: it is promised, and not brought in twice.
  mkdirSync(`${reader}/SLOT_2/DCIM/100ORREL`, { recursive: true });
  cpSync(`${reader}/MANY/DCIM/100ORREL/ORL_2990.JPG`, `${reader}/SLOT_2/DCIM/100ORREL/ORL_2990.JPG`, { preserveTimestamps: true });
  const other = await page.context().newPage();
  await openCard(other, "SLOT_2");
  await expect(other.getByText("1 frame on the card, 1 already held: 0 to bring in")).toBeVisible();
  await expect(other.getByRole("option", { name: /ORL_2990.*comes by receipt \d+/ })).toBeVisible();
  await other.close();
  await expect(page.getByRole("complementary", { name: "May the card be formatted" })).toContainText("are nowhere but on this card");
  const copied = () => readdirSync(`${store}/2026/2026-08-21`).filter((name) => name.endsWith(".jpg")).length;
  const before = copied();
  await page.getByRole("button", { name: "go on" }).click();
  await expect.poll(copied, { intervals: [20] }).toBeGreaterThan(before);
  pull("MANY");
  await expect(page.getByRole("alert")).toContainText("The card MANY left its reader");
  await expect(page.getByRole("complementary", { name: "May the card be formatted" })).toContainText("is said while it is in a reader");
  putBack("MANY");
  await page.getByRole("button", { name: "go on" }).click();
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 200_000 });
  await expect(page.getByRole("row", { name: /brought in 3,000/ })).toBeVisible();
  expect(readdirSync(`${store}/2026/2026-08-21`).filter((name) => name.endsWith(".jpg")).length).toBe(3000);
});

test("a store that is away is said before anything is begun", async ({ ledger: page }) => {
  const mark = `${store}/.velvet-ledger-store`;
  renameSync(mark, `${mark}.off`);
  await expect(page.getByText(/The store Anvil is not at .* Attach its drive/)).toBeVisible();
  await page.getByRole("row", { name: "TOWER" }).click();
  await expect(page.getByText("Anvil is not there").first()).toBeVisible();
  await expect(page.getByRole("button", { name: "Anvil is not there" })).toBeDisabled();
  // The desk follows its drives, with nothing said on it.
  renameSync(`${mark}.off`, mark);
  await expect(page.getByRole("button", { name: "Bring in 14 frames" })).toBeEnabled();
  renameSync(mark, `${mark}.off`);
  await expect(page.getByRole("button", { name: "Anvil is not there" })).toBeDisabled();
});

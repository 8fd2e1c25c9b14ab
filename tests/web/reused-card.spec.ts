import { expect } from "@playwright/test";
import { appendFileSync, cpSync, mkdirSync, rmSync } from "node:fs";
import { bringIn, openCard, pull, putBack, reader, shootOf, test } from "./ledger";

/** ORREL_A but for two frames of it is in; ORREL_B is the other slot of the same camera. */
test.beforeEach(() => {
  const left = ["ORL_1205", "ORL_1206"].flatMap((name) => ["JPG", "ORW"].map((kind) => `${name}.${kind}`));
  pull("ORREL_B"); // or the damaged frame would be taken from there
  mkdirSync(`${reader}/.kept`);
  for (const file of left) {
    cpSync(`${reader}/ORREL_A/DCIM/101ORREL/${file}`, `${reader}/.kept/${file}`, { preserveTimestamps: true });
    rmSync(`${reader}/ORREL_A/DCIM/101ORREL/${file}`);
  }
  bringIn("ORREL_A");
  for (const file of left) cpSync(`${reader}/.kept/${file}`, `${reader}/ORREL_A/DCIM/101ORREL/${file}`, { preserveTimestamps: true });
  putBack("ORREL_B");
});

test("the second slot's card shows what is held, under which name, and brings in only what is not", async ({ ledger: page }) => {
  await openCard(page, "ORREL_B");
  const boats = shootOf(page, "Mon 4 May");
  await expect(page.getByText("94 frames on the card, 91 already held: 3 to bring in")).toBeVisible();
  await expect(shootOf(page, "Wed 6 May")).toContainText("2026-05-06_0026.jpg");
  await expect(shootOf(page, "Thu 7 May")).toContainText(/all held since .* in 2026\/2026-05-07/);
  await boats.getByRole("button", { name: "Open the pictures" }).click();
  const frames = page.getByRole("listbox", { name: "Frames of Mon 4 May" });
  await expect(frames.getByRole("option", { name: /ORL_1202.*held/ })).toHaveAttribute("aria-selected", "false");
  await expect(frames.getByRole("option", { name: /ORL_1205.*twin on ORREL_A/ })).toHaveAttribute("aria-selected", "true");
  await frames.getByRole("option", { name: /ORL_1202/ }).click();
  await expect(frames.getByRole("option", { name: /ORL_1202.*held, again/ })).toHaveAttribute("aria-selected", "true");
  await expect(page.getByText("90 already held: 4 to bring in")).toBeVisible();
  await boats.getByRole("button", { name: "new only" }).click();
  await page.getByRole("button", { name: "Bring in 3 frames" }).click();
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole("row", { name: /held already 13\d/ })).toBeVisible();
});

test("a held exposure with other bytes is shown beside the held one, and the photographer decides", async ({ ledger: page }) => {
  const folder = `${reader}/EDITED/DCIM/101ORREL`;
  mkdirSync(folder, { recursive: true });
  cpSync(`${reader}/ORREL_A/DCIM/101ORREL/ORL_1275.JPG`, `${folder}/ORL_1275.JPG`);
  appendFileSync(`${folder}/ORL_1275.JPG`, "developed in the camera");
  await openCard(page, "EDITED");
  await expect(page.getByText("1 frame here of an exposure that is held with other bytes, first DCIM/101ORREL/ORL_1275.JPG")).toBeVisible();
  await page.getByRole("listbox").focus();
  await page.keyboard.press("Enter");
  const look = page.getByRole("dialog", { name: "ORL_1275.JPG, larger" });
  await expect(look.getByRole("img")).toHaveCount(2);
  await expect
    .poll(() => look.getByRole("img", { name: "the held frame of the same exposure" }).evaluate((img: HTMLImageElement) => img.naturalWidth))
    .toBeGreaterThan(1000);
  await page.getByRole("button", { name: "leave on the card" }).click();
  await expect(page.getByText("1 frame on the card, 1 left out: 0 to bring in")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /bring in/i })).toBeDisabled();
});

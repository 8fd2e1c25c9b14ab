import { expect, type Page } from "@playwright/test";
import { existsSync, mkdirSync, readdirSync, writeFileSync } from "node:fs";
import { bringIn, checkAgainstWcag, drives, make, range, store, test } from "./ledger";

/** What is in a folder of a drive, its lists apart; what is not there has nothing in it. */
const inFolder = (folder: string, drive = store) =>
  existsSync(`${drive}/2026/${folder}`) ? readdirSync(`${drive}/2026/${folder}`).filter((name) => !name.startsWith("checksums")) : [];

/** Chosen from the menu by its first letters. */
const change = async (page: Page, what: string) => {
  await page.keyboard.press("e");
  await expect(page.getByRole("menuitem", { name: "describe, date or file it" })).toBeFocused();
  await page.keyboard.type(what);
  await expect(page.getByRole("menuitem", { name: what })).toBeFocused();
  await page.keyboard.press("Enter");
};

/** What stands in the blanks is shown, and done by another Enter. */
const doIt = async (page: Page, name: RegExp) => {
  const button = page.getByRole("button", { name });
  await expect(button).toBeEnabled();
  await button.focus();
  await page.keyboard.press("Enter");
  await expect(button).toBeHidden();
};

test("a shoot is described late, numbered after dropping, split, merged and taken back, by keys, on every drive", async ({ ledger: page }) => {
  make("LATE", range(1203, 1210), 60);
  bringIn("LATE");
  mkdirSync(`${store}/2026/2026-07-03/exports`);
  writeFileSync(`${store}/2026/2026-07-03/exports/2026-07-03_0004-print.tif`, "an export");

  // From the list, where a shoot without a description asks for one.
  await page.goto("/shoots");
  await page.getByRole("textbox", { name: "Description of the shoot of Fri 3 July" }).fill("Lantern");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("link", { name: /Lantern/ })).toBeVisible();
  await expect.poll(() => inFolder("2026-07-03 Lantern")).toContain("2026-07-03_lantern_0008.jpg");
  await page.getByRole("link", { name: /Lantern/ }).click();

  // On its page: the title is a blank; what it comes to is shown before it is done.
  await expect(page.getByRole("heading", { name: "Lantern" })).toBeVisible();
  await page.keyboard.press("d");
  await page.keyboard.press("End");
  await page.keyboard.type(" boats");
  await page.keyboard.press("Enter");
  const names = page.getByRole("region", { name: "Names before and after" });
  await expect(names).toContainText("2026-07-03_lantern-boats_0001");
  await checkAgainstWcag(page, "names before and after");
  await expect(page.getByRole("button", { name: /^Change 8 frames/ })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Lantern boats" })).toBeVisible();
  const exported = `${store}/2026/2026-07-03 Lantern boats/exports`;
  await expect.poll(() => (existsSync(exported) ? readdirSync(exported) : [])).toEqual(["2026-07-03_lantern-boats_0004-print.tif"]);

  // Two are dropped and set aside, and the others numbered without gaps; what was exported of one bears its number.
  await page.request.post("/api/look/shoots-1/acts", {
    data: { acts: [{ name: "drop", kind: "judge", word: "drop", frames: [2, 3].map((frame) => ({ frame, revision: 0 })) }] },
  });
  await page.reload();
  await page.getByRole("button", { name: "set all 2 aside" }).waitFor();
  await page.keyboard.press("x");
  await expect(page.getByText("2 frames are set aside")).toBeVisible();
  await page.keyboard.press("r");
  await expect(names).toContainText("2026-07-03_lantern-boats_0006");
  await doIt(page, /^Change 5 frames/);
  const six = range(1, 6).map((n) => `2026-07-03_lantern-boats_000${n}.jpg`);
  for (const drive of [store, `${drives}/Bellows`])
    await expect.poll(() => inFolder("2026-07-03 Lantern boats", drive).filter((name) => name.endsWith(".jpg"))).toEqual(six);
  await expect.poll(() => readdirSync(exported)).toEqual(["2026-07-03_lantern-boats_0002-print.tif"]);

  // Split on the time scale, and put together again.
  await change(page, "split");
  await expect(page.getByRole("slider", { name: "where a new shoot begins" })).toBeFocused();
  await page.keyboard.press("End");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("Enter");
  await page.getByRole("textbox", { name: "description of the shoot of their own" }).fill("The last two");
  await page.keyboard.press("Enter");
  await doIt(page, /^Change 2 frames/);
  await expect.poll(() => inFolder("2026-07-03 The last two")).toEqual(["2026-07-03_the-last-two_0001.jpg", "2026-07-03_the-last-two_0002.jpg"]);
  await page.goto("/shoots/2");
  await expect(page.getByRole("heading", { name: "The last two" })).toBeVisible();
  await expect(page.getByText("2 frames, 2 files")).toBeVisible();
  await change(page, "to another");
  await page.getByRole("textbox", { name: "find a shoot" }).fill("lantern");
  await page.getByRole("button", { name: /Lantern boats/ }).click();
  await doIt(page, /^Change 2 frames/);
  await expect.poll(() => inFolder("2026-07-03 Lantern boats").filter((name) => name.endsWith(".jpg"))).toHaveLength(6);
  await expect.poll(() => existsSync(`${store}/2026/2026-07-03 The last two`)).toBe(false);

  // All of it is taken back, the last first: as it came in.
  await page.goto("/shoots/1");
  for (const last of [/2 frames.* to Lantern boats/, /a shoot of their own/, /named anew/, /set aside/, /boats/, /described/]) {
    await expect(page.getByText(last).and(page.getByText(/^Last change/))).toBeVisible();
    await page.keyboard.press("z");
  }
  await expect(page.getByText(/^Last change/)).toBeHidden();
  const first = range(1, 8).map((n) => `2026-07-03_000${n}.jpg`);
  for (const drive of [store, `${drives}/Bellows`])
    await expect.poll(() => inFolder("2026-07-03", drive).filter((name) => name.endsWith(".jpg"))).toEqual(first);
  const exportedAgain = `${store}/2026/2026-07-03/exports`;
  await expect.poll(() => (existsSync(exportedAgain) ? readdirSync(exportedAgain) : [])).toEqual(["2026-07-03_0004-print.tif"]);
});

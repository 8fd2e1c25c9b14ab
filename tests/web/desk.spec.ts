import { expect, type Page } from "@playwright/test";
import { mkdirSync, writeFileSync } from "node:fs";
import { choose, openCard, reader, shootOf, test } from "./ledger";

const rows = (page: Page) => page.getByRole("region", { name: /^Shoot of/ });
const status = (page: Page, words: string) => expect(page.getByRole("contentinfo").getByText(words)).toBeVisible();

test("a four-day card with a stray becomes three shoots and a left-out one; cut, join and undo", async ({ ledger: page }) => {
  await openCard(page, "ORREL_A");
  await expect(rows(page)).toHaveCount(4);
  const stray = shootOf(page, "Thu 2 April");
  await expect(stray).toContainText("4 frames from 2 April, five weeks before the others.");
  await stray.getByRole("button", { name: "leave them out" }).click();
  await expect(stray).toContainText("left out, stays on the card");
  await status(page, "94 frames on the card, 4 left out: 90 to bring in");

  const boats = shootOf(page, "Mon 4 May");
  await boats.getByLabel("Description").fill("Lantern boats");
  await boats.getByRole("button", { name: "Open the pictures" }).click();
  await boats.getByRole("button", { name: /^rest of 40 min before ORL_1215/ }).click();
  const knife = boats.getByRole("slider", { name: "where a new shoot begins" });
  await expect(knife).toHaveAttribute("aria-valuetext", "between ORL_1214 at 21:21:31 and ORL_1215 at 22:01:03, 40 min apart");
  await knife.press("ArrowRight");
  await knife.press("ArrowLeft");
  await knife.press("Enter");
  await expect(rows(page)).toHaveCount(5);
  await expect.poll(() => page.evaluate(() => document.activeElement === document.body)).toBe(false);
  const [early, late] = [shootOf(page, "Mon 4 May, 21:14"), shootOf(page, "Mon 4 May, 22:01")];
  await expect(early).toContainText("2026-05-04_lantern-boats_0001.orw … 0013.wav");
  await late.getByLabel("Description").fill("Night ferry");
  await expect(late).toContainText("2026/2026-05-04 Night ferry/");
  await expect(late).toContainText("2026-05-04_night-ferry_0001.orw … 0032.jpg");

  await page.getByRole("button", { name: "undo", exact: true }).click();
  await expect(late.getByLabel("Description")).toHaveValue("");
  await boats.getByRole("button", { name: "after it" }).click();
  await expect(rows(page)).toHaveCount(4);
  await page.getByRole("button", { name: "undo", exact: true }).click();
  await expect(rows(page)).toHaveCount(5);
  await choose(page, "join it with…", /the one after/);
  await expect(rows(page)).toHaveCount(4);
  await expect(shootOf(page, "Mon 4 May")).toContainText("0001.orw … 0045.jpg");
  await page.getByRole("main").focus();
  await page.keyboard.press("z");
  await expect(rows(page)).toHaveCount(5);
  await page.keyboard.press("z");
  await expect(rows(page)).toHaveCount(4);
  await page.reload();
  await expect(stray).toContainText("left out, stays on the card");
  await expect(boats.getByLabel("Description")).toHaveValue("Lantern boats");
});

test("frames are picked and moved to another shoot, or to one of their own", async ({ ledger: page }) => {
  await openCard(page, "ORREL_A");
  await shootOf(page, "Wed 6 May").getByRole("button", { name: "Open the pictures" }).click();
  await page.getByRole("button", { name: "pick frames to move" }).click();
  const frames = page.getByRole("listbox", { name: "Frames of Wed 6 May" });
  await frames.getByRole("option").nth(0).click();
  await frames
    .getByRole("option")
    .nth(2)
    .click({ modifiers: ["Shift"] });
  await expect(page.getByText("3 frames picked")).toBeVisible();
  await choose(page, "move them to…", /Thu 7 May/);
  await expect(shootOf(page, "Wed 6 May").getByText("23", { exact: true }).first()).toBeVisible();
  await expect(shootOf(page, "Thu 7 May")).toContainText("2026/2026-05-07/2026-05-06_0001.jpg … 2026-05-07_0022.jpg");
  await page.getByRole("button", { name: "pick frames to move" }).click();
  await frames.getByRole("option").nth(5).click();
  await choose(page, "move them to…", /a shoot of their own/);
  await expect(rows(page)).toHaveCount(5);
  await frames.focus();
  await page.keyboard.press("End");
  await page.keyboard.press("c");
  await expect(rows(page)).toHaveCount(6);
  await status(page, "94 to bring in");
});

test("two bodies are put on one clock by two frames of one moment", async ({ ledger: page }) => {
  await openCard(page, "VANTRY_6");
  await page.getByRole("button", { name: "Open the standing order" }).click();
  const clock = page.getByRole("listitem", { name: /^Clock of Vantry 6/ });
  await expect(clock).toContainText("showed Mon 4 May 2026, 22:20:40");
  await clock.getByRole("button", { name: "two frames of one moment" }).click();
  await choose(page, /the same moment, on/, /^ORREL_A/);
  const sides = page.getByRole("group", { name: "Two frames of one moment" }).getByRole("listbox");
  await sides
    .first()
    .getByRole("option", { name: /V6A_0413/ })
    .click();
  await sides
    .last()
    .getByRole("option", { name: /ORL_1208/ })
    .click();
  await page.getByRole("button", { name: "these two are of one moment" }).click();
  await expect(clock).toContainText("back by 1 h 7 min 5 s");
  await expect(clock).toContainText("DCIM/100VANTR/V6A_0413.JPG on VANTRY_6 is of the moment of DCIM/101ORREL/ORL_1208.ORW on ORREL_A");
  await expect(shootOf(page, "Mon 4 May")).toContainText("21:13 to");
  await clock.getByRole("button", { name: "as it was" }).click();
  await expect(shootOf(page, "Mon 4 May")).toContainText("22:20 to");
  await clock.getByRole("button", { name: "−1 h" }).click();
  await expect(clock).toContainText("Mon 4 May 2026, 21:20:40, back by 1 h");
  await clock.getByLabel(/really taken/).fill("2026-05-03T23:30:00");
  await clock.getByLabel(/really taken/).press("Enter");
  await expect(shootOf(page, "Sun 3 May")).toContainText("23:30 to");
});

test("every name stands before and after, can be searched, and changes while a description is typed", async ({ ledger: page }) => {
  await openCard(page, "ORREL_A");
  await page.getByRole("button", { name: "Folders that result" }).click();
  await expect(page.getByRole("list", { name: "Folders" })).toContainText("2026-05-04/new45 frames91 files");
  await page.getByRole("button", { name: "Every name, before and after" }).click();
  const names = page.getByRole("table", { name: "Names before and after" });
  await page.getByLabel("find a name, before or after").fill("ORL_1214");
  await expect(page.getByText("3 of 143 files")).toBeVisible();
  await expect(names.getByRole("row", { name: /ORL_1214\.WAV 2026-05-04_0013\.wav/ })).toBeVisible();
  await page.getByLabel("find a name, before or after").fill("moving");
  await expect(names.getByRole("row", { name: /ORL_1271\.MOV stays: not a still, moving picture/ })).toBeVisible();
  await page.getByLabel("find a name, before or after").fill("_0045");
  await shootOf(page, "Mon 4 May").getByLabel("Description").pressSequentially("Tide: low");
  await expect(names.getByRole("row", { name: /2026-05-04_tide-low_0045\.orw/ })).toBeVisible();
  await expect(page.getByText("1 changed description, no collisions")).toBeVisible();
});

test("a shoot goes into one folder, frames without a time get one by hand, and what cannot be planned is mended", async ({ ledger: page }) => {
  const folder = `${reader}/SCANS/DCIM/100SCANS`;
  mkdirSync(folder, { recursive: true });
  const plain = Buffer.from(
    "/9j/2wBDAAEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQEBAQH/wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAACv/EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AKp//2Q==",
    "base64",
  );
  for (const name of ["SCAN0001.JPG", "SCAN0002.JPG"]) writeFileSync(`${folder}/${name}`, Buffer.concat([plain, Buffer.from(name)]));
  await openCard(page, "SCANS");
  await expect(rows(page)).toContainText("2 frames here without a time from the camera");
  await page.getByLabel("when frames without a time were taken").fill("1998-07-04T16:30:00");
  await page.getByLabel("when frames without a time were taken").press("Enter");
  await expect(shootOf(page, "Sat 4 July")).toContainText("1998/1998-07-04/1998-07-04_0001.jpg … 0002.jpg");
  await choose(page, "goes where the order says", /into one folder of the store/);
  const browser = page.getByRole("group", { name: "Folders of the store" });
  await browser.getByLabel("name of a new folder").fill("family");
  await browser.getByLabel("name of a new folder").press("Enter");
  await expect(browser).toContainText("it is made when frames come into it");
  await browser.getByRole("button", { name: "use family" }).click();
  await expect(rows(page)).toContainText("family/1998-07-04_0001.jpg");
  await page.getByRole("main").focus();
  await page.keyboard.press("o");
  const pieces = page.getByRole("list", { name: "Pieces of a name" });
  await pieces.getByLabel(/date fields/).fill("yyyy-mm-dd");
  await pieces.getByLabel(/date fields/).press("Enter");
  await expect(page.getByRole("alert")).toContainText("m is the minute and stands with an hour; the month is M");
  await expect(page.getByRole("button", { name: /^Bring in/ })).toBeDisabled();
  await pieces.getByLabel(/date fields/).fill("yyMMdd");
  await pieces.getByLabel(/date fields/).press("Enter");
  await expect(rows(page)).toContainText("family/980704_0001.jpg");
  await expect(page.getByRole("button", { name: "Bring in 2 frames" })).toBeEnabled();
});

import { expect } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { bringIn, checkAgainstWcag, drives, putInSome, stillsIn, store, test } from "./ledger";

test("a shoot is judged by keys in two passes, taken back over closing the page, followed by a second window, and written when it is left", async ({
  ledger: page,
  context,
}) => {
  bringIn("VANTRY_6", "Night ferry");
  await page.goto("/shoots/1");
  await expect(page.getByRole("heading", { name: "Night ferry" })).toBeVisible();
  await page.keyboard.press("l");
  const shown = page.getByRole("img", { name: /_0001$/ });
  await expect(shown).toHaveAttribute("data-shown", /\d/);
  const status = page.getByText(/^kept \d+ of 24/);
  await expect(status).toHaveText("kept 0 of 24, 24 to go");
  for (const key of ["f", "k", "d", "s"]) await page.keyboard.press(key);
  await expect(status).toHaveText("kept 2 of 24, dropped 1, unsure 1, 20 to go");
  await page.keyboard.press("4"); // stars stay with the frame
  await expect(page.getByText("kept, 4 stars")).toBeVisible();
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByText("_0004 unsure")).toBeVisible();

  const other = await context.newPage();
  await other.goto("/look/receipt-1");
  await expect(other.getByText(/^kept 3 of 42/)).toBeVisible();
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("2");
  await other.keyboard.press("Home");
  await other.keyboard.press("ArrowRight");
  await expect(other.getByText("kept, 2 stars")).toBeVisible();

  await page.reload();
  await expect(page.getByText(/^kept 3 of 24/)).toBeVisible();
  await page.keyboard.press("z");
  await page.keyboard.press("z");
  await expect(page.getByText(/^kept 2 of 24, dropped 1, unsure 1/)).toBeVisible();
  await expect(page.getByText("_0005 not judged")).toBeVisible();
  await page.keyboard.press("y");
  await page.keyboard.press("y");
  await expect(page.getByText(/^kept 3 of 24/)).toBeVisible();

  await page.request.post("/api/stationery", { data: { kind: "labels", name: "album", document: { mark: "sail", key: "6" } } });
  await page.reload();
  await expect(page.getByText("_0006 not judged")).toBeVisible();
  for (const key of ["6", "x", "u"]) await page.keyboard.press(key);
  const words = page.getByRole("region", { name: "Labels and keywords" });
  await page.keyboard.press("Enter");
  await page.keyboard.type("quay");
  await page.keyboard.press("Enter");
  await expect(words.getByRole("button", { name: "take quay away" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("1"); // given last: once more takes it away
  await expect(words.getByRole("button", { name: "take quay away" })).toBeHidden();
  await page.keyboard.press("1");
  await expect(words.getByRole("button", { name: "take quay away" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByText("_0006 album, turned right")).toBeVisible();
  await page.keyboard.press("g");
  const passes = page.getByRole("region", { name: "Passes" });
  await passes.getByRole("button", { name: "quay", exact: true }).click();
  await expect(page.getByText("1 of 1, all: quay")).toBeVisible();
  await passes.getByRole("button", { name: /^quay/ }).click();
  await expect(page.getByText("1 of 24, all")).toBeVisible();

  await passes.getByRole("button", { name: "kept", exact: true }).click();
  await expect(page.getByText("1 of 3, kept")).toBeVisible();
  await page.keyboard.press("1");
  for (const key of ["-", "ArrowRight", "ArrowRight", "-", "w"]) await page.keyboard.press(key); // the first and the third of them
  const beside = page.getByRole("list", { name: "Side by side" }).getByRole("button");
  await expect(beside).toHaveCount(2);
  await expect(beside.nth(1)).toHaveAttribute("aria-current", "true");
  for (const key of ["ArrowLeft", "-", "ArrowRight", "-", "Escape", "="]) await page.keyboard.press(key);
  await expect(page.getByText("by hand, 2 of 2")).toBeVisible();
  await page.keyboard.press("=");
  await expect(page.getByText("by hand, 2 of 2")).toBeHidden();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("heading", { name: "The pass is over" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "Night ferry" })).toBeVisible();
  const rating = (number: string) =>
    execFileSync("exiftool", ["-s3", "-XMP-xmp:Rating", `${store}/2026/2026-05-04 Night ferry/2026-05-04_night-ferry_${number}.jpg`])
      .toString()
      .trim();
  await expect.poll(() => [rating("0001"), rating("0002"), rating("0003")], { timeout: 60_000 }).toEqual(["1", "2", "-1"]);
  const said = execFileSync("exiftool", ["-s3", "-n", "-XMP-xmp:Label", "-Orientation", "-XMP-dc:Subject", `${store}/2026/2026-05-04 Night ferry/2026-05-04_night-ferry_0006.jpg`]);
  expect(said.toString().trim().split("\n")).toEqual(["album", "6", "quay"]);
});

test("300 frames by keys alone: two passes, taken back, set aside, back, set aside again, and let go for good by their name", async ({ ledger: page }) => {
  putInSome(300);
  bringIn("SOME", "Regatta");
  await page.goto("/shoots/1");
  await expect(page.getByText("300 frames")).toBeVisible();
  await page.keyboard.press("l");
  const status = page.getByText(/^kept \d+ of \d+/);
  await expect(status).toHaveText("kept 0 of 300, 300 to go");
  for (let n = 0; n < 300; ++n) await page.keyboard.press(n % 3 === 0 ? "d" : n % 5 === 0 ? "s" : "f");
  await expect(status).toHaveText("kept 160 of 300, dropped 100, unsure 40");
  await expect(page.getByRole("heading", { name: "The pass is over" })).toBeVisible();
  for (let n = 0; n < 3; ++n) await page.keyboard.press("z");
  await expect(status).toHaveText("kept 158 of 300, dropped 99, unsure 40, 3 to go");
  for (let n = 0; n < 3; ++n) await page.keyboard.press("y");
  await expect(status).toHaveText("kept 160 of 300, dropped 100, unsure 40");
  await page.keyboard.press("g");
  await page.keyboard.press("f"); // while the passes are shown: the kept are gathered
  await expect(page.getByText("1 of 160, kept")).toBeVisible();
  for (let n = 0; n < 40; ++n) for (const key of ["3", "ArrowRight"]) await page.keyboard.press(key);
  await page.keyboard.press("g");
  await page.keyboard.press("3");
  await expect(page.getByText("1 of 40, 3 stars and more")).toBeVisible();
  await page.keyboard.press("Escape");

  await expect(page.getByText("Dropped: 100 frames")).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByText("200 frames, 200 files")).toBeVisible();
  await expect.poll(() => ["2026", "Dropped"].map((folder) => stillsIn(`${store}/${folder}`)), { timeout: 20_000 }).toEqual([200, 100]);
  await page.keyboard.press("s");
  await expect(page.getByRole("heading", { name: "Set aside from Regatta" })).toBeVisible();
  await page.keyboard.press("b");
  await expect.poll(() => ["2026", "Dropped"].map((folder) => stillsIn(`${store}/${folder}`)), { timeout: 20_000 }).toEqual([300, 0]);
  await page.keyboard.press("Escape");
  await expect(page.getByText("Dropped: 100 frames")).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByText("100 frames are set aside")).toBeVisible();
  await page.keyboard.press("s");
  await expect(page.getByText("All 100 would be removed at every store")).toBeVisible();
  await checkAgainstWcag(page, "set aside");
  await page.keyboard.press("g");
  await page.keyboard.type("regatta");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Nothing of it is set aside" })).toBeVisible();
  for (const drive of ["Anvil", "Bellows"])
    await expect.poll(() => ["2026", "Dropped"].map((folder) => stillsIn(`${drives}/${drive}/${folder}`)), { timeout: 20_000 }).toEqual([200, 0]);
});

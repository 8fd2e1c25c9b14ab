import { expect } from "@playwright/test";
import { bringIn, checkAgainstWcag, make, range, test } from "./ledger";

test("frames are found by keys: words, a day, what is said of them; looked at, put into an album, given a keyword", async ({ ledger: page }) => {
  make("EARLY", range(1203, 1214), 20);
  make("LATE", range(1215, 1220), 60);
  bringIn("EARLY", "lanterns at the quay");
  bringIn("LATE", "rope walk");
  const status = page.getByRole("region", { name: "What is looked for" }).getByRole("status");
  const found = page.getByRole("listbox", { name: "Found frames" });
  await page.keyboard.press("/");
  const blank = page.getByRole("textbox", { name: "Words, names, days" });
  await expect(blank).toBeFocused();
  await expect(status).toHaveText("18 frames in 2 shoots");

  // Misspelt, in another form, and with a day.
  await page.keyboard.type("lantrn");
  await expect(status).toHaveText("12 frames in 1 shoot, of 18");
  await expect(page.getByText('"lantrn" is said nowhere; looked for lanterns.')).toBeVisible();
  await blank.fill("may 2026");
  await expect(status).toHaveText("12 frames in 1 shoot, of 18; taken may 2026");
  // No letter is lost while answers come between them; what is gone back to stands in the blank.
  await blank.fill("");
  await page.keyboard.type("walk the rope", { delay: 90 });
  await expect(status).toHaveText("6 frames in 1 shoot, of 18");
  await expect(blank).toHaveValue("walk the rope");
  await page.goBack();
  await page.goForward();
  await expect(blank).toHaveValue("walk the rope");
  await blank.fill("");
  await expect(status).toHaveText("18 frames in 2 shoots");

  // Over the edge of a shoot, by keys; what is picked is put into an album and found there.
  await page.keyboard.press("ArrowDown");
  await expect(found).toBeFocused();
  await expect(found.getByRole("option")).toHaveCount(18);
  await page.keyboard.press(" ");
  for (let i = 0; i < 6; i += 1) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Shift+ ");
  await expect(page.getByText("7 frames picked:")).toBeVisible();
  await page.keyboard.press("b");
  await page.keyboard.type("the book");
  await page.keyboard.press("Enter");
  await expect(page.getByText("7 frames put into the book.")).toBeVisible();
  await page.keyboard.press("k");
  await page.keyboard.type("printed");
  await page.keyboard.press("Enter");
  await expect(page.getByText("printed said of 7 frames.")).toBeVisible();
  await page.keyboard.press("Escape");
  const narrow = page.getByRole("region", { name: "Narrow it down" });
  await narrow.getByRole("button", { name: /^the book/ }).click();
  await expect(status).toHaveText("7 frames in 2 shoots, of 18");
  await expect(narrow.getByRole("button", { name: /^in none/ })).toContainText("11");
  await narrow.getByRole("button", { name: "not the book" }).click();
  await expect(status).toHaveText("11 frames in 1 shoot, of 18");
  await page.goBack();
  await expect(status).toHaveText("7 frames in 2 shoots, of 18");
  await blank.fill("printed");
  await expect(status).toHaveText("7 frames in 2 shoots, of 18");

  // A first look at them, and back: what was judged is counted.
  await blank.press("Escape");
  await page.keyboard.press("n");
  await page.keyboard.press("l");
  await expect(page).toHaveURL(/look\/picked-1/);
  await expect(page.getByText("kept 0 of 7")).toBeVisible();
  await page.keyboard.press("5");
  await expect(page.getByText("kept 1 of 7")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page).toHaveURL(/find\?/);
  await expect(narrow.getByRole("group", { name: "stars" }).getByRole("button", { name: /^5/ })).toContainText("1");

  // Those with most stars first; as a list, with facts.
  await page.getByRole("button", { name: /^order/ }).click();
  await page.getByRole("menuitemradio", { name: "most stars first" }).click();
  await expect(found.getByRole("option").first()).toHaveAttribute("aria-label", /5 stars/);
  await page.keyboard.press("y");
  await expect(found.getByRole("option").first()).toContainText("Orrel M4");
  await page.getByRole("button", { name: /^facts/ }).click();
  await page.getByRole("menuitemcheckbox", { name: "name on the card" }).click();
  await page.keyboard.press("Escape");
  await expect(found.getByRole("option").first()).toContainText("ORL_1");
  await found.focus();
  await page.keyboard.press("Home");
  await page.keyboard.press(" ");
  await expect(page.getByText("1 frame picked:")).toBeVisible();
  await checkAgainstWcag(page, "a list");
  await page.keyboard.press("n");

  // Kept by name, and by days.
  await page.getByRole("button", { name: "keep it by name" }).click();
  await page.keyboard.type("for the wall");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /keep “for the wall” no more/ })).toBeVisible();
  await page.keyboard.press("y");
  await expect(page.getByRole("region", { name: "2026" })).toContainText("7 frames");
  await page.keyboard.press("y");
  const may = page.getByRole("button", { name: /May 2026, \d+ frames?$/ }).first();
  await expect(may).toHaveAttribute("aria-pressed", "false");
  await checkAgainstWcag(page, "hours");
  await page.keyboard.press("y");
  await page.getByRole("link", { name: "Stationery" }).click();
  await page.getByRole("region", { name: "Looked for by name" }).getByRole("link", { name: "for the wall" }).click();
  await expect(status).toHaveText("7 frames in 2 shoots, of 18");

  // The album in an order of its own: the last goes before the first.
  await page.getByRole("link", { name: "albums" }).click();
  await page.getByRole("link", { name: /the book/ }).click();
  const grid = page.getByRole("listbox", { name: "Frames of the book" });
  const names = async () => (await grid.getByRole("option").all()).map(async (one) => (await one.getAttribute("aria-label"))?.slice(0, 40));
  await expect(grid.getByRole("option")).toHaveCount(7);
  const before = await Promise.all(await names());
  await grid.focus();
  await page.keyboard.press("End");
  await page.keyboard.press(" ");
  await page.keyboard.press("Home");
  await page.keyboard.press("p");
  await expect.poll(async () => Promise.all(await names())).toEqual([before[6], ...before.slice(0, 6)]);
  await page.keyboard.press("t");
  await expect.poll(async () => Promise.all(await names())).toEqual([...before].sort());
  // The second is dragged behind the fourth.
  const sorted = [...before].sort();
  await grid.getByRole("option").nth(1).click();
  const [from, to] = [await grid.getByRole("option").nth(1).boundingBox(), await grid.getByRole("option").nth(3).boundingBox()];
  if (!from || !to) throw new Error("no pictures");
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 20, { steps: 5 });
  await page.mouse.move(to.x + to.width - 10, to.y + 20, { steps: 3 });
  await page.mouse.up();
  await expect.poll(async () => Promise.all(await names())).toEqual([sorted[0], sorted[2], sorted[3], sorted[1], ...sorted.slice(4)]);
  // Copied out, numbered.
  await page.keyboard.press("o");
  await page
    .getByRole("region", { name: "A folder to copy to" })
    .getByRole("button", { name: /Bellows\/$/ })
    .first()
    .click();
  await page.getByRole("button", { name: /^copy 7 frames, numbered in this order, into this folder/ }).click();
  await expect(page.getByText(/^7 files in .*read back and as the ledger has them/)).toBeVisible();
  await page.getByRole("button", { name: "well" }).click();
  await checkAgainstWcag(page, "an album");
  await page.getByRole("link", { name: "narrow it down" }).click();
  await expect(status).toHaveText("7 frames in 2 shoots, of 18");
  for (const width of [360, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    await checkAgainstWcag(page, `find, ${width} wide`);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  }
});

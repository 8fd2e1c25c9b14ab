import { expect, type Locator, type Page } from "@playwright/test";
import { choose, openCard, shootOf, test } from "./ledger";

const boatsOpen = async (page: Page) => {
  await openCard(page, "ORREL_A");
  await shootOf(page, "Mon 4 May").getByRole("button", { name: "Open the pictures" }).click();
  return page.getByRole("listbox", { name: "Frames of Mon 4 May" });
};
const marked = (page: Page, words: string) => expect(shootOf(page, "Mon 4 May").getByText(words)).toBeVisible();
/** Waits until what stands above has found its place: a press on a picture's place hits that picture. */
async function standsStill(picture: Locator) {
  let before = "";
  await expect
    .poll(
      async () => {
        const now = JSON.stringify(await picture.boundingBox());
        const still = now === before;
        before = now;
        return still;
      },
      { intervals: [400] },
    )
    .toBe(true);
}

test("hints mark, and one click leaves out what is black; filters show what is asked for", async ({ ledger: page }) => {
  const frames = await boatsOpen(page);
  await expect(frames.getByRole("option", { name: /ORL_1205.*black/ })).toBeVisible();
  await page.getByRole("button", { name: "5 black" }).click();
  await marked(page, "45 frames, 40 marked");
  await expect(page.getByText("94 frames on the card, 5 left out: 89 to bring in")).toBeVisible();
  await choose(page, /^show/, /^burst/);
  await expect(frames.getByRole("option")).toHaveCount(8);
  await expect(frames.getByRole("option").first()).toHaveAccessibleName(/burst 1\/8/);
  await choose(page, /^show/, /^bracket/);
  await expect(frames.getByRole("option")).toHaveCount(3);
  await choose(page, /^show/, /^black/);
  await expect(shootOf(page, "Mon 4 May").getByText("of the 5 frames shown")).toBeVisible();
  await page.getByRole("button", { name: "all", exact: true }).last().click();
  await marked(page, "45 frames, 45 marked");
  await page.getByRole("button", { name: "none", exact: true }).last().click();
  await marked(page, "45 frames, 40 marked");
  await choose(page, /^show/, /^left out/);
  await expect(frames.getByRole("option")).toHaveCount(5);
  await choose(page, /^show/, /^all/);
  await page.getByRole("button", { name: "new only", exact: true }).last().click();
  await marked(page, "45 frames, 45 marked");
  await page.keyboard.press("z");
  await marked(page, "45 frames, 40 marked"); // one step, taken back by one
  await page.getByRole("button", { name: "all", exact: true }).last().click();
  await marked(page, "45 frames, 45 marked");
});

test("marking by click, range, area and keyboard", async ({ ledger: page }) => {
  const frames = await boatsOpen(page);
  const nth = (n: number) => frames.getByRole("option").nth(n);
  await nth(1).click();
  await nth(4).click({ modifiers: ["Shift"] });
  await marked(page, "45 frames, 41 marked");
  await page.keyboard.press("Home");
  await page.keyboard.press(" ");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press(" ");
  await marked(page, "45 frames, 39 marked");
  await page.getByRole("button", { name: "none", exact: true }).last().click();
  await marked(page, "45 frames, 0 marked");
  await expect(shootOf(page, "Mon 4 May")).toContainText("stays on the card");
  await standsStill(nth(10));
  await nth(10).scrollIntoViewIfNeeded();
  const [from, to] = [await nth(1).boundingBox(), await nth(10).boundingBox()];
  if (!from || !to) throw new Error("the pictures have no place");
  await page.mouse.move(from.x + 30, from.y + 30);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 40, { steps: 8 });
  await page.mouse.up();
  await marked(page, "45 frames, 4 marked");
  await expect(nth(9)).toHaveAttribute("aria-selected", "true");
  await expect(nth(3)).toHaveAttribute("aria-selected", "false");
  // Let go outside of the pictures, it marks what it had come to.
  const [one, two] = [await nth(3).boundingBox(), await nth(4).boundingBox()];
  if (!one || !two) throw new Error("the pictures have no place");
  await page.mouse.move(one.x + 30, one.y + 30);
  await page.mouse.down();
  await page.mouse.move(two.x + 40, two.y + 40, { steps: 4 });
  await page.mouse.move(two.x + 40, 790, { steps: 1 });
  await page.mouse.up();
  await expect(nth(4)).toHaveAttribute("aria-selected", "true");
  await page.keyboard.press("z");
  await marked(page, "45 frames, 4 marked");
  await page.reload();
  await shootOf(page, "Mon 4 May").getByRole("button", { name: "Open the pictures" }).click();
  await marked(page, "45 frames, 4 marked");
});

test("the facts under a picture are the photographer's choice, and remembered", async ({ ledger: page }) => {
  const frames = await boatsOpen(page);
  await choose(page, /^facts/, /ISO/);
  await page.keyboard.press("Escape");
  await expect(frames.getByRole("option").first()).toContainText("ISO 3200");
  await page.reload();
  await shootOf(page, "Mon 4 May").getByRole("button", { name: "Open the pictures" }).click();
  await expect(frames.getByRole("option").first()).toContainText("ISO 3200");
  await choose(page, /^in order of/, /^kind/);
  await expect(frames.getByRole("option").first()).toHaveAccessibleName(/ORL_1202/);
});

test("a larger look without leaving the page: next by key, facts, histogram, marking", async ({ ledger: page }) => {
  const frames = await boatsOpen(page);
  await frames.focus();
  await page.keyboard.press("Enter");
  const look = page.getByRole("dialog", { name: "ORL_1202.ORW, larger" });
  await expect(look.getByRole("img")).toBeVisible();
  await expect.poll(() => look.getByRole("img").evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(1008);
  await expect(look).toContainText("Orrel 28-70mm F2.8");
  await expect(look.getByText(/% black/)).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Screens" })).toHaveCount(0); // the page behind is not there for anybody
  for (let i = 0; i < 6; i += 1) await page.keyboard.press("Tab");
  expect(await look.evaluate((box) => box.contains(document.activeElement))).toBe(true);
  await look.focus();
  for (let i = 0; i < 3; i += 1) await page.keyboard.press("ArrowRight");
  const black = page.getByRole("dialog", { name: "ORL_1205.ORW, larger" });
  await expect(black.getByText("100.0 % black")).toBeVisible();
  await page.keyboard.press(" ");
  await expect(black.getByText("left out", { exact: true }).first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(frames.getByRole("option", { name: /ORL_1205.*left out/ })).toBeVisible();
  await expect(frames).toBeFocused();
  await expect(frames.getByRole("option").first()).toHaveAttribute("aria-setsize", "45");
  await page.getByRole("main").evaluate((main) => {
    main.scrollTo(0, 99_999);
  });
  await expect(frames.getByRole("option", { name: /ORL_1205/ })).toHaveAttribute("aria-posinset", "4"); // wherever the page is, the one that the keys are on is there
});

test("the same as a list, in the order of any column", async ({ ledger: page }) => {
  await boatsOpen(page);
  await page.getByRole("button", { name: "list", exact: true }).click();
  const list = page.getByRole("grid", { name: "Frames of Mon 4 May" });
  await list.getByRole("button", { name: "size" }).click();
  await list.getByRole("button", { name: "size" }).click();
  await expect(list.getByRole("columnheader", { name: "size" })).toHaveAttribute("aria-sort", "descending");
  await expect(list.getByRole("row").nth(1)).toContainText("ORL_1229.ORW");
  await list.getByRole("checkbox", { name: "bring in ORL_1214.ORW" }).uncheck();
  await marked(page, "45 frames, 44 marked");
  // One tab stop, and arrows: down a line, its mark, a column's order from the head, and the larger look.
  await list.focus();
  await page.keyboard.press("Home");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Space");
  await marked(page, "45 frames, 43 marked");
  await page.keyboard.press("Space");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await expect(list.getByRole("columnheader", { name: "name" })).toHaveAttribute("aria-sort", "ascending");
  await page.keyboard.press("Home");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("dialog", { name: "ORL_1202.ORW, larger" })).toBeVisible();
  await page.keyboard.press("Escape");
  await boatsOpen(page);
  await expect(list.getByRole("columnheader", { name: "name" })).toHaveAttribute("aria-sort", "ascending"); // remembered
  await page.getByRole("button", { name: "pictures", exact: true }).click();
});

test("raw only departs from the order and is kept until it is dropped; a card can be ejected", async ({ ledger: page }) => {
  await openCard(page, "ORREL_A");
  await page.keyboard.press("Escape");
  await page.keyboard.press("o");
  await choose(page, /^raw and JPEG/, /^raw only/);
  await expect(page.getByText("45 raw · 49 JPEG · 1 voice note")).toBeVisible();
  await page.reload();
  await expect(page.getByText("45 raw · 49 JPEG · 1 voice note")).toBeVisible();
  await page.getByRole("button", { name: "drop the changes" }).click();
  await expect(page.getByText("45 raw · 94 JPEG · 1 voice note", { exact: true })).toBeVisible();
  await openCard(page, "SPARE");
  await page.getByRole("button", { name: "Eject" }).click();
  await expect(page.getByText("The card SPARE was let go: it can be taken out.")).toBeVisible();
});

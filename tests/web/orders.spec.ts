import { expect } from "@playwright/test";
import { appendFileSync, cpSync, existsSync, mkdirSync, writeFileSync } from "node:fs";
import { choose, openCard, reader, shootOf, store, test } from "./ledger";

const cards = { NEXT_1: ["V6A_0411", "V6A_0412"], NEXT_2: ["V6A_0435", "V6A_0436", "V6A_0437"] };

test.beforeEach(() => {
  for (const [card, frames] of Object.entries(cards)) {
    mkdirSync(`${reader}/${card}/DCIM/100VANTR`, { recursive: true });
    for (const frame of frames) {
      cpSync(`${reader}/VANTRY_6/DCIM/100VANTR/${frame}.JPG`, `${reader}/${card}/DCIM/100VANTR/${frame}.JPG`);
      appendFileSync(`${reader}/${card}/DCIM/100VANTR/${frame}.JPG`, "of another printing");
    }
  }
});

test("an order is composed, departed from, saved, used on the next card, and taken to a file and from one", async ({ ledger: page }) => {
  await openCard(page, "NEXT_1");
  await page.keyboard.press("Escape");
  await page.keyboard.press("o");
  const order = page.getByRole("region", { name: "Standing order" });
  await choose(page, /^date, description, number$/, /^description, number/);
  await expect(order).toContainText("departs from it in names");
  const pieces = page.getByRole("list", { name: "Pieces of a name" });
  await pieces.getByRole("button", { name: "add a piece" }).click();
  await page.getByRole("menuitem", { name: /camera's file number\s*0411/ }).click();
  await pieces.getByRole("button", { name: "move camera file number forward" }).click();
  await expect(pieces.getByRole("listitem").nth(1)).toContainText("0411");
  await pieces.getByRole("button", { name: "take sequence away" }).click();
  await choose(page, "between pieces an underscore", "a hyphen");
  await order.getByRole("button", { name: /^none$/ }).click();
  await page.getByRole("menuitemradio", { name: "a set of one's own" }).click();
  await expect(order).toContainText("departs from it in subfolders, names");
  await page.getByRole("button", { name: "Anvil, from its root" }).click();
  await page.getByRole("menuitemradio", { name: /another folder of the store/ }).click();
  const browser = page.getByRole("group", { name: "Folders of the store" });
  await browser.getByLabel("name of a new folder").fill("own projects");
  await browser.getByLabel("name of a new folder").press("Enter");
  await browser.getByRole("button", { name: "use own projects" }).click();
  await page.getByRole("button", { name: "keep as a kind of work" }).click();
  await page.getByLabel("kind of work, as Weddings").fill("Own projects");
  await page.getByLabel("kind of work, as Weddings").press("Enter");
  await page.getByRole("button", { name: "save as new" }).click();
  await page.getByLabel("name of the new order").fill("Long term");
  await page.getByLabel("name of the new order").press("Enter");
  await expect(page.getByRole("button", { name: "standing order Long term" })).toBeVisible();
  await expect(order.getByText("departs from it")).toBeHidden();
  const shoot = shootOf(page, "Mon 4 May");
  await shoot.getByLabel("Description").fill("Lantern boats");
  await expect(shoot).toContainText("own projects/2026/2026-05-04 Lantern boats/");
  await expect(shoot).toContainText("lantern-boats-0411.jpg");
  await page.getByRole("button", { name: "Bring in 2 frames" }).click();
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 20_000 });
  const folder = `${store}/own projects/2026/2026-05-04 Lantern boats`;
  for (const made of ["originals/lantern-boats-0412.jpg", "selects", "exports/full", "exports/web"]) expect(existsSync(`${folder}/${made}`), made).toBe(true);

  await openCard(page, "NEXT_2");
  await expect(page.getByRole("button", { name: "standing order Long term" })).toBeVisible();
  const next = shootOf(page, "Sat 9 May");
  await next.getByRole("button", { name: /Close the pictures/ }).waitFor();
  await choose(page, "goes where the order says", /into Lantern boats, which is held/);
  await expect(next).toContainText("own projects/2026/2026-05-04 Lantern boats/ joined");
  await expect(next).toContainText("lantern-boats-0435.jpg");
  await page.getByRole("button", { name: "undo", exact: true }).click();
  await expect(next).toContainText("own projects/2026/2026-05-09/");

  // It is kept, taken to a file and from one, and refused with the line that is wrong.
  await page.getByRole("link", { name: "Stationery" }).click();
  const orders = page.getByRole("list", { name: "Standing orders" });
  await expect(orders.getByRole("listitem", { name: "Long term" })).toContainText("to Own projects, own projects/");
  await expect(page.getByRole("region", { name: "Kinds of work" })).toContainText("Own projects");
  const [download] = await Promise.all([
    page.waitForEvent("download"),
    orders.getByRole("listitem", { name: "Long term" }).getByRole("link", { name: "to a file" }).click(),
  ]);
  expect(download.suggestedFilename()).toBe("long-term.order.json");
  const stream = await download.createReadStream();
  const text = (await stream.toArray()).join("");
  const file = test.info().outputPath("order.json");
  const take = async (document: string) => {
    writeFileSync(file, document);
    await page.getByLabel("file of a standing order").setInputFiles(file);
  };
  await take(text.replace('"bring": "raw and JPEG"', '"bring": "everything"'));
  await expect(page.getByRole("alert")).toContainText('nothing was changed. Line 5: "bring" must be one of "raw and JPEG", "raw only", "JPEG only".');
  await take(text.replace("Long term", "Second desk"));
  const second = orders.getByRole("listitem", { name: "Second desk" });
  await second.getByRole("button", { name: "make it the default" }).click();
  await expect(second).toContainText("the default");
  await openCard(page, "SPARE");
  await page.getByRole("link", { name: "Stationery" }).click();
  await second.getByRole("button", { name: "drop" }).click();
  await expect(second).toBeHidden();
  await expect(orders.getByRole("listitem", { name: "By the day" })).toContainText("the default");
});

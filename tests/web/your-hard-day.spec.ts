import { expect, type Page } from "@playwright/test";
import { execFileSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync, truncateSync, utimesSync } from "node:fs";
import { bringIn, choose, make, openCard, pull, putBack, range, reader, store, test, withoutStream } from "./ledger";

/** The desk after a hard day's use: what a tired hand does, and what a window, a drive and a card do to it. */

const boats = () => {
  make("BOATS", range(1202, 1246), 70);
};

async function begin(page: Page, name: RegExp) {
  await page.getByRole("button", { name }).click();
  await page.getByRole("button", { name: "begin now" }).click();
  await expect(page.getByRole("heading", { name: /^(Two|Three) proven copies$|^Copies are owed$/ })).toBeVisible({ timeout: 20_000 });
}

test("what was begun by accident is taken back, and the desk is as it was", async ({ ledger: page }) => {
  make("HASTY", range(1243, 1245), 60);
  await openCard(page, "HASTY");
  const description = page.getByRole("textbox", { name: /Description of the shoot/ });
  await description.fill("Not said to its end");
  await expect(page.getByRole("region", { name: /^Shoot of/ })).toContainText("Not said to its end/");
  await page.getByRole("heading", { name: "HASTY" }).click();
  await page.keyboard.press("b");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "About to begin" })).toBeVisible();
  await page.keyboard.press("n");
  await expect(description).toHaveValue("Not said to its end");
  await expect(page.getByRole("button", { name: "Bring in 3 frames" })).toBeEnabled();
  expect(existsSync(`${store}/2026/2026-07-03 Not said to its end`)).toBe(false);
  await page.goto("/intake");
  await expect(page.getByRole("region", { name: "Receipts" })).toContainText("taken back. 3 files on the card: 3 left out.");

  // Begun for good, the desk is found as it was left, and says that this card is being brought in.
  await openCard(page, "HASTY");
  await page.getByRole("button", { name: "Bring in 3 frames" }).click();
  await expect(page.getByRole("heading", { name: "About to begin" })).toBeVisible();
  await page.goBack();
  await expect(page.getByText(/This card is being brought in: receipt \d+/)).toBeVisible();
  await expect(page.getByRole("button", { name: "Being brought in" })).toBeDisabled();
  await page.goForward();
  await page.getByRole("button", { name: "begin now" }).click();
  await expect(page.getByRole("heading", { name: /^(Two|Three) proven copies$|^Copies are owed$/ })).toBeVisible({ timeout: 20_000 });
  await page.getByRole("link", { name: "Not said to its end" }).click();
  await expect(page.getByRole("heading", { name: "Not said to its end" })).toBeVisible();
});

test("a desk follows what another begins and takes back on the same card", async ({ ledger: page }) => {
  make("TWICE", range(1240, 1242), 61);
  await openCard(page, "TWICE");
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(page.getByRole("button", { name: "Bring in 3 frames" })).toBeEnabled();
  await other.getByRole("button", { name: "Bring in 3 frames" }).click();
  await expect(other.getByRole("heading", { name: "About to begin" })).toBeVisible();
  await expect(page.getByText(/comes in by receipt \d+/).first()).toBeVisible();
  await other.keyboard.press("n");
  await expect(other.getByRole("button", { name: "Bring in 3 frames" })).toBeEnabled();
  await expect(page.getByRole("button", { name: "Bring in 3 frames" })).toBeEnabled();
  await other.close();
});

test("copies that are gone are said to be, looked for by their bytes, and known where they are at a word", async ({ ledger: page }) => {
  make("HASTY", range(1243, 1245), 60);
  bringIn("HASTY", "Not said to its end");
  const folder = `${store}/2026/2026-07-03 Not said to its end`;
  renameSync(folder, `${store}/2026/Said at last`);
  rmSync(`${store.replace("Anvil", "Bellows")}/2026/2026-07-03 Not said to its end`, { recursive: true });
  const gone = readdirSync(`${store}/2026/Said at last`).find((name) => name.endsWith("0003.jpg")) ?? "";
  rmSync(`${store}/2026/Said at last/${gone}`);
  await openCard(page, "HASTY");
  await expect(page.getByRole("region", { name: /^Shoot of/ })).toContainText("3 held frames have no good copies left: last proven", {
    timeout: 30_000,
  });
  await expect(page.getByRole("option", { name: /ORL_1243.*held, no good copy/ })).toBeVisible();
  await page.getByRole("link", { name: "look for them" }).click();
  pull("HASTY");
  await page.getByRole("button", { name: "look for them on the drives" }).click();
  await page.getByRole("button", { name: "2 were found: have the ledger know their places" }).click({ timeout: 20_000 });
  await expect(page.getByText("2026/Said at last/", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: /mend all/ }).click();
  await expect(page.getByText("no good copy")).toHaveCount(2, { timeout: 20_000 }); // of the one that is on neither drive
  await expect(page.getByText("none, 2 bad")).toBeVisible();
  putBack("HASTY");
  await page.getByRole("button", { name: "mend from the card HASTY" }).first().click({ timeout: 20_000 });
  await expect(page.getByText(/one, 1 bad/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole("option", { name: /0001/ }).getByText("no picture to show")).toHaveCount(0); // it is asked for again
});

test("a picture that was cut off says so, and that another card has it whole", async ({ ledger: page }) => {
  make("CUT", [1250, 1251, 1252], 61);
  make("LATER", [1251], 61);
  cpSync(`${reader}/CUT/DCIM/101ORREL/ORL_1251.JPG`, `${reader}/LATER/DCIM/101ORREL/ORL_1251.JPG`, { preserveTimestamps: true });
  const file = `${reader}/CUT/DCIM/101ORREL/ORL_1251.JPG`;
  const { atime, mtime } = statSync(file);
  truncateSync(file, 20_000);
  utimesSync(file, atime, mtime);
  await openCard(page, "CUT");
  const shoot = page.getByRole("region", { name: /^Shoot of/ });
  await expect(shoot.getByText("1 frame here is incomplete, first DCIM/101ORREL/ORL_1251.JPG: 20 kB of a picture that says more")).toContainText(
    /has it whole/,
  );
  await expect(page.getByRole("option", { name: /ORL_1251.*incomplete/ })).toBeVisible();
  await choose(page, "show", /^incomplete/);
  await expect(page.getByRole("option")).toHaveCount(1);
  await choose(page, "show", /^all/);
  await begin(page, /Bring in 3 frames/);
  await expect(page.getByText("One of them was cut off on the card already: what there is of it came in.")).toBeVisible();
});

test("pictures that broke off are asked for again, and all the others come though one cannot be had", async ({ ledger: page }) => {
  const poison = "ORL_1210.JPG";
  let asked = 0;
  await withoutStream(page);
  await page.route("**/api/pictures", (route) => (asked++ === 0 || route.request().postData()?.includes(poison) ? route.abort() : route.continue()));
  boats();
  await openCard(page, "BOATS");
  const cells = page.getByRole("option");
  await expect(cells.first().locator("img")).toBeVisible();
  await expect(page.getByRole("option", { name: /ORL_1210/ })).toContainText("no picture to show", { timeout: 15_000 });
  await expect(page.getByText("no picture to show")).toHaveCount(1);
  // The ledger is silent for a moment; with its next word all is asked for again.
  await page.unroute("**/api/pictures");
  await page.route("**/api/cards", (route) => route.abort());
  await page.waitForTimeout(1500);
  await page.unroute("**/api/cards");
  await expect(page.getByRole("option", { name: /ORL_1210/ }).locator("img")).toBeVisible();
});

test("a double press looks closer and marks nothing; pixel by pixel at the place pressed; the next at once", async ({ ledger: page }) => {
  boats();
  await openCard(page, "BOATS");
  const first = page.getByRole("option", { name: /ORL_1202/ });
  const marks = page.getByText(/45 frames, 45 marked/);
  await expect(marks).toBeVisible();
  await expect(page.getByRole("button", { name: "Bring in 45 frames" })).toBeEnabled();
  await first.dblclick();
  const look = page.getByRole("dialog", { name: /ORL_1202.*larger/ });
  await expect(look).toBeVisible();
  const picture = look.getByRole("img", { name: /ORL_1202/ });
  await expect.poll(async () => (await picture.boundingBox())?.width ?? 0).toBeGreaterThan(720);
  const box = await picture.boundingBox();
  await page.mouse.click((box?.x ?? 0) + (box?.width ?? 0) * 0.4, (box?.y ?? 0) + (box?.height ?? 0) * 0.5);
  const whole = look.getByRole("img", { name: /pixel by pixel/ });
  await expect.poll(() => whole.evaluate((image: HTMLImageElement) => image.complete && image.width === image.naturalWidth)).toBe(true);
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("dialog", { name: /ORL_1203.*larger/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(marks).toBeVisible();
});

test("frames are shown by kind and by a span drawn on the time scale, and what is picked is marked", async ({ ledger: page }) => {
  boats();
  await openCard(page, "BOATS");
  const shown = page.getByText(/^\d+ shown$/);
  await expect(page.getByRole("button", { name: "Bring in 45 frames" })).toBeEnabled();
  const scale = page.getByRole("slider", { name: "where a new shoot begins" });
  const box = (await scale.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  await page.mouse.move(box.x, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.2, box.y + 30, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/^21:14 to 21:\d\d only/)).toBeVisible();
  const some = Number((await shown.textContent())?.split(" ")[0]);
  expect(some).toBeGreaterThan(2);
  expect(some).toBeLessThan(45);
  await page.getByRole("button", { name: "none", exact: true }).nth(1).click();
  await expect(page.getByText(`45 frames, ${45 - some} marked`)).toBeVisible();
  await page.keyboard.press("z");
  await page.getByRole("button", { name: "all of it" }).click();
  await page.getByRole("button", { name: "pick frames to move or mark" }).click();
  await page.getByRole("option").nth(0).click();
  await page.getByRole("option").nth(1).click();
  await page.getByRole("button", { name: "leave them out", exact: true }).last().click();
  await expect(page.getByText("45 frames, 43 marked")).toBeVisible();
});

test("a card that comes in is announced on every screen, and a folder is a source", async ({ ledger: page }) => {
  await page.goto("/stores");
  await expect(page.getByRole("heading", { name: "Stores" })).toBeVisible();
  await page.waitForTimeout(1500);
  make("LATER", [1260, 1261], 62);
  await page.getByRole("link", { name: "LATER came in" }).click();
  await expect(page.getByRole("heading", { name: "LATER" })).toBeVisible();
  mkdirSync(`${reader}/PICKED/from the phone`, { recursive: true });
  cpSync(`${reader}/ORREL_B/DCIM/101ORREL/ORL_1262.JPG`, `${reader}/PICKED/from the phone/IMG_1.JPG`);
  execFileSync("exiftool", ["-q", "-q", "-overwrite_original", "-AllDates+=0:0:63 0:0:0", `${reader}/PICKED/from the phone/IMG_1.JPG`]);
  await page.goto("/intake");
  await expect(page.getByRole("row", { name: /LATER/ })).toContainText("2 new", { timeout: 20_000 });
  await page.getByRole("button", { name: "from a folder…" }).click();
  const picker = page.getByRole("region", { name: "A folder as source" });
  await picker.getByRole("button", { name: `${reader}/`, exact: true }).click();
  await picker.getByRole("button", { name: "PICKED/", exact: true }).click();
  await picker.getByRole("button", { name: "from the phone/" }).click();
  await picker.getByRole("button", { name: "look at what is in this folder" }).click();
  await expect(page.getByRole("heading", { name: "from the phone" })).toBeVisible();
  await begin(page, /Bring in 1 frame/);
  await page.goto("/intake");
  await page.getByRole("button", { name: "put away" }).click();
  await expect(page.getByRole("row", { name: /from the phone/ })).toHaveCount(0);
});

/** What reaches beyond the window's right edge and cannot be scrolled to within its own box. */
const cutOff = (page: Page) =>
  page.evaluate(() => {
    const width = document.documentElement.clientWidth;
    const scrolls = (element: Element) => {
      for (let parent = element.parentElement; parent && parent.id !== "page"; parent = parent.parentElement)
        if (["auto", "scroll"].includes(getComputedStyle(parent).overflowX)) return true;
      return false;
    };
    return [...document.querySelectorAll("body *")]
      .filter((one) => one.getBoundingClientRect().width > 0 && one.getBoundingClientRect().right > width + 1 && !one.closest(".sr-only") && !scrolls(one))
      .map((one) => `${one.tagName} ${(one.getAttribute("class") ?? "").slice(0, 80)}`);
  });

// WCAG 2.2, 1.4.10: 320 CSS pixels are a window of 1280 at 400 %, 640 at 200 %.
test("nothing is cut off in windows of six sizes", async ({ ledger: page }) => {
  test.setTimeout(120_000);
  make("HASTY", range(1243, 1245), 60);
  bringIn("HASTY", "Not said to its end");
  const sizes = [
    [320, 256],
    [360, 740],
    [640, 400],
    [900, 700],
    [1280, 800],
    [1920, 1080],
  ] as const;
  const inEach = async (what: (width: number) => Promise<void>) => {
    for (const [width, height] of sizes) {
      await page.setViewportSize({ width, height });
      await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))));
      await what(width);
    }
  };
  for (const screen of ["/intake", "/shoots", "/shoots/1", "/receipts/1", "/stores", "/daybook", "/stationery", "/stationery/keywords"]) {
    await page.goto(screen);
    await expect(page.getByRole("navigation", { name: "Screens" })).toBeVisible();
    await page.waitForLoadState("load");
    await page.waitForTimeout(250); // what it asks for has come
    await inEach(async (width) => {
      await expect.poll(() => cutOff(page), { message: `${screen} at ${width}` }).toEqual([]);
    });
  }
  await openCard(page, "ORREL_A");
  await page.getByRole("button", { name: "Open the pictures of Mon 4 May" }).click();
  await expect(page.getByRole("option").first()).toBeAttached();
  await inEach(async (width) => {
    await expect.poll(() => cutOff(page), { message: `the desk at ${width}` }).toEqual([]);
    const button = page.getByRole("button", { name: /^Bring in \d+ frames/ });
    await button.scrollIntoViewIfNeeded();
    const box = await button.boundingBox();
    expect((box?.x ?? 0) + (box?.width ?? 0)).toBeLessThanOrEqual(width);
  });
});

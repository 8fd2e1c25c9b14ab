import { expect } from "@playwright/test";
import { checkAgainstWcag, openCard, shootOf, test, withoutStream } from "./ledger";

test("no screen breaks a rule of WCAG 2.2 AA that a program can check", async ({ ledger: page }) => {
  await expect(page.getByRole("row", { name: "ORREL_A" })).toBeVisible();
  await checkAgainstWcag(page, "cards");
  await openCard(page, "VANTRY_6");
  await shootOf(page, "Mon 4 May").getByRole("button", { name: "Open the pictures" }).click();
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.getByRole("button", { name: "pick frames to move" }).click();
  await page.getByRole("option").first().click();
  await checkAgainstWcag(page, "desk");
  await page.getByRole("button", { name: "done picking" }).click();
  await page.getByRole("listbox", { name: /^Frames of/ }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText(/% black/)).toBeVisible();
  await checkAgainstWcag(page, "larger look");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "list", exact: true }).click();
  await checkAgainstWcag(page, "list");
  await page.getByRole("button", { name: "pictures", exact: true }).click();
  await openCard(page, "SPARE");
  await checkAgainstWcag(page, "empty card");
  await page.getByRole("link", { name: "May it be formatted?" }).click();
  await expect(page.getByText("There is nothing on SPARE that would be lost.")).toBeVisible();
  await checkAgainstWcag(page, "clearance");
  await page.getByRole("link", { name: "Stores" }).click();
  await page.getByRole("button", { name: "add a store" }).click();
  await page
    .getByRole("region", { name: "Another store" })
    .getByRole("button", { name: /Bellows/ })
    .click();
  await expect(page.getByLabel("name of the store")).toHaveValue("Bellows");
  await checkAgainstWcag(page, "stores");
  await page.getByRole("link", { name: "Day book" }).click();
  await expect(page.getByText(/Anvil at .* is the main store/)).toBeVisible();
  await checkAgainstWcag(page, "day book");
  await page.goto("/shoots");
  await expect(page.getByRole("main")).toBeVisible();
  await checkAgainstWcag(page, "shoots");
  await page.getByRole("link", { name: "Stationery" }).click();
  await expect(page.getByRole("listitem", { name: "By the day" })).toBeVisible();
  await checkAgainstWcag(page, "stationery");
  await page.goto("/nowhere");
  await checkAgainstWcag(page, "no such page");
});

test("nor does the standing order, the result or the matching of clocks", async ({ ledger: page }) => {
  test.setTimeout(120_000); // the checking of many small things takes its time
  await openCard(page, "VANTRY_6");
  await page.keyboard.press("Escape");
  await page.keyboard.press("o");
  await expect(page.getByRole("list", { name: "Pieces of a name" })).toBeVisible();
  await checkAgainstWcag(page, "standing order");
  await page.getByRole("button", { name: "two frames of one moment" }).click();
  await expect(page.getByRole("listbox")).toHaveCount(2);
  await checkAgainstWcag(page, "matching clocks");
  await page.getByRole("main").focus();
  await page.keyboard.press("o");
  await page.getByRole("button", { name: "Folders that result" }).click();
  await page.getByRole("button", { name: "Every name, before and after" }).click();
  await expect(page.getByRole("table", { name: "Names before and after" })).toBeVisible();
  await checkAgainstWcag(page, "result");
});

test("a card is brought in with the keyboard alone", async ({ ledger: page }) => {
  const number = await page.getByRole("row", { name: "VANTRY_6" }).getByText(/^\d$/).innerText();
  await page.keyboard.press(number);
  await expect(page.getByRole("heading", { name: "VANTRY_6" })).toBeVisible();
  const pans = shootOf(page, "Sat 9 May");
  const description = pans.getByLabel("Description");
  for (let i = 0; i < 40 && !(await description.evaluate((field) => field === document.activeElement)); i += 1) await page.keyboard.press("Tab");
  await expect(description).toBeFocused();
  await page.keyboard.type("Salt pans, b and low tide");
  await expect(page.getByRole("button", { name: "Bring in 42 frames" })).toBeEnabled();
  await expect(pans).toContainText("2026-05-09_salt-pans-b-and-low-tide_0001.vrw");
  await page.keyboard.press("Shift+Tab");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("listbox", { name: "Frames of Sat 9 May" })).toBeVisible();
  await page.keyboard.press("b");
  await expect(page.getByRole("button", { name: /^Bring in \d+ frames/ })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible({ timeout: 30_000 });
  await checkAgainstWcag(page, "receipt");
  await page.goto("/shoots");
  await page.getByRole("link", { name: /Salt pans, b and low tide/ }).click();
  await expect(page.getByRole("option").first()).toBeVisible();
  await checkAgainstWcag(page, "shoot");
});

test("what is not there, or not allowed, is said in a sentence", async ({ ledger: page, context }) => {
  await page.goto("/receipts/4711");
  await expect(page.getByText("There is no receipt 4711 in this ledger.")).toBeVisible();
  await page.goto("/intake/0123456789abcdef");
  await expect(page.getByRole("heading", { name: "This card is in no reader" })).toBeVisible();
  await page.goto("/shoots/4711");
  await expect(page.getByRole("alert")).toContainText("There is no shoot 4711 in this ledger.");
  await context.clearCookies();
  await page.goto("/intake");
  await expect(page.getByRole("alert")).toContainText('Open the ledger by the address that "bin/ledger address" prints');
  await expect(page.getByText("locked", { exact: true })).toBeVisible();
});

test("a ledger that does not answer is said so, and the page goes on by itself when it does", async ({ ledger: page }) => {
  await withoutStream(page);
  await expect(page.getByRole("row", { name: "ORREL_A" })).toBeVisible();
  await page.route("**/api/**", (route) => route.abort());
  await expect(page.getByText("the ledger does not answer", { exact: true })).toBeVisible();
  await expect(page.getByRole("alert")).toContainText("this page goes on by itself");
  await page.unroute("**/api/**");
  await expect(page.getByText("the ledger does not answer", { exact: true })).toBeHidden();
  await page.route("**/api/cards", (route) => route.fulfill({ status: 503, json: { error: "The ledger's database does not answer." } }));
  await expect(page.getByRole("alert")).toContainText("The ledger's database does not answer.");
});

test("nothing is fetched from anywhere but this machine", async ({ page, address }) => {
  const hosts = new Set<string>();
  page.on("request", (request) => hosts.add(new URL(request.url()).hostname));
  await page.goto(address);
  await openCard(page, "ORREL_A");
  await page.goto("/shoots");
  await page.waitForLoadState("networkidle").catch(() => null);
  expect([...hosts]).toEqual(["127.0.0.1"]);
});

test("a narrow and a wide window keep the button and the totals in view", async ({ ledger: page }) => {
  await openCard(page, "ORREL_A");
  for (const width of [1024, 1280, 1920]) {
    await page.setViewportSize({ width, height: 720 });
    await expect(page.getByRole("button", { name: /^Bring in \d+ frames/ })).toBeInViewport();
    const spilled = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(spilled, `at ${width}`).toBe(0);
  }
});

import { expect } from "@playwright/test";
import { appendFileSync, cpSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { execFileSync } from "node:child_process";
import { checkAgainstWcag, choose, openCard, reader, shootOf, store, test } from "./ledger";

const frames = ["ORL_1210", "ORL_1211", "ORL_1212"];
const folder = `${store}/2026/2026-05-04 Boats to be stamped`;
const tags = (file: string) => (JSON.parse(execFileSync("exiftool", ["-j", file], { encoding: "utf8" })) as Record<string, unknown>[])[0] ?? {};

test.beforeEach(() => {
  mkdirSync(`${reader}/STAMPS/DCIM/101ORREL`, { recursive: true });
  for (const frame of frames)
    for (const kind of ["JPG", "ORW"]) {
      const file = `${reader}/STAMPS/DCIM/101ORREL/${frame}.${kind}`;
      cpSync(`${reader}/ORREL_A/DCIM/101ORREL/${frame}.${kind}`, file);
      appendFileSync(file, "of another printing");
    }
});

test("a slip and keywords at intake, then on a selection, taken back, a file that another program changed, a word renamed", async ({ ledger: page }) => {
  test.setTimeout(90_000);
  await page.goto("/stationery");
  const slips = page.getByRole("region", { name: "Rights slips" });
  await expect(slips).toContainText("None yet");
  await slips.getByRole("button", { name: "write a new one" }).click();
  await slips.getByLabel("name of the slip").fill("Studio");
  const answered = page.waitForResponse((answer) => answer.url().endsWith("/api/stationery") && answer.request().method() === "POST");
  await slips.getByLabel("name of the slip").press("Enter");
  expect((await answered).status()).toBe(204);
  await expect(slips).toContainText("1 slip");
  await slips.getByLabel("creator", { exact: true }).fill("Ada Tern");
  await slips.getByLabel("creator", { exact: true }).press("Enter");
  await slips.getByLabel("credit").fill("Tern & Tallow, a studio with a long name");
  await slips.getByLabel("credit").press("Tab");
  await expect(slips).toContainText("The credit is 40 bytes long. XMP takes all of it");
  await expect(slips).toContainText("the default");
  await checkAgainstWcag(page, "rights slip");

  await openCard(page, "STAMPS");
  const stamps = page.getByRole("region", { name: "Stamps" });
  await expect(stamps.getByRole("button", { name: "rights slip Studio" })).toBeVisible();
  await stamps.getByLabel("copyright notice").fill("© [year] Ada");
  await stamps.getByLabel("copyright notice").press("Tab");
  const all = stamps.getByRole("combobox", { name: "keywords of all frames" });
  await all.fill("tide < places");
  await all.press("Enter");
  await all.fill("boats");
  await all.press(",");
  await expect(page.getByText("departs from it in stamps")).toBeVisible();
  await stamps.getByRole("button", { name: "Open the stamps" }).click();
  await expect(stamps).toContainText("© 2026 Ada");
  await expect(stamps).toContainText("places › tide; boats");
  await all.fill("bo");
  await expect(
    stamps
      .getByRole("option", { name: /boats/ })
      .or(stamps.getByRole("option", { name: /a new word/ }))
      .first(),
  ).toBeVisible();
  await checkAgainstWcag(page, "stamps of the desk");
  await all.fill("");
  const shoot = shootOf(page, "Mon 4 May");
  await shoot.getByLabel("Description of the shoot").fill("Boats to be stamped");
  await shoot.getByLabel("event of the shoot").fill("Lantern night");
  await shoot.getByLabel("event of the shoot").press("Tab");
  await expect(shoot).toContainText("Boats to be stamped/");
  await page.getByRole("button", { name: "Bring in 3 frames" }).click();
  await expect(page.getByText("but for the stamps in 3, whose pictures are the same")).toBeVisible({ timeout: 20_000 });
  for (const file of [`${folder}/2026-05-04_boats-to-be-stamped_0001.jpg`, `${folder}/2026-05-04_boats-to-be-stamped_0001.xmp`])
    expect(tags(file)).toMatchObject({ Creator: "Ada Tern", Rights: "© 2026 Ada", Event: "Lantern night", Subject: ["boats", "places", "tide"] });

  await page.getByRole("link", { name: "Boats to be stamped" }).click();
  const panel = page.getByRole("complementary", { name: "Stamps" });
  await expect(panel).toContainText("Every file says what it should.");
  await page.getByRole("option").nth(0).click();
  await page.getByRole("option").nth(1).click();
  const more = panel.getByRole("combobox", { name: "keywords of the picked frames" });
  await more.fill("ti");
  await expect(panel.getByRole("option", { name: /tide/ })).toBeVisible();
  await more.fill("lanterns");
  await more.press("Enter");
  await expect(panel.getByRole("button", { name: "take lanterns away" })).toBeVisible();
  await choose(page, /^stars/, "4 stars");
  await expect(page.getByRole("option", { name: /4 stars/ })).toHaveCount(2);
  await page.keyboard.press("a");
  await expect(panel).toContainText("3 frames picked");
  await expect(panel.getByRole("button", { name: "stars they differ" })).toBeVisible();
  await expect(panel).toContainText("lanterns 2 of 3");
  await checkAgainstWcag(page, "stamps of a shoot");
  await expect(panel).toContainText("Every file says what it should.", { timeout: 15_000 });
  const sidecar = `${folder}/2026-05-04_boats-to-be-stamped_0001.xmp`;
  expect(tags(sidecar)).toMatchObject({ Rating: 4, Subject: ["boats", "lanterns", "places", "tide"] });
  await panel.getByRole("button", { name: "take it back" }).click();
  await expect(page.getByRole("option", { name: /4 stars/ })).toHaveCount(0);
  await expect(panel).toContainText("Every file says what it should.", { timeout: 15_000 });
  expect(tags(sidecar).Rating).toBeUndefined();

  writeFileSync(sidecar, readFileSync(sidecar, "utf8").replace("<rdf:li>boats</rdf:li>", "<rdf:li>boats</rdf:li><rdf:li>theirs</rdf:li>"));
  await panel.getByRole("textbox", { name: "event" }).fill("Regatta");
  await panel.getByRole("textbox", { name: "event" }).press("Enter");
  await expect(panel).toContainText("0001.xmp was changed by another program since. It was not touched.", { timeout: 15_000 });
  await panel.getByRole("button", { name: "merge ours into them" }).click();
  await expect(panel).toContainText("Every file says what it should.", { timeout: 15_000 });
  expect(tags(sidecar)).toMatchObject({ Event: "Regatta", Subject: ["theirs", "boats", "lanterns", "places", "tide"] });

  // A word of the vocabulary is renamed, with its frames counted first, and the list is taken from a file.
  await page.goto("/stationery/keywords");
  const words = page.getByRole("list", { name: "Keywords" });
  await words.getByRole("button", { name: "Open places" }).click();
  await words.getByRole("button", { name: "rename" }).nth(3).click();
  const asking = page.getByRole("group", { name: "rename tide" });
  await checkAgainstWcag(page, "keywords");
  await expect(asking).toContainText("3 frames will be stamped anew, in the background.");
  await asking.getByLabel("new word for tide").fill("low tide");
  await asking.getByLabel("new word for tide").press("Enter");
  await expect(words).toContainText("low tide");
  await expect.poll(() => tags(`${folder}/2026-05-04_boats-to-be-stamped_0002.jpg`).Subject, { timeout: 15_000 }).toContain("low tide");
  await page
    .getByLabel("file of an indented list")
    .setInputFiles({ name: "words.txt", mimeType: "text/plain", buffer: Buffer.from("places:\n\tmarsh = fen\n\t\treed\n") });
  await expect(page.getByText("2 words of the list were new")).toBeVisible();
  await page.getByLabel("find a keyword").fill("fen");
  await expect(words).toContainText("marsh in places");
  await page.goto("/stationery");
  await page.getByRole("region", { name: "Rights slips" }).getByRole("button", { name: "drop" }).click();
  await expect(page.getByText("None yet: without one")).toBeVisible();
});

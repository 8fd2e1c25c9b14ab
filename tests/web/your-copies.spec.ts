import { expect } from "@playwright/test";
import { appendFileSync, cpSync, existsSync, mkdirSync, readdirSync, renameSync, statSync, utimesSync, writeFileSync } from "node:fs";
import { bringIn, choose, drives, openCard, reader, test } from "./ledger";

const away = (drive: string) => {
  renameSync(`${drives}/${drive}`, `${drives}/.${drive}`);
};
const back = (drive: string) => {
  if (existsSync(`${drives}/.${drive}`)) renameSync(`${drives}/.${drive}`, `${drives}/${drive}`);
};

/** A card of some frames that are like another's, and not the same; the number of them. */
function card(name: string): number {
  const folder = readdirSync(`${reader}/TOWER/DCIM`)[0] ?? "";
  const frames = readdirSync(`${reader}/TOWER/DCIM/${folder}`).filter((file) => file.endsWith(".JPG"));
  mkdirSync(`${reader}/${name}/DCIM/${folder}`, { recursive: true });
  for (const frame of frames.slice(0, 6)) {
    cpSync(`${reader}/TOWER/DCIM/${folder}/${frame}`, `${reader}/${name}/DCIM/${folder}/${frame}`);
    appendFileSync(`${reader}/${name}/DCIM/${folder}/${frame}`, name);
  }
  return 6;
}

test("a card to two drives, one taken away and brought back, a damaged copy found and mended, and the card cleared", async ({ ledger: page }) => {
  const frames = card("KILN");
  away("Bellows");
  await openCard(page, "KILN");
  await page.getByLabel("Description").first().fill("Kiln");
  await expect(page.getByText("Bellows is away: owed")).toBeVisible();
  await page.getByRole("button", { name: `Bring in ${frames} frames` }).click();
  await expect(page.getByRole("heading", { name: "Copies are owed" })).toBeVisible({ timeout: 20_000 });
  const stamp = page.getByRole("complementary", { name: "May the card be formatted" });
  await expect(stamp).toContainText(`Not yet: keep KILN as it is. Of ${frames} files, ${frames} have too few proven copies.`);
  await page.getByRole("link", { name: "Stores" }).click();
  const bellows = page.getByRole("region", { name: "Store Bellows" });
  await expect(bellows).toContainText("is away");
  await expect(bellows).toContainText(new RegExp(`owed${frames}, `));

  // The ledger itself is dumped, and what would be gone with a drive is said.
  const itself = page.getByRole("region", { name: "The ledger itself" });
  await itself.getByRole("button", { name: "dump it now" }).click();
  await expect(itself).toContainText("it was as the ledger. It lies at Anvil. Bellows is owed it.", { timeout: 60_000 });
  await expect(itself).toContainText(`Anvil: ${frames} files of 1 shoot`);
  await expect(itself).toContainText("Bellows: No picture would be gone");
  expect(readdirSync(`${drives}/Anvil/velvet-ledger`).filter((name) => name.endsWith(".dump")).length).toBeGreaterThan(0);

  back("Bellows");
  await expect(bellows).toContainText("owednothing", { timeout: 30_000 });
  await expect(itself).toContainText("It lies at Anvil and Bellows.", { timeout: 60_000 });
  await expect(itself).toContainText("Anvil: No picture would be gone");
  await page.goBack();
  await expect(page.getByRole("heading", { name: "Two proven copies" })).toBeVisible();
  await expect(stamp).toContainText(`KILN may be formatted: ${frames} files on it have 2 proven copies on 2 devices.`);

  const year = readdirSync(`${drives}/Bellows`).find((name) => /^\d{4}$/.test(name)) ?? "";
  const folder = readdirSync(`${drives}/Bellows/${year}`).find((name) => name.endsWith("Kiln")) ?? "";
  const copy = `${drives}/Bellows/${year}/${folder}/${readdirSync(`${drives}/Bellows/${year}/${folder}`).find((name) => name.endsWith(".jpg")) ?? ""}`;
  appendFileSync(copy, "a bit of rot");
  await page.getByRole("link", { name: "Stores" }).click();
  await bellows.getByRole("button", { name: "prove it again" }).click();
  await expect(bellows).toContainText(/last proof .*1 missing or different/, { timeout: 30_000 });
  const bad = page.getByRole("region", { name: "Copies that need mending" });
  await expect(bad).toContainText("differs: it has");
  await bad.getByRole("button", { name: "mend from Anvil" }).click();
  await expect(bad).toBeHidden();
  expect(existsSync(`${drives}/Bellows/Set aside`)).toBe(true);
  await page.getByRole("link", { name: "Day book" }).click();
  await expect(page.getByText(/was mended at Bellows/)).toBeVisible();
  await choose(page, "every kind", "repair");
  await expect(page.getByText(/was mended at Bellows/)).toBeVisible();
  await expect(page.getByText(/Receipt \d+:/)).toBeHidden();
  await expect(page.getByText(/their chain of digests is whole/)).toBeVisible();
});

/** Both cards of a camera that wrote to two slots, of which the first holds nothing but zeros for one frame; and a clip. */
function pairOfSlots() {
  for (const [slot, from] of [
    ["SLOT_1", "ORREL_A"],
    ["SLOT_2", "ORREL_B"],
  ]) {
    mkdirSync(`${reader}/${slot}/DCIM/101ORREL`, { recursive: true });
    for (const file of [...[1249, 1250, 1251, 1252].map((number) => `ORL_${number}.JPG`), "ORL_1271.MOV"]) {
      const at = `${reader}/${slot}/DCIM/101ORREL/${file}`;
      const original = `${reader}/${file.endsWith("MOV") ? "ORREL_A" : from}/DCIM/101ORREL/${file}`;
      cpSync(original, at);
      appendFileSync(at, "of another day");
      utimesSync(at, statSync(original).mtime, statSync(original).mtime);
    }
  }
}

test("the two-slot pair, one frame unreadable on the first card, ends cleared", async ({ ledger: page }) => {
  pairOfSlots();
  await openCard(page, "SLOT_1");
  const desk = page.getByRole("region", { name: "Standing order" });
  await desk.getByRole("button", { name: "Open the standing order" }).click();
  await choose(page, "stay on the card", /in a subfolder called clips/);
  await page.getByRole("button", { name: "Bring in 4 frames" }).click();
  await expect(page.getByRole("link", { name: "as a table (CSV)" })).toBeVisible({ timeout: 30_000 });
  const table = await (await page.request.get(`/api/receipts/${page.url().split("/").at(-1) ?? ""}.csv`)).text();
  expect(table).toMatch(/ORL_1250\.JPG,.*taken from its twin on SLOT_2/);
  const stamp = page.getByRole("complementary", { name: "May the card be formatted" });
  await expect(stamp).toContainText("SLOT_1 may be formatted: 5 files on it have 2 proven copies on 2 devices.", { timeout: 30_000 });
  await openCard(page, "SLOT_2");
  await page.getByRole("link", { name: "May it be formatted?" }).click();
  await page.getByRole("button", { name: "read the card in full and compare" }).click();
  await expect(stamp).toContainText("SLOT_2 may be formatted: 5 files on it have 2 proven copies on 2 devices.", { timeout: 30_000 });
});

test("what keeps a card from being formatted is mended from there; its receipt is a sheet of paper", async ({ ledger: page }) => {
  const frames = card("KILN");
  const folder = `${reader}/KILN/DCIM/${readdirSync(`${reader}/KILN/DCIM`)[0] ?? ""}`;
  cpSync(`${reader}/ORREL_A/DCIM/101ORREL/ORL_1271.MOV`, `${folder}/TWR_9999.MOV`);
  for (const file of readdirSync(folder)) appendFileSync(`${folder}/${file}`, "of a third day");
  await openCard(page, "KILN");
  await page.getByLabel("Description").first().fill("Kiln again");
  await expect(page.getByRole("region", { name: "Stays on the card" })).toContainText("TWR_9999.MOV");
  await page.getByRole("button", { name: `Bring in ${frames} frames` }).click();
  const stamp = page.getByRole("complementary", { name: "May the card be formatted" });
  await expect(stamp).toContainText("1 is a clip or sound that is nowhere but on this card", { timeout: 20_000 });
  await stamp.getByRole("link", { name: "what is missing, file by file" }).click();
  const missing = page.getByRole("region", { name: "What is missing" });
  await expect(missing.getByRole("listitem")).toHaveCount(1);
  await missing.getByRole("link", { name: "bring it in" }).click();
  await page.getByRole("button", { name: "bring the clip or sound along" }).click();
  await expect(page.getByText("departs from it")).toBeVisible();
  await expect(page.getByRole("region", { name: "Stays on the card" })).toBeHidden();
  await page.getByRole("button", { name: /^Bring in/ }).click();
  await expect(stamp).toContainText(`KILN may be formatted: ${frames + 1} files on it have 2 proven copies on 2 devices.`, { timeout: 20_000 });

  await page.getByRole("link", { name: "as a sheet to print" }).click();
  await expect(page.getByText("signed")).toBeVisible();
  await expect(page.getByText(`KILN may be formatted: ${frames + 1} files`)).toBeVisible();
  const sheet = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
  expect(sheet.startsWith("%PDF-")).toBe(true);
  expect(sheet.match(/\/Type \/Page\b/g)).toHaveLength(1);
  const [width, height] = (/\/MediaBox \[0 0 (\S+) ([\d.]+)/.exec(sheet) ?? []).slice(1).map(Number);
  expect([Math.round(width ?? 0), Math.round(height ?? 0)]).toEqual([842, 595]); // A4 across: 297 x 210 mm in points
  await page.getByLabel("with a line for each file").check();
  await expect(page.getByRole("row").filter({ hasText: "TWR_9999.MOV" })).toContainText(/[0-9a-f]{32}/);
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "print" })).toBeHidden();
});

test("a store is chosen from the drives, is owed what came in before, and is used no more", async ({ ledger: page }) => {
  card("KILN");
  bringIn("KILN", "Kiln");
  mkdirSync(`${drives}/Third/other`, { recursive: true });
  writeFileSync(`${drives}/Third/a file`, "x");
  await page.getByRole("link", { name: "Stores" }).click();
  await page.getByRole("button", { name: "add a store" }).click();
  const form = page.getByRole("region", { name: "Another store" });
  await form.getByRole("button", { name: /Third/ }).click();
  await expect(form.getByRole("button", { name: "other/" })).toBeVisible();
  await form.getByLabel("name of a new folder").fill("pictures");
  await form.getByRole("button", { name: "use this folder" }).click();
  const third = page.getByRole("region", { name: "Store Third" });
  await expect(third).toContainText("owednothing", { timeout: 60_000 });
  await expect(third).toContainText(/proven copies[1-9]/);
  await third.getByRole("button", { name: "a mirror: the same tree" }).click();
  await page.getByRole("menuitemradio", { name: "used no more" }).click();
  await expect(third).toBeHidden();
});

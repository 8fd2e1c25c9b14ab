import { expect } from "@playwright/test";
import { openCard, shootOf, test } from "./ledger";

// Runs after intake.spec.ts, which brought in ORREL_A: ORREL_B is the other slot of the same camera.
test("the second slot's card shows what is held, under which name, and brings in only what is not", async ({ ledger: page }) => {
  await openCard(page, "ORREL_B");
  const boats = shootOf(page, "Mon 4 May");
  await expect(page.getByText("94 frames on the card, 91 already held: 3 to bring in")).toBeVisible();
  await expect(shootOf(page, "Wed 6 May")).toContainText("2026-05-06_0001.jpg");
  await expect(shootOf(page, "Thu 7 May")).toContainText(/all held since .* in 2026\/2026-05-07/);
  await boats.getByRole("button", { name: "Open the pictures" }).click();
  const frames = page.getByRole("listbox", { name: "Frames of Mon 4 May" });
  await expect(frames.getByRole("option", { name: /ORL_1202.*held/ })).toHaveAttribute("aria-selected", "false");
  await expect(frames.getByRole("option", { name: /ORL_1205.*twin on ORREL_A/ })).toHaveAttribute("aria-selected", "true");
  await frames.getByRole("option", { name: /ORL_1202/ }).click();
  await expect(frames.getByRole("option", { name: /ORL_1202.*held, again/ })).toHaveAttribute("aria-selected", "true");
  await expect(page.getByText("90 already held: 4 to bring in")).toBeVisible();
  await boats.getByRole("button", { name: "new only" }).click();
  await page.getByRole("button", { name: "Bring in 3 frames" }).click();
  await expect(page.getByRole("heading", { name: "One proven copy" })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole("row", { name: /held already 13\d/ })).toBeVisible();
});

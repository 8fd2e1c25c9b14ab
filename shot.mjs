import { chromium } from "@playwright/test";
const [,, addr, ...steps] = process.argv;
const b = await chromium.launch({ executablePath: "/usr/bin/chromium-headless-shell" });
const p = await (await b.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await p.goto(addr);
for (const s of steps) {
  const [verb, ...rest] = s.split("::");
  const arg = rest.join("::");
  if (verb === "go") await p.goto(new URL(arg, addr).href);
  if (verb === "click") await p.getByText(arg).first().click();
  if (verb === "button") await p.getByRole("button", { name: arg }).first().click();
  if (verb === "wait") await p.waitForTimeout(Number(arg));
  if (verb === "shot") await p.screenshot({ path: arg });
  if (verb === "scroll") await p.locator("#page").evaluate((e, y) => e.scrollTo(0, y), Number(arg));
  if (verb === "key") await p.keyboard.press(arg);
}
await b.close();

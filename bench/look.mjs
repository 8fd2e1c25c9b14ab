// First look in a real browser, on 500 JPEGs of 24 megapixels: from the key to the picture, a key held for ten seconds, pixel by
// pixel, and what the page holds in memory. Beside the same pictures by a plain image that is given one address after the other,
// in the same run; and once more while the server works in the background.
import { execFileSync, spawn } from "node:child_process";
import { chromium } from "playwright-core";

const STEPS = 120;
const lot = process.argv[2] ?? "shoots-1";
const busyWith = process.argv[3];
const address = execFileSync("bin/ledger", ["address"], { encoding: "utf8" }).trim();
const base = new URL(address).origin;
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--js-flags=--expose-gc"] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
const line = (what, values, goal) =>
  console.log(
    `${what.padEnd(58)} median ${quantile(values, 0.5).toFixed(0).padStart(5)} ms   95 % ${quantile(values, 0.95).toFixed(0).padStart(5)} ms${goal ? `   goal ${goal}` : ""}`,
  );

await page.goto(address);
await page.goto(`${base}/look/${lot}`);
await page.locator("canvas[data-shown]").waitFor({ timeout: 60_000 });
await page.waitForTimeout(2000);

// In the page: milliseconds from a key to the frame in which its picture is drawn.
await page.evaluate(() => {
  const stage = () => document.querySelector("canvas[role=img]");
  window.keyed = (key) =>
    new Promise((resolve) => {
      const before = stage()?.dataset.shown;
      const began = performance.now();
      window.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
      const look = () => {
        const now = stage()?.dataset.shown;
        if ((now && now !== before) || performance.now() - began > 5000) resolve(performance.now() - began);
        else requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    });
});
const steps = async (pause) => {
  const times = [];
  for (let i = 0; i < STEPS; i++) {
    times.push(await page.evaluate(() => window.keyed("ArrowRight")));
    await page.waitForTimeout(pause);
  }
  return times;
};
const one = await steps(1000);
line("key to picture, one a second", one, "50");
const quick = await steps(250);
line("key to picture, four a second", quick);

const plain = await page.evaluate(async (shown) => {
  const times = [];
  for (let i = 1; i <= 40; i++) {
    const image = new Image();
    const began = performance.now();
    image.src = `/api/frames/${Number(shown) + i}/picture?edge=2048`;
    await image.decode().catch(() => undefined);
    times.push(performance.now() - began);
  }
  return times;
}, await page.locator("canvas[role=img]").getAttribute("data-shown"));
line("the same by a plain image", plain);
console.log(`ratio, one a second: ${(quantile(plain, 0.5) / quantile(one, 0.5)).toFixed(1)}`);

await page.keyboard.press("Home");
await page.waitForTimeout(1500);
const whole = [];
for (let i = 0; i < 10; i++) {
  const began = Date.now();
  await page.keyboard.press("e");
  await page.locator("canvas[aria-label$='pixel by pixel'][data-close]").waitFor();
  whole.push(Date.now() - began);
  await page.keyboard.press("e");
  await page.keyboard.press("ArrowRight");
  await page.waitForTimeout(800);
}
line("pixel by pixel", whole, "150");

const cdp = await page.context().newCDPSession(page);
const memory = async () => {
  await page.evaluate(() => globalThis.gc?.());
  const { metrics } = await cdp.send("Performance.getMetrics");
  return (metrics.find((one) => one.name === "JSHeapUsedSize")?.value ?? 0) / 1e6;
};
await cdp.send("Performance.enable");
const before = await memory();
await page.keyboard.press("Home");
await page.waitForTimeout(800);
const gaps = await page.evaluate(
  () =>
    new Promise((resolve) => {
      const found = [];
      let last = performance.now();
      const until = last + 10_000;
      const press = setInterval(() => window.dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowRight", bubbles: true, repeat: true })), 33);
      const look = () => {
        const now = performance.now();
        found.push(now - last);
        last = now;
        if (now < until) requestAnimationFrame(look);
        else {
          clearInterval(press);
          resolve(found);
        }
      };
      requestAnimationFrame(look);
    }),
);
line("a key held for ten seconds: between two drawings", gaps);
const began = Date.now();
await page.waitForFunction(() => document.querySelector("canvas[role=img]")?.dataset.shown, undefined, { timeout: 10_000 }).catch(() => undefined);
console.log(`where it stopped: ${await page.locator("[role=slider]").getAttribute("aria-valuetext")}, its picture after ${Date.now() - began} ms`);
console.log(`the page's heap: ${before.toFixed(0)} MB, after ${gaps.length} drawings ${(await memory()).toFixed(0)} MB`);

if (busyWith) {
  const work = spawn("bin/ledger", busyWith.split(" "), { stdio: "ignore" });
  await page.keyboard.press("Home");
  await page.waitForTimeout(1500);
  line("key to picture, one a second, while copies are read again", (await steps(1000)).slice(0, 60));
  work.kill();
}
await browser.close();

// Finding in a real browser, on 200,000 frames: from the last letter of what is looked for, typed as people type, until all pictures in view are
// there: such as have to be made, such as the server has but not the browser, and once more. Memory of the page while 50,000 results are gone through.
import { execFileSync } from "node:child_process";
import { chromium } from "playwright-core";

const LOOKED_FOR = process.argv[2]?.split(",") ?? ["quay", "lantern", "ferry east", "kiln", "salt pans", "2026", "rope walk yard", "signal", "Osk", "red boat"];
const BETWEEN_LETTERS = 110; // ms, a quick hand
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--js-flags=--expose-gc"] });
/** A browser of its own, in which nothing was had before. */
async function open() {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(execFileSync("bin/ledger", ["address"], { encoding: "utf8" }).trim());
  await page.goto(new URL("/find", page.url()).href);
  const blank = page.getByLabel("Words, names, days");
  await blank.waitFor();
  await page.getByRole("option").first().waitFor({ timeout: 60_000 });

  await page.evaluate(() => {
    // From the last key that was pressed until the answer to it is in view: the address says what was asked, the pictures are there.
    window.since = (words) =>
      new Promise((resolve, reject) => {
        const until = performance.now() + 60_000;
        const main = document.querySelector("#page");
        const look = () => {
          const view = main.getBoundingClientRect();
          const cells = [...document.querySelectorAll("[role=option]")].filter((one) => {
            const box = one.getBoundingClientRect();
            return box.height > 0 && box.bottom > view.top && box.top < view.bottom;
          });
          const asked = new URLSearchParams(location.search).get("words") === words && !document.querySelector(".bg-mat[aria-busy=true]");
          if (asked && cells.length > 0 && cells.every((one) => one.querySelector("img")?.complete))
            resolve([performance.now() - window.pressed, cells.length]);
          else if (performance.now() > until)
            reject(
              new Error(
                `"${words}": ${asked ? "answered" : "not answered"}, ${cells.filter((one) => !one.querySelector("img")?.complete).length} of ${cells.length} pictures are not there`,
              ),
            );
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      });
    addEventListener("keydown", () => (window.pressed = performance.now()), true);
  });
  return [page, blank];
}
const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
let page, blank;
for (const round of ["made for it", "kept by the server", "once more"]) {
  if (round !== "once more") [page, blank] = await open();
  const took = [];
  let cells = 0;
  for (const words of LOOKED_FOR) {
    await blank.fill("");
    await page.waitForTimeout(1200);
    await blank.pressSequentially(words, { delay: BETWEEN_LETTERS });
    const [time, many] = await page.evaluate((of) => window.since(of), words);
    took.push(time);
    cells += many;
    await page.waitForTimeout(400);
  }
  console.log(
    `from the last letter to pictures in view, ${round.padEnd(18)} median ${quantile(took, 0.5).toFixed(0)} ms, worst ${Math.max(...took).toFixed(0)} ms   goal 200   (${(cells / took.length).toFixed(0)} in view)`,
  );
}
await blank.fill("");
await page.waitForTimeout(1500);
const heap = () =>
  page.evaluate(() => {
    window.gc?.();
    return performance.memory.usedJSHeapSize / 1e6;
  });
const before = await heap();
const rows = await page.evaluate(() => document.querySelector("#page").scrollHeight);
for (let i = 1; i <= 120; i++) {
  await page.evaluate((to) => (document.querySelector("#page").scrollTop = to), (rows / 4 / 120) * i); // a quarter of 200,000
  await page.waitForTimeout(60);
}
await page.waitForTimeout(1500);
console.log(
  `memory of the page: ${before.toFixed(0)} MB, after going through 50,000 results ${(await heap()).toFixed(0)} MB; ${await page.getByRole("option").count()} cells exist`,
);
await browser.close();

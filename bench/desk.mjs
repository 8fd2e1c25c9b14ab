// The desk in a real browser, with a card of 3,000 frames: how soon a place on the sheet is filled after scrolling stops, what
// scrolling costs the page, and how soon a change is seen and answered. Beside the pictures by one request each, in the same run.
import { execFileSync } from "node:child_process";
import { chromium } from "playwright-core";

const PLACES = 24;
const address = execFileSync("bin/ledger", ["address"], { encoding: "utf8" }).trim();
const base = new URL(address).origin;
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;
const line = (what, values, goal) =>
  console.log(
    `${what.padEnd(64)} median ${quantile(values, 0.5).toFixed(0).padStart(5)} ms   worst ${Math.max(...values)
      .toFixed(0)
      .padStart(5)} ms${goal ? `   goal ${goal}` : ""}`,
  );

await page.goto(address);
await page.getByRole("row", { name: "MANY" }).click();
await page.getByRole("button", { name: /^Bring in 3,000 frames/ }).waitFor({ timeout: 180_000 });
await page.getByRole("option").first().waitFor();

// In the page: whether all pictures that stand in view are there.
await page.evaluate(() => {
  const main = document.querySelector("#page");
  window.filled = () =>
    new Promise((resolve) => {
      const began = performance.now();
      const look = () => {
        const view = main.getBoundingClientRect();
        const cells = [...document.querySelectorAll("[role=option]")].filter((one) => {
          const box = one.getBoundingClientRect();
          return box.bottom > view.top && box.top < view.bottom;
        });
        const ready = cells.length > 0 && cells.every((one) => one.querySelector("img")?.complete || one.textContent.includes("no picture"));
        if (ready) resolve([performance.now() - began, cells.length]);
        else requestAnimationFrame(look);
      };
      requestAnimationFrame(look);
    });
});

const height = await page.evaluate(() => document.querySelector("#page").scrollHeight);
const first = [];
const again = [];
let cells = 0;
const places = Array.from({ length: PLACES }, (_, i) => Math.floor((((i * 7919) % PLACES) / PLACES) * (height - 1600)) + 700);
for (const [times, round] of [
  [first, 1],
  [again, 2],
]) {
  for (const at of places) {
    // Through the sheet to the place, as a hand does, and stop.
    for (let step = 1; step <= 6; step++)
      await page.evaluate(
        ([to, part]) => {
          const main = document.querySelector("#page");
          main.scrollTop += (to - main.scrollTop) * part;
        },
        [at, step / 6],
      );
    const [took, count] = await page.evaluate(() => window.filled());
    times.push(took);
    cells = Math.max(cells, round === 1 ? count : 0);
  }
}

// The same many pictures, each by a request of its own, six at a time as browsers ask.
const single = [];
const inStream = [];
const card = page.url().split("/").at(-1);
const desk = await page.evaluate(async (id) => (await fetch(`/api/cards/${id}`)).json(), card);
for (let round = 0; round < 6; round++) {
  const files = desk.frames.slice(400 * round + 11, 400 * round + 11 + cells).map((frame) => frame.picture);
  single.push(
    await page.evaluate(
      async ([id, of, salt]) => {
        const began = performance.now();
        const queue = [...of];
        await Promise.all(
          Array.from({ length: 6 }, async () => {
            for (let file = queue.shift(); file; file = queue.shift())
              await (await fetch(`/api/cards/${id}/picture?file=${encodeURIComponent(file)}&edge=160&v=${salt}`)).arrayBuffer();
          }),
        );
        return performance.now() - began;
      },
      [card, files, `bench${round}`],
    ),
  );
  inStream.push(
    await page.evaluate(
      async ([id, of]) => {
        const began = performance.now();
        const batches = [0, 1, 2].map((i) => of.filter((_, at) => at % 3 === i));
        await Promise.all(
          batches.map(async (some) =>
            (
              await fetch("/api/pictures", {
                method: "POST",
                headers: { "Content-Type": "application/json" },
                body: JSON.stringify({ of: some.map((file) => ({ card: id, file, edge: 160 })) }),
              })
            ).arrayBuffer(),
          ),
        );
        return performance.now() - began;
      },
      [card, files],
    ),
  );
}

// Scrolling without a stop, with the browser's own timing of long tasks.
await page.evaluate(() => {
  window.long = [];
  window.frames = [];
  new PerformanceObserver((list) => window.long.push(...list.getEntries().map((entry) => entry.duration))).observe({ type: "longtask", buffered: false });
  let before = performance.now();
  const frame = (now) => {
    window.frames.push(now - before);
    before = now;
    requestAnimationFrame(frame);
  };
  requestAnimationFrame(frame);
  document.querySelector("#page").scrollTop = 700;
});
await page.mouse.move(640, 400);
await page.evaluate(() => {
  window.frames.length = 0;
});
for (let i = 0; i < 150; i++) {
  await page.mouse.wheel(0, 240);
  await page.waitForTimeout(16);
}
const { long, frames } = await page.evaluate(() => ({ long: window.long, frames: window.frames }));

// A change: seen at once as a guess, and answered by the plan.
const seen = [];
const answered = [];
const asked = [];
await page.evaluate(() => {
  document.querySelector("#page").scrollTop = 700;
});
await page.getByRole("listbox").focus();
for (let i = 0; i < 12; i++) {
  const answer = page.waitForResponse((response) => response.url().endsWith("/plan"));
  const began = performance.now();
  seen.push(
    await page.evaluate(
      () =>
        new Promise((resolve) => {
          const box = document.querySelector("[role=listbox]");
          const from = performance.now();
          const watch = new MutationObserver(() => {
            watch.disconnect();
            requestAnimationFrame(() => resolve(performance.now() - from));
          });
          watch.observe(box, { subtree: true, attributes: true, childList: true });
          box.dispatchEvent(new KeyboardEvent("keydown", { key: " ", bubbles: true }));
        }),
    ),
  );
  const response = await answer;
  answered.push(performance.now() - began);
  await response.finished();
  const { requestStart, responseEnd } = response.request().timing();
  asked.push(responseEnd - requestStart);
  await page.waitForTimeout(250);
}
const hints = await page.evaluate(async (id) => {
  const { measured, of } = await (await fetch(`/api/cards/${id}/hints`)).json();
  return `${measured} of ${of} previews measured by the end`;
}, card);

console.log(`A card of 3,000 frames, ${cells} pictures in view; ${hints}.`);
line("A place is filled after scrolling stopped, first passage", first, "500");
line("The same, once more", again);
line("So many pictures in streams", inStream);
line("So many pictures by a request each", single);
console.log(`Streams to single requests, by medians: ${(quantile(inStream, 0.5) / quantile(single, 0.5)).toFixed(2)}`);
console.log(
  `Scrolling: ${long.length} tasks over 50 ms${long.length ? `, the longest ${Math.max(...long).toFixed(0)} ms` : ""} (goal none); frames: median ${quantile(frames, 0.5).toFixed(0)} ms, 95th of 100 ${quantile(frames, 0.95).toFixed(0)} ms`,
);
line("A change is in view", seen, "100");
line("The plan has answered it", answered, "300");
line("Of which the request itself", asked);
await browser.close();

import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: ".",
  outputDir: "./results",
  workers: Number(process.env.LEDGERS ?? 1),
  fullyParallel: true,
  timeout: 180_000,
  expect: { timeout: 30_000 }, // two browsers and two ledgers share the processors: no test is of speed
  retries: process.env.CI ? 1 : 0, // one that only then passes is listed as flaky
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: "reduce" },
    screenshot: "only-on-failure",
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--js-flags=--no-maglev --no-turbofan", // no page lives long enough to be worth compiling
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});

import { expect, test } from "vitest";
import { foldersInWords, namesInWords } from "./stationery/patterns";
import { table } from "./table";
import { browserInWords } from "./words/browser";
import { clock, count, day, duration, exposure, figure, hour, size, span } from "./words/format";
import { destinationInWords, shootsInWords, subfoldersInWords } from "./words/order";

/** How figures, dates and states are put into words. */

test("sizes, counts, durations and exposures", () => {
  table(size, [
    [[0], "0 kB"],
    [[999], "999 bytes"],
    [[38_400], "38 kB"],
    [[1_500_000], "1.5 MB"],
    [[14_200_000_000], "14.20 GB"],
    [[1_100_000_000_000], "1.10 TB"],
  ]);
  table(
    (n: number) => count(n, "frame"),
    [
      [[0], "0 frames"],
      [[1], "1 frame"],
      [[3000], "3,000 frames"],
    ],
  );
  expect(figure(12_345)).toBe("12,345");
  table(duration, [
    [[0.4], "a second"],
    [[42], "42 s"],
    [[150], "3 min"],
    [[7300], "2 h 2 min"],
  ]);
  table(exposure, [
    [[1 / 60], "1/60 s"],
    [[0.00929], "1/108 s"],
    [[0.5], "0.5 s"],
    [[30], "30 s"],
  ]);
});

test("dates are said as the camera wrote them, whatever this machine's time zone", () => {
  table(day, [
    [["2026-05-04"], "Mon 4 May"],
    [["2028-02-29"], "Tue 29 February"],
    [["2026-12-31"], "Thu 31 December"],
    [["2026-03-29"], "Sun 29 March"],
  ]);
  table(span, [
    [["2026-05-04", "2026-05-04"], "4 May 2026"],
    [["2026-05-04", "2026-05-09"], "4 to 9 May 2026"],
    [["2026-04-02", "2026-05-07"], "2 April to 7 May 2026"],
    [["2025-12-31", "2026-01-01"], "31 December 2025 to 1 January 2026"],
  ]);
  expect([hour("2026-05-04T21:14:09"), clock("2026-05-04T21:14:09")]).toEqual(["21:14", "21:14:09"]);
});

test("browsers are called by what people call them", () => {
  table(browserInWords, [
    [["Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) HeadlessChrome/142.0.0.0 Safari/537.36"], "Chrome on Linux"],
    [["Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15 (KHTML, like Gecko) Version/17.0 Safari/605.1.15"], "Safari on macOS"],
    [["Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36 Chrome/120.0 Safari/537.36 Edg/120.0"], "Edge on Windows"],
    [["Mozilla/5.0 (Android 14; Mobile; rv:131.0) Gecko/131.0 Firefox/131.0"], "Firefox on Android"],
    [["curl/8.5"], "curl/8.5"],
    [[""], "a browser that does not say its name"],
  ]);
});

test("a standing order in words", () => {
  table(shootsInWords, [
    [[{ pauseMinutes: null, dayTurnsAt: 0 }], "a shoot for each day"],
    [[{ pauseMinutes: 90, dayTurnsAt: 4 }], "a shoot for each day, which turns at 4:00, a new one after 1 h 30 min without a frame"],
    [[{ pauseMinutes: 120, dayTurnsAt: 0 }], "a shoot for each day, a new one after 2 h without a frame"],
  ]);
  table(
    (kindOfWork: string, folder: string) => destinationInWords({ kindOfWork, folder }, "Anvil"),
    [
      [["", ""], "Anvil, from its root"],
      [["Tests", "tests/x"], "Tests, tests/x/ on Anvil"],
    ],
  );
  expect(subfoldersInWords({ make: [], framesInto: "", trees: [] })).toBe("none");
  expect(subfoldersInWords({ make: ["originals", "exports/web"], framesInto: "originals", trees: [] })).toBe("originals, exports/web; frames into originals");
  expect(
    namesInWords({
      pieces: [
        { piece: "date taken", fields: "yyyyMMdd" },
        { piece: "initials", text: "TT" },
        { piece: "sequence", digits: 3, start: 7, scope: "this day" },
      ],
      between: "-",
      extension: "lower case",
    }),
  ).toBe("taken yyyyMMdd, “TT”, number of 3 digits from 7 over this day; a hyphen between; extension in lower case");
  expect(foldersInWords({ levels: [], between: " " })).toBe("side by side in the destination");
  expect(foldersInWords({ levels: [[{ piece: "date taken", fields: "yyyy" }], [{ piece: "description" }, { piece: "body" }]], between: " " })).toBe(
    "taken yyyy / description and body",
  );
});

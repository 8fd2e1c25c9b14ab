import { expect, test } from "vitest";
import { apart, longestPauses, nearest, places, roundTimes } from "./ledger/timescale";
import { table } from "./table";

test("a strip of time: long pauses are drawn short, rests are found, a point falls between two frames", () => {
  const at = (clock: string) => `2026-05-04T${clock}`;
  const moments = ["20:00:00", "20:01:00", "20:20:00", "20:21:00", "23:00:00"].map(at);
  const all = places(moments);
  expect(all.map((place) => Math.round(place.at * 4860))).toEqual([0, 60, 1200, 1260, 4860]);
  expect(all.map((place) => place.broken)).toEqual([false, false, false, false, true]);
  expect(longestPauses(all, 4)).toEqual([4]);
  expect(longestPauses(places(["20:00:00", "20:00:10", "20:20:00", "20:20:10", "20:20:20"].map(at)), 4)).toEqual([2]);
  expect(longestPauses(places([at("20:00:00")]), 4)).toEqual([]);
  table(
    (point: number) => nearest(all, point),
    [
      [[0], 1],
      [[0.14], 2],
      [[1], 4],
    ],
  );
  expect(roundTimes(moments, all).map((round) => round.time)).toEqual(["20:15"]);
  expect(places([at("20:00:00"), at("20:00:00")]).map((place) => place.at)).toEqual([0, 1]);
  expect(places(["2026-03-29T01:59:00", "2026-03-29T03:01:00"]).map((place) => place.pause)).toEqual([0, 3720]);
});

test("labels of the time scale leave room between them, the weightiest first", () => {
  const at = (...all: number[]) => all.map((one) => ({ at: one }));
  table(
    (labels: { at: number }[], width: number, pixels: number, taken: number[]) =>
      apart(labels, width, pixels, taken)
        .map((one) => one.at)
        .join(" "),
    [
      [[at(0.1, 0.5, 0.9), 1000, 44, []], "0.1 0.5 0.9"],
      [[at(0.5, 0.52, 0.56), 1000, 44, []], "0.5 0.56"],
      [[at(0.5, 0.52, 0.56), 300, 44, []], "0.5"],
      [[at(0.02, 0.5), 1000, 44, [0, 1]], "0.5"],
      [[at(0.5), 0, 44, []], "0.5"],
    ],
  );
});

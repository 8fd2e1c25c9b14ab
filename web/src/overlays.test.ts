import { expect, test } from "vitest";
import { histogram, markClipped, markEdges } from "./look/overlays";

const picture = (...pixels: [number, number, number][]) => Uint8ClampedArray.from(pixels.flatMap(([r, g, b]) => [r, g, b, 255]));

test("what is clipped is told by channel and of all, and hatched; the rest stays clear", () => {
  const row = picture([255, 255, 254], [255, 120, 0], [253, 253, 253], [0, 1, 0], [0, 2, 0], [12, 200, 255], [90, 90, 90], [90, 90, 90]);
  const marks = new Uint8ClampedArray(row.length);
  expect(markClipped(row, 8, marks)).toEqual({ light: 1 / 8, dark: 1 / 8, lightOf: [2 / 8, 1 / 8, 2 / 8] });
  expect([...marks].filter((_, i) => i % 4 === 3)).toEqual([255, 255, 0, 0, 0, 0, 0, 0]); // the shadow's stroke falls elsewhere, blue's alone too
  const dark = picture([0, 0, 0], [0, 0, 0], [0, 0, 0], [0, 0, 0]);
  const falling = new Uint8ClampedArray(dark.length);
  markClipped(dark, 2, falling);
  expect([...falling].filter((_, i) => i % 4 === 3)).toEqual([255, 255, 0, 255]);
});

test("an edge of high contrast is marked, a soft one and even ground are not", () => {
  const of = (value: (x: number) => number) =>
    picture(...Array.from({ length: 15 }, (_, i): [number, number, number] => [value(i % 5), value(i % 5), value(i % 5)]));
  const marked = (from: Uint8ClampedArray) => {
    const marks = new Uint8ClampedArray(from.length);
    markEdges(from, 5, 3, marks);
    return [...marks].filter((_, i) => i % 4 === 3).slice(5, 10);
  };
  expect(marked(of((x) => (x < 2 ? 20 : 200)))).toEqual([0, 255, 255, 0, 0]);
  expect(marked(of((x) => x * 20))).toEqual([0, 0, 0, 0, 0]);
  expect(marked(of(() => 128))).toEqual([0, 0, 0, 0, 0]);
});

test("the exposure counts each channel by itself", () => {
  const [red, green, blue] = histogram(picture([255, 0, 7], [255, 1, 7]));
  expect([red[255], green[0], green[1], blue[7], blue[8]]).toEqual([2, 1, 1, 2, 0]);
});

/**
 * What is marked on a picture: lights and shadows that are clipped, and edges of high contrast. All of them on the picture as it is
 * shown, of sRGB values from 0 to 255; of a raw that is its preview, which clips earlier than the sensor.
 */

/** A channel is clipped from this value on, or down to that one: what JPEG's rounding leaves of 255 and 0. */
export const LIGHT = 254;
export const DARK = 1;
/** An edge is where brightness differs so much from one shown pixel to the next but one (Sobel's operator, of its 1020 at most). */
export const EDGE = 220;

/** How many pixels are clipped, of all channels and of each alone, in shares of all. */
export interface Clipped {
  light: number;
  dark: number;
  /** Red, green, blue. */
  lightOf: [number, number, number];
}

type Pixels = Uint8ClampedArray;

/**
 * Writes hatching over what is clipped, everything else transparent: lights by strokes that rise, shadows by strokes that fall;
 * filled in velvet where every channel is clipped, drawn in brass where one or two of them are.
 */
export function markClipped(picture: Pixels, width: number, marks: Pixels): Clipped {
  const lightOf: [number, number, number] = [0, 0, 0];
  let [light, dark] = [0, 0];
  for (let i = 0, at = 0; i < picture.length; i += 4, at++) {
    const [r, g, b] = [picture[i] ?? 0, picture[i + 1] ?? 0, picture[i + 2] ?? 0];
    const [hr, hg, hb] = [r >= LIGHT, g >= LIGHT, b >= LIGHT];
    const high = Number(hr) + Number(hg) + Number(hb);
    const low = Number(r <= DARK) + Number(g <= DARK) + Number(b <= DARK);
    if (hr) lightOf[0]++;
    if (hg) lightOf[1]++;
    if (hb) lightOf[2]++;
    if (high === 3) light++;
    if (low === 3) dark++;
    const [x, y] = [at % width, Math.floor(at / width)];
    const drawn = high > 0 ? (x + y) % 8 < (high === 3 ? 4 : 2) : low === 3 && (x - y + 8 * width) % 8 < 3;
    marks[i + 3] = drawn ? 255 : 0;
    if (!drawn) continue;
    const colour = high === 3 ? [214, 64, 140] : high > 0 ? [226, 178, 74] : [120, 190, 255];
    for (let c = 0; c < 3; c++) marks[i + c] = colour[c] ?? 0;
  }
  const of = Math.max(1, picture.length / 4);
  return { light: light / of, dark: dark / of, lightOf: [lightOf[0] / of, lightOf[1] / of, lightOf[2] / of] };
}

/** Writes a bright stroke where there is an edge of high contrast, everything else as it was. */
export function markEdges(picture: Pixels, width: number, height: number, marks: Pixels): void {
  const luma = new Uint8Array(width * height);
  for (let i = 0, at = 0; i < picture.length; i += 4, at++) luma[at] = (54 * (picture[i] ?? 0) + 183 * (picture[i + 1] ?? 0) + 19 * (picture[i + 2] ?? 0)) >> 8;
  const of = (at: number): number => luma[at] ?? 0;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const [up, down] = [at - width, at + width];
      const across = of(up + 1) + 2 * of(at + 1) + of(down + 1) - of(up - 1) - 2 * of(at - 1) - of(down - 1);
      const along = of(down - 1) + 2 * of(down) + of(down + 1) - of(up - 1) - 2 * of(up) - of(up + 1);
      if (Math.abs(across) + Math.abs(along) < EDGE) continue;
      marks[at * 4] = 255;
      marks[at * 4 + 1] = 240;
      marks[at * 4 + 2] = 60;
      marks[at * 4 + 3] = 255;
    }
  }
}

/** Pixels by value, of red, green and blue. */
export function histogram(picture: Pixels): [number[], number[], number[]] {
  const found: [number[], number[], number[]] = [new Array<number>(256).fill(0), new Array<number>(256).fill(0), new Array<number>(256).fill(0)];
  for (let i = 0; i < picture.length; i += 4)
    for (const c of [0, 1, 2] as const) {
      const value = picture[i + c] ?? 0;
      found[c][value] = (found[c][value] ?? 0) + 1;
    }
  return found;
}

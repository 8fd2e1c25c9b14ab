const inView = (selector: string) => [...document.querySelectorAll<HTMLElement>(selector)].filter((one) => one.offsetParent !== null);

/** The button that begins: it says that Enter does it, or what stands in its way, and takes the focus either way. */
export const afterBlanks = () => document.querySelector<HTMLElement>("[data-begins]");

const isAfter = (one: Node, other: Node) => (other.compareDocumentPosition(one) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0;

/** Moves the focus from one blank to be filled in to the next on the page; from the last to what stands after them all. */
export function toNextBlank(from: HTMLElement): void {
  const blanks = inView("[data-blank]");
  const next = blanks.find((one) => isAfter(one, from)) ?? afterBlanks();
  next?.focus();
}

/** Moves it from one description to the next of a shoot that comes in, whatever blanks stand between; where it is on none, to the first that is empty. */
export function toNextDescription(from?: HTMLElement): void {
  const all = inView("[data-description]");
  const next = from ? (all.find((one) => isAfter(one, from)) ?? afterBlanks()) : (undescribed() ?? all[0]);
  next?.focus();
  next?.scrollIntoView({ block: "nearest" });
}

/** The first description that waits for words: a shoot that joins another has that one's. */
export const undescribed = (): HTMLElement | undefined =>
  inView("[data-description]").find((one) => one instanceof HTMLTextAreaElement && one.value === "" && one.dataset.description !== "joins");

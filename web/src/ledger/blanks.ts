/** Moves the focus from one blank to be filled in to the next on the page; from the last to what stands after them all. */
export function toNextBlank(from: HTMLElement): void {
  const blanks = [...document.querySelectorAll<HTMLElement>("[data-blank]")].filter((blank) => blank.offsetParent !== null);
  const next = blanks[blanks.indexOf(from) + 1] ?? document.querySelector<HTMLElement>("[data-after-blanks]");
  next?.focus();
}

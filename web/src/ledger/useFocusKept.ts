import { useEffect } from "react";

/**
 * Where what had the focus goes from the page, the nearest thing that it stood in gets it: else it falls to the whole
 * document, and whoever goes by keys or listens begins at its top again.
 */
export function useFocusKept(): void {
  useEffect(() => {
    let last: Element | null = null;
    let within: Element[] = [];
    const came = (event: FocusEvent) => {
      last = event.target instanceof Element ? event.target : null;
      within = [];
      for (let above = last?.parentElement; above && above !== document.body; above = above.parentElement) within.push(above);
    };
    const watch = new MutationObserver(() => {
      if (!last || last.isConnected || document.activeElement !== document.body) return;
      last = null;
      const home = within.find((one): one is HTMLElement => one instanceof HTMLElement && one.isConnected && isAPlace(one));
      if (!home) return;
      if (home.tabIndex < 0 && !home.hasAttribute("tabindex")) home.tabIndex = -1;
      home.focus({ preventScroll: true });
    });
    document.addEventListener("focusin", came);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener("focusin", came);
      watch.disconnect();
    };
  }, []);
}

/** What says its own name when the focus comes to it, or is the page itself. */
const isAPlace = (one: HTMLElement): boolean => one.id === "page" || (one.hasAttribute("aria-label") && one.matches("section, aside, [role]"));

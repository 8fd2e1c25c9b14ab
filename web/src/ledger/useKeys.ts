import { useEffect, useLayoutEffect, useRef } from "react";

/** What takes letters or moves by keys of its own while it has the focus. */
const TAKES_KEYS = "input, textarea, select, [contenteditable], [role=menu], [role=dialog], [role=slider], [data-takes-keys]";

/** What takes keys for as long as it is open, wherever the focus is. */
const OPEN = "[role=menu], [role=dialog], [data-takes-keys]";

/** Single keys that act on the whole screen; silent while anything else takes keys, with a modifier held, or held down. */
export function useKeys(keys: Record<string, () => void>) {
  const current = useRef(keys);
  // With what is drawn, not after it: a key that follows at once means what is seen.
  useLayoutEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : null;
      if (event.defaultPrevented || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      const ticks = target instanceof HTMLInputElement && target.type === "checkbox" && event.key !== " "; // it takes no letters
      if ((target?.closest(TAKES_KEYS) && !ticks) || document.querySelector(OPEN)) return;
      const act = current.current[event.key];
      if (act) {
        event.preventDefault();
        act();
      }
    };
    window.addEventListener("keydown", pressed);
    return () => {
      window.removeEventListener("keydown", pressed);
    };
  }, []);
}

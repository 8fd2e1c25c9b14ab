import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** How wide an element is in CSS pixels, kept right as the window changes; 0 before it is there. */
export function useWidth<T extends HTMLElement>(): [RefObject<T | null>, number] {
  const element = useRef<T>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const found = element.current;
    if (!found) return;
    const watch = new ResizeObserver(() => {
      setWidth(found.clientWidth);
    });
    setWidth(found.clientWidth);
    watch.observe(found);
    return () => {
      watch.disconnect();
    };
  }, []);
  return [element, width];
}

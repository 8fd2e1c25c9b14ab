import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** Where an element begins within the page that scrolls, in CSS pixels, kept right as what stands above it grows. */
export function useTop<T extends HTMLElement>(scroller: RefObject<HTMLElement | null>): [RefObject<T | null>, number, number] {
  const element = useRef<T>(null);
  const [place, setPlace] = useState({ top: 0, width: 0 });
  useLayoutEffect(() => {
    const page = scroller.current;
    const measure = () => {
      if (!element.current || !page) return;
      const next = {
        top: Math.round(element.current.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop),
        width: element.current.clientWidth,
      };
      setPlace((now) => (now.width === next.width && now.top === next.top ? now : next));
    };
    measure();
    const watch = new ResizeObserver(measure);
    if (element.current) watch.observe(element.current);
    if (page?.firstElementChild) watch.observe(page.firstElementChild);
    return () => {
      watch.disconnect();
    };
  }, [scroller]);
  return [element, place.top, place.width];
}

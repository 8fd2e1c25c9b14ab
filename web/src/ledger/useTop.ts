import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from "react";

interface Place {
  top: number;
  width: number;
}

/** Where an element begins within the page that scrolls, in CSS pixels, kept right as what stands above it grows. */
export function useTop<T extends HTMLElement>(scroller: RefObject<HTMLElement | null>): [RefObject<T | null>, number, number] {
  const element = useRef<T>(null);
  const early = useRef(false);
  const [place, setPlace] = useState<Place>({ top: 0, width: 0 });
  useLayoutEffect(() => {
    early.current = scroller.current !== null;
    return observe(scroller.current, element.current, setPlace);
  }, [scroller]);
  // Where the page that scrolls came together with the element, it is only there by now.
  useEffect(() => (early.current ? undefined : observe(scroller.current, element.current, setPlace)), [scroller]);
  return [element, place.top, place.width];
}

function observe(page: HTMLElement | null, element: HTMLElement | null, setPlace: React.Dispatch<React.SetStateAction<Place>>) {
  if (!page || !element) return;
  const measure = () => {
    const next = {
      top: Math.round(element.getBoundingClientRect().top - page.getBoundingClientRect().top + page.scrollTop),
      width: element.clientWidth,
    };
    setPlace((now) => (now.width === next.width && now.top === next.top ? now : next));
  };
  measure();
  const watch = new ResizeObserver(measure);
  watch.observe(element);
  if (page.firstElementChild) watch.observe(page.firstElementChild);
  return () => {
    watch.disconnect();
  };
}

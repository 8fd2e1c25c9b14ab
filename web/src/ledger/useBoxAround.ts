import { type RefObject, useEffect, useState } from "react";

/** How large what an element lies in is, in CSS pixels, as it changes; 0 by 0 before it was seen. */
export function useBoxAround(element: RefObject<HTMLElement | null>) {
  const [box, setBox] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const around = element.current?.parentElement;
    if (!around) return;
    const observer = new ResizeObserver(() => {
      setBox({ width: around.clientWidth, height: around.clientHeight });
    });
    observer.observe(around);
    return () => {
      observer.disconnect();
    };
  }, [element]);
  return box;
}

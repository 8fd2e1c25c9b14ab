import { type RefObject, startTransition, useEffect, useState } from "react";
import { pictureOf, wantPicture } from "../api/pictures";

/** A picture that is fetched when its place has come to rest; null while it is on its way, "failed" where there is none to be had. */
export function usePicture(source: string | null, element: RefObject<HTMLElement | null>): string | null {
  const [told, setTold] = useState<{ source: string | null; found: string | null }>({ source: null, found: null });
  useEffect(() => {
    if (source === null) return;
    // Many come at once: what they change is drawn bit by bit, and keys and wheels go first.
    return wantPicture(
      source,
      () => element.current,
      () => {
        startTransition(() => {
          setTold({ source, found: pictureOf(source) });
        });
      },
    );
  }, [source, element]);
  return source === null ? null : told.source === source ? told.found : pictureOf(source);
}

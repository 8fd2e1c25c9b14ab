import { type RefObject, useCallback, useSyncExternalStore } from "react";
import { pictureOf, wantPicture } from "../api/pictures";

const nothing = () => () => undefined;

/** A picture that is fetched when its place has come to rest; null while it is on its way, "failed" where there is none to be had. */
export function usePicture(source: string | null, element: RefObject<HTMLElement | null>): string | null {
  const subscribe = useCallback(
    (listener: () => void) => (source === null ? nothing() : wantPicture(source, () => element.current, listener)),
    [source, element],
  );
  return useSyncExternalStore(subscribe, () => (source === null ? null : pictureOf(source)));
}

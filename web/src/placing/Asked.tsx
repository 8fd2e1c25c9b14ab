import { useEffect, useRef } from "react";
import { type PlacingWish, usePlace, usePlacingShown } from "../api/placing";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { Comes } from "./Comes";

/** An act about where shoots lie, shown before it is done. */
export function Asked({ wish, what, onClose }: { wish: PlacingWish; what: string; onClose: () => void }) {
  const shown = usePlacingShown(wish);
  const place = usePlace();
  const canDo = (shown.data?.shoots ?? 0) > 0 && !place.isPending;
  const act = () => {
    if (canDo) place.mutate(wish, { onSuccess: onClose });
  };
  useKeys({ Enter: act, Escape: onClose });
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    const focus = setTimeout(() => section.current?.focus()); // when the menu that it was chosen in is closed
    return () => {
      clearTimeout(focus);
    };
  }, [wish.verb, wish.store]);
  return (
    <section ref={section} data-panel="" tabIndex={-1} aria-label={what} className="border-b border-ink bg-sheet py-3 pr-6 pl-page focus:outline-none">
      <Trouble error={shown.error ?? place.error} />
      <h2 className="text-hand font-semibold first-letter:uppercase">{what}</h2>
      <div className="mt-1 max-w-[110ch]">{shown.data ? <Comes shown={shown.data} /> : <p className="text-faded">it is being looked at</p>}</div>
      <p className="mt-2 in-line gap-x-6">
        <span>
          <TextButton disabled={!canDo} onClick={act}>
            {what}
          </TextButton>
          <Key>Enter</Key>
        </span>
        <span>
          <TextButton onClick={onClose}>leave it as it is</TextButton>
          <Key>Esc</Key>
        </span>
      </p>
    </section>
  );
}

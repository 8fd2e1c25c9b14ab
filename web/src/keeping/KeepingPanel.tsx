import { useEffect, useRef, useState } from "react";
import { type KeepingWish, useKeep, useKeepingShown, useKept } from "../api/keeping";
import type { Shoot, ShootFrame } from "../api/types";
import { useKeys } from "../ledger/useKeys";
import { useSettled } from "../ledger/useSettled";
import { Trouble } from "../ledger/Notice";
import { KeepingForm } from "./KeepingForm";
import { isWhole, type Kind, KINDS } from "./kinds";
import { Shown } from "./Shown";

interface Props {
  kind: Kind;
  shoot: Shoot;
  frames: ShootFrame[];
  picked: number[];
  wish: KeepingWish;
  onWish: (wish: KeepingWish) => void;
  onClose: () => void;
}

/** Milliseconds that typing rests before what it comes to is asked for. */
const TYPING = 250;

/** On a shoot's page: one thing that is to be done to it, shown before it is done. */
export function KeepingPanel({ kind, shoot, frames, picked, wish, onWish, onClose }: Props) {
  const id = String(shoot.id);
  const kept = useKept(id).data;
  const isThere = kept !== undefined;
  const [search, setSearch] = useState("");
  const asked = useSettled(isWhole(kind, wish) ? wish : null, TYPING);
  const found = useKeepingShown(id, asked, useSettled(search, TYPING).trim());
  const keep = useKeep();
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    // A description is said in the title: whoever ended that with Enter is led to the button.
    if (kind !== "describe" && isThere) section.current?.querySelector<HTMLElement>("[data-blank], [role=slider]")?.focus();
  }, [kind, isThere]);
  useKeys({ Escape: onClose });
  const current = asked === wish && !found.isPlaceholderData && found.data !== undefined && !found.error;
  return (
    <section
      ref={section}
      aria-label={KINDS.find((one) => one.value === kind)?.name ?? kind}
      className="border-b border-ink bg-sheet py-4 pr-6 pl-page"
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <h2 className="pb-2 text-[17px] font-semibold">{capital(KINDS.find((one) => one.value === kind)?.name ?? kind)}</h2>
      {kept && <KeepingForm kind={kind} shoot={shoot} kept={kept} frames={frames} picked={picked} wish={wish} shown={found.data} onWish={onWish} />}
      <Trouble error={(asked === null ? null : found.error) ?? keep.error} />
      {asked !== null && found.data && !found.error && (
        <Shown
          shown={found.data}
          current={current}
          pending={keep.isPending}
          search={search}
          onSearch={setSearch}
          onDo={() => {
            keep.mutate({ shoot: id, wish }, { onSuccess: onClose });
          }}
          onLeave={onClose}
        />
      )}
    </section>
  );
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

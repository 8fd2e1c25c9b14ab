import { useVirtualizer } from "@tanstack/react-virtual";
import { Collapsible } from "radix-ui";
import { type ReactNode, type RefObject, useMemo, useState } from "react";
import { usePlanLines } from "../api/queries";
import type { Plan, PlanLine, Wishes } from "../api/plan";
import { Arrowhead } from "../ledger/Arrowhead";
import { Cut } from "../ledger/Cut";
import { Entry } from "../ledger/Entry";
import { useTop } from "../ledger/useTop";
import { count, figure, size } from "../words/format";

interface Props {
  card: string;
  plan: Plan;
  wishes: Wishes;
  scroller: RefObject<HTMLElement | null>;
}

/** What will be there when it is done: the folders, and every file before and after; gaps and collisions of the whole. */
export function Result({ card, plan, wishes, scroller }: Props) {
  const made = plan.tree.filter((folder) => folder.state === "new").length;
  const joined = plan.tree.filter((folder) => folder.state === "joined").length;
  const of = (about: string) => plan.problems.filter((problem) => problem.about === about);
  const gaps = of("a gap");
  const changed = new Set(of("a changed name").map((problem) => problem.shoot)).size;
  const collisions = of("a collision").reduce((sum, problem) => sum + problem.of, 0);
  return (
    <section aria-label="What will be there">
      <Opener label="Folders that result" said={[`${count(made, "folder")} new`, joined > 0 ? `${figure(joined)} joined` : null].filter(Boolean).join(", ")}>
        <Tree plan={plan} />
      </Opener>
      <Opener
        label="Every name, before and after"
        said={[
          changed > 0 ? count(changed, "changed description") : "no description changed",
          collisions > 0 ? `${count(collisions, "collision")} solved` : "no collisions",
          gaps.length > 0 ? `camera numbers missing in ${count(gaps.length, "shoot")}` : "no camera numbers missing",
        ].join(", ")}
      >
        {gaps.map((gap) => (
          <p key={`${gap.shoot ?? ""} ${gap.message}`} className="border-b border-rule py-[5px] pr-6 pl-page text-faded">
            {titleOf(plan, gap.shoot)}: {gap.message}
          </p>
        ))}
        <Names card={card} wishes={wishes} scroller={scroller} />
      </Opener>
    </section>
  );
}

function titleOf(plan: Plan, id: string | null): string {
  const shoot = plan.shoots.find((one) => one.id === id);
  return shoot ? shoot.description || shoot.date : "The card";
}

function Opener({ label, said, children }: { label: string; said: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen}>
      <h2 className="border-b border-rule">
        <Collapsible.Trigger
          className={`grid w-full grid-cols-[var(--spacing-margin)_minmax(0,1fr)] items-baseline py-[7px] text-left focus-visible:-outline-offset-4 ${open ? "margin-rule bg-wash" : ""}`}
        >
          <Arrowhead open={open} />
          <span className="pl-[14px]">
            <span className="font-hand text-[16px] font-semibold">{label}</span>{" "}
            <span className="ml-3 font-plain text-body font-normal text-faded">{said}</span>
          </span>
        </Collapsible.Trigger>
      </h2>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

function Tree({ plan }: { plan: Plan }) {
  return (
    <ul aria-label="Folders" className="margin-rule border-b border-rule bg-sheet py-2">
      {plan.tree.map((folder) => {
        const depth = folder.path === "" ? 0 : folder.path.split("/").length;
        return (
          <li
            key={folder.path}
            className="grid grid-cols-[minmax(0,1fr)_90px_110px_90px] max-md:grid-cols-[minmax(0,1fr)_auto_auto] items-baseline gap-x-4 py-[1px] pr-6 pl-page"
          >
            <span className="as-path break-words" style={{ paddingLeft: depth * 18 }}>
              {folder.path === "" ? plan.store.name : folder.path.split("/").at(-1)}/
            </span>
            <span className={folder.state === "exists" ? "text-faded" : "font-semibold"}>{folder.state}</span>
            <span className="text-right">{folder.frames > 0 ? count(folder.frames, "frame") : <span className="text-faded">—</span>}</span>
            <span className="text-right text-faded">{folder.files > 0 ? count(folder.files, "file") : ""}</span>
          </li>
        );
      })}
      {plan.tree.length === 0 && <li className="pl-page text-faded">Nothing is brought in, so no folder is made.</li>}
    </ul>
  );
}

const ROW = 24;
const GRID = "grid min-w-[820px] grid-cols-[minmax(190px,2fr)_minmax(260px,4fr)_minmax(140px,2fr)_80px] items-baseline gap-x-4 pr-6 pl-page";

function Names({ card, wishes, scroller }: { card: string; wishes: Wishes; scroller: RefObject<HTMLElement | null> }) {
  const lines = usePlanLines(card, wishes, true);
  const [sought, setSought] = useState("");
  const [box, top] = useTop<HTMLDivElement>(scroller);
  const found = useMemo(() => {
    const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
    return (lines.data ?? []).filter((line) => {
      const text = `${line.from} ${to(line)} ${line.intent} ${line.reason}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  }, [lines.data, sought]);
  const virtual = useVirtualizer({ count: found.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 12, scrollMargin: top });
  return (
    <div className="margin-rule bg-sheet">
      <p className="flex items-baseline gap-4 border-b border-rule py-[6px] pr-6 pl-page">
        find <Entry atOnce label="find a name, before or after" placeholder="a name, a number, left out…" value={sought} width={260} onDone={setSought} />
        <span role="status" className="text-faded">
          {lines.data ? `${figure(found.length)} of ${count(lines.data.length, "file")}` : "Working out the names…"}
        </span>
      </p>
      <div role="table" aria-label="Names before and after" aria-rowcount={found.length} className="overflow-x-auto overflow-y-hidden">
        <div role="row" className={`${GRID} border-b border-rule-strong py-[3px] as-label`}>
          <span role="columnheader">on the card</span>
          <span role="columnheader">becomes</span>
          <span role="columnheader">in</span>
          <span role="columnheader" className="text-right">
            size
          </span>
        </div>
        <div ref={box} role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map((item) => {
            const line = found[item.index];
            return line ? (
              <div
                key={line.from}
                role="row"
                aria-rowindex={item.index + 1}
                className={`${GRID} absolute right-0 left-0 border-b border-rule`}
                style={{ top: item.start - top, height: ROW }}
              >
                <span role="cell" className="min-w-0 as-path">
                  <Cut whole={line.from}>{line.from.split("/").at(-1)}</Cut>
                </span>
                <span role="cell" className="truncate">
                  {line.name ? (
                    <span className="as-path">{line.name}</span>
                  ) : (
                    <i className="text-faded">
                      stays: {line.reason.startsWith(line.intent) ? line.reason : [line.intent, line.reason].filter(Boolean).join(", ")}
                    </i>
                  )}
                </span>
                <span role="cell" className="min-w-0 as-path text-faded">
                  {line.folder !== null && <Cut whole={`${line.folder}/${line.name ?? ""}`}>{line.folder}/</Cut>}
                </span>
                <span role="cell" className="text-right">
                  {size(line.bytes)}
                </span>
              </div>
            ) : null;
          })}
        </div>
      </div>
    </div>
  );
}

const to = (line: PlanLine): string => (line.name === null ? "" : `${line.folder ?? ""}/${line.name}`);

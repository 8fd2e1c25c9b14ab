import { Collapsible } from "radix-ui";
import type { ReactNode } from "react";
import { type OrderDocument, type OrderPart, type OrderParts, useOrders, useSaveOrder } from "../../api/orders";
import type { Plan } from "../../api/plan";
import { Arrowhead } from "../../ledger/Arrowhead";
import { NamedAction } from "../../ledger/Entry";
import { Key, TextButton } from "../../ledger/Field";
import { Choice } from "../../ledger/Menu";
import { Mark, Trouble } from "../../ledger/Notice";
import { orderInWords, PART_NAMES } from "../../words/order";
import { AfterwardsPart } from "./AfterwardsPart";
import { BringPart, ClipsPart, OthersPart, ShootsPart } from "./BringAndShoots";
import { CopiesPart } from "./CopiesPart";
import { DngPart } from "./DngPart";
import { DestinationPart } from "./DestinationPart";
import { FoldersPart } from "./FoldersPart";
import { NamesPart } from "../../naming/NamesPart";
import { SubfoldersPart } from "./SubfoldersPart";

interface Props {
  plan: Plan | undefined;
  name: string;
  /** The order as changed here, before the plan has answered. */
  changed: OrderDocument | null;
  open: boolean;
  onOpen: () => void;
  onOrder: (name: string, document: OrderDocument | null, what: string) => void;
  children: ReactNode;
}

/** The standing order that the desk follows: its name, where the desk departs from it, and when opened, all its parts. */
export function OrderLine({ plan, name, changed, open, onOpen, onOrder, children }: Props) {
  const orders = useOrders();
  const save = useSaveOrder();
  // What the browser kept of an earlier version may lack a part.
  const order = (changed && plan ? { ...plan.order, ...changed } : changed) ?? orders.data?.find((one) => one.name === name)?.document ?? plan?.order;
  const departs = plan?.departs ?? [];
  const saved = orders.data ?? [];
  const change = <P extends OrderPart>(part: P, value: OrderParts[P]) => {
    if (order) onOrder(order.name, { ...order, [part]: value }, PART_NAMES[part]);
  };
  const keep = (as: string) => {
    if (!order) return;
    save.mutate(
      { ...order, name: as },
      {
        onSuccess: () => {
          onOrder(as, null, `saving the order ${as}`);
        },
      },
    );
  };
  return (
    <Collapsible.Root open={open} onOpenChange={onOpen} asChild>
      <section aria-label="Standing order" className="border-b border-rule-strong">
        <div className={`grid grid-cols-[var(--spacing-margin)_minmax(0,1fr)] items-baseline py-[7px] pr-6 ${open ? "margin-rule bg-wash" : ""}`}>
          <Collapsible.Trigger
            aria-label={`${open ? "Close" : "Open"} the standing order`}
            className="justify-self-stretch self-stretch focus-visible:-outline-offset-4"
          >
            <Arrowhead open={open} />
          </Collapsible.Trigger>
          <div className="in-line gap-x-6 gap-y-1 pl-[14px]">
            <span className="text-[14px]">
              <Choice
                label="standing order"
                value={name}
                onChoose={(chosen) => {
                  onOrder(chosen, null, `the order ${chosen}`);
                }}
                options={saved.map((one) => ({ value: one.name, name: one.name, ...(one.isDefault ? { hint: "the default" } : {}) }))}
              />
              <Key>O</Key>
            </span>
            {departs.length > 0 && order && (
              <span className="in-line gap-x-4">
                <span>
                  <b className="text-brass">departs from it</b> in {departs.map((part) => PART_NAMES[part]).join(", ")}
                </span>
                <TextButton
                  onClick={() => {
                    keep(order.name);
                  }}
                >
                  save to it
                </TextButton>
                <NamedAction word="save as new" label="name of the new order" onName={keep} />
                <TextButton
                  onClick={() => {
                    onOrder(name, null, "dropping the changes");
                  }}
                >
                  drop the changes
                </TextButton>
              </span>
            )}
            {!open && order && departs.length === 0 && <span className="text-faded">{orderInWords(order)}</span>}
          </div>
        </div>
        <Trouble error={save.error} />
        <Collapsible.Content>
          {order && (
            <dl className="margin-rule border-t border-rule bg-sheet">
              <Part name="bring" departs={departs}>
                <BringPart
                  value={order.bring}
                  onChange={(value) => {
                    change("bring", value);
                  }}
                />
              </Part>
              <Part name="clips" departs={departs}>
                <ClipsPart
                  value={order.clips}
                  onChange={(value) => {
                    change("clips", value);
                  }}
                />
              </Part>
              <Part name="others" departs={departs}>
                <OthersPart
                  value={order.others}
                  onChange={(value) => {
                    change("others", value);
                  }}
                />
              </Part>
              <Part name="shoots" departs={departs}>
                <ShootsPart
                  value={order.shoots}
                  onChange={(value) => {
                    change("shoots", value);
                  }}
                />
              </Part>
              <Part name="destination" departs={departs}>
                <DestinationPart
                  value={order.destination}
                  store={plan?.store.name ?? ""}
                  onChange={(value) => {
                    change("destination", value);
                  }}
                />
              </Part>
              <Part name="folders" departs={departs}>
                <FoldersPart
                  value={order.folders}
                  samples={plan?.samples ?? null}
                  onChange={(value) => {
                    change("folders", value);
                  }}
                />
              </Part>
              <Part name="subfolders" departs={departs}>
                <SubfoldersPart
                  value={order.subfolders}
                  onChange={(value) => {
                    change("subfolders", value);
                  }}
                />
              </Part>
              <Part name="names" departs={departs}>
                <NamesPart
                  value={order.names}
                  samples={plan?.samples ?? null}
                  onChange={(value) => {
                    change("names", value);
                  }}
                />
              </Part>
              <Part name="copies" departs={departs}>
                <CopiesPart
                  value={order.copies}
                  onChange={(value) => {
                    change("copies", value);
                  }}
                />
              </Part>
              <Part name="dng" departs={departs}>
                <DngPart
                  value={order.dng}
                  estimate={plan?.dngs.sentence ?? ""}
                  onChange={(value) => {
                    change("dng", value);
                  }}
                />
              </Part>
              <Part name="afterwards" departs={departs}>
                <AfterwardsPart
                  value={order.afterwards}
                  onChange={(value) => {
                    change("afterwards", value);
                  }}
                />
              </Part>
              {children}
            </dl>
          )}
        </Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}

/** One part of the order on a line of its own, marked in the margin where it departs. */
export function Part({ name, departs, children }: { name: OrderPart; departs: OrderPart[]; children: ReactNode }) {
  return (
    <PartLine label={PART_NAMES[name]} mark={departs.includes(name) ? <Mark sign="≠" label="departs from the order" /> : null}>
      {children}
    </PartLine>
  );
}

export function PartLine({ label, mark, children }: { label: string; mark?: ReactNode; children: ReactNode }) {
  return (
    <div className="folds grid grid-cols-[var(--spacing-margin)_108px_minmax(0,1fr)] items-baseline border-b border-rule py-[7px] pr-6">
      <dt className="contents">
        <span className="justify-self-center">{mark}</span>
        <span className="pl-[14px] as-label">{label}</span>
      </dt>
      <dd className="pl-[14px]">{children}</dd>
    </div>
  );
}

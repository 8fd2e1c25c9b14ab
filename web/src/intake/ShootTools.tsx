import { useState } from "react";
import { useOrders, useStationery } from "../api/orders";
import { useAllShoots } from "../api/queries";
import type { PlannedShoot, ShootWish } from "../api/plan";
import type { CardFrame } from "../api/types";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Actions, Choice } from "../ledger/Menu";
import { ShootStamps } from "../stamps/ShootStamps";
import { count, dated, dateInFull, hour } from "../words/format";
import { CopyApart } from "./CopyApart";
import { byNearness, ShootFinder } from "../ledger/ShootFinder";
import { FolderBrowser } from "./order/FolderBrowser";
import type { Picks } from "./usePicks";
import type { Marks } from "./useWishes";

interface Props {
  card: string;
  shoot: PlannedShoot;
  shoots: PlannedShoot[];
  frames: CardFrame[];
  wish: ShootWish;
  picks: Picks;
  marks: Marks;
  onSay: (wish: ShootWish, what: string) => void;
  onJoin: (other: PlannedShoot) => void;
  onMove: (frames: string[], to: PlannedShoot | null) => void;
  onDate: (frames: string[], time: string) => void;
  /** The clock of these frames is to be put right. */
  onClock: (frames: CardFrame[]) => void;
}

const ORDERED = "*ordered";
const FOLDER = "*folder";
const OWN = "*own";
const FIND = "*find";
/** So many shoots that are held are offered at once, those of the same day first. */
const NEAREST = 8;

export const titleOf = (shoot: PlannedShoot): string => shoot.description || `${dated(shoot.day)}, ${hour(shoot.from)}`;

/** What can be done with one shoot as a whole: leave it out, join it, send it elsewhere, give it another order. */
export function ShootTools({ card, shoot, shoots, frames, wish, picks, marks, onSay, onJoin, onMove, onDate, onClock }: Props) {
  const orders = useOrders();
  const held = useAllShoots();
  const stationery = useStationery();
  const [browsing, setBrowsing] = useState(false);
  const [finding, setFinding] = useState(false);
  const [apart, setApart] = useState<string[] | null>(null);
  const isLeftOut = wish.leftOut === true;
  const others = shoots.filter((one) => one.id !== shoot.id);
  const place = shoots.indexOf(shoot);
  const byFile = frames.filter((frame) => frame.datedByFile).map((frame) => frame.key);
  const picked = frames.filter((frame) => picks.picked.has(frame.key)).map((frame) => frame.key);
  const kinds = stationery.data?.destination ?? [];
  const where = wish.into ? `into ${wish.into}` : wish.folder !== undefined ? FOLDER : wish.destination ? `kind ${wish.destination.kindOfWork}` : ORDERED;
  // Everything said of it but where it goes.
  const rest: ShootWish = {
    description: wish.description ?? "",
    order: wish.order ?? "",
    leftOut: wish.leftOut ?? false,
    texts: wish.texts ?? {},
    keywords: wish.keywords ?? [],
  };
  const sendTo = (chosen: string) => {
    setBrowsing(chosen === FOLDER);
    setFinding(chosen === FIND);
    if (chosen === ORDERED) onSay(rest, "where a shoot goes");
    const kind = kinds.find((one) => `kind ${one.name}` === chosen);
    if (kind) onSay({ ...rest, destination: kind.document }, "where a shoot goes");
    if (chosen.startsWith("into ")) onSay({ ...rest, into: Number(chosen.slice(5)) }, "joining a shoot that is held");
  };
  return (
    <div className="margin-rule border-b border-rule bg-wash">
      <div className="in-line gap-x-6 gap-y-1 py-[6px] pr-6 pl-page" role="group" aria-label={`What becomes of ${titleOf(shoot)}`}>
        <TextButton
          onClick={() => {
            onSay({ ...wish, leftOut: !isLeftOut }, isLeftOut ? "taking a shoot in again" : "leaving a shoot out");
          }}
        >
          {isLeftOut ? "take this shoot in again" : "leave this shoot out"}
        </TextButton>
        {others.length > 0 && (
          <Actions
            label="join it with…"
            options={others.map((one) => ({
              value: one.id,
              name: titleOf(one),
              hint: one === shoots[place - 1] ? "the one before" : one === shoots[place + 1] ? "the one after" : dated(one.day),
            }))}
            onChoose={(id) => {
              const other = others.find((one) => one.id === id);
              if (other) onJoin(other);
            }}
          />
        )}
        <Choice
          label="goes"
          value={where}
          shown={
            wish.into
              ? `into ${shoot.folder}, numbers going on`
              : wish.folder !== undefined
                ? `into ${wish.folder || "the store's root"}`
                : wish.destination
                  ? `to ${wish.destination.kindOfWork}`
                  : "where the order says"
          }
          onChoose={sendTo}
          options={[
            { value: ORDERED, name: "where the order says" },
            ...kinds.map((kind) => ({ value: `kind ${kind.name}`, name: `to ${kind.name}`, hint: `${kind.document.folder}/` })),
            { value: FOLDER, name: "into one folder of the store…" },
            ...byNearness(held.data ?? [], shoot.day)
              .slice(0, NEAREST)
              .map((one) => ({
                value: `into ${one.id}`,
                name: `into ${one.description || dated(one.date)}, which is held`,
                hint: `${dateInFull(one.date)} · ${one.folder}`,
              })),
            ...((held.data ?? []).length > NEAREST ? [{ value: FIND, name: "into another shoot that is held…" }] : []),
          ]}
        />
        {(orders.data ?? []).length > 1 && (
          <Choice
            label="order"
            value={wish.order ? wish.order : OWN}
            options={[{ value: OWN, name: "as the desk" }, ...(orders.data ?? []).map((one) => ({ value: one.name, name: one.name }))]}
            onChoose={(name) => {
              onSay({ ...wish, order: name === OWN ? "" : name }, "the order of a shoot");
            }}
          />
        )}
        {!picks.on && frames.some((frame) => frame.body && !frame.datedByFile) && (
          <TextButton
            onClick={() => {
              onClock(frames);
            }}
          >
            its clock was wrong
          </TextButton>
        )}
        {byFile.length > 0 && (
          <span>
            {count(byFile.length, "frame")} without a time: taken{" "}
            <Entry
              label="when frames without a time were taken"
              type="datetime-local"
              width={180}
              value=""
              onDone={(time) => {
                if (time !== "") onDate(byFile, time);
              }}
            />
          </span>
        )}
        {picks.on && (
          <span className="flex items-baseline gap-4">
            <b>{count(picked.length, "frame")} picked</b>
            {picked.length > 0 && (
              <>
                <TextButton
                  onClick={() => {
                    marks.mark(
                      frames.filter((frame) => picks.picked.has(frame.key)),
                      true,
                    );
                  }}
                >
                  bring them in
                </TextButton>
                <TextButton
                  onClick={() => {
                    marks.mark(
                      frames.filter((frame) => picks.picked.has(frame.key)),
                      false,
                    );
                  }}
                >
                  leave them out
                </TextButton>
              </>
            )}
            {picked.length > 0 && (
              <TextButton
                onClick={() => {
                  setApart(picked);
                }}
              >
                copy them to a folder…
              </TextButton>
            )}
            {picked.length > 0 && (
              <TextButton
                onClick={() => {
                  onClock(frames.filter((frame) => picks.picked.has(frame.key)));
                  picks.turn(false);
                }}
              >
                their clock was wrong
              </TextButton>
            )}
            {picked.length > 0 && (
              <Actions
                label="move them to…"
                options={[...others.map((one) => ({ value: one.id, name: titleOf(one), hint: dated(one.day) })), { value: OWN, name: "a shoot of their own" }]}
                onChoose={(id) => {
                  onMove(picked, others.find((one) => one.id === id) ?? null);
                  picks.turn(false);
                }}
              />
            )}
            <TextButton
              onClick={() => {
                picks.turn(false);
              }}
            >
              done picking
            </TextButton>
          </span>
        )}
        {!picks.on && (
          <TextButton
            onClick={() => {
              picks.turn(true);
            }}
          >
            pick frames to move or mark
          </TextButton>
        )}
      </div>
      {apart && (
        <CopyApart
          card={card}
          frames={apart}
          onClose={() => {
            setApart(null);
          }}
        />
      )}
      <ShootStamps wish={wish} title={titleOf(shoot)} onSay={onSay} />
      {finding && (
        <div className="pr-6 pb-2 pl-page max-md:pr-3">
          <ShootFinder
            shoots={held.data ?? []}
            day={shoot.day}
            onClose={() => {
              setFinding(false);
            }}
            onChoose={(one) => {
              setFinding(false);
              onSay({ ...rest, into: one.id }, "joining a shoot that is held");
            }}
          />
        </div>
      )}
      {browsing && (
        <div className="pb-2 pl-page">
          <FolderBrowser
            start={wish.folder ?? ""}
            onClose={() => {
              setBrowsing(false);
            }}
            onChoose={(folder) => {
              setBrowsing(false);
              onSay({ ...rest, folder }, "where a shoot goes");
            }}
          />
        </div>
      )}
    </div>
  );
}

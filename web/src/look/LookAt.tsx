import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import * as v from "valibot";
import { useLocation, useNavigate } from "react-router";
import { useElsewhere, useGoal, useGroups, useTogether } from "../api/look";
import type { LookAction } from "../api/standingOrder";
import type { Look, Pass } from "../api/views";
import { useKept } from "../ledger/useKept";
import { Beside } from "./Beside";
import { differing } from "./elsewhere";
import { Foot } from "./Foot";
import { groupsByFrame, inGroupInWords, standsFor, toGroup } from "./groups";
import { KeysListed } from "./KeysListed";
import { Alike, Goal, Over, Passes } from "./Passes";
import { Recorded } from "./Recorded";
import { lookedAt } from "./sitting";
import { Stage } from "./Stage";
import { Words } from "./Words";
import { useBeside } from "./useBeside";
import { useLookKeys } from "./useLookKeys";
import { useSitting } from "./useSitting";
import type { Ways } from "./ways";

const FIRST_VIEW = { alike: 8, moveOn: true, facts: false, clipped: false, edges: false, histogram: false };
const VIEW = v.object({ alike: v.number(), moveOn: v.boolean(), facts: v.boolean(), clipped: v.boolean(), edges: v.boolean(), histogram: v.boolean() });
const MIDDLE = { x: 0.5, y: 0.5 };

/** What lies over the picture, one at a time. */
type Panel = "keys" | "passes" | "words";

/** All mat: the picture as large as it goes, the pass along the foot, and what it comes to. */
export function LookAt({ look, ways }: { look: Look; ways: Ways }) {
  const { now, trouble, step, go, say, sayOf, choose, takeBack, bringAgain, gather } = useSitting(look);
  const [view, setView] = useKept("first look", VIEW, FIRST_VIEW);
  const elsewhere = useElsewhere(look.lot).data;
  const [goal, setGoal] = useGoal(look.lot, look.goal);
  const [magnified, setMagnified] = useState<{ x: number; y: number } | null>(null);
  const [bare, setBare] = useState(false);
  const [panel, setPanel] = useState<Panel | null>(null);
  const whole = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
  const cameFromHere = useLocation().key !== "default"; // else there is no page of ours to go back to
  const frame = lookedAt(now);
  const found = useGroups(look.lot, view.alike).data;
  const groups = useMemo(() => groupsByFrame(found ?? []), [found]);
  const member = frame ? groups.get(frame.id) : undefined;
  const together = useTogether(look.lot);
  const [folded, setFolded] = useState(false);
  /** Where groups are closed to one frame each, the others are gone past. */
  const stepped = (by: number) => {
    const isHidden = (at: number) => {
      const id = now.order[at];
      const of = id === undefined ? undefined : groups.get(id);
      return of !== undefined && standsFor(of, now.frames) !== id;
    };
    let far = by;
    while (folded && now.at + far >= 0 && isHidden(now.at + far)) far += by;
    if (now.at + far >= 0) step(far);
  };
  const beside = useBeside({ now, member, go, choose });
  const leave = useCallback(() => {
    if (look.lot.startsWith("picked-")) {
      void (cameFromHere ? navigate(-1) : navigate("/find"));
      return;
    }
    const shoot = /^shoots-(\d+)$/.exec(look.lot)?.[1];
    void navigate(shoot ? `/shoots/${shoot}` : look.lot.startsWith("receipt-") ? `/receipts/${look.lot.slice(8)}` : "/shoots");
  }, [look.lot, navigate, cameFromHere]);
  useEffect(() => {
    document.title = `First look, ${look.title} · Velvet Ledger`;
    whole.current?.focus();
  }, [look.title]);
  const toggle = (one: Panel) => () => {
    setPanel(panel === one ? null : one);
  };
  const gatherPass = (pass: Pass) => {
    setPanel(null);
    gather(pass, now.among);
  };
  // What is decided moves on by itself, if wished; stars are given while one looks.
  const moves = (word: string) => view.moveOn && ["keep", "drop", "unsure"].includes(word);
  const turn = (what: Exclude<keyof typeof view, "alike">) => () => {
    setView({ ...view, [what]: !view[what] });
  };
  const acts: Partial<Record<LookAction, () => void>> = {
    "take back": takeBack,
    "bring again": bringAgain,
    words: toggle("words"),
    "move on": turn("moveOn"),
    recorded: turn("facts"),
    clipped: turn("clipped"),
    edges: turn("edges"),
    exposure: turn("histogram"),
    "pixel by pixel": () => {
      setMagnified(magnified ? null : MIDDLE);
    },
    bare: () => {
      setBare(!bare);
    },
    passes: toggle("passes"),
    "next group": () => {
      go(toGroup(now.order, now.at, 1, groups));
    },
    "group before": () => {
      go(toGroup(now.order, now.at, -1, groups));
    },
    "side by side": beside.toggle,
    pick: beside.pick,
    together: () => {
      if (beside.picked.length > 1) {
        together.mutate({ frames: [...beside.picked], apart: false });
        beside.unpick();
      } else if (member) together.mutate({ frames: member.group.frames, apart: true });
    },
    fold: () => {
      setFolded(!folded);
    },
    choose: () => {
      if (beside.ids) beside.better(true);
      else if (frame && member)
        choose(
          frame.id,
          member.group.frames.filter((id) => id !== frame.id),
        );
    },
    "whole screen": () => {
      if (document.fullscreenElement) void document.exitFullscreen();
      else void whole.current?.requestFullscreen().catch(() => undefined);
    },
  };
  const fixed: Record<string, () => void> = {
    "?": toggle("keys"),
    home: () => {
      go(0);
    },
    end: () => {
      go(now.order.length - 1);
    },
    escape: () => {
      if (panel) setPanel(null);
      else if (magnified) setMagnified(null);
      else if (beside.ids) beside.close();
      else leave();
    },
  };
  useLookKeys({
    ways,
    acts,
    fixed,
    frame,
    together: member?.group.frames,
    gathers: panel === "passes" || !frame,
    onGather: gatherPass,
    beside: beside.ids ? { step: beside.step, better: beside.better } : null,
    onStep: stepped,
    onSay: (word) => {
      say(word, moves(word));
    },
    onSayOf: sayOf,
  });
  const { order, frames, at } = now;
  const ordered = useMemo(() => order.map((id) => frames.get(id)), [order, frames]);
  const around = useMemo(
    () => ({
      before: ordered
        .slice(Math.max(0, at - 40), at)
        .reverse()
        .filter((one) => one !== undefined),
      after: ordered.slice(at + 1, at + 41).filter((one) => one !== undefined),
    }),
    [ordered, at],
  );
  return (
    <div ref={whole} tabIndex={-1} data-takes-keys="" className="fixed inset-0 z-30 grid grid-rows-[minmax(0,1fr)_auto] bg-mat text-white outline-none">
      <h1 className="sr-only">First look, {look.title}</h1>
      <main className="relative flex min-h-0 overflow-hidden">
        {frame && beside.ids ? (
          <Beside
            frame={frame}
            shown={beside.ids.flatMap((id) => now.frames.get(id) ?? [])}
            magnified={magnified}
            onMagnify={setMagnified}
            belongs={(one) => {
              const of = groups.get(one.id);
              return of ? inGroupInWords(one.id, of) : "";
            }}
            onGo={(id) => {
              const to = now.order.indexOf(id);
              if (to >= 0) go(to);
            }}
          />
        ) : frame ? (
          <Stage frame={frame} around={around} magnified={magnified} onMagnify={setMagnified} shown={view} />
        ) : (
          <Over lot={look.lot} now={now} onGather={gather} onSayOf={sayOf} onBack={step} />
        )}
        {view.facts && frame && <Recorded frame={frame} next={around.after[0]} />}
        {panel === "keys" && <KeysListed />}
        {panel === "words" && frame && <Words key={frame.id} frame={frame} onSay={say} />}
        {panel === "passes" && (
          <section aria-label="Passes" className="absolute right-0 bottom-0 z-10 max-h-full overflow-y-auto bg-mat-deep p-4">
            <Passes
              lot={look.lot}
              now={now}
              onSayOf={sayOf}
              onGather={(pass, among, closes) => {
                if (closes) setPanel(null);
                gather(pass, among);
              }}
            >
              <Goal goal={goal} onGoal={setGoal} />
              <Alike
                groups={found?.length ?? 0}
                alike={view.alike}
                onAlike={(alike) => {
                  setView({ ...view, alike });
                }}
              />
            </Passes>
          </section>
        )}
      </main>
      {!bare && (
        <Foot
          now={now}
          ordered={ordered}
          belongs={
            [
              member && frame ? inGroupInWords(frame.id, member) : "",
              frame && beside.picked.includes(frame.id) ? `${beside.picked.indexOf(frame.id) + 1} of ${beside.picked.length} to be side by side` : "",
            ]
              .filter(Boolean)
              .join(" · ") || null
          }
          goal={goal}
          elsewhere={frame ? differing(frame, elsewhere?.get(frame.id)) : undefined}
          trouble={trouble}
          onGo={go}
          onSay={(word) => {
            say(word, moves(word));
          }}
          onTakeBack={takeBack}
          onPasses={toggle("passes")}
          onKeys={toggle("keys")}
          onLeave={leave}
        />
      )}
    </div>
  );
}

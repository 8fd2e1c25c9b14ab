import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import * as v from "valibot";
import { Link, useNavigate, useParams } from "react-router";
import { Refused } from "../api/client";
import { useElsewhere, useGroups, useLook, useTogether } from "../api/look";
import type { LookAction } from "../api/standingOrder";
import type { ElsewhereFrame, Look, LookFrame, Pass } from "../api/views";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { useKept } from "../ledger/useKept";
import { Beside } from "./Beside";
import { Foot } from "./Foot";
import { groupsByFrame, inGroupInWords, standsFor, toGroup } from "./groups";
import { actionOf, passByKey, WORDS } from "./keys";
import { KeysListed } from "./KeysListed";
import { Alike, Goal, Over, Passes } from "./Passes";
import { Recorded } from "./Recorded";
import { lookedAt } from "./sitting";
import { Stage } from "./Stage";
import { Words } from "./Words";
import { useBeside } from "./useBeside";
import { useSitting } from "./useSitting";
import { useWays, type Ways, WaysContext } from "./ways";

const FIRST_VIEW = { alike: 8, moveOn: true, facts: false, clipped: false, edges: false, histogram: false };
const VIEW = v.object({ alike: v.number(), moveOn: v.boolean(), facts: v.boolean(), clipped: v.boolean(), edges: v.boolean(), histogram: v.boolean() });
const GOAL = v.nullable(v.number());
const MIDDLE = { x: 0.5, y: 0.5 };

export function LookScreen() {
  const { lot = "" } = useParams();
  const look = useLook(lot);
  const ways = useWays();
  if (look.data && ways && look.data.frames.length > 0)
    return (
      <WaysContext value={ways}>
        <LookAt key={lot} look={look.data} ways={ways} />
      </WaysContext>
    );
  return (
    <Page title="First look">
      {look.isPending && <p className="pt-8 pl-page text-faded">Laying out what is to be looked at…</p>}
      {look.data?.frames.length === 0 && (
        <Nothing heading="There is nothing to look at">
          No frame of it is here.{" "}
          <Link to="/shoots" className="linked">
            All shoots
          </Link>
        </Nothing>
      )}
      {look.error instanceof Refused && look.error.status === 404 ? (
        <Nothing heading="There is no such lot">{look.error.message}</Nothing>
      ) : (
        <Trouble error={look.error} />
      )}
    </Page>
  );
}

/** All mat: the picture as large as it goes, the pass along the foot, and what it comes to. */
function LookAt({ look, ways }: { look: Look; ways: Ways }) {
  const { now, trouble, step, go, say, sayOf, choose, takeBack, bringAgain, gather } = useSitting(look);
  const [view, setView] = useKept("first look", VIEW, FIRST_VIEW);
  const elsewhere = useElsewhere(look.lot).data;
  const [goal, setGoal] = useKept(`to deliver of ${look.lot}`, GOAL, null);
  const [magnified, setMagnified] = useState<{ x: number; y: number } | null>(null);
  const [bare, setBare] = useState(false);
  const [listed, setListed] = useState(false);
  const [passes, setPasses] = useState(false);
  const [words, setWords] = useState(false);
  const whole = useRef<HTMLDivElement>(null);
  const navigate = useNavigate();
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
    const shoot = /^shoots-(\d+)$/.exec(look.lot)?.[1];
    void navigate(shoot ? `/shoots/${shoot}` : look.lot.startsWith("receipt-") ? `/receipts/${look.lot.slice(8)}` : "/shoots");
  }, [look.lot, navigate]);
  useEffect(() => {
    document.title = `First look, ${look.title} · Velvet Ledger`;
    whole.current?.focus();
  }, [look.title]);
  const togglePasses = () => {
    setPasses(!passes);
    setListed(false);
    setWords(false);
  };
  const toggleWords = () => {
    setWords(!words);
    setListed(false);
    setPasses(false);
  };
  const gatherPass = (pass: Pass) => {
    setPasses(false);
    gather(pass, now.among);
  };
  const toggleKeys = () => {
    setListed(!listed);
    setPasses(false);
    setWords(false);
  };
  // The label of a key; of a frame that has it already, that it is taken away.
  const labelled = (key: string): string | undefined => {
    const label = key === "" ? undefined : ways.labels.find((one) => one.document.key === key);
    return label && (frame?.judged.label === label.name ? "no label" : `label ${label.name}`);
  };
  // What is decided moves on by itself, if wished; stars are given while one looks.
  const moves = (word: string) => view.moveOn && ["keep", "drop", "unsure"].includes(word);
  const acts: Partial<Record<LookAction, () => void>> = {
    "take back": takeBack,
    "bring again": bringAgain,
    words: toggleWords,
    "move on": () => {
      setView({ ...view, moveOn: !view.moveOn });
    },
    recorded: () => {
      setView({ ...view, facts: !view.facts });
    },
    clipped: () => {
      setView({ ...view, clipped: !view.clipped });
    },
    edges: () => {
      setView({ ...view, edges: !view.edges });
    },
    exposure: () => {
      setView({ ...view, histogram: !view.histogram });
    },
    "pixel by pixel": () => {
      setMagnified(magnified ? null : MIDDLE);
    },
    bare: () => {
      setBare(!bare);
    },
    passes: togglePasses,
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
    "?": toggleKeys,
    home: () => {
      go(0);
    },
    end: () => {
      go(now.order.length - 1);
    },
    escape: () => {
      if (listed || passes || words) {
        setListed(false);
        setPasses(false);
        setWords(false);
      } else if (magnified) setMagnified(null);
      else if (beside.ids) beside.close();
      else leave();
    },
  };
  const pressed = useRef<(event: KeyboardEvent) => void>(() => undefined);
  useEffect(() => {
    pressed.current = (event) => {
      if (event.target instanceof HTMLInputElement && event.target.type !== "range" && event.key !== "Escape") return;
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      const key = event.key.toLowerCase();
      const onButton = event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement;
      if (onButton && (key === "enter" || key === " ")) return;
      const by = key === "arrowright" || (key === " " && !event.shiftKey) ? 1 : key === "arrowleft" || key === " " ? -1 : 0;
      const action = actionOf(ways.keys, key);
      const word = /^[0-5]$/.test(key) ? key : action && WORDS.includes(action) ? action : labelled(key);
      const act = fixed[key] ?? (action && acts[action]);
      const pass = passes || !frame ? passByKey(ways.keys, key) : undefined;
      if (pass) gatherPass(pass);
      else if (by !== 0 && beside.ids) beside.step(by);
      else if (by !== 0) stepped(by);
      else if (beside.ids && action === "choose" && event.shiftKey) beside.better(false);
      else if (event.repeat) return;
      else if (word !== undefined && event.shiftKey && member && /^\p{L}$/u.test(key)) sayOf(word, member.group.frames);
      else if (word !== undefined) say(word, moves(word));
      else if (act) act();
      else return;
      event.preventDefault();
    };
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      pressed.current(event);
    };
    window.addEventListener("keydown", listen);
    return () => {
      window.removeEventListener("keydown", listen);
    };
  }, []);
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
        {listed && <KeysListed />}
        {words && frame && <Words key={frame.id} frame={frame} onSay={say} />}
        {passes && (
          <section aria-label="Passes" className="absolute right-0 bottom-0 z-10 max-h-full overflow-y-auto bg-mat-deep p-4">
            <Passes
              lot={look.lot}
              now={now}
              onSayOf={sayOf}
              onGather={(pass, among, closes) => {
                if (closes) setPasses(false);
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
          onPasses={togglePasses}
          onKeys={toggleKeys}
          onLeave={leave}
        />
      )}
    </div>
  );
}

/** What another program says of a frame, where that is not how it is judged by now. */
const differing = (frame: LookFrame, said: ElsewhereFrame | undefined): ElsewhereFrame | undefined =>
  said && (said.stars !== frame.judged.stars || said.label !== frame.judged.label || (said.decision === "drop") !== (frame.judged.decision === "drop"))
    ? said
    : undefined;

import { useCallback, useEffect, useReducer, useRef, useState } from "react";
import { Refused } from "../api/client";
import { type Act, type Among, framesOfPass, postActs, rest, useJudgedSince } from "../api/look";
import type { Look, Pass } from "../api/views";
import { opened, resumed, sitting } from "./sitting";
import { keepUnsent, unsent } from "./unsent";

/** Acts are gathered for so many milliseconds, and so many posted at once; what could not be kept is posted again after a while. */
const GATHERED = 40;
const MOST = 100;
const AGAIN = 2000;

/** Answers after which asking again would change nothing. */
const FINAL = [400, 404, 409, 422];

const named = (): string => crypto.randomUUID();

/** What is posted next: what is taken back is asked for by itself, for the page goes where it leads. */
function nextOf(queue: readonly Act[]): Act[] {
  const other = queue.findIndex((one) => one.kind !== "judge");
  return queue.slice(0, other === 0 ? 1 : other < 0 ? MOST : Math.min(MOST, other));
}

/** All that waits: before what rests on it is asked for, and when the screen is left. What cannot be sent is sent when it is opened again; what is sent twice is done once. */
async function sendAll(of: string, queue: readonly Act[]): Promise<void> {
  for (let left = queue; left.length > 0;) {
    const some = nextOf(left);
    await postActs(of, some);
    left = left.slice(some.length);
  }
}

/** A sitting that keeps itself: what is said is posted in small lots, in order, and what others judge comes in. */
export function useSitting(look: Look) {
  const [now, send] = useReducer(sitting, look, (of) => resumed(opened(of), unsent(of.lot)));
  const [trouble, setTrouble] = useState<Error | null>(null);
  const act = useRef(look.standing.act);
  const posting = useRef(false);
  const [turn, setTurn] = useState(0);
  const { queue } = now;
  useEffect(() => {
    if (queue.length === 0 || posting.current) return;
    const some = nextOf(queue);
    const timer = setTimeout(() => {
      posting.current = true;
      const names = some.map((one) => one.name);
      void postActs(look.lot, some)
        .then(
          (judged) => {
            setTrouble(null); // what others judged before it is heard with the rest: an answer is of one's own frames only
            send({ do: "kept", names, judged });
            return 0;
          },
          (reason: unknown) => {
            setTrouble(reason instanceof Error ? reason : new Error(String(reason)));
            if (!(reason instanceof Refused) || !FINAL.includes(reason.status)) return AGAIN; // nobody could: it stays in the queue
            send({ do: "refused", names });
            return 0;
          },
        )
        .then((wait) =>
          setTimeout(() => {
            posting.current = false;
            setTurn((before) => before + 1);
          }, wait),
        );
    }, GATHERED);
    return () => {
      clearTimeout(timer);
    };
  }, [queue, turn, look.lot]);
  const since = useJudgedSince(look.lot, () => act.current, true);
  const heard = since.data;
  useEffect(() => {
    if (!heard) return;
    act.current = Math.max(act.current, heard.standing.act);
    send({ do: "heard", judged: heard });
  }, [heard]);
  const waiting = useRef(queue);
  useEffect(() => {
    waiting.current = queue;
    keepUnsent(look.lot, queue);
  }, [queue, look.lot]);
  useEffect(() => {
    const left = () => {
      rest(look.lot);
    };
    window.addEventListener("pagehide", left); // what was not sent by then is sent when it is opened again
    return () => {
      window.removeEventListener("pagehide", left);
      const lot = look.lot;
      void sendAll(lot, waiting.current)
        .then(() => {
          keepUnsent(lot, []);
        })
        .then(left, left);
    };
  }, [look.lot]);
  const step = useCallback((by: number) => {
    send({ do: "step", by });
  }, []);
  const go = useCallback((to: number) => {
    send({ do: "go", to });
  }, []);
  const say = useCallback((word: string, moveOn: boolean) => {
    send({ do: "say", name: named(), word, moveOn });
  }, []);
  const takeBack = useCallback(() => {
    send({ do: "ask", name: named(), kind: "take back" });
  }, []);
  const bringAgain = useCallback(() => {
    send({ do: "ask", name: named(), kind: "bring again" });
  }, []);
  const gather = useCallback(
    (pass: Pass, among: Among) => {
      // Who is in a pass is said by what the ledger has.
      const sent = sendAll(look.lot, waiting.current).catch(() => undefined);
      void sent
        .then(() => framesOfPass(look.lot, pass, among))
        .then(
          ({ frames }) => {
            send({ do: "gather", pass, among, frames });
          },
          (reason: unknown) => {
            setTrouble(reason instanceof Error ? reason : new Error(String(reason)));
          },
        );
    },
    [look.lot],
  );
  const sayOf = useCallback((word: string, frames: readonly number[]) => {
    send({ do: "say of", name: named(), word, frames });
  }, []);
  const choose = useCallback((frame: number, over: readonly number[]) => {
    send({ do: "choose", name: named(), frame, over });
  }, []);
  return { now, trouble, step, go, say, sayOf, choose, takeBack, bringAgain, gather };
}

import { useMemo, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import * as v from "valibot";
import { useFind, useFoundFacets } from "../api/find";
import { expectPictures } from "../api/pictures";
import type { ShootFrame } from "../api/types";
import type { FoundSection } from "../api/views";
import { TextButton, Key } from "../ledger/Field";
import { Notice, Trouble } from "../ledger/Notice";
import { Choice, Ticks } from "../ledger/Menu";
import { Nothing } from "../ledger/Nothing";
import { Page } from "../ledger/Page";
import { useKept } from "../ledger/useKept";
import { useKeys } from "../ledger/useKeys";
import { usePicked } from "../ledger/usePicked";
import { useSame } from "../ledger/useSame";
import { FrameLook } from "../shoots/FrameLook";
import { viewable } from "../shoots/viewable";
import { count, figure } from "../words/format";
import { Blank } from "./Blank";
import { Calendar } from "./Calendar";
import { Facets } from "./Facets";
import { FindVerbs } from "./FindVerbs";
import { FoundGrid } from "./FoundGrid";
import { Hours } from "./Hours";
import { KeptFinds } from "./KeptFinds";
import { ALL, CHOSEN, type Fact, FACTS, FIRST } from "./listed";
import { read, toggled, type Wish, write } from "./query";
import { Wishes } from "./Wishes";

/** Milliseconds that an answer may take and be a quick one: while it is on its way, the next is asked. */
const QUICK = 250;

const ORDERS = ["the latest first", "the earliest first", "most found first", "most stars first", "what fits best first"] as const;
type Order = (typeof ORDERS)[number];

/** Shoots, or what else frames stand together by, as they are listed; within a shoot, frames stand in the order they were taken. */
const inOrder = (sections: FoundSection[], order: Order): FoundSection[] => {
  if (order === "the earliest first") return sections.toReversed();
  return order === "most found first" ? sections.toSorted((a, b) => b.found - a.found) : sections;
};

/** What the sections are, see core/Find/FindOrder. */
const sectionsBy = (order: Order): string => (order === "most stars first" ? "stars" : order === "what fits best first" ? "fit" : "shoot");

const VIEWS = ["pictures", "a list", "days", "hours"] as const;
type View = (typeof VIEWS)[number];

const toPictures = () => document.querySelector<HTMLElement>("[role=listbox][aria-label='Found frames']")?.focus({ preventScroll: true });

/** One blank; below it what was found, with how many there are of everything that it can be narrowed by. */
export function FindScreen() {
  const [address, setAddress] = useSearchParams();
  const text = address.toString();
  const query = useMemo(() => read(text), [text]);
  const scroller = useRef<HTMLElement>(null);
  const [picked, pick, setPicked] = usePicked<number>();
  const [look, setLook] = useState<{ frames: ShootFrame[]; id: number } | null>(null);
  const [view, setView] = useKept<View>("find.view", v.picklist(VIEWS), "pictures");
  const [facts, setFacts] = useKept<Fact[]>("find.facts", CHOSEN, FIRST);
  const days = view === "days" || view === "hours";
  const [narrow, setNarrow] = useState(false);
  const [order, setOrder] = useState<Order>("the latest first");
  const by = sectionsBy(order);
  const found = useFind(text, by, (frames) => {
    if (view === "pictures" && !look) expectPictures(frames.flatMap((frame) => viewable(frame).picture(480) ?? []));
  });
  const data = found.data;
  const narrowed = useFoundFacets(text, found.isSuccess && !found.isPlaceholderData ? found.dataUpdatedAt : null);
  const sections = useMemo(() => inOrder(data?.sections ?? [], order), [data, order]);
  const ask = (words: string) => {
    setAddress(write({ ...query, words }), { replace: true });
  };
  const wish = useSame((one: Wish) => {
    setAddress(write(toggled(query, one)));
  });
  const pickFrames = useSame((frames: ShootFrame[], on: boolean) => {
    pick(
      frames.map((frame) => frame.id),
      on,
    );
  });
  const lookAt = useSame((frames: ShootFrame[], frame: ShootFrame) => {
    setLook({ frames, id: frame.id });
  });
  useKeys({
    y: () => {
      setView(VIEWS[(VIEWS.indexOf(view) + 1) % VIEWS.length] ?? "pictures");
    },
  });
  const looked = look?.frames.find((frame) => frame.id === look.id);
  return (
    <Page
      title="Find"
      scrollRef={scroller}
      foot={
        <FindVerbs
          query={text}
          called={query.words.trim() === "" ? "Found" : query.words.trim()}
          found={data?.frames ?? 0}
          picked={picked}
          onAll={setPicked}
          onNone={() => {
            setPicked([]);
          }}
        />
      }
    >
      <h1 className="sr-only">Find</h1>
      <section aria-label="What is looked for" className="border-b border-ink py-4 pr-6 pl-page">
        <Blank words={query.words} patient={found.isFetching && (data?.took ?? 0) > QUICK} onAsk={ask} onLeave={toPictures} />
        <div className="in-line gap-x-6 gap-y-[6px] pt-2">
          <span role="status">
            {data && (
              <>
                <b>{count(data.frames, "frame")}</b>
                {data.shoots > 0 && ` in ${count(data.shoots, "shoot")}`}
                {data.frames !== data.of && `, of ${figure(data.of)}`}
                {data.phrases.length > 0 && `; taken ${data.phrases.join(" or ")}`}
              </>
            )}
          </span>
          <Wishes query={query} facets={narrowed.data?.facets ?? []} onWish={wish} />
          <KeptFinds
            query={text}
            onChoose={(chosen) => {
              setAddress(chosen);
            }}
          />
          {!days && (
            <Choice
              label="order"
              value={order}
              options={ORDERS.map((one) => ({ value: one, name: one }))}
              onChoose={(one) => {
                setOrder(one);
              }}
            />
          )}
          <span>
            <Choice label="shown as" value={view} options={VIEWS.map((one) => ({ value: one, name: one }))} onChoose={setView} />
            <Key>Y</Key>
          </span>
          {view === "a list" && <Ticks label="facts" values={facts} options={ALL.map((one) => ({ value: one, name: FACTS[one].name }))} onChange={setFacts} />}
          <Link to="/albums" className="linked">
            albums
          </Link>
          <span className="hidden max-md:inline">
            <TextButton
              pressed={narrow}
              onClick={() => {
                setNarrow(!narrow);
              }}
            >
              narrow it down
            </TextButton>
          </span>
        </div>
      </section>
      <Trouble error={found.error ?? narrowed.error} />
      {data?.notes.map((note) => (
        <Notice key={note}>{note}</Notice>
      ))}
      {(data?.behind ?? 0) > 0 && <Notice>What was said of frames lately is still being entered where they are looked for: counts may change yet.</Notice>}
      {data && (
        <div className="grid min-h-[60%] grid-cols-[270px_minmax(0,1fr)] max-md:grid-cols-1">
          <div className={narrow ? "" : "max-md:hidden"} aria-busy={narrowed.isPlaceholderData}>
            {narrowed.data && <Facets query={narrowed.data.query} facets={narrowed.data.facets} onWish={wish} />}
          </div>
          {days ? (
            view === "days" ? (
              <Calendar text={text} query={query} onWish={wish} />
            ) : (
              <Hours text={text} query={query} onWish={wish} />
            )
          ) : (
            <div className="bg-mat py-2" aria-busy={found.isPlaceholderData}>
              {looked && look ? (
                <FrameLook
                  frames={look.frames}
                  frame={looked}
                  picked={picked.has(looked.id)}
                  onStep={(by) => {
                    const at = Math.max(0, Math.min(look.frames.length - 1, look.frames.indexOf(looked) + by));
                    setLook({ ...look, id: look.frames[at]?.id ?? looked.id });
                  }}
                  onPick={() => {
                    pick([looked.id], !picked.has(looked.id));
                  }}
                  onClose={() => {
                    setLook(null);
                    setTimeout(toPictures);
                  }}
                />
              ) : (
                <FoundGrid
                  query={data.query}
                  by={data.by}
                  sections={sections}
                  facts={view === "a list" ? facts : null}
                  picked={picked}
                  scroller={scroller}
                  onPick={pickFrames}
                  onLook={lookAt}
                />
              )}
              {data.frames === 0 && (
                <div className="m-6 bg-paper">
                  <Nothing heading={data.of === 0 ? "Nothing came in yet" : "Nothing is found so"}>
                    {data.of === 0
                      ? "Frames are found here as soon as they are in the ledger."
                      : "No frame has all of this. Take a word or a wish away; words may be begun, in any form and order."}
                  </Nothing>
                </div>
              )}
            </div>
          )}
        </div>
      )}
    </Page>
  );
}

import { type Ref, useRef, useState } from "react";
import { Link } from "react-router";
import { useAsideShoots } from "../api/aside";
import { useKeep } from "../api/keeping";
import { framePicture } from "../api/pictures";
import { useShoots } from "../api/queries";
import type { Shoot } from "../api/types";
import { useSettled } from "../ledger/useSettled";
import { PickedShoots } from "./PickedShoots";
import { TextButton } from "../ledger/Field";
import { Glimpse } from "../ledger/Glimpse";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { copiesInWords } from "../words/copies";
import { count, day, figure, hours, size } from "../words/format";

/** Milliseconds that words are waited for, while they are typed. */
const TYPING = 200;

/** All shoots, a heading for each year; a line to find some by, and years to jump to. */
export function ShootsScreen() {
  const [words, setWords] = useState("");
  const [upTo, setUpTo] = useState("");
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const shoots = useShoots({ words: useSettled(words, TYPING).trim(), upTo });
  const all = shoots.data?.pages[0]?.years ?? [];
  const aside = (useAsideShoots().data ?? []).reduce((sum, shoot) => sum + shoot.frames, 0);
  const years = new Map<string, Shoot[]>();
  const loaded = shoots.data?.pages.flatMap((page) => page.shoots) ?? [];
  const sums = new Map(shoots.data?.pages.flatMap((page) => page.years).map((year) => [year.year, year]));
  for (const shoot of loaded) {
    const year = shoot.date.slice(0, 4);
    years.set(year, [...(years.get(year) ?? []), shoot]);
  }
  return (
    <Page title="Shoots">
      <Trouble error={shoots.error} />
      {picked.size > 0 && (
        <PickedShoots
          shoots={loaded.filter((shoot) => picked.has(shoot.id))}
          onNone={() => {
            setPicked(new Set());
          }}
        />
      )}
      {(all.length > 0 || words !== "") && (
        <div className="in-line gap-x-6 gap-y-1 border-b border-rule pt-5 pr-6 pb-3 pl-page" role="search" aria-label="Shoots">
          <input
            type="search"
            aria-label="Find shoots by description, folder or date"
            placeholder="find: words, a folder, a date"
            value={words}
            maxLength={200}
            onChange={(event) => {
              setWords(event.target.value);
            }}
            className="w-[260px] border-b border-dotted border-rule-strong bg-transparent pb-[2px] placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
          />
          <span className="flex flex-wrap gap-x-4">
            {(all.length > 1 || upTo !== "" ? all : []).map((year) => (
              <TextButton
                key={year.year}
                pressed={year.year === upTo}
                onClick={() => {
                  setUpTo(year.year === upTo || year === all[0] ? "" : year.year);
                }}
              >
                {year.year}
              </TextButton>
            ))}
          </span>
          {aside > 0 && (
            <Link to="/aside" className="linked">
              {count(aside, "frame")} set aside
            </Link>
          )}
          {words.trim() !== "" && !shoots.isPlaceholderData && (
            <span role="status">
              {count(
                all.reduce((sum, year) => sum + year.shoots, 0),
                "shoot",
              )}
            </span>
          )}
        </div>
      )}
      {shoots.data && loaded.length === 0 && words.trim() !== "" && (
        <Nothing heading="No shoot is called so">Other words, or fewer of them, may find it.</Nothing>
      )}
      {shoots.data && loaded.length === 0 && words.trim() === "" && (
        <Nothing heading="No shoots yet">
          Bring in a card, and its shoots stand here by year.{" "}
          <Link to="/intake" className="linked">
            To the cards
          </Link>
        </Nothing>
      )}
      {[...years].map(([year, list]) => (
        <section key={year} aria-label={year} className="pb-6">
          <div className="in-line justify-between gap-x-6 pt-6 pr-6 pb-3 pl-page">
            <h1 className="text-title font-semibold">{year}</h1>
            <p className="text-faded">
              {count(sums.get(year)?.shoots ?? 0, "shoot")}, {count(sums.get(year)?.frames ?? 0, "frame")}, {size(sums.get(year)?.bytes ?? 0)}
            </p>
          </div>
          <div className="shoot-columns border-b border-rule-strong pb-1 as-label" aria-hidden="true">
            <span />
            <span />
            <span>taken</span>
            <span>shoot</span>
            <span>folder</span>
            <span className="text-right">frames</span>
            <span className="text-right">files</span>
            <span className="text-right">size</span>
            <span className="text-right">copies</span>
          </div>
          {list.map((shoot) => (
            <Row
              key={shoot.id}
              shoot={shoot}
              picked={picked.has(shoot.id)}
              picking={picked.size > 0}
              onPick={() => {
                const next = new Set(picked);
                if (!next.delete(shoot.id)) next.add(shoot.id);
                setPicked(next);
              }}
            />
          ))}
        </section>
      ))}
      {shoots.hasNextPage && (
        <p className="pb-8 pl-page">
          <TextButton
            onClick={() => {
              void shoots.fetchNextPage();
            }}
          >
            older shoots
          </TextButton>
        </p>
      )}
    </Page>
  );
}

/** Leads to the shoot; its description is a blank where it has none, and by D where it has. */
function Row({ shoot, picked, picking, onPick }: { shoot: Shoot; picked: boolean; picking: boolean; onPick: () => void }) {
  const [says, setSays] = useState(false);
  const keep = useKeep();
  const row = useRef<HTMLAnchorElement>(null);
  const asks = says || shoot.description === "";
  return (
    <div className={`group/row relative ${picked ? "margin-rule bg-wash" : ""}`}>
      <input
        type="checkbox"
        aria-label={`Pick ${shoot.description || "the shoot"} of ${day(shoot.date)}`}
        checked={picked}
        onChange={onPick}
        className={`absolute top-[14px] left-[78px] z-1 h-[24px] w-[24px] accent-velvet group-hover/row:opacity-100 focus:opacity-100 ${picking ? "" : "opacity-0"}`}
      />
      {asks && (
        <div className="shoot-columns pointer-events-none absolute inset-0 z-1 items-center">
          <span />
          <span />
          <span />
          <span className="pointer-events-auto">
            <DescriptionOf
              shoot={shoot}
              pending={keep.isPending}
              autoFocus={says}
              onDone={(description) => {
                setSays(false);
                row.current?.focus();
                if (description !== null) keep.mutate({ shoot: String(shoot.id), wish: { description } });
              }}
            />
          </span>
        </div>
      )}
      <Trouble error={keep.error} />
      <RowLink
        shoot={shoot}
        link={row}
        hidesDescription={asks}
        onDescribe={() => {
          setSays(true);
        }}
      />
    </div>
  );
}

function DescriptionOf({
  shoot,
  pending,
  autoFocus,
  onDone,
}: {
  shoot: Shoot;
  pending: boolean;
  autoFocus: boolean;
  onDone: (description: string | null) => void;
}) {
  const [typed, setTyped] = useState(shoot.description);
  return (
    <input
      aria-label={`Description of the shoot of ${day(shoot.date)}`}
      value={pending ? "its folder and names follow…" : typed}
      disabled={pending}
      autoFocus={autoFocus}
      maxLength={500}
      placeholder="what is it?"
      spellCheck={false}
      onChange={(event) => {
        setTyped(event.target.value);
      }}
      onKeyDown={(event) => {
        if (event.key === "Enter") onDone(typed.trim() === shoot.description ? null : typed.trim());
        if (event.key === "Escape") {
          setTyped(shoot.description);
          onDone(null);
        }
      }}
      className="w-full border-b border-dotted border-rule-strong bg-transparent font-hand text-hand font-semibold placeholder:font-normal placeholder:text-faded placeholder:italic focus:border-solid focus:border-velvet focus:outline-none"
    />
  );
}

function RowLink({
  shoot,
  link,
  hidesDescription,
  onDescribe,
}: {
  shoot: Shoot;
  link: Ref<HTMLAnchorElement>;
  hidesDescription: boolean;
  onDescribe: () => void;
}) {
  return (
    <Link
      ref={link}
      to={`/shoots/${shoot.id}`}
      onKeyDown={(event) => {
        if (event.key === "d") {
          event.preventDefault();
          onDescribe();
        }
      }}
      className="shoot-columns group items-center border-b border-rule py-[7px] hover:bg-wash focus-visible:-outline-offset-2"
    >
      <span />
      <span className="block h-[64px] bg-mat p-[4px]">
        <Glimpse source={framePicture(shoot.cover, 160)} className="h-full w-full object-contain" />
      </span>
      <span>
        <span className="block text-[14px] font-semibold">{day(shoot.date)}</span>
        <span className="block as-label">{hours(shoot.from, shoot.to)}</span>
      </span>
      <span className="font-hand text-hand font-semibold group-hover:text-velvet">{!hidesDescription && shoot.description}</span>
      <span className="as-path break-words">{shoot.folder}/</span>
      <span data-column="frames" className="text-right">
        {figure(shoot.frames)}
      </span>
      <span data-column="files" className="text-right">
        {figure(shoot.files)}
      </span>
      <span data-column="size" className="text-right">
        {size(shoot.bytes)}
      </span>
      <span data-column="copies" className={`text-right ${shoot.copies.some((at) => at.bad > 0 || at.owed > 0) ? "text-brass" : "text-faded"}`}>
        {copiesInWords(shoot.copies, shoot.copiesOfEach)}
      </span>
    </Link>
  );
}

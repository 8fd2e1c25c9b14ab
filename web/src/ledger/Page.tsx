import { type ReactNode, useEffect } from "react";
import { Link, NavLink, useLocation } from "react-router";
import { Refused } from "../api/client";
import { useCards, useReceipts } from "../api/queries";
import { count, figure, size } from "../words/format";
import type { Receipt } from "../api/types";
import { Announced } from "./Announced";
import { Arrivals } from "./Arrivals";
import { Key } from "./Field";
import { useMedia } from "./useMedia";

const TABS: { to: string; name: string; also: string[]; key?: string }[] = [
  { to: "/intake", name: "Intake", also: ["/receipts", "/clearance"] },
  { to: "/shoots", name: "Shoots", also: [] },
  { to: "/find", name: "Find", also: ["/albums"], key: "/" },
  { to: "/stores", name: "Stores", also: [] },
  { to: "/daybook", name: "Day book", also: [] },
  { to: "/stationery", name: "Stationery", also: [] },
];

/** The frame of every screen: the tabs, what runs now, the page with its margin, and a foot that stays in view. */
export function Page({ title, children, foot, scrollRef }: { title: string; children: ReactNode; foot?: ReactNode; scrollRef?: React.Ref<HTMLElement> }) {
  useEffect(() => {
    document.title = `${title} · Velvet Ledger`;
  }, [title]);
  // In a very low window (a large zoom) what stands fast elsewhere scrolls with the page: else nothing of it would be seen.
  const low = useMedia("(height < 520px)");
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)_auto]">
      <a href="#page" className="sr-only focus:not-sr-only focus:absolute focus:z-20 focus:bg-paper focus:p-2">
        To the page
      </a>
      {!low && <Header />}
      <main id="page" ref={scrollRef} tabIndex={-1} className="margin-rule relative overflow-x-hidden overflow-y-auto focus:outline-none">
        {low && <Header />}
        {children}
        {low && foot}
      </main>
      {!low && foot}
    </div>
  );
}

function Header() {
  const { pathname } = useLocation();
  return (
    <header className="flex min-h-[44px] flex-wrap items-end border-b border-ink bg-paper pr-6 pl-page max-md:pr-3 max-md:pl-3">
      <Link to="/intake" className="mr-9 self-center py-[6px] font-hand text-[20px] font-semibold max-md:mr-4">
        Velvet Ledger
      </Link>
      <nav aria-label="Screens" className="flex flex-wrap">
        {TABS.map((tab) => {
          const here = [tab.to, ...tab.also].some((path) => pathname.startsWith(path));
          return (
            <NavLink
              key={tab.to}
              to={tab.to}
              aria-current={here ? "page" : undefined}
              className={`-mb-px px-[14px] pt-[7px] max-md:px-[8px] pb-[8px] ${here ? "border border-b-0 border-ink bg-paper font-semibold" : "border border-transparent text-faded hover:text-ink"}`}
            >
              {tab.name}
              {tab.key && !here && <Key>{tab.key}</Key>}
            </NavLink>
          );
        })}
      </nav>
      <span className="ml-auto self-center text-right">
        <Arrivals />
        <Running />
      </span>
    </header>
  );
}

const NONE: Receipt[] = [];

/** What the desk is doing now, at the right of the tabs. */
function Running() {
  const cards = useCards();
  const receipts = useReceipts();
  const newest = receipts.data?.pages[0];
  const moving = newest?.receipts.find((receipt) => receipt.state === "running" || receipt.state === "waiting");
  const failed = newest?.failed.length ?? 0;
  const store = cards.data?.store;
  const locked = cards.error instanceof Refused && cards.error.status === 401;
  return (
    <span className="text-faded">
      <Announced receipts={newest?.receipts ?? NONE} />
      <span role="status">
        {locked && <b className="text-brass">locked</b>}
        {cards.error && !locked && <b className="text-brass">the ledger does not answer</b>}
      </span>
      {store && (store.present ? `${store.name}, ${size(store.freeBytes ?? 0)} free` : <b className="text-brass">{store.name} absent</b>)}
      {store && (moving ?? failed === 0) && " · "}
      {moving ? (
        <Link to={`/receipts/${moving.number}`} className="font-semibold linked">
          receipt {moving.number}: {figure(moving.filesCopied)} of {figure(moving.filesToCopy)} files
        </Link>
      ) : (
        store && failed === 0 && "nothing running"
      )}
      {failed > 0 && (
        <>
          {" · "}
          <Link to="/intake" className="font-semibold text-brass underline underline-offset-3">
            {count(failed, "piece")} of work failed
          </Link>
        </>
      )}
    </span>
  );
}

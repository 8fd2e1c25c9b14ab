import { useEffect, useSyncExternalStore } from "react";
import { Link, useLocation } from "react-router";
import { arrivals, onArrivals, wavedAway } from "../api/arrivals";
import { useCards } from "../api/queries";
import { count } from "../words/format";

/** So many are named; more are counted. */
const MOST = 2;

/** Says on every screen that a card came in, until it is opened, waved away, or pulled out. */
export function Arrivals() {
  const cards = useCards();
  const { pathname } = useLocation();
  const news = useSyncExternalStore(onArrivals, arrivals);
  const opened = /^\/intake\/(\w+)$/.exec(pathname)?.[1];
  useEffect(() => {
    if (opened) wavedAway(opened);
  }, [opened]);
  const shown = pathname === "/intake" ? [] : (cards.data?.cards ?? []).filter((card) => news.includes(card.id));
  return (
    <span role="status" aria-label="Cards that came in">
      {shown.length > MOST ? (
        <Came to="/intake" says={`${count(shown.length, "card")} came in`} of={shown.map((card) => card.id)} name="the cards" />
      ) : (
        shown.map((card) => <Came key={card.id} to={`/intake/${card.id}`} says={`${card.label} came in`} of={[card.id]} name={card.label} />)
      )}
    </span>
  );
}

function Came({ to, says, of, name }: { to: string; says: string; of: string[]; name: string }) {
  return (
    <span className="mr-4 whitespace-nowrap">
      <Link to={to} className="inline-block min-h-6 font-semibold linked">
        {says}
      </Link>{" "}
      <button
        type="button"
        aria-label={`${name}: not now`}
        className="min-h-6 min-w-6 text-faded hover:text-ink"
        onClick={() => {
          of.forEach(wavedAway);
        }}
      >
        ×
      </button>
    </span>
  );
}

import { useEffect, useSyncExternalStore } from "react";
import { Link, useLocation } from "react-router";
import { arrivals, onArrivals, wavedAway } from "../api/arrivals";
import { useCards } from "../api/queries";

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
      {shown.map((card) => (
        <span key={card.id} className="mr-4 whitespace-nowrap">
          <Link to={`/intake/${card.id}`} className="font-semibold text-velvet underline underline-offset-3">
            {card.label} came in
          </Link>{" "}
          <button
            type="button"
            aria-label={`${card.label}: not now`}
            className="px-1 text-faded hover:text-ink"
            onClick={() => {
              wavedAway(card.id);
            }}
          >
            ×
          </button>
        </span>
      ))}
    </span>
  );
}

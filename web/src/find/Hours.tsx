import { useFoundHours } from "../api/find";
import { count, day } from "../words/format";
import type { Query, Wish } from "./query";

const HOURS = [0, 3, 6, 9, 12, 15, 18, 21, 24];
const DAY = 1440;

/** Days one below the other on a scale of hours, with a stroke for each minute in which a frame was taken; a day that is pressed is looked at alone, or with others that are. */
export function Hours({ text, query, onWish }: { text: string; query: Query; onWish: (wish: Wish) => void }) {
  const days = useFoundHours(text, true).data ?? [];
  const wished = new Set(query.wishes.filter((wish) => wish.facet === "day" && !wish.none).map((wish) => wish.value));
  return (
    <div className="px-6 py-4">
      <div className="ml-[190px] flex justify-between border-b border-rule-strong text-label text-faded max-md:ml-0" aria-hidden="true">
        {HOURS.map((hour) => (
          <span key={hour}>{hour}</span>
        ))}
      </div>
      {days.map((one) => (
        <button
          key={one.day}
          type="button"
          aria-pressed={wished.has(one.day)}
          aria-label={`${day(one.day)} ${one.day.slice(0, 4)}, ${count(one.frames, "frame")}`}
          onClick={() => {
            onWish({ facet: "day", value: one.day, none: false });
          }}
          className={`flex min-h-7 w-full items-center border-b border-rule text-left hover:bg-wash max-md:flex-wrap ${wished.has(one.day) ? "bg-wash font-semibold" : ""}`}
        >
          <span className="flex w-[190px] shrink-0 justify-between pr-3 whitespace-nowrap max-md:w-full">
            <span>
              {day(one.day)} {one.day.slice(0, 4)}
            </span>
            <span>{one.frames}</span>
          </span>
          <svg viewBox={`0 0 ${DAY} 10`} preserveAspectRatio="none" className="h-4 min-w-0 grow text-velvet" aria-hidden="true">
            <path d={one.minutes.map((minute) => `M${minute + 0.5} 0V10`).join("")} stroke="currentColor" strokeWidth="1.5" vectorEffect="non-scaling-stroke" />
          </svg>
        </button>
      ))}
      {days.length === 0 && <p className="text-faded">No day has any.</p>}
    </div>
  );
}

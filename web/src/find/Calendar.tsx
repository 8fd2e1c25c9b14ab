import { useFoundDays } from "../api/find";
import type { FoundDay } from "../api/views";
import { count, day, figure } from "../words/format";
import type { Query, Wish } from "./query";

const MONTHS = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"];
/** Steps of darkness, by how many frames a day has beside the one that has most: a step is twice the one before. */
const STEPS = 6;

/** Years of days, each as dark as it has frames; a day that is pressed is looked at alone, or with others that are. */
export function Calendar({ text, query, onWish }: { text: string; query: Query; onWish: (wish: Wish) => void }) {
  const days = useFoundDays(text, true).data ?? [];
  const most = Math.max(1, ...days.map((one) => one.frames));
  const years = [...new Set(days.map((one) => one.day.slice(0, 4)))].sort().reverse();
  const of = new Map(days.map((one) => [one.day, one]));
  const wished = new Set(query.wishes.filter((wish) => wish.facet === "day" && !wish.none).map((wish) => wish.value));
  return (
    <div className="px-6 py-4">
      {years.map((year) => {
        const frames = days.reduce((sum, one) => sum + (one.day.startsWith(year) ? one.frames : 0), 0);
        return (
          <section key={year} aria-label={year} className="border-b border-rule py-3">
            <h2 className="text-hand font-semibold">
              {year} <span className="ml-3 font-plain text-body font-normal text-faded">{count(frames, "frame")}</span>
            </h2>
            <div className="overflow-x-auto">
              {MONTHS.map((month, i) => (
                <Month key={month} name={month} start={`${year}-${String(i + 1).padStart(2, "0")}`} of={of} most={most} wished={wished} onWish={onWish} />
              ))}
            </div>
          </section>
        );
      })}
      {years.length === 0 && <p className="text-faded">No day has any.</p>}
    </div>
  );
}

interface MonthProps {
  name: string;
  start: string;
  of: Map<string, FoundDay>;
  most: number;
  wished: ReadonlySet<string>;
  onWish: (wish: Wish) => void;
}

/** A line of days, one a column: the same day of each month stands below the others. */
function Month({ name, start, of, most, wished, onWish }: MonthProps) {
  const last = new Date(Number(start.slice(0, 4)), Number(start.slice(5)), 0).getDate();
  return (
    <div className="flex items-center gap-x-[3px] py-[1.5px]">
      <span className="w-[74px] shrink-0 as-label">{name}</span>
      {Array.from({ length: last }, (_, i) => {
        const date = `${start}-${String(i + 1).padStart(2, "0")}`;
        const found = of.get(date);
        if (!found) return <span key={date} className="h-6 w-6 shrink-0 border border-rule" aria-hidden="true" />;
        const step = Math.max(1, Math.round(STEPS + Math.log2(found.frames / most)));
        return (
          <button
            key={date}
            type="button"
            aria-pressed={wished.has(date)}
            aria-label={`${day(date)}, ${count(found.frames, "frame")}`}
            title={`${day(date)}: ${figure(found.frames)}`}
            onClick={() => {
              onWish({ facet: "day", value: date, none: false });
            }}
            className={`h-6 w-6 shrink-0 border ${wished.has(date) ? "border-[3px] border-brass" : "border-velvet"} text-[10px] leading-none ${step > 2 ? "text-white" : "text-ink"}`}
            style={{ background: `color-mix(in srgb, var(--color-velvet) ${Math.round((Math.min(step, STEPS) / STEPS) * 100)}%, var(--color-paper))` }}
          >
            {i + 1}
          </button>
        );
      })}
    </div>
  );
}

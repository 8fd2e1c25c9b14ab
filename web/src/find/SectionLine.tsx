import { Link } from "react-router";
import type { FoundSection } from "../api/views";
import { count, day, figure } from "../words/format";

/** The line of a section over those of its frames that were found: a shoot's leads to its page. */
export function SectionLine({ section, top, height, side }: { section: FoundSection; top: number; height: number; side: number }) {
  const called = "truncate font-hand text-hand font-semibold";
  return (
    <div className="absolute right-0 flex items-end gap-x-4 pb-[6px] text-white" style={{ top, height, left: side, right: side }}>
      {section.date !== "" && (
        <span className="whitespace-nowrap">
          {day(section.date)} {section.date.slice(0, 4)}
        </span>
      )}
      {section.shoot === null ? (
        <span className={called}>{section.called}</span>
      ) : (
        <Link
          to={`/shoots/${section.shoot}`}
          className={`${called} underline decoration-white/50 underline-offset-3 hover:decoration-white focus-visible:outline-white`}
        >
          {section.called}
        </Link>
      )}
      <span className="ml-auto whitespace-nowrap">
        {section.found === section.frames ? count(section.frames, "frame") : `${figure(section.found)} of ${count(section.frames, "frame")}`}
      </span>
    </div>
  );
}

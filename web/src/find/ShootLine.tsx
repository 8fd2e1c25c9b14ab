import { Link } from "react-router";
import type { FoundShoot } from "../api/views";
import { count, day, figure } from "../words/format";

/** The line of a shoot over those of its frames that were found. */
export function ShootLine({ shoot, top, height, side }: { shoot: FoundShoot; top: number; height: number; side: number }) {
  return (
    <div className="absolute right-0 flex items-end gap-x-4 pb-[6px] text-white" style={{ top, height, left: side, right: side }}>
      <span className="whitespace-nowrap">
        {day(shoot.date)} {shoot.date.slice(0, 4)}
      </span>
      <Link
        to={`/shoots/${shoot.id}`}
        className="truncate font-hand text-hand font-semibold underline decoration-white/50 underline-offset-3 hover:decoration-white focus-visible:outline-white"
      >
        {shoot.description || "no description"}
      </Link>
      <span className="ml-auto whitespace-nowrap">
        {shoot.found === shoot.frames ? count(shoot.frames, "frame") : `${figure(shoot.found)} of ${count(shoot.frames, "frame")}`}
      </span>
    </div>
  );
}

import type { LabelMark } from "../api/standingOrder";

/** A shape and a colour of ours for each mark; of a label that stationery does not have, a plain one. */
const SIGNS: Record<LabelMark, { path: string; fill: string }> = {
  lantern: { path: "M5 2h4M7 2v2M7 4a4 4 0 1 1 0 8a4 4 0 1 1 0-8z", fill: "#e0b04a" },
  sail: { path: "M4 1v11h8z", fill: "#9fd3d0" },
  hull: { path: "M1 6h12a6 6 0 0 1-12 0z", fill: "#d98f6b" },
  kiln: { path: "M2 12V6a5 5 0 0 1 10 0v6z", fill: "#c58fb0" },
  rope: { path: "M1 5c2-4 4-4 6 0s4 4 6 0v5c-2 4-4 4-6 0s-4-4-6 0z", fill: "#b9c98a" },
  oar: { path: "M1 12L8 5c-1-2 3-5 5-4s-1 6-3 5z", fill: "#8fb0e0" },
};

export function LabelSign({ mark }: { mark: LabelMark | null }) {
  const sign = mark && SIGNS[mark];
  return (
    <svg
      width="14"
      height="14"
      viewBox="0 0 14 14"
      fill={sign?.fill ?? "none"}
      stroke="currentColor"
      strokeWidth="1"
      aria-hidden="true"
      className="inline-block"
    >
      <path d={sign?.path ?? "M1 3h8l4 4l-4 4H1z"} />
    </svg>
  );
}

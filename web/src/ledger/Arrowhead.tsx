/** The opener in the margin: points down where what it opens is open. */
export function Arrowhead({ open }: { open: boolean }) {
  return (
    <svg viewBox="0 0 10 10" className={`mx-auto h-[9px] w-[9px] text-velvet ${open ? "rotate-90" : ""}`} aria-hidden="true">
      <path d="M2 0 9 5 2 10Z" fill="currentColor" />
    </svg>
  );
}

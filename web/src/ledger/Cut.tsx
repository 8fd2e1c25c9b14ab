import { type ReactNode, useState } from "react";

/** Something for which there is not always room: pressed, it is there as a whole, over what is beside it, until it is left or pressed again. */
export function Cut({ whole, children, className = "", upwards = false }: { whole: string; children: ReactNode; className?: string; upwards?: boolean }) {
  const [open, setOpen] = useState(false);
  return (
    <button
      type="button"
      aria-expanded={open}
      onClick={() => {
        setOpen(!open);
      }}
      onBlur={() => {
        setOpen(false);
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape" && open) {
          event.stopPropagation();
          setOpen(false);
        }
      }}
      className={`relative block max-w-full text-left ${className}`}
    >
      <span className="block truncate">{children}</span>
      {open && (
        <span
          className={`absolute ${upwards ? "bottom-0" : "top-0"} left-0 z-20 w-max max-w-[min(560px,80vw)] border border-ink bg-paper px-2 py-1 break-all whitespace-normal text-ink`}
        >
          {whole}
        </span>
      )}
    </button>
  );
}

import type { ReactNode } from "react";

/** A small label over a value, as on the head of a ledger sheet. */
export function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <dt className="as-label">{label}</dt>
      <dd className="text-[14px] leading-[20px]">{children}</dd>
    </div>
  );
}

/** The key that does what it stands beside. */
export function Key({ children, onVelvet = false }: { children: string; onVelvet?: boolean }) {
  return (
    <kbd className={`ml-2 inline-block border px-[5px] font-plain text-[11px] leading-[15px] ${onVelvet ? "border-paper/70" : "border-current"}`}>
      {children}
    </kbd>
  );
}

/** Something to press that reads as a word of the line it stands in. */
export function TextButton({
  children,
  onClick,
  disabled = false,
  onMat = false,
  pressed,
}: {
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
  onMat?: boolean;
  /** Whether what it turns on is on. */
  pressed?: boolean;
}) {
  return (
    <button
      type="button"
      disabled={disabled}
      aria-pressed={pressed}
      onClick={onClick}
      className={`${pressed ? "font-semibold" : ""} ${onMat ? "inline-block leading-6" : ""} underline underline-offset-3 disabled:no-underline disabled:opacity-60 ${onMat ? "text-white decoration-white/60 hover:decoration-white focus-visible:outline-white" : "text-velvet decoration-velvet/50 hover:decoration-velvet"}`}
    >
      {children}
    </button>
  );
}

import type { ReactNode } from "react";

/** A line that wants to be looked at: a mark in the margin, then a sentence, and where there is one, what to do. */
export function Notice({ children, action, grave = false }: { children: ReactNode; action?: ReactNode; grave?: boolean }) {
  return (
    <div
      role={grave ? "alert" : "note"}
      className="folds grid grid-cols-[var(--spacing-margin)_minmax(0,1fr)_auto] items-baseline gap-x-[14px] border-b border-rule bg-transparent py-[7px] pr-6"
    >
      <Mark sign="!" label="look here" />
      <p className={grave ? "font-semibold text-brass" : "text-ink"}>{children}</p>
      {action}
    </div>
  );
}

/** A mark in the margin: a shape first, read out by name. */
export function Mark({ sign, label }: { sign: string; label: string }) {
  return (
    <span className="justify-self-center font-hand text-[17px] leading-none font-semibold text-brass" role="img" aria-label={label}>
      {sign}
    </span>
  );
}

/** What went wrong with a request, in the server's sentence. */
export function Trouble({ error, action }: { error: Error | null; action?: ReactNode }) {
  return error ? (
    <Notice grave action={action}>
      {error.message}
    </Notice>
  ) : null;
}

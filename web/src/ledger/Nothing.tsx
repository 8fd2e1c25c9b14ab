import type { ReactNode } from "react";

/** A page or part with nothing on it yet: what would be here, and what to do for it. */
export function Nothing({ heading, children }: { heading: string; children?: ReactNode }) {
  return (
    <section className="max-w-[640px] py-10 pl-page">
      <h2 className="font-hand text-title text-ink">{heading}</h2>
      <div className="mt-2 text-body text-faded">{children}</div>
    </section>
  );
}

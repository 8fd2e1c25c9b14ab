import { useState } from "react";

/** A small picture beside words that say what it is of; where it cannot be shown its place stays empty. */
export function Glimpse({ source, className }: { source: string | null | undefined; className: string }) {
  const [failed, setFailed] = useState<string | null>(null);
  if (!source || failed === source) return <span className={`block bg-mat-deep ${className}`} />;
  return (
    <img
      src={source}
      alt=""
      className={className}
      onError={() => {
        setFailed(source);
      }}
    />
  );
}

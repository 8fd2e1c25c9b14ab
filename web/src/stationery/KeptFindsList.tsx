import { Link } from "react-router";
import { useKeepFind, useKeptFinds } from "../api/find";
import { TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { count } from "../words/format";

/** What is looked for by name; each is looked for anew when it is opened. */
export function KeptFindsList() {
  const kept = useKeptFinds().data ?? [];
  const keep = useKeepFind();
  return (
    <section aria-label="Looked for by name" className="pb-2">
      <h2 className="border-b border-rule-strong pt-7 pb-[6px] pl-page text-[20px] font-semibold">
        Looked for by name <span className="ml-2 font-plain text-body font-normal text-faded">{count(kept.length, "query", "queries")}</span>
      </h2>
      <Trouble error={keep.error} />
      <ul>
        {kept.map((one) => (
          <li
            key={one.name}
            className="folds grid grid-cols-[var(--spacing-margin)_minmax(160px,1fr)_minmax(0,3fr)_110px] items-baseline gap-x-[14px] border-b border-rule py-[6px] pr-6"
          >
            <span />
            <Link to={`/find?${one.query}`} className="font-semibold linked">
              {one.name}
            </Link>
            <span className="as-path break-words">{decodeURIComponent(one.query.replaceAll("+", " ").replaceAll("&", "  "))}</span>
            <span className="text-right">
              {one.isOurs ? (
                <span className="text-faded">ready-made</span>
              ) : (
                <TextButton
                  onClick={() => {
                    keep.mutate({ name: one.name });
                  }}
                >
                  drop
                </TextButton>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

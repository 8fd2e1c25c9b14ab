import type { FoundFacet } from "../api/views";
import { day } from "../words/format";
import type { Query, Wish } from "./query";

/** What is wished beside the words, each to be taken back by a press. */
export function Wishes({ query, facets, onWish }: { query: Query; facets: FoundFacet[]; onWish: (wish: Wish) => void }) {
  return query.wishes.map((wish) => {
    const facet = facets.find((one) => one.facet === wish.facet);
    const called = facet?.values.find((value) => value.value === wish.value)?.called ?? (wish.facet === "day" ? day(wish.value) : wish.value || "none");
    return (
      <button
        key={`${wish.none}${wish.facet}${wish.value}`}
        type="button"
        aria-label={`take ${wish.none ? "not " : ""}${called} away`}
        onClick={() => {
          onWish(wish);
        }}
        className="min-h-6 border-b border-rule-strong hover:text-velvet"
      >
        <span className="text-faded">{facet?.called ?? wish.facet}</span> {wish.none ? <>not {called}</> : called}
        <span aria-hidden="true" className="ml-2 text-faded">
          ×
        </span>
      </button>
    );
  });
}

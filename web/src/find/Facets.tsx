import { memo } from "react";
import type { FoundFacet } from "../api/views";
import { FacetValues } from "./FacetValues";
import type { Wish } from "./query";

interface Props {
  query: string;
  facets: FoundFacet[];
  onWish: (wish: Wish) => void;
}

/** What the found frames can be narrowed by, with how many there are before it is pressed. */
export const Facets = memo(function Facets({ query, facets, onWish }: Props) {
  return (
    <section
      aria-label="Narrow it down"
      className="sticky top-0 max-h-[calc(100vh-92px)] overflow-y-auto border-r border-ink bg-sheet py-2 pr-3 pl-6 max-md:static max-md:max-h-none max-md:border-r-0"
    >
      {facets.map((facet) => (
        <FacetValues key={facet.facet} query={query} facet={facet} onWish={onWish} />
      ))}
    </section>
  );
});

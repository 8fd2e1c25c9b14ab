export interface Offer {
  key: string;
  text: string;
  hint: string;
}

/** What a blank offers while it is typed into, below it: the list of a combobox; the one at "at" is chosen. */
export function Offers<O extends Offer>({
  id,
  label,
  offers,
  at,
  onAt,
  onTake,
}: {
  id: string;
  label: string;
  offers: O[];
  at: number;
  onAt: (at: number) => void;
  onTake: (offer: O) => void;
}) {
  return (
    <ul
      id={id}
      role="listbox"
      aria-label={label}
      className="absolute top-full left-0 z-10 mt-1 max-h-[300px] w-max max-w-[420px] min-w-[200px] overflow-y-auto border border-ink bg-paper py-1"
    >
      {offers.map((offer, i) => (
        <li
          key={offer.key}
          id={`${id}-${i}`}
          role="option"
          aria-selected={i === at}
          className={`flex cursor-pointer items-baseline gap-3 px-3 py-[3px] ${i === at ? "bg-wash" : ""}`}
          onPointerDown={(event) => {
            event.preventDefault();
            onTake(offer);
          }}
          onPointerMove={() => {
            onAt(i);
          }}
        >
          <span>{offer.text}</span>
          <span className="ml-auto truncate pl-4 as-label">{offer.hint}</span>
        </li>
      ))}
    </ul>
  );
}

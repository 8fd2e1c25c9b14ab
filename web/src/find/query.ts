/** What is looked for: words, and of some facets which of their values; see core/Find/FindQuery. */
export interface Query {
  words: string;
  /** Facet and value; behind "none" those that frames must not have. */
  wishes: Wish[];
}

export interface Wish {
  facet: string;
  value: string;
  none: boolean;
}

export const read = (text: string): Query => {
  const query: Query = { words: "", wishes: [] };
  for (const [name, value] of new URLSearchParams(text)) {
    if (name === "words") query.words = value;
    else query.wishes.push({ facet: name.replace(/^-/, ""), value, none: name.startsWith("-") });
  }
  return query;
};

export const write = ({ words, wishes }: Query): string => {
  const text = new URLSearchParams(words.trim() === "" ? [] : [["words", words]]);
  for (const { facet, value, none } of wishes) text.append(`${none ? "-" : ""}${facet}`, value);
  return text.toString();
};

const isOf = (one: Wish, facet: string, value: string) => one.facet === facet && one.value === value;

/** With a value wished, or not wished; what was so already is taken back. */
export const toggled = (query: Query, wish: Wish): Query => {
  const was = query.wishes.find((one) => isOf(one, wish.facet, wish.value));
  const others = query.wishes.filter((one) => !isOf(one, wish.facet, wish.value));
  return { ...query, wishes: was?.none === wish.none ? others : [...others, wish] };
};

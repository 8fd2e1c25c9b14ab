import type { CopiesWanted } from "../../api/orders";
import { Choice } from "../../ledger/Menu";
import { SECOND } from "../../words/order";

const NUMBERS = ["1", "2", "3", "4"];

/** How many proven copies clear a card, and what is done to be sure of them, with what it costs. */
export function CopiesPart({ value, onChange }: { value: CopiesWanted; onChange: (value: CopiesWanted) => void }) {
  return (
    <span className="in-line gap-x-6 gap-y-1">
      <Choice
        label="a card is cleared by"
        value={String(value.number)}
        options={(NUMBERS.includes(String(value.number)) ? NUMBERS : [...NUMBERS, String(value.number)]).map((number) => ({
          value: number,
          name: number === "1" ? "1 proven copy" : `${number} proven copies, on ${number} devices`,
        }))}
        onChoose={(number) => {
          onChange({ ...value, number: Number(number) });
        }}
      />
      <Choice
        label="second copies are made"
        value={value.second}
        options={[
          { value: "at once", name: SECOND["at once"] },
          { value: "kept, after first look", name: SECOND["kept, after first look"], hint: "until then the card is not cleared" },
          { value: "all, after first look", name: SECOND["all, after first look"], hint: "until then the card is not cleared" },
          { value: "when it is said", name: SECOND["when it is said"], hint: "until then the card is not cleared" },
        ]}
        onChoose={(second) => {
          onChange({ ...value, second });
        }}
      />
      <Choice
        label="they count"
        value={value.seenNow ? "seen" : "believed"}
        options={[
          { value: "believed", name: "also on a drive that is away", hint: "as they were last proven; the sentence says which" },
          { value: "seen", name: "only on drives that are here" },
        ]}
        onChoose={(which) => {
          onChange({ ...value, seenNow: which === "seen" });
        }}
      />
      <Choice
        label="the card is read"
        value={value.readTwice ? "twice" : "once"}
        options={[
          { value: "once", name: "once" },
          { value: "twice", name: "twice, and compared", hint: "finds a reader that lies; reading takes twice as long" },
        ]}
        onChoose={(how) => {
          onChange({ ...value, readTwice: how === "twice" });
        }}
      />
      <Choice
        label="lists of checksums"
        value={value.sha256 ? "both" : "xxh128"}
        options={[
          { value: "xxh128", name: "XXH128" },
          { value: "both", name: "XXH128 and SHA-256", hint: "about 10 s more a gigabyte" },
        ]}
        onChoose={(which) => {
          onChange({ ...value, sha256: which === "both" });
        }}
      />
    </span>
  );
}

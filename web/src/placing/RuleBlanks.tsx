import type { RuleWish } from "../api/placing";
import type { StorePage } from "../api/views";
import { Entry } from "../ledger/Entry";
import { TextButton } from "../ledger/Field";
import { Choice, Ticks } from "../ledger/Menu";
import { BesideBlank } from "./BesideBlank";

interface Props {
  rule: RuleWish;
  stores: StorePage[];
  kinds: string[];
  orders: string[];
  onChange: (rule: RuleWish) => void;
  /** Null for the first. */
  onEarlier: (() => void) | null;
  onDrop: () => void;
}

const year = (typed: string) => (/^\d{4}$/.test(typed.trim()) ? Number(typed) : null);

/** One rule as a sentence of blanks. */
export function RuleBlanks({ rule, stores, kinds, orders, onChange, onEarlier, onDrop }: Props) {
  const others = stores.filter((store) => store.id !== rule.main);
  const names = (ids: number[]) => ids.map((id) => stores.find((store) => store.id === id)?.name ?? "").join(", ") || "none";
  const ticks = (ids: number[], taken: number[]) =>
    others.filter((store) => ids.includes(store.id) || !taken.includes(store.id)).map((store) => ({ value: String(store.id), name: store.name }));
  return (
    <span className="in-line gap-x-4 gap-y-1">
      <Choice
        label="work of"
        value={rule.kind}
        options={[{ value: "", name: "any kind" }, ...kinds.map((kind) => ({ value: kind, name: kind }))]}
        onChoose={(kind) => {
          onChange({ ...rule, kind });
        }}
      />
      <Choice
        label="by"
        value={rule.order}
        options={[{ value: "", name: "any order" }, ...orders.map((order) => ({ value: order, name: order }))]}
        onChoose={(order) => {
          onChange({ ...rule, order });
        }}
      />
      <span>
        of{" "}
        <Entry
          label="first year of the rule"
          placeholder="any year"
          width={64}
          longest={4}
          value={rule.fromYear === null ? "" : String(rule.fromYear)}
          onDone={(typed) => {
            onChange({ ...rule, fromYear: year(typed) });
          }}
        />{" "}
        to{" "}
        <Entry
          label="last year of the rule"
          placeholder="any year"
          width={64}
          longest={4}
          value={rule.toYear === null ? "" : String(rule.toYear)}
          onDone={(typed) => {
            onChange({ ...rule, toYear: year(typed) });
          }}
        />
      </span>
      <Choice
        label="lands on"
        value={String(rule.main)}
        options={stores.map((store) => ({ value: String(store.id), name: store.name }))}
        onChoose={(main) => {
          onChange({
            ...rule,
            main: Number(main),
            mirrors: rule.mirrors.filter((id) => id !== Number(main)),
            archives: rule.archives.filter((id) => id !== Number(main)),
          });
        }}
      />
      <span>
        <Ticks
          label="is mirrored on"
          shown={names(rule.mirrors)}
          values={rule.mirrors.map(String)}
          options={ticks(rule.mirrors, rule.archives)}
          onChange={(ids) => {
            onChange({ ...rule, mirrors: ids.map(Number) });
          }}
        />
      </span>
      <span>
        <Ticks
          label="ends on"
          shown={names(rule.archives)}
          values={rule.archives.map(String)}
          options={ticks(rule.archives, rule.mirrors)}
          onChange={(ids) => {
            onChange({ ...rule, archives: ids.map(Number) });
          }}
        />
      </span>
      <BesideBlank
        beside={rule.beside}
        days={rule.days}
        onChange={(beside, days) => {
          onChange({ ...rule, beside, days });
        }}
      />
      {onEarlier && <TextButton onClick={onEarlier}>before the one above</TextButton>}
      <TextButton onClick={onDrop}>drop it</TextButton>
    </span>
  );
}

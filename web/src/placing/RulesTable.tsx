import { useState } from "react";
import { type Beside, besideOf, type RuleWish, useKeepRules, useRules, useRulesShown } from "../api/placing";
import type { Rule, StorePage } from "../api/views";
import { Key, TextButton } from "../ledger/Field";
import { Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { count } from "../words/format";
import { BesideBlank } from "./BesideBlank";
import { Comes } from "./Comes";
import { RuleBlanks } from "./RuleBlanks";

const wishOf = ({ id, kind, order, fromYear, toYear, main, mirrors, archives, beside, days }: Rule): RuleWish => ({
  ...{ id, kind, order, fromYear, toYear, main, mirrors, archives, days },
  beside: besideOf(beside),
});

/** Where work lands, what mirrors it and where it ends, as sentences: the first that takes some work counts. */
export function RulesTable({ stores }: { stores: StorePage[] }) {
  const found = useRules();
  const keep = useKeepRules();
  const [wished, setWished] = useState<RuleWish[] | null>(null);
  const [ofAll, setOfAll] = useState<{ beside: Beside; days: number } | null>(null);
  const isOpen = (wished ?? []).some((rule) => rule.kind === "" && rule.order === "" && rule.fromYear === null && rule.toYear === null);
  const shown = useRulesShown(isOpen ? null : wished);
  const rules = found.data?.rules ?? [];
  const special = rules.filter((rule) => rule.id !== null);
  const last = rules.find((rule) => rule.id === null);
  const used = stores.filter((store) => store.role !== "former");
  const leave = () => {
    setWished(null);
    setOfAll(null);
  };
  const act = () => {
    if (wished && !isOpen && shown.data && !shown.isPlaceholderData && !keep.isPending) keep.mutate({ rules: wished, ...(ofAll ?? {}) }, { onSuccess: leave });
  };
  useKeys(wished ? { Enter: act, Escape: leave } : {});
  if (!found.data || used.length < 2) return <Trouble error={found.error} />;
  const now = wished ?? special.map(wishOf);
  const change = (i: number, rule: RuleWish) => {
    setWished(now.map((one, j) => (j === i ? rule : one)));
  };
  return (
    <section aria-label="Where work lies" className="border-b border-rule-strong py-5">
      <h2 className="pr-6 pb-2 pl-page text-hand font-semibold">Where work lies</h2>
      <Trouble error={keep.error ?? shown.error} />
      <ol className="border-t border-rule">
        {wished === null
          ? special.map((rule) => <Sentence key={rule.id} rule={rule} />)
          : wished.map((rule, i) => (
              <li key={i} className="border-b border-rule py-[6px] pr-6 pl-page">
                <RuleBlanks
                  rule={rule}
                  stores={used}
                  kinds={found.data.kinds}
                  orders={found.data.orders}
                  onChange={(changed) => {
                    change(i, changed);
                  }}
                  onEarlier={
                    i === 0
                      ? null
                      : () => {
                          setWished(wished.map((one, j) => (j === i - 1 ? rule : j === i ? (wished[i - 1] ?? one) : one)));
                        }
                  }
                  onDrop={() => {
                    setWished(wished.filter((_, j) => j !== i));
                  }}
                />
              </li>
            ))}
        {last && <Sentence rule={last} />}
        {last && wished !== null && (
          <li className="in-line gap-x-2 border-b border-rule py-[6px] pr-6 pl-page">
            <span>of all other work,</span>
            <BesideBlank
              beside={ofAll?.beside ?? besideOf(last.beside)}
              days={ofAll?.days ?? last.days}
              onChange={(beside, days) => {
                setOfAll({ beside, days });
              }}
            />
          </li>
        )}
      </ol>
      {isOpen && <p className="pt-2 pr-6 pl-page text-faded">Say what work it is for: a kind of work, a standing order, or years.</p>}
      {wished !== null && !isOpen && shown.data && (
        <div className="pt-2 pr-6 pl-page">
          <Comes shown={shown.data} />
          <p className="text-faded">What lies anywhere stays there; what was owed to a store that a rule names no more, and not made yet, is owed no more.</p>
        </div>
      )}
      <p className="in-line gap-x-6 pt-2 pr-6 pl-page">
        <TextButton
          onClick={() => {
            setWished([
              ...now,
              {
                id: null,
                kind: found.data.kinds[0] ?? "",
                order: "",
                fromYear: null,
                toYear: null,
                main: last?.main ?? 0,
                mirrors: last?.mirrors ?? [],
                archives: last?.archives ?? [],
                beside: "all" as const,
                days: 30,
              },
            ]);
          }}
        >
          another rule
        </TextButton>
        {wished === null && (
          <TextButton
            onClick={() => {
              setWished(special.map(wishOf));
            }}
          >
            change them
          </TextButton>
        )}
        {wished !== null && (
          <>
            <span>
              <TextButton disabled={isOpen || !shown.data || shown.isError || keep.isPending} onClick={act}>
                keep these rules
              </TextButton>
              <Key>Enter</Key>
            </span>
            <span>
              <TextButton onClick={leave}>leave them as they were</TextButton>
              <Key>Esc</Key>
            </span>
          </>
        )}
      </p>
    </section>
  );
}

function Sentence({ rule }: { rule: Rule }) {
  return (
    <li className="in-line justify-between gap-x-6 border-b border-rule py-[6px] pr-6 pl-page">
      <span>{rule.inWords}</span>
      <span className="text-faded">{rule.shoots === 0 ? "no shoot yet" : count(rule.shoots, "shoot")}</span>
    </li>
  );
}

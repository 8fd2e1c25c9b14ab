import { useState } from "react";
import { useToFile } from "../api/placing";
import { TextButton } from "../ledger/Field";
import { Choice } from "../ledger/Menu";
import { Trouble } from "../ledger/Notice";
import { count } from "../words/format";
import { Asked } from "./Asked";

const MONTHS = ["6", "12", "24", "36"];

function daysAgo(months: number): string {
  const day = new Date();
  day.setMonth(day.getMonth() - months);
  return day.toISOString().slice(0, 10);
}

/** All shoots that are finished, or older than wished, filed away at once. */
export function FileAway() {
  const [which, setWhich] = useState("finished");
  const [asks, setAsks] = useState(false);
  const found = useToFile(which === "finished" ? null : daysAgo(Number(which)), true);
  const shoots = found.data ?? [];
  return (
    <>
      <p className="in-line gap-x-6 gap-y-1 border-b border-rule-strong py-3 pr-6 pl-page">
        <Choice
          label="not filed away yet, of the shoots that are"
          value={which}
          options={[{ value: "finished", name: "finished" }, ...MONTHS.map((months) => ({ value: months, name: `older than ${months} months` }))]}
          onChoose={setWhich}
        />
        <b role="status">{found.data ? count(shoots.length, "shoot") : "…"}</b>
        {shoots.length > 0 && (
          <TextButton
            onClick={() => {
              setAsks(true);
            }}
          >
            file {shoots.length === 1 ? "it" : "them"} away
          </TextButton>
        )}
      </p>
      <Trouble error={found.error} />
      {asks && shoots.length > 0 && (
        <Asked
          wish={{ verb: "file", shoots }}
          what={`file ${count(shoots.length, "shoot")} away`}
          onClose={() => {
            setAsks(false);
          }}
        />
      )}
    </>
  );
}

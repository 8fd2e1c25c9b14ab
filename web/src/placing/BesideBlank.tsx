import type { Beside } from "../api/placing";
import { Entry } from "../ledger/Entry";
import { Choice } from "../ledger/Menu";

const DAYS = ["0", "7", "30", "90", "365"];

/** What else is kept that lies in shoots' folders, and for how long as it was before a change. */
export function BesideBlank({ beside, days, onChange }: { beside: Beside; days: number; onChange: (beside: Beside, days: number) => void }) {
  const which = typeof beside === "string" ? beside : "some";
  return (
    <span className="in-line gap-x-4 gap-y-1">
      <Choice
        label="what else lies in its folder"
        value={which}
        options={[
          { value: "all", name: "is kept with it" },
          { value: "some", name: "is kept, of some subfolders" },
          { value: "nothing", name: "is left to itself" },
        ]}
        onChoose={(value) => {
          onChange(value === "some" ? (typeof beside === "string" ? ["exports"] : beside) : value, days);
        }}
      />
      {typeof beside !== "string" && (
        <Entry
          label="subfolders whose other files are kept"
          value={beside.join(", ")}
          width={160}
          onDone={(typed) => {
            const folders = typed
              .split(",")
              .map((folder) => folder.trim())
              .filter(Boolean);
            onChange(folders.length === 0 ? "nothing" : folders, days);
          }}
        />
      )}
      {which !== "nothing" && (
        <Choice
          label="changed, it stays as it was for"
          value={String(days)}
          options={(DAYS.includes(String(days)) ? DAYS : [...DAYS, String(days)]).map((one) => ({ value: one, name: one === "0" ? "no day" : `${one} days` }))}
          onChoose={(one) => {
            onChange(beside, Number(one));
          }}
        />
      )}
    </span>
  );
}

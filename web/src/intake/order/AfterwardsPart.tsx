import type { Afterwards } from "../../api/orders";
import { usePrograms } from "../../api/programs";
import { Entry } from "../../ledger/Entry";
import { Choice } from "../../ledger/Menu";

const NONE = "*none";

/** What is done by itself when all of a card is in; and where frames go that are dropped later. */
export function AfterwardsPart({ value, onChange }: { value: Afterwards; onChange: (value: Afterwards) => void }) {
  const programs = usePrograms();
  const names = programs.data ?? [];
  return (
    <span className="in-line gap-x-6 gap-y-1">
      <Choice
        label="the card is"
        value={value.eject ? "ejected" : "left"}
        options={[
          { value: "left", name: "left in its reader" },
          { value: "ejected", name: "ejected, if it is cleared", hint: "by the command in the settings" },
        ]}
        onChoose={(which) => {
          onChange({ ...value, eject: which === "ejected" });
        }}
      />
      <Choice
        label="its shoots are"
        value={value.open || NONE}
        options={[
          { value: NONE, name: "not opened" },
          ...(value.open && !names.includes(value.open) ? [value.open, ...names] : names).map((name) => ({ value: name, name: `opened in ${name}` })),
        ]}
        onChoose={(name) => {
          onChange({ ...value, open: name === NONE ? "" : name });
        }}
      />
      <Choice
        label="selects are"
        value={value.selects}
        options={[
          { value: "moved", name: "moved to their subfolder" },
          { value: "copied", name: "copied there" },
          { value: "hard-linked", name: "hard-linked there" },
        ]}
        onChoose={(selects) => {
          onChange({ ...value, selects });
        }}
      />
      <label>
        into the album{" "}
        <Entry
          label="album that its frames are put into"
          value={value.album}
          placeholder="none"
          longest={200}
          width={160}
          onDone={(album) => {
            onChange({ ...value, album: album.trim() });
          }}
        />
      </label>
      <label>
        dropped frames are set aside in{" "}
        <Entry
          label="folder of dropped frames"
          value={value.dropped}
          longest={80}
          onDone={(dropped) => {
            if (dropped.trim() !== "") onChange({ ...value, dropped: dropped.trim() });
          }}
        />
      </label>
    </span>
  );
}

import { type Subfolders, useSaveItem, useStationery } from "../../api/orders";
import { Entry, NamedAction } from "../../ledger/Entry";
import { TextButton } from "../../ledger/Field";
import { Choice } from "../../ledger/Menu";
import { Trouble } from "../../ledger/Notice";
import { StageTrees } from "./StageTrees";
import { subfoldersInWords } from "../../words/order";

const NONE = "*none";
const OWN = "*own";
const ITSELF = "*itself";
const FIRST: Subfolders = { make: ["originals", "selects", "exports/full", "exports/web"], framesInto: "originals", trees: [] };

/** The folders made in each new shoot, and the one of them that frames go into. */
export function SubfoldersPart({ value, onChange }: { value: Subfolders; onChange: (value: Subfolders) => void }) {
  const stationery = useStationery();
  const save = useSaveItem();
  const sets = stationery.data?.subfolders ?? [];
  const current = sets.find((set) => JSON.stringify(set.document) === JSON.stringify(value));
  const make = (folders: string[]) => {
    onChange({ ...value, make: folders, framesInto: folders.includes(value.framesInto) ? value.framesInto : "" });
  };
  return (
    <div>
      <span className="in-line gap-x-6 gap-y-1">
        <Choice
          label=""
          value={current ? current.name : value.make.length + value.trees.length === 0 ? NONE : OWN}
          shown={current ? current.name : value.make.length + value.trees.length === 0 ? "none" : "these"}
          onChoose={(picked) => {
            if (picked === NONE) onChange({ make: [], framesInto: "", trees: [] });
            if (picked === OWN && value.make.length === 0) onChange({ ...FIRST, trees: value.trees });
            const set = sets.find((one) => one.name === picked);
            if (set) onChange(set.document);
          }}
          options={[
            { value: NONE, name: "none" },
            ...sets.map((set) => ({ value: set.name, name: set.name, hint: subfoldersInWords(set.document) })),
            { value: OWN, name: "a set of one's own" },
          ]}
        />
        {value.make.length > 0 && (
          <Choice
            label="frames go into"
            value={value.framesInto === "" ? ITSELF : value.framesInto}
            options={[{ value: ITSELF, name: "the shoot's own folder" }, ...value.make.map((folder) => ({ value: folder, name: folder }))]}
            onChoose={(folder) => {
              onChange({ ...value, framesInto: folder === ITSELF ? "" : folder });
            }}
          />
        )}
        {!current && value.make.length + value.trees.length > 0 && (
          <NamedAction
            word="keep this set"
            label="name of the set"
            onName={(name) => {
              save.mutate({ kind: "subfolders", name, document: value });
            }}
          />
        )}
      </span>
      {value.make.length > 0 && (
        <ul aria-label="Subfolders" className="mt-1 flex flex-wrap gap-x-5 gap-y-1 as-path">
          {value.make.map((folder, i) => (
            <li key={folder} className="flex items-baseline gap-2">
              {folder}/
              <TextButton
                onClick={() => {
                  make(value.make.filter((_, j) => j !== i));
                }}
              >
                <span aria-hidden="true">×</span>
                <span className="sr-only">take {folder} away</span>
              </TextButton>
            </li>
          ))}
          <li>
            <Entry
              label="another subfolder, as exports/full"
              placeholder="another, as exports/full"
              value=""
              width={180}
              longest={80}
              onDone={(folder) => {
                const clean = folder
                  .split("/")
                  .map((name) => name.trim())
                  .filter(Boolean)
                  .join("/");
                if (clean !== "" && !value.make.includes(clean)) make([...value.make, clean]);
              }}
            />
          </li>
        </ul>
      )}
      <StageTrees
        trees={value.trees}
        onChange={(trees) => {
          onChange({ ...value, trees });
        }}
      />
      <Trouble error={save.error} />
    </div>
  );
}

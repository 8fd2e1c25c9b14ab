import { type FolderPattern, type Samples, useStationery } from "../../api/orders";
import { TextButton } from "../../ledger/Field";
import { PatternChoice } from "../../naming/PatternChoice";
import { PieceTable } from "../../naming/PieceTable";

/** The folders that a shoot goes into, one line for each level. */
export function FoldersPart({ value, samples, onChange }: { value: FolderPattern; samples: Samples | null; onChange: (value: FolderPattern) => void }) {
  const stationery = useStationery();
  return (
    <div>
      <div className="mb-2 in-line gap-x-6 gap-y-1">
        <PatternChoice kind="folders" items={stationery.data?.folders ?? []} value={value} onChange={onChange} />
        {value.levels.length < 8 && (
          <TextButton
            onClick={() => {
              onChange({ ...value, levels: [...value.levels, [{ piece: "description", style: "as written" }]] });
            }}
          >
            add a level
          </TextButton>
        )}
        {value.levels.length === 0 && <span className="text-faded">All shoots lie side by side in the destination.</span>}
      </div>
      {value.levels.map((level, i) => (
        <div key={i} className="mt-1 flex items-baseline">
          <span aria-hidden="true" className="shrink-0 text-right as-path text-faded" style={{ width: 14 + i * 18 }}>
            {i > 0 ? "└\u00a0" : ""}
          </span>
          <PieceTable
            label={`Folder, level ${i + 1}`}
            place="folders"
            pieces={level}
            says={samples?.folders[i] ?? []}
            samples={samples}
            onChange={(pieces) => {
              onChange({ ...value, levels: value.levels.map((one, j) => (i === j ? pieces : one)).filter((one) => one.length > 0) });
            }}
          />
        </div>
      ))}
    </div>
  );
}

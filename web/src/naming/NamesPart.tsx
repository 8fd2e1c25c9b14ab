import { type NamePattern, type Samples, useStationery } from "../api/orders";
import { Choice } from "../ledger/Menu";
import { BETWEEN } from "../words/order";
import { PatternChoice } from "./PatternChoice";
import { PieceTable } from "./PieceTable";

/** What files are called: pieces in order, what stands between them, and how the extension is written. */
export function NamesPart({ value, samples, onChange }: { value: NamePattern; samples: Samples | null; onChange: (value: NamePattern) => void }) {
  const stationery = useStationery();
  return (
    <div>
      <div className="mb-2 in-line gap-x-6 gap-y-1">
        <PatternChoice kind="names" items={stationery.data?.names ?? []} value={value} onChange={onChange} />
        <Choice
          label="between pieces"
          value={value.between}
          options={BETWEEN}
          onChoose={(between) => {
            onChange({ ...value, between });
          }}
        />
        <Choice
          label="extension in"
          value={value.extension}
          options={[
            { value: "lower case", name: "lower case" },
            { value: "as the camera wrote it", name: "the camera's case" },
          ]}
          onChoose={(extension) => {
            onChange({ ...value, extension });
          }}
        />
      </div>
      <PieceTable
        label="Pieces of a name"
        place="names"
        pieces={value.pieces}
        says={samples?.names ?? []}
        samples={samples}
        onChange={(pieces) => {
          onChange({ ...value, pieces });
        }}
      />
    </div>
  );
}

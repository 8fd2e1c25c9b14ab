import type { DngMode, DngsWanted } from "../../api/orders";
import { Choice } from "../../ledger/Menu";

const EDGES = [1024, 2048, 4096, 16384];

/** Whether raws become DNGs, how, and what it will cost in time and save in room. */
export function DngPart({ value, estimate, onChange }: { value: DngsWanted; estimate: string; onChange: (value: DngsWanted) => void }) {
  const wanted = value.mode !== "off";
  return (
    <span className="in-line gap-x-6 gap-y-1">
      <Choice<DngMode>
        label="raws become DNGs"
        value={value.mode}
        options={[
          { value: "off", name: "no" },
          { value: "beside the raw", name: "yes, beside the raw" },
          { value: "instead of the raw", name: "yes, instead of the raw", hint: "the raw goes when its DNG is proven at every store" },
        ]}
        onChoose={(mode) => {
          onChange({ ...value, mode });
        }}
      />
      {wanted && (
        <>
          <Choice
            label="the raw itself"
            value={value.embedRaw ? "in" : "out"}
            shown={value.embedRaw ? "is put into the DNG" : "is not put into the DNG"}
            options={[
              { value: "out", name: "is not put into the DNG" },
              { value: "in", name: "is put into the DNG", hint: "restored byte for byte when wanted; about twice the room" },
            ]}
            onChoose={(how) => {
              onChange({ ...value, embedRaw: how === "in" });
            }}
          />
          <Choice
            label="preview"
            value={String(value.previewEdge)}
            options={(EDGES.includes(value.previewEdge) ? EDGES : [...EDGES, value.previewEdge]).map((edge) => ({
              value: String(edge),
              name: edge === 16384 ? "as large as there is" : `${edge} pixels`,
            }))}
            onChoose={(edge) => {
              onChange({ ...value, previewEdge: Number(edge) });
            }}
          />
          <Choice
            label="its card is cleared"
            value={value.cardWaits ? "after" : "before"}
            shown={value.cardWaits ? "when they are proven" : "without waiting for them"}
            options={[
              { value: "before", name: "without waiting for them", hint: "by proven copies of the raws" },
              { value: "after", name: "when they are proven" },
            ]}
            onChoose={(when) => {
              onChange({ ...value, cardWaits: when === "after" });
            }}
          />
          {estimate !== "" && <span className="text-faded">{estimate}</span>}
        </>
      )}
    </span>
  );
}

import type { Piece, PieceKind, Samples } from "../api/orders";
import { Entry } from "../ledger/Entry";
import { Actions, Choice } from "../ledger/Menu";
import { PIECES } from "../words/order";

interface Props {
  label: string;
  place: "names" | "folders";
  pieces: Piece[];
  /** What each piece says of the first frame. */
  says: string[];
  samples: Samples | null;
  onChange: (pieces: Piece[]) => void;
}

/** Pieces in columns, in the order in which they are said, each with what it says of the first frame under it. */
export function PieceTable({ label, place, pieces, says, samples, onChange }: Props) {
  const fitting = place === "names" ? samples?.forNames : samples?.forFolders;
  const offered = PIECES.filter((piece) => fitting?.includes(piece.value) && !(piece.value === "sequence" && pieces.some((one) => one.piece === "sequence")));
  const put = (i: number, piece: Piece) => {
    onChange(pieces.map((one, j) => (i === j ? piece : one)));
  };
  const shift = (i: number, by: number) => {
    const next = [...pieces];
    const [piece] = next.splice(i, 1);
    if (piece) next.splice(i + by, 0, piece);
    onChange(next);
  };
  return (
    <ol aria-label={label} className="flex flex-wrap items-stretch gap-y-2">
      {pieces.map((piece, i) => (
        <li key={`${i} ${piece.piece}`} className="min-w-[118px] border-r border-rule-strong px-3 first:pl-0">
          <span className="flex items-baseline gap-2 as-label">
            {i + 1}
            <span className="ml-auto flex">
              <Step
                name={`move ${piece.piece} forward`}
                sign="←"
                disabled={i === 0}
                onClick={() => {
                  shift(i, -1);
                }}
              />
              <Step
                name={`move ${piece.piece} back`}
                sign="→"
                disabled={i === pieces.length - 1}
                onClick={() => {
                  shift(i, 1);
                }}
              />
              <Step
                name={`take ${piece.piece} away`}
                sign="×"
                disabled={place === "names" && pieces.length === 1}
                onClick={() => {
                  onChange(pieces.filter((_, j) => j !== i));
                }}
              />
            </span>
          </span>
          <span className="block font-semibold">{PIECES.find((one) => one.value === piece.piece)?.name ?? piece.piece}</span>
          <span className="block as-path break-all" data-says>
            {says[i] ? says[i] : <i className="font-plain text-faded">says nothing here</i>}
          </span>
          <How
            piece={piece}
            place={place}
            samples={samples}
            onChange={(next) => {
              put(i, next);
            }}
          />
        </li>
      ))}
      <li className="self-center px-3">
        <Actions
          label="add a piece"
          options={offered.map((piece) => ({ value: piece.value, name: piece.name, hint: sampleOf(piece.value, samples) }))}
          onChoose={(kind) => {
            onChange([...pieces, fresh(kind, place)]);
          }}
        />
      </li>
    </ol>
  );
}

function Step({ name, sign, disabled, onClick }: { name: string; sign: string; disabled: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      disabled={disabled}
      onClick={onClick}
      className="h-[24px] w-[24px] text-[15px] leading-none text-velvet disabled:text-rule-strong"
    >
      {sign}
    </button>
  );
}

const OWN = "*own";

/** How a piece says what it says. */
function How({ piece, place, samples, onChange }: { piece: Piece; place: Props["place"]; samples: Samples | null; onChange: (piece: Piece) => void }) {
  if (piece.piece === "date taken" || piece.piece === "date of intake") {
    const dates = Object.entries(samples?.dates ?? {});
    return (
      <span className="flex items-baseline gap-2 text-label">
        <Choice
          label="as"
          value={dates.some(([fields]) => fields === piece.fields) ? (piece.fields ?? "") : OWN}
          shown={piece.fields ?? ""}
          options={dates.map(([fields, says]) => ({ value: fields, name: fields, hint: says }))}
          onChoose={(fields) => {
            onChange({ ...piece, fields });
          }}
        />
        <span className="text-faded">or</span>
        <Entry
          label={`date fields of ${piece.piece}, UTS #35`}
          placeholder="own fields"
          value=""
          width={70}
          longest={40}
          onDone={(fields) => {
            if (fields.trim() !== "") onChange({ ...piece, fields: fields.trim() });
          }}
        />
      </span>
    );
  }
  if (piece.piece === "sequence") {
    return (
      <span className="in-line gap-x-3 text-label">
        <span>
          from{" "}
          <Entry
            label="first number"
            type="number"
            width={44}
            value={String(piece.start ?? 1)}
            onDone={(typed) => {
              const start = Math.round(Number(typed));
              if (typed.trim() !== "" && start >= 0) onChange({ ...piece, start }); // what was emptied stays as it was
            }}
          />
        </span>
        <Choice
          label=""
          value={String(piece.digits ?? 4)}
          options={[1, 2, 3, 4, 5, 6].map((digits) => ({ value: String(digits), name: `${digits} digit${digits === 1 ? "" : "s"}` }))}
          onChoose={(digits) => {
            onChange({ ...piece, digits: Number(digits) });
          }}
        />
        <Choice
          label="over"
          value={piece.scope ?? "this shoot"}
          options={[
            { value: "this shoot", name: "this shoot" },
            { value: "this day", name: "this day" },
            { value: "running on", name: "all, running on" },
          ]}
          onChoose={(scope) => {
            onChange({ ...piece, scope });
          }}
        />
      </span>
    );
  }
  if (piece.piece === "words" || piece.piece === "initials") {
    return (
      <span className="block text-label">
        <Entry
          label={`the ${piece.piece}`}
          placeholder={piece.piece === "words" ? "words" : "as TT"}
          value={piece.text ?? ""}
          width={96}
          longest={60}
          onDone={(text) => {
            onChange({ ...piece, text });
          }}
        />
      </span>
    );
  }
  if (place === "names" && (piece.piece === "description" || piece.piece === "body" || piece.piece === "kind of work")) {
    return (
      <span className="block text-label">
        <Choice
          label=""
          value={piece.style ?? "hyphens"}
          options={[
            { value: "hyphens", name: "small letters, hyphens" },
            { value: "as written", name: "as written" },
          ]}
          onChoose={(style) => {
            onChange({ ...piece, style });
          }}
        />
      </span>
    );
  }
  return null;
}

const sampleOf = (kind: PieceKind, samples: Samples | null): string => samples?.offered[kind] ?? "";

function fresh(kind: PieceKind, place: Props["place"]): Piece {
  if (kind === "date taken" || kind === "date of intake") return { piece: kind, fields: "yyyy-MM-dd" };
  if (kind === "sequence") return { piece: kind, start: 1, digits: 4, scope: "this shoot" };
  return place === "folders" && kind !== "card folders" ? { piece: kind, style: "as written" } : { piece: kind };
}

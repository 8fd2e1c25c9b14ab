import { Entry } from "../ledger/Entry";
import { NamesPart } from "../naming/NamesPart";
import { Of } from "./Of";
import { LINE, type Part, without } from "./part";

/** Numbers given anew, or names as on the card. */
export function Numbered({ byCard, ...props }: Part & { byCard: boolean }) {
  const { kept, wish, onWish } = props;
  return (
    <p className={LINE}>
      {!byCard && (
        <span>
          from{" "}
          <Entry
            label="first number"
            type="number"
            width={64}
            value={String(wish.from ?? kept.pattern.pieces.find((one) => one.piece === "sequence")?.start ?? 1)}
            onDone={(typed) => {
              const rest = without(wish, "from");
              onWish(typed.trim() === "" ? rest : { ...rest, from: Math.max(0, Math.round(Number(typed))) });
            }}
          />
        </span>
      )}
      <Of {...props} />
      <span className="text-faded">
        {byCard ? "Names that come out alike are told apart by _2, _3." : "In order of time over all bodies, without gaps; what is set aside keeps its name."}
      </span>
    </p>
  );
}

/** By a pattern, piece by piece. */
export function Pieces(props: Part) {
  const { wish, kept, shown, onWish } = props;
  return (
    <div>
      <p className={`${LINE} pb-2`}>
        <Of {...props} />
      </p>
      <NamesPart
        value={wish.pattern ?? kept.pattern}
        samples={shown?.samples ?? null}
        onChange={(pattern) => {
          onWish({ ...wish, names: "anew", pattern });
        }}
      />
    </div>
  );
}

/** A text in names gives way to another. */
export function Replace(props: Part) {
  const { wish, onWish } = props;
  return (
    <p className={LINE}>
      <span>
        instead of{" "}
        <Entry
          label="text in names that gives way"
          width={190}
          value={wish.find ?? ""}
          onDone={(find) => {
            onWish({ ...wish, find });
          }}
        />{" "}
        write{" "}
        <Entry
          label="text in its place"
          width={190}
          placeholder="nothing"
          value={wish.with ?? ""}
          onDone={(typed) => {
            onWish({ ...wish, with: typed });
          }}
        />
      </span>
      <Of {...props} />
    </p>
  );
}

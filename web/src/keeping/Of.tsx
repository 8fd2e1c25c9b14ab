import { Choice } from "../ledger/Menu";
import { count, figure } from "../words/format";
import { type Part, without } from "./part";

/** Of all, of what is kept, or of what is picked. */
export function Of({ frames, picked, wish, onWish }: Part) {
  const kept = frames.filter((frame) => frame.judged.decision === "keep").map((frame) => frame.id);
  const lots = [
    { value: "picked", name: `the ${count(picked.length, "frame")} picked`, frames: picked },
    { value: "kept", name: `the ${figure(kept.length)} kept`, frames: kept },
  ].filter((one) => one.frames.length > 0 && one.frames.length < frames.length);
  if (lots.length === 0) return null;
  const of = lots.find((one) => one.frames.join() === wish.frames?.join());
  return (
    <Choice
      label="of"
      value={of?.value ?? "all"}
      options={[{ value: "all", name: `all ${figure(frames.length)}` }, ...lots]}
      onChoose={(chosen) => {
        const lot = lots.find((one) => one.value === chosen);
        onWish({ ...without(wish, "frames"), ...(lot ? { frames: lot.frames } : {}) });
      }}
    />
  );
}

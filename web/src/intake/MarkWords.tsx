import type { CardFrame } from "../api/types";
import { TextButton } from "../ledger/Field";
import type { Marks } from "./useWishes";

/** Marks all, only the new, or none of these frames. */
export function MarkWords({ frames, marks, onMat = false }: { frames: CardFrame[]; marks: Marks; onMat?: boolean }) {
  const marked = frames.filter(marks.isMarked).length;
  return (
    <>
      mark{" "}
      <TextButton
        onMat={onMat}
        disabled={marked === frames.length}
        onClick={() => {
          marks.mark(frames, true);
        }}
      >
        all
      </TextButton>
      {" · "}
      <TextButton
        onMat={onMat}
        onClick={() => {
          marks.mark(frames, "new only");
        }}
      >
        new only
      </TextButton>
      {" · "}
      <TextButton
        onMat={onMat}
        disabled={marked === 0}
        onClick={() => {
          marks.mark(frames, false);
        }}
      >
        none
      </TextButton>
    </>
  );
}

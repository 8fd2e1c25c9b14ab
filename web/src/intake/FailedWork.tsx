import { Link } from "react-router";
import { useTryAgain } from "../api/queries";
import type { FailedPiece } from "../api/types";
import { TextButton } from "../ledger/Field";
import { Notice, Trouble } from "../ledger/Notice";
import { moment } from "../words/format";

/** Work that was tried as often as it is, and failed each time. */
export function FailedWork({ pieces }: { pieces: FailedPiece[] }) {
  const again = useTryAgain();
  return (
    <>
      <Trouble error={again.error} />
      {pieces.map((piece) => (
        <Notice
          key={piece.id}
          grave
          action={
            <TextButton
              disabled={again.isPending}
              onClick={() => {
                again.mutate(piece.id);
              }}
            >
              try again
            </TextButton>
          }
        >
          {piece.receipt === null ? piece.what : <Link to={`/receipts/${piece.receipt}`}>{piece.what}</Link>} could not be worked on
          {piece.at && `, last tried ${moment(piece.at)}`}: {piece.because}. What was copied and proven before stays.
        </Notice>
      ))}
    </>
  );
}

import { Link, useParams } from "react-router";
import { useClearance } from "../api/copies";
import { Nothing } from "../ledger/Nothing";
import { Page } from "../ledger/Page";
import { Refused } from "../api/client";
import { ClearanceStamp } from "./ClearanceStamp";
import { MissingList } from "./MissingList";

/** May this card be formatted; asked for any card in a reader, at any time. */
export function ClearanceScreen() {
  const { card = "" } = useParams();
  const found = useClearance({ card }, true);
  const label = found.data?.label ?? "the card";
  return (
    <Page title={`May ${label} be formatted?`}>
      {found.error instanceof Refused && found.error.status === 404 ? (
        <Nothing heading="This card is in no reader">Put it back and this page opens by itself.</Nothing>
      ) : (
        <>
          <div className="folds-flat grid grid-cols-[minmax(0,1fr)_minmax(320px,520px)] gap-x-10 pt-6 pr-6 pb-4 pl-page">
            <div>
              <h1 className="text-title font-semibold">May {label} be formatted?</h1>
              <p className="mt-2 max-w-[52ch] text-faded">
                Answered from what is on the card now, file by file, and from the copies as they are now: where a store is there, its copies are looked for.
              </p>
              <p className="mt-3">
                <Link to={`/intake/${card}`} className="linked">
                  to its desk
                </Link>
              </p>
            </div>
            <ClearanceStamp of={{ card }} />
          </div>
          {found.data && found.data.missing.length > 0 && <MissingList clearance={found.data} />}
        </>
      )}
    </Page>
  );
}

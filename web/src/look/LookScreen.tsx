import { Link, useParams } from "react-router";
import { Refused } from "../api/client";
import { useLook } from "../api/look";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { LookAt } from "./LookAt";
import { useWays, WaysContext } from "./ways";

export function LookScreen() {
  const { lot = "" } = useParams();
  const look = useLook(lot);
  const ways = useWays();
  if (look.data && ways && look.data.frames.length > 0)
    return (
      <WaysContext value={ways}>
        <LookAt key={lot} look={look.data} ways={ways} />
      </WaysContext>
    );
  return (
    <Page title="First look">
      {look.isPending && <p className="pt-8 pl-page text-faded">Laying out what is to be looked at…</p>}
      {look.data?.frames.length === 0 && (
        <Nothing heading="There is nothing to look at">
          No frame of it is here.{" "}
          <Link to="/shoots" className="linked">
            All shoots
          </Link>
        </Nothing>
      )}
      {look.error instanceof Refused && look.error.status === 404 ? (
        <Nothing heading="There is no such lot">{look.error.message}</Nothing>
      ) : (
        <Trouble error={look.error} />
      )}
    </Page>
  );
}

import { Link } from "react-router";
import { useAsideShoots } from "../api/aside";
import { Nothing } from "../ledger/Nothing";
import { Trouble } from "../ledger/Notice";
import { Page } from "../ledger/Page";
import { count, dateOf, day } from "../words/format";

/** Every shoot that frames are set aside from. */
export function AsideShootsScreen() {
  const found = useAsideShoots();
  const shoots = found.data ?? [];
  return (
    <Page title="Set aside">
      <Trouble error={found.error} />
      {found.data && shoots.length === 0 && <Nothing heading="Nothing is set aside">What is dropped in a first look can be, on its shoot&apos;s page.</Nothing>}
      {shoots.length > 0 && (
        <section aria-label="Set aside" className="py-5 pr-6 pl-page">
          <h1 className="pb-3 text-title font-semibold">Set aside</h1>
          <ul>
            {shoots.map((shoot) => (
              <li key={shoot.shoot} className="in-line gap-x-6 border-b border-rule py-[7px]">
                <span className="w-[150px] font-semibold">
                  {day(shoot.date)} {shoot.date.slice(0, 4)}
                </span>
                <Link to={`/shoots/${shoot.shoot}/aside`} className="linked font-hand text-hand">
                  {shoot.description || "without a description"}
                </Link>
                <span>
                  {count(shoot.frames, "frame")} since {dateOf(shoot.since)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </Page>
  );
}

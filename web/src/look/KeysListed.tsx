import { Key } from "../ledger/Field";
import { LISTED } from "./keys";

/** What each key does. */
export function KeysListed() {
  return (
    <section aria-label="Keys" className="absolute right-0 bottom-0 z-10 bg-mat-deep p-4">
      <dl className="grid grid-cols-[auto_auto] gap-x-5 gap-y-[3px]">
        {LISTED.map((one) => (
          <div key={one.says} className="contents">
            <dt>
              {one.keys.map((key) => (
                <Key key={key}>{key}</Key>
              ))}
            </dt>
            <dd>{one.says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

import { Key } from "../ledger/Field";
import { ACTIONS, FIXED, SAYS } from "./keys";
import { useWaysHere } from "./ways";

/** What each key does. */
export function KeysListed() {
  const { keys } = useWaysHere();
  const listed = [...ACTIONS.map((action) => ({ keys: keys[action].map((key) => key.toUpperCase()), says: SAYS[action] })), ...FIXED];
  return (
    <section aria-label="Keys" className="absolute right-0 bottom-0 z-10 max-h-full overflow-y-auto bg-mat-deep p-4">
      <dl className="grid grid-cols-[auto_auto_auto_auto] gap-x-5 gap-y-[3px]">
        {listed.map((one) => (
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
      <p className="pt-3 opacity-80">They are changed in stationery.</p>
    </section>
  );
}

import type { Placing } from "../api/views";
import { count, size } from "../words/format";

/** What an act about where shoots lie comes to, store by store; and which shoots stay as they are, and why. */
export function Comes({ shown }: { shown: Placing }) {
  return (
    <ul>
      {shown.owed.map((one) => (
        <li key={`owed ${one.store}`}>
          {one.name} is owed {count(one.files, "file")}, {size(one.bytes)}
          {one.freeBytes === null ? ": it is away, and gets them when it is back." : `; ${size(one.freeBytes)} are free there.`}
          {!one.hasRoom && <b className="text-brass"> There is too little room.</b>}
        </li>
      ))}
      {shown.leaving.map((one) => (
        <li key={`leaving ${one.store}`}>
          {count(one.files, "file leaves", "files leave")} {one.name}: {size(one.bytes)} more are free there
          {one.freeBytes === null ? ", when it is back." : `, ${size(one.freeBytes + one.bytes)} in all.`}
        </li>
      ))}
      {shown.refused.map((one) => (
        <li key={`refused ${one.shoot}`} className="text-brass">
          {one.because}
        </li>
      ))}
      {shown.owed.length + shown.leaving.length + shown.refused.length === 0 && <li>Nothing is to be copied or taken away.</li>}
    </ul>
  );
}

import { Link, useNavigate } from "react-router";
import { useAside, useSetAside } from "../api/aside";
import { Key, TextButton } from "../ledger/Field";
import { Notice, Trouble } from "../ledger/Notice";
import { useKeys } from "../ledger/useKeys";
import { asideInWords } from "../words/aside";
import { count, figure } from "../words/format";

/** On a shoot's page: what of it is dropped and can be set aside, said before it is; and what is. */
export function AsideLine({ shoot }: { shoot: string }) {
  const found = useAside(shoot).data;
  const set = useSetAside(shoot);
  const go = useNavigate();
  const dropped = found?.dropped.frames ?? 0;
  const setAside = () => {
    if (dropped > 0 && !set.isPending) set.mutate(undefined);
  };
  useKeys({
    x: setAside,
    s: () => {
      if (found && found.aside.frames > 0) void go(`/shoots/${shoot}/aside`);
    },
  });
  if (!found || (dropped === 0 && found.aside.frames === 0)) return <Trouble error={set.error} />;
  return (
    <>
      {dropped > 0 && (
        <Notice
          action={
            <span>
              <TextButton disabled={set.isPending} onClick={setAside}>
                set {dropped === 1 ? "it" : `all ${figure(dropped)}`} aside
              </TextButton>
              <Key>X</Key>
            </span>
          }
        >
          Dropped: {asideInWords(found.dropped)}.
          {found.away.length > 0 && ` ${found.away.join(", ")} will follow when ${found.away.length === 1 ? "it is" : "they are"} back.`}
        </Notice>
      )}
      {found.aside.frames > 0 && (
        <p className="in-line justify-between gap-x-6 border-b border-rule py-[7px] pr-6 pl-page">
          {count(found.aside.frames, "frame is", "frames are")} set aside: not in the frames and files above, though their copies are.
          <span>
            <Link to={`/shoots/${shoot}/aside`} className="linked">
              look at {found.aside.frames === 1 ? "it" : "them"}
            </Link>
            <Key>S</Key>
          </span>
        </p>
      )}
      <Trouble error={set.error} />
    </>
  );
}

import { Collapsible } from "radix-ui";
import { type OrderDocument, type StampsWanted, useStationery } from "../api/orders";
import type { Plan } from "../api/plan";
import { Arrowhead } from "../ledger/Arrowhead";
import { Entry } from "../ledger/Entry";
import { Choice } from "../ledger/Menu";
import { Notice } from "../ledger/Notice";
import { KeywordEntry, pathInWords } from "./KeywordEntry";

interface Props {
  plan: Plan | undefined;
  order: OrderDocument | undefined;
  open: boolean;
  onOpen: () => void;
  onStamps: (stamps: StampsWanted) => void;
}

const DEFAULT = "*default";
const NONE = "*none";

/** What is stamped on all that comes in: which slip applies, two blanks of the desk's own, keywords; opened, how and as what it is written. */
export function StampLine({ plan, order, open, onOpen, onStamps }: Props) {
  const stationery = useStationery();
  const slips = stationery.data?.rights ?? [];
  const sample = plan?.stamps;
  if (!order) return null;
  const stamps = order.stamps;
  const say = (field: string, text: string) => {
    const texts = Object.fromEntries(Object.entries({ ...stamps.texts, [field]: text }).filter(([, said]) => said !== ""));
    onStamps(Object.keys(texts).length > 0 ? { ...without(stamps), texts } : without(stamps));
  };
  const default_ = slips.find((slip) => slip.isDefault);
  const ofSlip = slips.find((slip) => slip.name === sample?.slip)?.document ?? {};
  return (
    <Collapsible.Root open={open} onOpenChange={onOpen} asChild>
      <section aria-label="Stamps" className="border-b border-rule-strong">
        <div className={`grid grid-cols-[var(--spacing-margin)_minmax(0,1fr)] items-baseline py-[7px] pr-6 ${open ? "margin-rule bg-wash" : ""}`}>
          <Collapsible.Trigger
            aria-label={`${open ? "Close" : "Open"} the stamps`}
            className="justify-self-stretch self-stretch focus-visible:-outline-offset-4"
          >
            <Arrowhead open={open} />
          </Collapsible.Trigger>
          <div className="in-line gap-x-6 gap-y-1 pl-[14px]">
            <span className="text-[14px]">
              <Choice
                label="rights slip"
                value={stamps.slip === null ? DEFAULT : stamps.slip === "" ? NONE : stamps.slip}
                shown={sample?.slip ?? "none"}
                options={[
                  { value: DEFAULT, name: "the default", hint: default_?.name ?? "there is none" },
                  ...slips.map((slip) => ({ value: slip.name, name: slip.name })),
                  { value: NONE, name: "none" },
                ]}
                onChoose={(chosen) => {
                  onStamps({ ...stamps, slip: chosen === DEFAULT ? null : chosen === NONE ? "" : chosen });
                }}
              />
            </span>
            <span>
              creator{" "}
              <Entry
                label="creator"
                value={stamps.texts?.creator ?? ""}
                placeholder={ofSlip.creator ?? "who took them"}
                width={150}
                longest={2000}
                onDone={(text) => {
                  say("creator", text);
                }}
              />
            </span>
            <span>
              notice{" "}
              <Entry
                label="copyright notice"
                value={stamps.texts?.notice ?? ""}
                placeholder={ofSlip.notice ?? "© [year] …"}
                width={170}
                longest={2000}
                onDone={(text) => {
                  say("notice", text);
                }}
              />
            </span>
            <KeywordEntry
              label="keywords of all frames"
              placeholder="keywords of all frames"
              keywords={stamps.keywords}
              onAdd={(path) => {
                onStamps({ ...stamps, keywords: [...stamps.keywords, path] });
              }}
              onRemove={(path) => {
                onStamps({ ...stamps, keywords: stamps.keywords.filter((one) => one.join("\0") !== path.join("\0")) });
              }}
            />
          </div>
        </div>
        {sample?.notThere && (
          <Notice grave>The order names the rights slip "{sample.notThere}", and there is none of that name: nothing of it is written.</Notice>
        )}
        <Collapsible.Content>
          <div className="margin-rule border-t border-rule bg-sheet py-2 pr-6 pl-page">
            <p className="flex flex-wrap gap-x-6 gap-y-1 pb-2">
              <Choice
                label="a keyword writes"
                value={stamps.parents ? "parents" : "alone"}
                options={[
                  { value: "parents", name: "its parents, too" },
                  { value: "alone", name: "itself alone" },
                ]}
                onChoose={(how) => {
                  onStamps({ ...stamps, parents: how === "parents" });
                }}
              />
              <Choice
                label="JPEGs are stamped"
                value={stamps.jpegSidecar ? "beside" : "inside"}
                options={[
                  { value: "inside", name: "inside", hint: "their picture stays as it is, which is checked" },
                  { value: "beside", name: "by a sidecar beside them", hint: "the file stays as the camera wrote it" },
                ]}
                onChoose={(how) => {
                  onStamps({ ...stamps, jpegSidecar: how === "beside" });
                }}
              />
              <Choice
                label="a camera's DNGs are stamped"
                value={stamps.dngSidecar ? "beside" : "inside"}
                options={[
                  { value: "beside", name: "by a sidecar beside them", hint: "the file stays as the camera wrote it, as every raw does" },
                  { value: "inside", name: "inside", hint: "their picture stays as it is, which is checked" },
                ]}
                onChoose={(how) => {
                  onStamps({ ...stamps, dngSidecar: how === "beside" });
                }}
              />
              <Choice
                label="the older record (IIM)"
                value={stamps.iim ? "always" : "present"}
                options={[
                  { value: "present", name: "where a picture has it" },
                  { value: "always", name: "in every picture stamped inside" },
                ]}
                onChoose={(how) => {
                  onStamps({ ...stamps, iim: how === "always" });
                }}
              />
            </p>
            {sample && (sample.says.length > 0 || sample.keywords.length > 0) ? (
              <dl aria-label="What will be written" className="grid grid-cols-[150px_minmax(0,1fr)] gap-x-3 border-t border-rule pt-2">
                {sample.says.map((said) => (
                  <div key={said.field} className="contents">
                    <dt className="as-label">{said.label}</dt>
                    <dd className="break-words whitespace-pre-line">{said.text}</dd>
                  </div>
                ))}
                {sample.keywords.length > 0 && (
                  <>
                    <dt className="as-label">keywords</dt>
                    <dd>{sample.keywords.map(pathInWords).join("; ")}</dd>
                  </>
                )}
                <dt className="as-label">written</dt>
                <dd className="text-faded">{sample.written.join("; ")}</dd>
              </dl>
            ) : (
              <p className="text-faded">Nothing is stamped: what comes in stays as the camera wrote it.</p>
            )}
          </div>
          {sample?.limits.map((limit) => (
            <Notice key={limit}>{limit}</Notice>
          ))}
        </Collapsible.Content>
      </section>
    </Collapsible.Root>
  );
}

const without = ({ slip, keywords, parents, jpegSidecar, dngSidecar, iim }: StampsWanted): StampsWanted => ({ slip, keywords, parents, jpegSidecar, dngSidecar, iim });

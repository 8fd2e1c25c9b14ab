import type { Clips, Companions, OrderParts, Others } from "../../api/orders";
import { Entry } from "../../ledger/Entry";
import { Choice } from "../../ledger/Menu";
import { minutes, PAUSES } from "../../words/order";

const BRING: { value: Companions; name: string }[] = [
  { value: "raw and JPEG", name: "raw and JPEG" },
  { value: "raw only", name: "raw only, where there are both" },
  { value: "JPEG only", name: "JPEG only, where there are both" },
];

export function BringPart({ value, onChange }: { value: Companions; onChange: (value: Companions) => void }) {
  return <Choice label="" value={value} options={BRING} onChoose={onChange} />;
}

const CLIPS: { value: Clips; name: string }[] = [
  { value: "stay on the card", name: "stay on the card" },
  { value: "with the stills", name: "come along, with the stills of their time" },
  { value: "in a subfolder", name: "come along, in a subfolder called clips" },
];

export function ClipsPart({ value, onChange }: { value: Clips; onChange: (value: Clips) => void }) {
  return <Choice label="" value={value} options={CLIPS} onChoose={onChange} />;
}

const OTHERS: { value: Others; name: string; hint?: string }[] = [
  { value: "stay on the card", name: "stay on the card" },
  { value: "in a subfolder of the shoot", name: "come along, in a subfolder of the first shoot called other files" },
  { value: "in a folder of the card's name", name: "come along, in a folder of the card's name beside it" },
];

/** What is neither still nor clip: the camera's own files, and whatever else somebody put there. */
export function OthersPart({ value, onChange }: { value: Others; onChange: (value: Others) => void }) {
  return <Choice label="" value={value} options={OTHERS} onChoose={onChange} />;
}

const NONE = "none";

/** When a new shoot begins: at the turn of the day, and after so long without a frame. */
export function ShootsPart({ value, onChange }: { value: OrderParts["shoots"]; onChange: (value: OrderParts["shoots"]) => void }) {
  const pause = value.pauseMinutes;
  const offered = pause === null || PAUSES.includes(pause) ? PAUSES : [...PAUSES, pause].sort((a, b) => a - b);
  return (
    <span className="in-line gap-x-6 gap-y-1">
      <span>
        a new one each day;{" "}
        <Choice
          label="the day turns at"
          value={String(value.dayTurnsAt)}
          options={Array.from({ length: 13 }, (_, hour) => ({
            value: String(hour),
            name: hour === 0 ? "midnight" : `${hour}:00`,
            ...(hour === 4 ? { hint: "late jobs belong to the evening" } : {}),
          }))}
          onChoose={(hour) => {
            onChange({ ...value, dayTurnsAt: Number(hour) });
          }}
        />
      </span>
      <span>
        <Choice
          label="and after"
          value={pause === null ? NONE : String(pause)}
          options={[{ value: NONE, name: "no pause, however long" }, ...offered.map((of) => ({ value: String(of), name: `${minutes(of)} without a frame` }))]}
          onChoose={(chosen) => {
            onChange({ ...value, pauseMinutes: chosen === NONE ? null : Number(chosen) });
          }}
        />
        {pause !== null && (
          <span className="ml-3">
            or{" "}
            <Entry
              label="minutes of pause"
              type="number"
              width={56}
              value={String(pause)}
              onDone={(typed) => {
                const of = Math.round(Number(typed));
                if (of >= 1 && of <= 1440) onChange({ ...value, pauseMinutes: of });
              }}
            />{" "}
            minutes
          </span>
        )}
      </span>
    </span>
  );
}

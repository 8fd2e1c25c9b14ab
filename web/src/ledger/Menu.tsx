import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { figure } from "../words/format";

export interface Option<T extends string> {
  value: T;
  name: string;
  count?: number;
  /** What choosing it would give, in faded type at the right. */
  hint?: string;
}

const PANEL = "z-10 max-h-[60vh] min-w-[170px] max-w-[520px] overflow-y-auto border border-ink bg-paper py-1 text-body text-ink";
const ITEM = "flex cursor-pointer items-baseline gap-2 px-3 py-[3px] outline-none data-[highlighted]:bg-wash";

/** Whether it is open, for whoever opens it by a key. */
interface Opened {
  open?: boolean;
  onOpen?: (open: boolean) => void;
}

function Menu({ label, value, onMat, open, onOpen, children }: { label: string; value: string; onMat: boolean; children: ReactNode } & Opened) {
  return (
    <DropdownMenu.Root modal={false} {...(open === undefined ? {} : { open })} {...(onOpen ? { onOpenChange: onOpen } : {})}>
      <DropdownMenu.Trigger className={`text-left ${onMat ? "inline-block leading-6 focus-visible:outline-white" : ""}`}>
        {label} <span className={`underline underline-offset-3 ${onMat ? "decoration-white/60" : "decoration-velvet/50 text-velvet"}`}>{value}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className={PANEL}
          onCloseAutoFocus={(event) => {
            // What was chosen may have opened a blank to be filled in: that has the focus.
            if (document.activeElement?.matches("[data-blank], [data-panel], [role=slider]")) event.preventDefault();
          }}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** One of several, chosen from a list that opens below the word. */
export function Choice<T extends string>({
  label,
  value,
  options,
  shown,
  onMat = false,
  onChoose,
}: {
  label: string;
  value: T;
  options: Option<T>[];
  /** What the word says, where it is not the name of the choice. */
  shown?: string;
  onMat?: boolean;
  onChoose: (value: T) => void;
}) {
  const current = options.find((option) => option.value === value);
  return (
    <Menu label={label} value={shown ?? current?.name ?? value} onMat={onMat}>
      <DropdownMenu.RadioGroup
        value={value}
        onValueChange={(chosen) => {
          onChoose(chosen as T);
        }}
      >
        {options.map((option) => (
          <DropdownMenu.RadioItem key={option.value} value={option.value} className={ITEM}>
            <Tick on={option.value === value} />
            <Words option={option} />
          </DropdownMenu.RadioItem>
        ))}
      </DropdownMenu.RadioGroup>
    </Menu>
  );
}

/** Things to be done, one chosen from a list that opens below the word. */
export function Actions<T extends string>({
  label,
  options,
  onMat = false,
  onChoose,
  ...opened
}: {
  label: string;
  options: Option<T>[];
  onMat?: boolean;
  onChoose: (value: T) => void;
} & Opened) {
  return (
    <Menu label="" value={label} onMat={onMat} {...opened}>
      {options.map((option) => (
        <DropdownMenu.Item
          key={option.value}
          onSelect={() => {
            onChoose(option.value);
          }}
          className={ITEM}
        >
          <Words option={option} />
        </DropdownMenu.Item>
      ))}
    </Menu>
  );
}

/** Any of several, ticked in a list that stays open. */
export function Ticks<T extends string>({
  label,
  values,
  options,
  shown,
  onMat = false,
  onChange,
}: {
  label: string;
  values: T[];
  options: Option<T>[];
  /** What the word says, where it is not how many are ticked. */
  shown?: string;
  onMat?: boolean;
  onChange: (values: T[]) => void;
}) {
  return (
    <Menu label={label} value={shown ?? (values.length === 0 ? "none" : `${values.length}`)} onMat={onMat}>
      {options.map((option) => (
        <DropdownMenu.CheckboxItem
          key={option.value}
          checked={values.includes(option.value)}
          onSelect={(event) => {
            event.preventDefault();
          }}
          onCheckedChange={(on) => {
            onChange(options.map((one) => one.value).filter((one) => (one === option.value ? on : values.includes(one))));
          }}
          className={ITEM}
        >
          <Tick on={values.includes(option.value)} />
          {option.name}
        </DropdownMenu.CheckboxItem>
      ))}
    </Menu>
  );
}

function Words({ option }: { option: Option<string> }) {
  return (
    <>
      {option.name}
      {option.count !== undefined && <span className="ml-auto pl-4 text-faded">{figure(option.count)}</span>}
      {option.hint && <span className="ml-auto truncate pl-4 as-path text-faded">{option.hint}</span>}
    </>
  );
}

function Tick({ on }: { on: boolean }) {
  return (
    <svg viewBox="0 0 10 10" className="h-[9px] w-[9px] shrink-0 self-center text-velvet" aria-hidden="true">
      {on && <path d="M1 5.2 4 8.4 9 1.6" fill="none" stroke="currentColor" strokeWidth="1.8" />}
    </svg>
  );
}

import { Check, ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { Popup } from './Popup.tsx';

interface TitleMenuProps {
  title: string;
  /** What pressing it does: "Open the list of places". */
  opens: string;
  /** What the panel is, for those who listen. */
  label: string;
  children: (close: () => void) => ReactNode;
}

/** A screen's title that opens the list of what can stand under it. */
export const TitleMenu = ({ title, opens, label, children }: TitleMenuProps) => (
  <h1 className="mb-1.5">
    <Popup
      label={label}
      align="start"
      className={MENU}
      trigger={(trigger) => (
        <button
          type="button"
          className="inline-flex max-w-full cursor-pointer items-center gap-2 rounded-sm py-0.5 pr-2 text-left font-title text-24 font-semibold tracking-[-0.01em] hover:bg-sunk hover:shadow-[-8px_0_0_var(--sunk)] aria-expanded:bg-sunk aria-expanded:shadow-[-8px_0_0_var(--sunk)] max-sm:min-h-11"
          aria-label={`${title}. ${opens}`}
          {...trigger}
        >
          <span className="wrap-anywhere">{title}</span>
          <ChevronDown className="size-5 text-quiet print:hidden" aria-hidden="true" />
        </button>
      )}
    >
      {children}
    </Popup>
  </h1>
);

/** How the panel of a list looks: its rows reach its edges. */
export const MENU = 'w-86 gap-0 px-0 py-2';

/** A list of things to go to. */
export function MenuList({ label, children }: { label: string; children: ReactNode }) {
  return (
    <ul aria-label={label} className="max-h-[min(52vh,440px)] overflow-auto">
      {children}
    </ul>
  );
}

interface MenuItemProps {
  name: string;
  /** A line under the name. */
  line: ReactNode;
  current?: boolean;
  /** What stands at its end. */
  end?: ReactNode;
  onPick: () => void;
}

/** One of the list: a tick where it is the open one, its name over its line. */
export function MenuItem({ name, line, current = false, end, onPick }: MenuItemProps) {
  return (
    <li>
      <button
        type="button"
        className="grid w-full cursor-pointer grid-cols-[20px_1fr_auto] gap-x-2.5 px-4 py-2 text-left hover:bg-sunk"
        aria-current={current ? 'true' : undefined}
        onClick={onPick}
      >
        {end && <span className="col-start-3 row-span-2 row-start-1 self-center">{end}</span>}
        {current && <Check className="col-start-1 mt-0.75" aria-hidden="true" />}
        <b className="col-start-2 font-strong">{name}</b>
        <span className="col-start-2 leading-5 text-quiet">{line}</span>
      </button>
    </li>
  );
}

/** What can be done, under a list. */
export function MenuFoot({ children }: { children: ReactNode }) {
  return <div className="mt-2 flex gap-2 border-t border-t-rule px-4 pt-3 pb-2">{children}</div>;
}

import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { Problem } from './Field.tsx';
import { Popup } from './Popup.tsx';
import { cn } from './cn.ts';

interface TokenProps {
  /** What the token is about, for its editor's title. */
  title: string;
  children: ReactNode;
  /** Why it cannot work, in a sentence with the remedy; null when it can. */
  problem?: string | null;
  /** Whether it stands back: a way to more, not a value. */
  quiet?: boolean;
  /** The editor; `close` puts it away. */
  editor: (close: () => void) => ReactNode;
}

/** What it is beside its value; a value that is no text says it by itself. */
const nameOf = (title: string, value: ReactNode, problem: string | null): string | undefined =>
  typeof value === 'string' ? `${title}: ${value}${problem ? `. ${problem}` : ''}` : undefined;

const LOOK = {
  /** The user's: ink, heavier, underlined. */
  value:
    'font-[620] text-ink underline decoration-1 underline-offset-4 hover:bg-sunk hover:decoration-3 aria-expanded:bg-sunk aria-expanded:decoration-3 max-sm:px-1.5 max-sm:py-3',
  more: 'text-13 leading-[inherit] text-quiet underline decoration-dotted decoration-1 underline-offset-4 hover:bg-sunk aria-expanded:bg-sunk max-sm:px-2 max-sm:py-3.75',
  /** A bar with a gap under it: it cannot be so. */
  bad: 'broken-bar rounded-none pb-0.75 font-[620] whitespace-nowrap text-warn max-sm:px-1.5 max-sm:pt-3',
};

/**
 * A value inside a sentence that opens its own editor on the spot.
 * A span, not a button element: it has to break and underline like the words round it.
 */
export function Token({ title, children, problem = null, quiet = false, editor }: TokenProps) {
  return (
    <Popup
      label={title}
      headed
      trigger={({ onClick, ...trigger }) => (
        <span
          role="button"
          tabIndex={0}
          className={cn(
            'cursor-pointer rounded-[3px] px-px pt-px text-left max-sm:-mx-1 print:no-underline',
            LOOK[problem ? 'bad' : quiet ? 'more' : 'value'],
          )}
          aria-label={quiet ? title : nameOf(title, children, problem)}
          data-hint={problem ?? undefined}
          onClick={onClick}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' && event.key !== ' ') return;
            event.preventDefault();
            onClick();
          }}
          {...trigger}
        >
          {problem && <TriangleAlert className="mr-0.75 inline-block size-3.5 align-[-2px]" aria-hidden="true" />}
          {children}
          {problem && <span className="sr-only">: {problem}</span>}
        </span>
      )}
    >
      {(close) => (
        <>
          {editor(close)}
          {problem && <Problem alert>{problem}</Problem>}
        </>
      )}
    </Popup>
  );
}

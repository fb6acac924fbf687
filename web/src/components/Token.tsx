import { TriangleAlert, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Suspense, useRef, useState, type ReactNode } from 'react';

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

/**
 * A value inside a sentence that opens its own editor on the spot. It is the user's: ink, heavier, underlined.
 * A span, not a button element: it has to break and underline like the words round it. The popover is made only while it is open,
 * for a brief has twenty tokens and redraws at every step of a drag.
 */
export function Token({ title, children, problem = null, quiet = false, editor }: TokenProps) {
  const [open, setOpen] = useState(false);
  const word = useRef<HTMLSpanElement>(null);
  return (
    <>
      <span
        ref={word}
        role="button"
        tabIndex={0}
        aria-haspopup="dialog"
        aria-expanded={open}
        className={problem ? 'tok bad' : quiet ? 'tok more' : 'tok'}
        aria-label={quiet ? title : nameOf(title, children, problem)}
        title={problem ?? undefined}
        onClick={() => setOpen(!open)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          setOpen(true);
        }}
      >
        {problem && <TriangleAlert className="i" aria-hidden="true" />}
        {children}
        {problem && <span className="vh">: {problem}</span>}
      </span>
      {open && (
        <Popover.Root open onOpenChange={setOpen}>
          <Popover.Anchor virtualRef={word} />
          <Popover.Portal>
            <Popover.Content
              className="pop"
              sideOffset={8}
              collisionPadding={12}
              aria-label={title}
              onInteractOutside={(event) => {
                // The word itself closes its editor by its own click.
                if (word.current?.contains(event.target as Node)) event.preventDefault();
              }}
              onCloseAutoFocus={(event) => {
                event.preventDefault();
                word.current?.focus();
              }}
            >
              <div className="row">
                <h2>{title}</h2>
                <Popover.Close className="tip-x" aria-label="Close">
                  <X className="i" aria-hidden="true" />
                </Popover.Close>
              </div>
              <Suspense>{editor(() => setOpen(false))}</Suspense>
              {problem && (
                <p className="help bad" role="alert">
                  <TriangleAlert className="i" aria-hidden="true" />
                  <span>{problem}</span>
                </p>
              )}
              <Popover.Arrow className="pop-arrow" width={14} height={7} />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </>
  );
}

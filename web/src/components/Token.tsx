import { TriangleAlert, X } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState, type ReactNode } from 'react';

interface TokenProps {
  /** What the token is about, for its editor's title. */
  title: string;
  children: ReactNode;
  /** Why it cannot work, in a sentence with the remedy; null when it can. */
  problem?: string | null;
  /** The editor; `close` puts it away. */
  editor: (close: () => void) => ReactNode;
  wide?: boolean;
}

/** A value inside a sentence that opens its own editor on the spot. It is the user's: ink, heavier, underlined. */
export function Token({ title, children, problem = null, editor, wide = false }: TokenProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        {/* A span, not a button element: it has to break and underline like the words of a sentence. */}
        <span
          role="button"
          tabIndex={0}
          className={problem ? 'tok bad' : 'tok'}
          title={problem ?? undefined}
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
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className={`pop z-40 ${wide ? 'wide' : ''}`} sideOffset={8} collisionPadding={12} aria-label={title}>
          <div className="row">
            <h3>{title}</h3>
            <Popover.Close className="tip-x" aria-label="Close">
              <X className="i" aria-hidden="true" />
            </Popover.Close>
          </div>
          {editor(() => setOpen(false))}
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
  );
}

import type { ReactNode } from 'react';
import { Button } from '../../components/Button.tsx';

/** What is being done in the background, how far it has come, and how to end it. */
export const Working = ({ children, onStop }: { children: ReactNode; onStop: () => void }) => (
  <p
    role="status"
    className="pointer-events-auto flex items-center gap-2 rounded-md border border-rule bg-panel px-3 py-1.5 shadow-pop"
  >
    <span className="tabular-nums">{children}</span>
    <Button size="s" look="bare" onClick={onStop}>
      Stop
    </Button>
  </p>
);

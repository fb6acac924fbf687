import type { ReactNode } from 'react';

interface MessageProps {
  title: string;
  busy?: boolean;
  children?: ReactNode;
}

/** A screen that has nothing to show but a sentence: still loading, failed, or empty. */
export function Message({ title, busy = false, children }: MessageProps) {
  return (
    <main className="empty page" aria-busy={busy}>
      <svg className="valley-mark" viewBox="0 0 112 24" aria-hidden="true">
        <path d="M2 4C34 4 40 20 56 20S78 4 110 4" />
      </svg>
      <h1>{title}</h1>
      {children}
    </main>
  );
}

import type { ReactNode } from 'react';

interface MessageProps {
  title: string;
  busy?: boolean;
  children?: ReactNode;
}

/** A screen that has nothing to show but a sentence: still loading, failed, or empty. */
export function Message({ title, busy = false, children }: MessageProps) {
  return (
    <main className="grid gap-2 justify-items-start mx-auto px-6 py-14 max-w-160" aria-busy={busy}>
      <svg
        className="w-28 h-6 fill-none stroke-edge stroke-2 [stroke-linecap:round] [stroke-dasharray:1_6]"
        viewBox="0 0 112 24"
        aria-hidden="true"
      >
        <path d="M2 4C34 4 40 20 56 20S78 4 110 4" />
      </svg>
      <h1 className="font-title text-24 font-semibold">{title}</h1>
      {children}
    </main>
  );
}

import type { ReactNode } from 'react';
import { Link } from 'react-router';

interface SeriesLinkProps {
  to: string;
  current: boolean;
  title: string;
  /** What it has found, or how far it is. */
  value: string;
  /** What it was taken with, in a line. */
  line: string;
  children?: ReactNode;
}

/** A test in the list of its kind. */
export const SeriesLink = ({ to, current, title, value, line, children }: SeriesLinkProps) => (
  <Link
    className="grid grid-cols-[1fr_auto] gap-x-3 rounded-sm px-3 pt-2 pb-1.75 no-underline hover:bg-sunk/60 aria-[current]:bg-sunk aria-[current]:shadow-[inset_4px_0_0_var(--ink)]"
    to={to}
    aria-current={current ? 'page' : undefined}
  >
    <b className="font-semibold">{title}</b>
    <span className="text-right font-[620] whitespace-nowrap tabular-nums">{value}</span>
    <span className="col-span-full leading-5 text-quiet">{line}</span>
    {children}
  </Link>
);

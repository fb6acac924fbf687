import { Fragment, useRef, type ReactNode } from 'react';
import { useSize } from '../../components/useSize.ts';

/** A stretch of time laid under the axis. */
export interface Bar {
  key: string;
  fromMs: number;
  toMs: number;
  label: string;
}

interface AxisRowsProps {
  fromMs: number;
  toMs: number;
  rows: readonly { name: string; bars: readonly Bar[] }[];
  children: ReactNode;
}

/** About how wide a letter of the small size is, and the room at both its ends, px. */
const LETTER = 6.6;
const ENDS = 12;

/**
 * What goes on meanwhile, row by row under the light's own axis and to its scale: lamps while they burn, the outing while it is there.
 * Where a name of a row does not fit into its bar, the bars of that row are numbered and named beneath: nothing is cut.
 */
export function AxisRows({ fromMs, toMs, rows, children }: AxisRowsProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const at = (ms: number): number => (100 * (Math.min(toMs, Math.max(fromMs, ms)) - fromMs)) / (toMs - fromMs);
  return (
    <div className="grid gap-1 pr-3 pl-[38px]">
      <div ref={box} />
      {rows.map(({ name, bars }) => {
        const shown = bars
          .filter((bar) => bar.toMs > fromMs && bar.fromMs < toMs)
          .map((bar) => ({ ...bar, left: at(bar.fromMs), share: at(bar.toMs) - at(bar.fromMs) }));
        if (shown.length === 0) return null;
        const fits = width === 0 || shown.every(({ label, share }) => (share * width) / 100 >= label.length * LETTER + ENDS);
        return (
          <Fragment key={name}>
            <ul aria-label={name} className="relative h-6">
              {shown.map(({ key, label, left, share }, n) => (
                <li
                  key={key}
                  className="absolute inset-y-0 overflow-hidden rounded-[3px] border-t-2 border-ink bg-sunk px-1 text-13 leading-[22px] whitespace-nowrap"
                  style={{ left: `${left}%`, width: `${share}%` }}
                  data-hint={label}
                  aria-label={label}
                >
                  {fits ? label : n + 1}
                </li>
              ))}
            </ul>
            {!fits && (
              <p className="flex flex-wrap gap-x-3 text-13 text-quiet" aria-hidden="true">
                {shown.map(({ key, label }, n) => (
                  <span key={key}>
                    <b className="text-ink">{n + 1}</b> {label}
                  </span>
                ))}
              </p>
            )}
          </Fragment>
        );
      })}
      {children}
    </div>
  );
}

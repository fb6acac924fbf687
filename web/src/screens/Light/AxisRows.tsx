import type { ReactNode } from 'react';

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

/** What goes on meanwhile, row by row under the light's own axis and to its scale: lamps while they burn, the outing while it is there. */
export function AxisRows({ fromMs, toMs, rows, children }: AxisRowsProps) {
  const at = (ms: number): number => (100 * (Math.min(toMs, Math.max(fromMs, ms)) - fromMs)) / (toMs - fromMs);
  return (
    <div className="grid gap-1 pr-3 pl-[38px]">
      {rows.map(({ name, bars }) => {
        const shown = bars.filter((bar) => bar.toMs > fromMs && bar.fromMs < toMs);
        return (
          shown.length > 0 && (
            <ul key={name} aria-label={name} className="relative h-6">
              {shown.map((bar) => (
                <li
                  key={bar.key}
                  className="absolute inset-y-0 overflow-hidden rounded-[3px] border-t-2 border-ink bg-sunk px-1 text-[13px] leading-[22px] text-ellipsis whitespace-nowrap"
                  style={{ left: `${at(bar.fromMs)}%`, width: `${at(bar.toMs) - at(bar.fromMs)}%` }}
                  title={bar.label}
                >
                  {bar.label}
                </li>
              ))}
            </ul>
          )
        );
      })}
      {children}
    </div>
  );
}

import { cn } from './cn.ts';
import type { CameToBe } from '../domain/cells.ts';

/**
 * The line under a dial-in value: a dip settled by the app, a plain line where the user looks, a line into an end stop at a limit,
 * a thick bar where it is pinned, a broken line where it cannot work.
 * @param dipAt where along the line the dip lies, 0 to 1
 * @param large under the largest value
 */
export function Understroke({
  how,
  dipAt = 0.5,
  large = false,
  className,
}: {
  how: CameToBe;
  dipAt?: number;
  large?: boolean;
  className?: string;
}) {
  const x = 100 * Math.min(0.8, Math.max(0.2, dipAt));
  const shape = {
    computed: <path d={`M1 1.5C${x - 20} 1.5 ${x - 16} 7.5 ${x} 7.5S${x + 20} 1.5 99 1.5`} />,
    looked: <path d="M1 4.5H99" />,
    pinned: <path d="M1 4.5H99" />,
    limit: <path d="M1 4.5H99M99 0V9" />,
    impossible: <path d="M0 4.5H44M56 4.5H100" />,
  }[how];
  return (
    <svg
      className={cn(
        'block h-2.25 w-0 min-w-full overflow-visible fill-none stroke-2 [stroke-linecap:round] [stroke-linejoin:round]',
        '[&_path]:[vector-effect:non-scaling-stroke]',
        large && 'h-3.25 stroke-3',
        STROKE[how],
        className,
      )}
      viewBox="0 0 100 9"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {shape}
    </svg>
  );
}

/** Teal is the app's answer, ink the user's, brick what cannot be; the shape says it without colour. */
const STROKE: Record<CameToBe, string> = {
  computed: 'stroke-hush',
  looked: 'stroke-ink',
  pinned: 'stroke-ink stroke-5 [stroke-linecap:butt]',
  limit: 'stroke-ink',
  impossible: 'stroke-warn stroke-4 [stroke-linecap:butt]',
};

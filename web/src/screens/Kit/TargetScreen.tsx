import { TARGET } from '@hushto/core';
import { ChevronLeft, Printer } from 'lucide-react';
import { Link } from 'react-router';
import { Button, buttonLook } from '../../components/Button.tsx';

/** Units of the drawing a picture height takes. */
const HIGH = 1000;
const WIDE = 1.5 * HIGH;

/** The target of the lens test, to print or to show on a screen. */
export function TargetScreen() {
  const side = 2 * TARGET.half * HIGH;
  return (
    <main className="mx-6 mb-4 print:m-0 max-sm:mx-3">
      <div className="mb-3 flex flex-wrap items-center gap-2 print:hidden">
        <Link className={buttonLook({ look: 'bare' })} to="/kit/lens">
          <ChevronLeft aria-hidden="true" /> To the lens test
        </Link>
        <Button look="go" onClick={() => window.print()}>
          <Printer aria-hidden="true" /> Print
        </Button>
        <p className="text-quiet">
          On matt paper, across the sheet, as large as the printer goes; or photograph this screen from so far that its pixels do
          not show.
        </p>
      </div>
      <svg
        viewBox={`${-WIDE / 2} ${-HIGH / 2} ${WIDE} ${HIGH}`}
        className="mx-auto block w-full max-w-[calc(1.5*(100dvh-8rem))] print:max-w-none"
        role="img"
        aria-label="Five dark squares, each turned by five degrees, in the middle and towards the corners"
      >
        <rect x={-WIDE / 2} y={-HIGH / 2} width={WIDE} height={HIGH} fill="#fff" />
        {TARGET.squares.map(([x, y]) => (
          <rect
            key={`${x} ${y}`}
            x={-side / 2}
            y={-side / 2}
            width={side}
            height={side}
            fill="#111"
            transform={`translate(${x * HIGH} ${y * HIGH}) rotate(${TARGET.slantDeg})`}
          />
        ))}
      </svg>
    </main>
  );
}

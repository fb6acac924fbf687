import { focusPosteriorOf, type FocusSeries } from '@hushto/contract';
import { FEWEST_TESTED, lockCurve } from '@hushto/core';
import { evDigits } from '@hushto/words';
import { ComposedChart, Line, ReferenceDot, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { useTextScale } from '../../components/useTextScale.ts';
import { focusTestOf } from '../../domain/focusTest.ts';

const axis = { stroke: 'var(--edge)', tick: { className: 'fill-quiet text-13' } } as const;
const FINE = 8;

/** Chance of a lock by light, dark to bright, with every try: a stroke where it locked, a hollow ring where it did not. */
export function FocusChart({ series }: { series: FocusSeries }) {
  const { trusted } = focusTestOf(series);
  const { tries, confidence } = series;
  const scale = useTextScale();
  const evs = [trusted.ev, ...tries.map(({ ev100 }) => ev100)];
  const [from, to] = [Math.floor(Math.min(...evs) - 2), Math.ceil(Math.max(...evs) + 1)];
  const at = Array.from({ length: (to - from) * FINE + 1 }, (_, i) => from + i / FINE);
  const curve = lockCurve(focusPosteriorOf(series), at);
  const known = tries.length >= FEWEST_TESTED;
  const words = known
    ? `Chance of a lock by light: ${Math.round(100 * confidence)} % at EV ${evDigits(trusted.ev)}; ${tries.length} tries`
    : `${tries.length} tries so far`;
  return (
    <figure className="flex max-h-110 min-h-62 flex-1 flex-col">
      <figcaption className="text-13 text-quiet">
        Tries that lock, by light; <b className="text-ink">|</b> locked, <b className="text-ink">○</b> did not
      </figcaption>
      <div className="min-h-0 flex-1" role="img" aria-label={words}>
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={curve} margin={{ top: 12, right: 20, bottom: 4, left: 4 }} accessibilityLayer={false}>
            <XAxis
              dataKey="ev100"
              type="number"
              domain={[from, to]}
              ticks={Array.from({ length: to - from + 1 }, (_, i) => from + i)}
              tickFormatter={(ev: number) => `EV ${ev < 0 ? '−' : ''}${Math.abs(ev)}`}
              {...axis}
            />
            <YAxis
              type="number"
              domain={[-0.08, 1.08]}
              ticks={[0, 0.25, 0.5, 0.75, 1]}
              tickFormatter={(share: number) => `${Math.round(100 * share)} %`}
              width={52 * scale}
              {...axis}
            />
            {known && (
              <>
                <ReferenceLine
                  segment={[
                    { x: trusted.lowEv, y: confidence },
                    { x: trusted.highEv, y: confidence },
                  ]}
                  stroke="var(--hush)"
                  strokeWidth={4}
                />
                <Line dataKey="mean" dot={false} stroke="var(--ink)" strokeWidth={2} isAnimationActive={false} />
                <ReferenceDot x={trusted.ev} y={confidence} r={6.5} fill="var(--hush)" stroke="var(--panel)" strokeWidth={2} />
              </>
            )}
            {!known && <Line dataKey="mean" dot={false} stroke="none" isAnimationActive={false} />}
            {tries.map(({ id, ev100, locked }, n) => (
              <ReferenceDot
                key={id}
                x={ev100 + 0.05 * ((n % 5) - 2)}
                y={locked ? 1.04 : -0.04}
                r={6}
                shape={({ cx = 0, cy = 0 }: { cx?: number; cy?: number }) =>
                  locked ? (
                    <line x1={cx} x2={cx} y1={cy - 7} y2={cy + 7} stroke="var(--ink)" strokeWidth={2} />
                  ) : (
                    <circle cx={cx} cy={cy} r={4} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
                  )
                }
              />
            ))}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

import type { LogSays } from '@hushto/contract';
import { wilsonInterval } from '@hushto/core';
import { CartesianGrid, ErrorBar, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';

/** Of the intervals drawn: nine times in ten, as a normal deviate. */
const NINE_IN_TEN = 1.6449;
const AXIS = {
  type: 'number',
  domain: [0, 100],
  ticks: [0, 25, 50, 75, 100],
  stroke: 'var(--edge)',
  tick: { className: 'fill-quiet text-13' },
} as const;

/** What plans promised of the hands against what came, each tenth with its interval; on the line they agree. */
export function PromiseChart({ calibration }: { calibration: LogSays['calibration'] }) {
  const points = calibration.map(({ promised, frames, held }) => {
    const { low, high } = wilsonInterval(held, frames, NINE_IN_TEN);
    const came = (100 * held) / frames;
    return { promised: 100 * promised, came, off: [came - 100 * low, 100 * high - came] };
  });
  return (
    <figure className="grid gap-1">
      <figcaption>Frames without shake, of 100: promised across, what came upward. On the line both agree; bars hold the truth nine times in ten.</figcaption>
      <div className="h-56 max-w-90" role="img" aria-label="The table below, as a chart">
        <ResponsiveContainer width="100%" height="100%">
          <ScatterChart margin={{ top: 8, right: 12, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--rule)" />
            <XAxis dataKey="promised" {...AXIS} tickMargin={4} />
            <YAxis dataKey="came" {...AXIS} width={40} />
            <ReferenceLine segment={[{ x: 0, y: 0 }, { x: 100, y: 100 }]} stroke="var(--hush)" strokeWidth={2} />
            <Scatter data={points} fill="var(--ink)" isAnimationActive={false}>
              <ErrorBar dataKey="off" direction="y" width={6} stroke="var(--ink-2)" strokeWidth={1.5} isAnimationActive={false} />
            </Scatter>
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
} // prettier-ignore

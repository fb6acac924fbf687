import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { evDigits } from '@hushto/words';
import { evText, luxText } from '../../quantities/quantities.ts';
import { clockText } from '../../sky/zoned.ts';
import type { Ahead } from '../../domain/ahead.ts';

interface LightChartProps {
  ahead: Ahead;
  timeZone: string;
  /** What stands for the brief's own light, EV; null without a brief. */
  briefEv: number | null;
  nowMs: number;
  /** The moment looked at. */
  atMs: number;
  /** Width there is for it, px. */
  width: number;
}

const HOUR_MS = 3_600_000;
/** Width a rung needs to be named in, px. */
const LABEL_PX = 58;
/** Points of the line: more than the eye can tell apart. */
const DRAWN = 360;

/** EV through the time looked at, the ladder's rungs as bands behind it while they are in force, and the moment that is looked at. */
export function LightChart({
  ahead: { samples, fromMs, toMs, times, sun },
  timeZone,
  briefEv,
  nowMs,
  atMs,
  width,
}: LightChartProps) {
  const every = Math.max(1, Math.floor(samples.length / DRAWN));
  const points = samples.filter((_, i) => i % every === 0 || i === samples.length - 1);
  const evs = samples.map(({ ev100 }) => ev100);
  const low = Math.floor(Math.min(...evs, briefEv ?? Infinity) - 0.5);
  const high = Math.ceil(Math.max(...evs, briefEv ?? -Infinity) + 0.5);
  const hours = toMs - fromMs > 12 * HOUR_MS ? 3 : 1;
  const ticks = Array.from({ length: 25 }, (_, i) => Math.ceil(fromMs / HOUR_MS) * HOUR_MS + i * hours * HOUR_MS).filter(
    (ms) => ms <= toMs,
  );
  const sunAt = [sun.sunsetMs, sun.sunriseMs].filter((ms): ms is number => ms !== null && ms > fromMs && ms < toMs);
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={points} margin={{ top: 22, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
        {times.map(({ atMs: from, rung }, n) => {
          const to = times[n + 1]?.atMs ?? toMs;
          return (
            <ReferenceArea
              key={`${from}${n}`}
              x1={from}
              x2={to}
              fill="var(--sunk)"
              fillOpacity={n % 2 === 0 ? 0.9 : 0.25}
              ifOverflow="hidden"
              label={{
                value: rung && ((to - from) / (toMs - fromMs)) * width >= LABEL_PX ? rung.labels.shutter : '',
                position: 'insideTop',
                className: 'fill-quiet text-13',
              }}
            />
          );
        })}
        <CartesianGrid vertical={false} stroke="var(--rule)" />
        <XAxis
          dataKey="atMs"
          type="number"
          domain={[fromMs, toMs]}
          ticks={ticks}
          tickFormatter={(ms: number) => clockText(ms, timeZone)}
          stroke="var(--edge)"
          tick={{ className: 'fill-quiet text-13' }}
        />
        <YAxis
          dataKey="ev100"
          domain={[low, high]}
          ticks={Array.from({ length: high - low + 1 }, (_, i) => low + i).filter((ev) => (high - low > 9 ? ev % 2 === 0 : true))}
          tickFormatter={(ev: number) => String(ev).replace('-', '−')}
          width={38}
          stroke="var(--edge)"
          tick={{ className: 'fill-quiet text-13' }}
          label={{ value: 'EV', position: 'top', offset: 8, className: 'fill-quiet text-13' }}
        />
        {sunAt.map((ms) => (
          <ReferenceLine
            key={ms}
            x={ms}
            stroke="var(--ink-2)"
            strokeDasharray="2 4"
            label={{
              value: `${ms === sun.sunsetMs ? 'Sunset' : 'Sunrise'} ${clockText(ms, timeZone)}`,
              position: 'top',
              className: 'fill-quiet text-13',
            }}
          />
        ))}
        {nowMs > fromMs && nowMs < toMs && (
          <ReferenceLine
            x={nowMs}
            stroke="var(--ink)"
            strokeWidth={2}
            label={{ value: 'now', position: 'top', className: 'fill-quiet text-13' }}
          />
        )}
        <ReferenceLine x={atMs} stroke="var(--ink)" strokeWidth={1.5} />
        {briefEv !== null && (
          <ReferenceLine
            y={briefEv}
            stroke="var(--ink)"
            strokeWidth={1}
            label={{ value: `your brief, ${evText(briefEv)}`, position: 'insideBottomLeft', className: 'fill-quiet text-13' }}
          />
        )}
        <Line dataKey="ev100" type="linear" dot={false} stroke="var(--hush)" strokeWidth={3} isAnimationActive={false} />
        {times.slice(1).map((time, n) => (
          <ReferenceDot
            key={`${time.atMs}${n}`}
            x={time.atMs}
            y={time.ev100}
            r={5}
            fill="var(--panel)"
            stroke="var(--hush)"
            strokeWidth={2}
            ifOverflow="hidden"
          />
        ))}
        <Tooltip
          isAnimationActive={false}
          cursor={{ stroke: 'var(--ink-2)', strokeDasharray: '2 4' }}
          content={({ active, payload }) => {
            const sample = payload?.[0]?.payload as (typeof samples)[number] | undefined;
            if (!active || !sample) return null;
            return (
              <p className="px-2.5 py-1 text-13 tabular-nums bg-panel border border-rule rounded-md">
                {clockText(sample.atMs, timeZone)}, {evText(sample.ev100)}, {luxText(sample.lux)}
                <span className="block text-quiet">
                  sun {evDigits(sample.sunAltitudeDeg)}°
                  {sample.lampShare > 0.02 && `, ${Math.round(100 * sample.lampShare)} % from lamps`}
                </span>
              </p>
            );
          }}
        />
      </ComposedChart>
    </ResponsiveContainer>
  );
}

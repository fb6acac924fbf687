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
import { skyPhase, type SkyPhase } from '../../sky/sun.ts';
import { clockText } from '../../sky/zoned.ts';
import type { Ahead } from '../../domain/ahead.ts';

interface LightChartProps {
  ahead: Ahead;
  timeZone: string;
  /** What stands for the brief's own light, EV; null without a brief. */
  briefEv: number | null;
  nowMs: number;
  /** Width there is for it, px. */
  width: number;
}

const HOUR_MS = 3_600_000;
/** How much darker a phase is drawn, as a share of ink over the panel. */
const DEPTH: Record<SkyPhase, number> = { day: 0, civil: 0.05, nautical: 0.1, astronomical: 0.15, night: 0.2 };
const PHASES: Record<SkyPhase, string> = {
  day: '',
  civil: 'civil',
  nautical: 'nautical',
  astronomical: 'astron.',
  night: 'night',
};
/** Width a phase needs to be named in, px. */
const LABEL_PX = 62;
/** Points of the line: more than the eye can tell apart. */
const DRAWN = 360;

/** EV through the time looked at, with the twilights behind it and the ladder's rungs where they come into force. */
export function LightChart({ ahead: { samples, fromMs, toMs, times, sun }, timeZone, briefEv, nowMs, width }: LightChartProps) {
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
        {phasesOf(samples).map(({ phase, from, to }) => (
          <ReferenceArea
            key={from}
            x1={from}
            x2={to}
            style={{ fill: 'var(--night)', fillOpacity: `calc(${DEPTH[phase]} * var(--night-depth))` }}
            ifOverflow="hidden"
            label={{
              value: ((to - from) / (toMs - fromMs)) * width < LABEL_PX ? '' : PHASES[phase],
              position: 'insideTop',
              className: 'phase',
            }}
          />
        ))}
        <CartesianGrid vertical={false} stroke="var(--rule)" />
        <XAxis
          dataKey="atMs"
          type="number"
          domain={[fromMs, toMs]}
          ticks={ticks}
          tickFormatter={(ms: number) => clockText(ms, timeZone)}
          stroke="var(--edge)"
          tick={{ className: 'tick-text' }}
        />
        <YAxis
          dataKey="ev100"
          domain={[low, high]}
          ticks={Array.from({ length: high - low + 1 }, (_, i) => low + i).filter((ev) => (high - low > 9 ? ev % 2 === 0 : true))}
          tickFormatter={(ev: number) => String(ev).replace('-', '−')}
          width={38}
          stroke="var(--edge)"
          tick={{ className: 'tick-text' }}
          label={{ value: 'EV', position: 'top', offset: 8, className: 'tick-text' }}
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
              className: 'tick-text',
            }}
          />
        ))}
        {nowMs > fromMs && nowMs < toMs && (
          <ReferenceLine
            x={nowMs}
            stroke="var(--ink)"
            strokeWidth={2}
            label={{ value: 'now', position: 'top', className: 'tick-text' }}
          />
        )}
        {briefEv !== null && (
          <ReferenceLine
            y={briefEv}
            stroke="var(--ink)"
            strokeWidth={1}
            label={{ value: `your brief, ${evText(briefEv)}`, position: 'insideBottomLeft', className: 'tick-text' }}
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
              <p className="chart-tip">
                {clockText(sample.atMs, timeZone)}, {evText(sample.ev100)}, {luxText(sample.lux)}
                <span>
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

function phasesOf(samples: Ahead['samples']): { phase: SkyPhase; from: number; to: number }[] {
  const runs: { phase: SkyPhase; from: number; to: number }[] = [];
  for (const { atMs, sunAltitudeDeg } of samples) {
    const phase = skyPhase(sunAltitudeDeg);
    const run = runs.at(-1);
    if (run) run.to = atMs;
    if (run?.phase !== phase) runs.push({ phase, from: atMs, to: atMs });
  }
  return runs;
}

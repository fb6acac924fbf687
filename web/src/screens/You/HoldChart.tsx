import { posteriorOf, setupOf, type HoldSeries } from '@hushto/contract';
import { chanceCurve, shutterLabel, shutterMarks, type TestedFrame } from '@hushto/core';
import { shutterWords } from '@hushto/words';
import {
  Area,
  Bar,
  BarChart,
  CartesianGrid,
  Cell,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { holdTestOf } from '../../domain/holdSeries.ts';

interface HoldChartProps {
  /** Whether there are frames enough for a curve to say something. */
  estimates: boolean;
  series: HoldSeries;
  against: HoldSeries | null;
}

/** Thirds of a stop from 1 s, faster to the right. */
const thirdOf = (seconds: number): number => -3 * Math.log2(seconds);
const secondsOf = (third: number): number => 2 ** (-third / 3);
/** Points of the curve in a third. */
const FINE = 4;
/** Where verdicts stand: sharp ones above all, soft ones under none. */
const SHARP_Y = 1.13;
const SOFT_Y = -0.13;
const MARGIN = { top: 6, right: 16, bottom: 0, left: 0 };
const AXIS_WIDTH = 56;

/** The posterior's curve with its band where it estimates, every frame's verdict, and under it what one frame more would teach. */
export function HoldChart({ series, against, estimates }: HoldChartProps) {
  const { teaching, next, trusted } = holdTestOf(series);
  const { points, from, to } = curveOf(series, against);
  const marks = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const every = to - from > 24 ? 3 : to - from > 14 ? 2 : 1;
  const answer = { at: thirdOf(trusted.medianS), slow: thirdOf(trusted.slowS), fast: thirdOf(trusted.fastS) };
  const held = (third: number): number => Math.min(to, Math.max(from, third));
  const bars = teaching
    .map(({ shutterS, bits }) => ({ third: shutterMarks.nearest(shutterS), bits, shutterS }))
    .filter(({ third }) => third >= from && third <= to);
  return (
    <>
      <div className="flex-1 min-h-0">
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart data={points} margin={MARGIN} accessibilityLayer={false}>
            <CartesianGrid vertical={false} horizontalValues={[0, 0.25, 0.5, series.confidence, 1]} stroke="var(--rule)" />
            <XAxis
              dataKey="third"
              type="number"
              domain={[from, to]}
              ticks={marks.filter((third) => third % every === 0)}
              tickFormatter={(third: number) => shutterMarks.label(third)}
              stroke="var(--edge)"
              tick={{ className: 'fill-quiet text-13' }}
              interval={0}
            />
            <YAxis
              domain={[-0.2, 1.2]}
              allowDataOverflow
              ticks={[...new Set([SOFT_Y, 0, 0.25, 0.5, series.confidence, 1, SHARP_Y])]}
              tickFormatter={(value: number) => yWord(value)}
              width={AXIS_WIDTH}
              axisLine={false}
              tickLine={false}
              tick={{ className: 'fill-quiet text-13' }}
              interval={0}
            />
            {estimates && (
              <Area
                dataKey="band"
                type="monotone"
                stroke="none"
                fill="var(--sunk)"
                fillOpacity={1}
                isAnimationActive={false}
                activeDot={false}
              />
            )}
            {against && estimates && (
              <Line
                dataKey="other"
                type="monotone"
                dot={false}
                activeDot={false}
                stroke="var(--ink-2)"
                strokeWidth={2}
                strokeDasharray="6 5"
                isAnimationActive={false}
              />
            )}
            {estimates && (
              <Line
                dataKey="mean"
                type="monotone"
                dot={false}
                activeDot={false}
                stroke="var(--ink)"
                strokeWidth={2}
                isAnimationActive={false}
              />
            )}
            {estimates && (
              <ReferenceLine
                segment={[
                  { x: held(answer.slow), y: series.confidence },
                  { x: held(answer.fast), y: series.confidence },
                ]}
                stroke="var(--hush)"
                strokeWidth={4}
                ifOverflow="hidden"
              />
            )}
            {estimates && answer.at >= from && answer.at <= to && (
              <>
                <ReferenceLine
                  segment={[
                    { x: answer.at, y: 0 },
                    { x: answer.at, y: series.confidence },
                  ]}
                  stroke="var(--hush)"
                  strokeWidth={1.5}
                />
                <ReferenceDot
                  x={answer.at}
                  y={series.confidence}
                  r={6.5}
                  fill="var(--hush)"
                  stroke="var(--panel)"
                  strokeWidth={2}
                />
              </>
            )}
            {verdicts(series.frames).map(({ third, sharp, nth, of }, n) => (
              <ReferenceDot
                key={n}
                x={held(third)}
                y={sharp ? SHARP_Y : SOFT_Y}
                r={9}
                shape={({ cx = 0, cy = 0 }: { cx?: number; cy?: number }) => (
                  <Verdict x={cx + (nth - (of - 1) / 2) * Math.min(8, 30 / of)} y={cy} sharp={sharp} />
                )}
              />
            ))}
            <Tooltip
              isAnimationActive={false}
              cursor={{ stroke: 'var(--ink-2)', strokeDasharray: '2 4' }}
              content={({ active, payload }) => {
                const point = payload?.[0]?.payload as (typeof points)[number] | undefined;
                if (!active || !point || !estimates) return null;
                const percent = (value: number): string => `${Math.round(value * 100)} %`;
                return (
                  <p className="px-2.5 py-1 text-13 tabular-nums bg-panel border border-rule rounded-md">
                    {shutterWords(secondsOf(point.third))}: {percent(point.mean)} sharp
                    <span className="block text-quiet">
                      9 times in 10 between {percent(point.band[0])} and {percent(point.band[1])}
                      {point.other !== undefined && `; beside it ${percent(point.other)}`}
                    </span>
                  </p>
                );
              }}
            />
          </ComposedChart>
        </ResponsiveContainer>
      </div>
      {!series.closed && (
        <div className="grid flex-none grid-rows-[38px_20px] h-14.5">
          <ResponsiveContainer width="100%" height="100%">
            <BarChart data={bars} margin={{ ...MARGIN, top: 2 }} accessibilityLayer={false}>
              <XAxis dataKey="third" type="number" domain={[from, to]} hide />
              <YAxis
                dataKey="bits"
                domain={[0, 'dataMax']}
                width={AXIS_WIDTH}
                hide={false}
                tick={false}
                axisLine={false}
                tickLine={false}
              />
              <Bar dataKey="bits" barSize={12} isAnimationActive={false}>
                {bars.map(({ third, shutterS }) => (
                  <Cell key={third} fill={shutterS === next ? 'var(--ink)' : 'var(--rule)'} />
                ))}
              </Bar>
              <ReferenceLine y={0} stroke="var(--edge)" />
            </BarChart>
          </ResponsiveContainer>
          <p className="pl-14 text-quiet">
            What one frame teaches{next !== null && <b className="text-ink">, most at {shutterLabel(next)}</b>}
          </p>
        </div>
      )}
    </>
  );
}

/** A sharp frame is one stroke; a soft one three faint ones beside each other. */
function Verdict({ x, y, sharp }: { x: number; y: number; sharp: boolean }) {
  if (sharp) return <line x1={x} x2={x} y1={y - 8} y2={y + 8} stroke="var(--ink)" strokeWidth={2} />;
  return (
    <g stroke="var(--ink)" strokeWidth={1.4}>
      {[-2.2, 0, 2.2].map((off) => (
        <line key={off} x1={x + off} x2={x + off} y1={y - 8} y2={y + 8} opacity={off === 0 ? 0.9 : 0.5} />
      ))}
    </g>
  );
}

function yWord(value: number): string {
  if (value === SHARP_Y) return 'Sharp';
  if (value === SOFT_Y) return 'Soft';
  if (value === 0) return 'none';
  if (value === 0.25) return '¼';
  if (value === 0.5) return 'half';
  return value === 1 ? 'all' : `${Math.round(value * 100)} %`;
}

/** Frames with their place among those of the same speed and verdict. */
function verdicts(frames: readonly TestedFrame[]): { third: number; sharp: boolean; nth: number; of: number }[] {
  const key = ({ shutterS, sharp }: TestedFrame): string => `${shutterMarks.nearest(shutterS)} ${sharp}`;
  const counts = new Map<string, number>();
  const placed = frames.map((frame) => {
    const nth = counts.get(key(frame)) ?? 0;
    counts.set(key(frame), nth + 1);
    return { frame, nth };
  });
  return placed.map(({ frame, nth }) => ({
    third: shutterMarks.nearest(frame.shutterS),
    sharp: frame.sharp,
    nth,
    of: counts.get(key(frame))!,
  }));
}

/** The curve from where next to nothing is sharp to where all is, and as far as frames were taken. */
function curveOf(series: HoldSeries, against: HoldSeries | null) {
  const [setup, posterior] = [setupOf(series), posteriorOf(series)];
  const marks = Array.from({ length: shutterMarks.last - shutterMarks.first + 1 }, (_, i) => shutterMarks.first + i);
  const means = chanceCurve(setup, posterior, marks.map(secondsOf));
  const told = marks.filter((_, i) => means[i]!.mean > 0.04 && means[i]!.mean < 0.985);
  const taken = series.frames.map(({ shutterS }) => shutterMarks.nearest(shutterS));
  const from = Math.min(...told, ...taken) - 1;
  const to = Math.max(...told, ...taken) + 1;
  const thirds = Array.from({ length: (to - from) * FINE + 1 }, (_, i) => from + i / FINE);
  const curve = chanceCurve(setup, posterior, thirds.map(secondsOf));
  const other = against && chanceCurve(setupOf(against), posteriorOf(against), thirds.map(secondsOf));
  const points = curve.map(({ mean, low, high }, i) => ({
    third: thirds[i]!,
    mean,
    band: [low, high] as [number, number],
    ...(other ? { other: other[i]!.mean } : {}),
  }));
  return { points, from, to };
}

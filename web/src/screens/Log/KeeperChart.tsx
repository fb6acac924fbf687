import { shutterLabel, type Verdict } from '@hushto/core';
import { VERDICT_WORDS } from '@hushto/words';
import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { ShutterRow } from '../../domain/logSays.ts';

/** From the axis up: keepers, then what was lost, most alike side by side. Each has a pattern of its own, so that colour is not needed. */
const STACK = ['keeper', 'hands', 'subject', 'focus', 'grain', 'other'] as const satisfies readonly Verdict[];
const FILL: Record<Verdict, string> = {
  keeper: 'var(--ink)',
  hands: 'url(#log-hands)',
  subject: 'url(#log-subject)',
  focus: 'url(#log-focus)',
  grain: 'url(#log-grain)',
  other: 'var(--sunk)',
};

/** Judged frames by shutter speed, and what became of them. */
export function KeeperChart({ rows }: { rows: readonly ShutterRow[] }) {
  const judged = rows.filter((row) => row.judged > 0);
  const data = filled(judged);
  const every = data.length > 30 ? 4 : data.length > 18 ? 3 : data.length > 10 ? 2 : 1;
  return (
    <figure className="grid gap-1.5">
      <figcaption className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {STACK.filter((verdict) => judged.some((row) => row[verdict] > 0)).map((verdict) => (
          <span key={verdict} className="inline-flex items-center gap-1.5">
            <svg width="18" height="12" aria-hidden="true" className="border border-edge">
              <rect width="18" height="12" fill={FILL[verdict]} />
            </svg>
            {VERDICT_WORDS[verdict].name}
          </span>
        ))}
      </figcaption>
      <div className="h-64" role="img" aria-label={altOf(judged)}>
        <ResponsiveContainer width="100%" height="100%">
          <BarChart data={data} margin={{ top: 4, right: 8, bottom: 0, left: 0 }} accessibilityLayer={false} barCategoryGap={2}>
            <defs>
              <Strokes id="log-hands" turn={45} />
              <Strokes id="log-subject" turn={-45} />
              <pattern id="log-focus" width="6" height="6" patternUnits="userSpaceOnUse">
                <rect width="6" height="6" fill="var(--panel)" />
                <path d="M0 3H6" stroke="var(--ink-2)" strokeWidth="1.5" />
              </pattern>
              <pattern id="log-grain" width="5" height="5" patternUnits="userSpaceOnUse">
                <rect width="5" height="5" fill="var(--grain-wash)" />
                <circle cx="2.5" cy="2.5" r="1.3" fill="var(--grain)" />
              </pattern>
            </defs>
            <XAxis
              dataKey="label"
              interval={every - 1}
              stroke="var(--edge)"
              tick={{ className: 'fill-quiet text-13' }}
              tickMargin={4}
            />
            <YAxis width={40} allowDecimals={false} axisLine={false} tickLine={false} tick={{ className: 'fill-quiet text-13' }} />
            {STACK.map((verdict) => (
              <Bar key={verdict} dataKey={verdict} stackId="all" fill={FILL[verdict]} stroke="var(--edge)" strokeWidth={0.5} isAnimationActive={false} />
            ))}
          </BarChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
} // prettier-ignore

const Strokes = ({ id, turn }: { id: string; turn: number }) => (
  <pattern id={id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform={`rotate(${turn})`}>
    <rect width="6" height="6" fill="var(--blur-wash)" />
    <path d="M0 0V6" stroke="var(--blur)" strokeWidth="3" />
  </pattern>
);

/** With the marks between that nobody used: the axis is even in stops. */
function filled(rows: readonly ShutterRow[]): (Partial<ShutterRow> & { label: string })[] {
  if (rows.length === 0) return [];
  const [from, to] = [rows[0]!.mark, rows.at(-1)!.mark];
  const byMark = new Map(rows.map((row) => [row.mark, row]));
  return Array.from({ length: to - from + 1 }, (_, i) => ({
    ...byMark.get(from + i),
    label: shutterLabel(2 ** (-(from + i) / 3)),
  }));
}

const altOf = (rows: readonly ShutterRow[]): string =>
  `Judged frames by shutter speed: ${rows.map(({ shutterS, judged, keeper }) => `${shutterLabel(shutterS)} s, ${keeper} of ${judged} kept`).join('; ')}.`;

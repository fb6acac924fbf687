import type { Place, StoredBrief, StoredPlace, StoredRunSheet } from '@hushto/contract';
import { type Brief } from '@hushto/core';
import { evDigits, groupDigits, rungWords } from '@hushto/words';
import { ChevronLeft, ChevronRight, Table2, TriangleAlert } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, useId, useMemo, useRef, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { FieldBox } from '../../components/Field.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Slider } from '../../components/Slider.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { cn } from '../../components/cn.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { aheadOf, type Ahead, type Stretch } from '../../domain/ahead.ts';
import { lampHours, timed } from '../../domain/runSheet.ts';
import { evText, luxText } from '../../quantities/quantities.ts';
import { skyPhase, type SunEvents } from '../../sky/sun.ts';
import { clockText, dayPlus, dayText } from '../../sky/zoned.ts';
import { useLibrary } from '../../state/library.ts';
import { AxisRows, type Bar } from './AxisRows.tsx';
import { sunSideWords } from './words.ts';

// The chart's library is half of what this screen weighs: the times come first.
const LightChart = lazy(async () => ({ default: (await import('./LightChart.tsx')).LightChart }));

interface LightAheadProps {
  placeId: string;
  place: Place;
  brief: Brief | null;
  day: string;
  onDay: (day: string) => void;
}

/** The light of a place through an evening, and when each rung of the brief's ladder is reached. */
export function LightAhead({ placeId, place, brief, day, onDay }: LightAheadProps) {
  const [stretch, setStretch] = useState<Stretch>('evening');
  const [table, setTable] = useState(false);
  const [nowMs] = useState(() => Date.now());
  const [placed, briefed] = [useDeferredValue(place), useDeferredValue(brief)];
  const ahead = useMemo(() => aheadOf(placed, day, stretch, briefed), [placed, day, stretch, briefed]);
  const dayId = useId();
  const chart = useRef<HTMLDivElement>(null);
  const { width } = useSize(chart);
  const [looked, setLooked] = useState<number | null>(null);
  // The brief's own light's hour, or the first, until a time is looked at.
  const atMs = looked !== null && looked >= ahead.fromMs && looked <= ahead.toMs ? looked : middleOf(ahead);
  const lamps = useMemo(() => lampBars(place, day), [place, day]);
  const { runSheets, briefs, places } = useLibrary(
    useShallow(({ runSheets, briefs, places }) => ({ runSheets, briefs, places })),
  );
  const outing = useMemo(() => outingBars(runSheets, briefs, places, placeId, day), [runSheets, briefs, places, placeId, day]);
  useShortcuts({
    '[': ['The day before', () => onDay(dayPlus(day, -1))],
    ']': ['The day after', () => onDay(dayPlus(day, 1))],
    t: ['Table or chart', () => setTable(!table)],
  });
  return (
    <section className="flex flex-col lg:h-[calc(100vh-6.5rem)] lg:min-h-170" aria-labelledby="ahead-title">
      <div className="flex flex-wrap gap-x-4 gap-y-2 items-center">
        <h2 className="mr-auto" id="ahead-title">
          Light ahead
        </h2>
        <div className="flex gap-2 items-center">
          <Button look="step" className="flex-none" aria-label="The day before" onClick={() => onDay(dayPlus(day, -1))}>
            <ChevronLeft aria-hidden="true" />
          </Button>
          <label className="sr-only" htmlFor={dayId}>
            Day
          </label>
          <FieldBox className="w-38">
            <input id={dayId} type="date" value={day} onChange={({ target }) => target.value && onDay(target.value)} />
          </FieldBox>
          <Button look="step" className="flex-none" aria-label="The day after" onClick={() => onDay(dayPlus(day, 1))}>
            <ChevronRight aria-hidden="true" />
          </Button>
        </div>
        <SegmentedControl
          fit
          label="Part of the day"
          hideLabel
          value={stretch}
          options={[
            { value: 'evening', label: 'Evening' },
            { value: 'morning', label: 'Morning' },
            { value: 'whole', label: '24 hours' },
          ]}
          onChange={setStretch}
        />
      </div>
      <div className="flex gap-4 items-start justify-between mt-2 text-15">
        <p>{sunWords(ahead, place.timeZone, day, stretch)}</p>
        <Button
          look="bare"
          size="s"
          className="flex-none"
          aria-pressed={table}
          data-hint="Table or chart (t)"
          onClick={() => setTable(!table)}
        >
          <Table2 aria-hidden="true" /> Table
        </Button>
      </div>
      <div
        ref={chart}
        className="mt-1 min-h-70 max-h-105 overflow-hidden flex-[1_1_300px] lg:min-h-50 lg:flex-[3_1_220px]"
        aria-label={chartWords(ahead, place.timeZone)}
        role={table ? undefined : 'img'}
      >
        {table ? (
          <LightTable ahead={ahead} timeZone={place.timeZone} />
        ) : (
          <Suspense>
            <LightChart
              ahead={ahead}
              timeZone={place.timeZone}
              briefEv={brief?.light.ev100 ?? null}
              nowMs={nowMs}
              atMs={atMs}
              width={width}
            />
          </Suspense>
        )}
      </div>
      <AxisRows
        fromMs={ahead.fromMs}
        toMs={ahead.toMs}
        rows={[
          { name: 'Lamps', bars: lamps },
          { name: 'Outing', bars: outing },
        ]}
      >
        <Slider
          label="Time"
          value={atMs}
          min={ahead.fromMs}
          max={ahead.toMs}
          steps={Math.round((ahead.toMs - ahead.fromMs) / (5 * 60_000))}
          text={clockText(atMs, place.timeZone)}
          onChange={setLooked}
        />
        <AtTime ahead={ahead} atMs={atMs} timeZone={place.timeZone} />
      </AxisRows>
      {brief && <RungTimes ahead={ahead} brief={brief} timeZone={place.timeZone} />}
    </section>
  );
}

/** The light and what to set at the moment looked at. */
function AtTime({ ahead, atMs, timeZone }: { ahead: Ahead; atMs: number; timeZone: string }) {
  const sample = ahead.samples.reduce((near, other) => (Math.abs(other.atMs - atMs) < Math.abs(near.atMs - atMs) ? other : near));
  const rung = ahead.times.findLast((time) => time.atMs <= atMs)?.rung ?? null;
  return (
    <p className="tabular-nums text-15" aria-live="polite">
      <b>{clockText(atMs, timeZone)}</b>, {evText(sample.ev100)}
      {rung && (
        <>
          : <b>{rung.labels.shutter}</b>, {rung.labels.aperture}, ISO {groupDigits(rung.labels.iso)}
          {rung.labels.lift !== '0' && `, +${rung.labels.lift} later`}
          {rung.state === 'past' && ', and even that does not work'}
        </>
      )}
    </p>
  );
}

const middleOf = ({ fromMs, toMs }: Ahead): number => (fromMs + toMs) / 2;

const lampBars = (place: Place, day: string): Bar[] =>
  lampHours(place, day).map(({ id, on, fromMs, toMs, label, ev100 }) => ({
    key: `${id}${on}`,
    fromMs,
    toMs,
    label: `${label ?? 'Lamps'}, ${evText(ev100)}`,
  }));

/** Stretches of the outings to this place on this day. */
function outingBars(
  runSheets: readonly StoredRunSheet[],
  briefs: readonly StoredBrief[],
  places: readonly StoredPlace[],
  placeId: string,
  day: string,
): Bar[] {
  const place = places.find(({ id }) => id === placeId)?.document ?? null;
  return runSheets
    .filter(({ document }) => document.placeId === placeId && document.day === day)
    .flatMap(({ document }) =>
      timed(document, briefs, place).map(({ segment, fromMs, toMs, brief }) => ({
        key: segment.id,
        fromMs,
        toMs,
        label: segment.title || brief?.title || 'Pause',
      })),
    );
}

/** When what changes, first to last. */
function RungTimes({ ahead, brief, timeZone }: { ahead: Ahead; brief: Brief; timeZone: string }) {
  return (
    <section className="mt-3 lg:flex lg:min-h-40 lg:flex-[2_1_180px] lg:flex-col" aria-labelledby="times-title">
      <h3 id="times-title">
        {brief.title}: <span className="text-quiet">the ladder through this light</span>
      </h3>
      <TableScroll bounded className="max-h-65 max-sm:max-h-none lg:max-h-none lg:min-h-0" label="When each rung is reached">
        <Table>
          <thead className="max-sm:hidden">
            <tr>
              <th scope="col">From</th>
              <th scope="col">Light</th>
              <th scope="col">Set</th>
              <th scope="col">What changes</th>
            </tr>
          </thead>
          <tbody>
            {ahead.times.map(({ atMs, ev100, rung, towards }, n) => (
              <tr
                key={`${atMs}${n}`}
                className="max-sm:grid max-sm:grid-cols-[56px_72px_1fr] max-sm:border-b max-sm:border-rule max-sm:*:border-0"
              >
                <th className="align-top" scope="row">
                  {clockText(atMs, timeZone)}
                </th>
                <td>{evText(ev100)}</td>
                <td className="sm:whitespace-nowrap">
                  {rung ? (
                    <>
                      {rung.labels.shutter}, {rung.labels.aperture}, ISO {groupDigits(rung.labels.iso)}
                      {rung.labels.lift !== '0' && `, +${rung.labels.lift} later`}
                    </>
                  ) : (
                    'brighter than the ladder'
                  )}
                </td>
                <td className={cn('max-sm:col-span-full max-sm:pt-0', rung?.state === 'past' && 'text-warn')}>
                  {rung?.state === 'past' && (
                    <TriangleAlert className="inline-block mr-1.5 align-[-2px]" aria-label="Does not work" />
                  )}
                  {towards === 'brighter' && <em>Brighter again. </em>}
                  {rung ? rungWords(brief, rung) : 'Base ISO; only faster and narrower are left.'}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </TableScroll>
    </section>
  );
}

const TABLE_MINUTES = 15;

/** The same data as the chart, a quarter of an hour a row. */
function LightTable({ ahead: { samples }, timeZone }: { ahead: Ahead; timeZone: string }) {
  return (
    <TableScroll label="Light, a quarter of an hour a row">
      <Table heads={['Time', 'EV', 'Light', 'Sun', 'Phase', 'From lamps']}>
        <tbody>
          {samples
            .filter((_, i) => i % TABLE_MINUTES === 0)
            .map(({ atMs, ev100, lux, sunAltitudeDeg, lampShare }) => (
              <tr key={atMs}>
                <th scope="row">{clockText(atMs, timeZone)}</th>
                <td>{evDigits(ev100)}</td>
                <td>{luxText(lux)}</td>
                <td>{evDigits(sunAltitudeDeg)}°</td>
                <td>{PHASE_WORDS[skyPhase(sunAltitudeDeg)]}</td>
                <td>{Math.round(100 * lampShare)} %</td>
              </tr>
            ))}
        </tbody>
      </Table>
    </TableScroll>
  );
}

const PHASE_WORDS = {
  day: 'day',
  civil: 'civil twilight',
  nautical: 'nautical twilight',
  astronomical: 'astronomical twilight',
  night: 'night',
} as const;

function chartWords({ samples }: Ahead, timeZone: string): string {
  const [first, last] = [samples[0]!, samples.at(-1)!];
  return `Light from ${clockText(first.atMs, timeZone)}, ${evText(first.ev100)}, to ${clockText(last.atMs, timeZone)}, ${evText(last.ev100)}. The table has every quarter of an hour.`;
}

/** What the sun does, in one sentence or two. */
function sunWords({ sun, against }: Ahead, timeZone: string, day: string, stretch: Stretch): string {
  const when = sun.polar === 'day' ? 'at the middle of this stretch' : stretch === 'morning' ? 'from then on' : 'until sunset';
  const side = against ? ` ${sunSideWords(against)} ${when}.` : '';
  if (sun.polar === 'day') return `${dayText(day)}: the sun does not set.${side}`;
  if (sun.polar === 'night') return `${dayText(day)}: the sun does not rise.`;
  const clock = (ms: number | null): string | null => (ms === null ? null : clockText(ms, timeZone));
  return `${dayText(day)}: ${duskWords(sun, clock)}.${side}`;
}

function duskWords({ sunsetMs, sunriseMs, dusk }: SunEvents, clock: (ms: number | null) => string | null): string {
  const parts = [
    sunsetMs === null ? 'the sun does not set' : `sunset ${clock(sunsetMs)}`,
    // Dark is the end of nautical twilight: what the sky still gives then is less than any lamp.
    dusk.nauticalMs === null ? 'never quite dark' : `dark by ${clock(dusk.nauticalMs)}`,
    ...(sunriseMs === null ? [] : [`sunrise ${clock(sunriseMs)}`]),
  ];
  return parts.join(', ');
}

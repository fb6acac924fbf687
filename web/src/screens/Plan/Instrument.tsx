import { type Aim, type Brief, type GateName, type PlanAtLight, type PlanAtShutter } from '@hushto/core';
import { capital, halvingsShare, isoWords, keptWords, plainNumber, shutterWords, stopWords, viewOf } from '@hushto/words';
import { PinOff, Table2 } from 'lucide-react';
import { lazy, Suspense, useMemo, useRef, type ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { Tip } from '../../components/Tip.tsx';
import { cn } from '../../components/cn.ts';
import { useLatest } from '../../components/useLatest.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { canStep, isPinned, pinCount, pinShutter, stepPin, togglePin, unpinned } from '../../domain/pins.ts';
import { cursorRange, movedCursor, settingsByShutter, valleyFrame } from '../../domain/valley.ts';
import { sharpText, percentText, signedText, type DistanceUnit } from '../../quantities/quantities.ts';
import { useCursor } from '../../state/cursor.ts';
import { useSettings } from '../../state/settings.ts';
import { RestCells, ShutterCell, type CellActions } from './DialIn.tsx';
import { SetCamera } from './SetCamera.tsx';
import { SimulatedFrame } from './SimulatedFrame.tsx';
import { shutterScale, Valley, windowWords } from './Valley.tsx';
import type { EditorProps } from './editors/editing.ts';

const StepBar = lazy(async () => ({ default: (await import('./StepBar.tsx')).StepBar }));
const WhatWouldHelp = lazy(async () => ({ default: (await import('./WhatWouldHelp.tsx')).WhatWouldHelp }));
const ValleyTable = lazy(async () => ({ default: (await import('./ValleyTable.tsx')).ValleyTable }));

interface InstrumentProps extends EditorProps {
  plan: PlanAtLight;
  /** Whether what is typed cannot be planned, so that this is the last plan that could. */
  stale: boolean;
  takes: ReactNode;
}

/** Dial-in values and Valley: one instrument on one shutter axis. */
export function Instrument({ brief, plan, stale, edit, takes }: InstrumentProps) {
  const {
    third: looked,
    table,
    move,
    toggleTable,
  } = useCursor(useShallow(({ third, table, move, toggleTable }) => ({ third, table, move, toggleTable })));
  const distanceUnit = useSettings(({ distanceUnit }) => distanceUnit);
  // On the first visit a line of it stands where a sentence of the plan will: nothing is pushed about.
  const tipsAway = useSettings(({ tipsAway }) => tipsAway);
  const figure = useRef<HTMLElement>(null);
  const { width, height, top } = useSize(figure);
  const frame = valleyFrame(plan);
  const range = cursorRange(plan);
  const shutterPinned = isPinned(brief, 'shutter');
  // A cursor left where this plan has no shutter falls back on what the plan chose; a pinned shutter is moved itself.
  const third = shutterPinned || looked === null || looked < range.slow || looked > range.fast ? null : looked;
  const moved = third !== null && third !== frame.chosen;
  const at = useMemo(() => settingsByShutter(brief, plan), [brief, plan]);
  const shown = at(third ?? frame.chosen);
  const view = viewOf(brief);
  const goTo = (to: number | null): void => {
    if (!shutterPinned) move(to === frame.chosen ? null : to);
    else if (to !== null) edit(pinShutter(to));
  };
  const actions = useLatest<CellActions>({
    step: (cell, by) => {
      if (cell === 'shutter') goTo(movedCursor(plan, third, by));
      else if (canStep(brief, cell, shown.choice, by)) edit(stepPin(cell, shown.choice, by));
    },
    pin: (cell) => {
      edit(togglePin(cell, shown.choice));
      if (cell === 'shutter') move(null);
    },
  });
  const { step, pin } = actions;
  useShortcuts({
    left: ['Shutter, a third', () => step('shutter', -1)],
    right: ['Shutter, a third', () => step('shutter', 1)],
    'shift+left': ['Shutter, a stop', () => step('shutter', -3)],
    'shift+right': ['Shutter, a stop', () => step('shutter', 3)],
    up: ['Aperture, a third', () => step('aperture', 1)],
    down: ['Aperture, a third', () => step('aperture', -1)],
    '[': ['ISO, a third', () => step('iso', -1)],
    ']': ['ISO, a third', () => step('iso', 1)],
    b: ['One frame more', () => step('burst', 1)],
    'shift+b': ['One frame fewer', () => step('burst', -1)],
    'p>s': ['Pin the shutter', () => pin('shutter')],
    'p>a': ['Pin the aperture', () => pin('aperture')],
    'p>i': ['Pin the ISO', () => pin('iso')],
    'p>b': ['Pin the burst', () => pin('burst')],
    h: ['Go to the hush point', () => (shutterPinned ? pin('shutter') : move(null))],
    t: ['Table or chart', toggleTable],
  });
  const hushX = width > 0 ? shutterScale(frame, width)(frame.hush) : 0;
  const centre = Math.min(Math.max(hushX, DIAL_ROOM.left), Math.max(DIAL_ROOM.left, width - DIAL_ROOM.right));
  const comparison = capital(keptWords(shown.figures.lostGrain + shown.figures.lostBlur - frame.best));
  const { lead, rest } = windowWords(plan, brief.picture.aim, view, liftWords(brief));
  return (
    <div
      className={cn(
        'grid grid-cols-[minmax(0,1fr)_22.25rem] gap-x-8 px-6 pt-3.5 pb-3 min-h-0 bg-panel border border-rule rounded-md md:max-xl:grid-cols-1 md:max-xl:gap-y-4 max-md:grid-cols-1 max-md:grid-rows-none max-md:order-2 max-sm:contents max-sm:col-span-full',
        stale && 'grayscale',
      )}
    >
      <div className="flex flex-col min-w-0 max-sm:contents">
        <ShutterCell
          {...actions}
          brief={brief}
          plan={plan}
          shown={shown}
          moved={moved}
          stale={stale}
          view={view}
          centre={centre}
          dipAt={width < NARROW ? 0.5 : 0.5 + (hushX - centre) / DIAL_WIDTH}
          canSlow={(third ?? frame.chosen) > range.slow}
          canFasten={(third ?? frame.chosen) < range.fast}
        />
        <section
          className="relative flex flex-col flex-1 min-h-0 max-sm:col-span-full max-sm:order-7 max-sm:mt-4.5"
          aria-labelledby="valley-title"
        >
          <div className="absolute flex inset-x-0 top-0 bottom-auto justify-between">
            <h2 className="leading-4.5" id="valley-title">
              Valley
            </h2>
            <span className="flex -mt-1.25 -mr-2.5 max-sm:-mt-3">
              {pinCount(brief) > 0 && (
                <Button look="bare" size="s" onClick={() => edit(unpinned)}>
                  <PinOff aria-hidden="true" /> Unpin all
                </Button>
              )}
              <Button look="bare" size="s" aria-pressed={table} onClick={toggleTable}>
                <Table2 aria-hidden="true" /> Table <kbd>t</kbd>
              </Button>
            </span>
          </div>
          <p
            className="pl-15 min-h-10 leading-5 max-sm:px-0 max-sm:pt-6 max-sm:pb-0"
            aria-live="polite"
            style={{ maxWidth: hushX > 0 && width >= NARROW ? Math.max(240, hushX - 12) : undefined }}
          >
            {plan.possible || plan.against ? (
              <>
                <b className="font-strong">{comparison}</b>
                {(third ?? frame.chosen) === frame.hush && !plan.against
                  ? ` as the best: ${isSlowEnd(plan, brief) ? 'the slowest that does' : 'you are on the hush point'}.`
                  : `: ${pastWords(plan, shown)}`}
              </>
            ) : (
              <>
                <b className="font-strong">Nothing works here</b>
                {moved ? `: ${pastWords(plan, shown)}` : ': this is the nearest.'}
              </>
            )}
            {tipsAway.includes('valley') && (
              <span className="block text-quiet">
                Grain costs {halvingsShare(shown.figures.lostGrain)} of the detail, blur {halvingsShare(shown.figures.lostBlur)}{' '}
                of the rest.
              </span>
            )}
          </p>
          <Tip name="valley" className="w-79 max-sm:w-auto">
            The lower, the more detail is kept. Strokes are lost to blur, dots to grain.
          </Tip>
          <figure
            className={cn(
              'relative flex-1 mt-2 min-h-80 md:max-xl:flex-none md:max-xl:h-85 max-md:flex-none max-md:h-105 max-sm:h-95 max-sm:min-h-0',
              plan.possible ? 'tall:min-h-73' : 'tall:min-h-64',
            )}
            ref={figure}
          >
            {table ? (
              <Suspense fallback={null}>
                <ValleyTable plan={plan} view={view} />
              </Suspense>
            ) : (
              width > 0 && (
                <Valley
                  plan={plan}
                  aim={brief.picture.aim}
                  third={third ?? frame.chosen}
                  moved={moved}
                  gateValues={(where) => gateWords(brief.picture.aim, at(where), distanceUnit)}
                  gatesAt={(where) => at(where).figures.gates}
                  spoken={`${shutterWords(shown.choice.shutterS)}, ${comparison.toLowerCase()}`}
                  view={view}
                  width={width}
                  height={height}
                  stemUp={top + STEM_UP}
                  onMove={goTo}
                />
              )
            )}
          </figure>
          {plan.possible && tipsAway.includes('gates') && (
            <p className="mt-2 leading-5 text-pretty">
              <b className="font-strong">{lead}</b> {rest}
            </p>
          )}
          <Tip name="gates" className="mt-2">
            Full bar: passes. Broken: at the edge. No bar: fails. In the outline nothing fails.
          </Tip>
        </section>
        {!plan.possible && (
          <Suspense>
            <WhatWouldHelp brief={brief} remedies={plan.remedies} />
          </Suspense>
        )}
      </div>
      <div className="flex flex-col min-w-0 md:max-xl:grid md:max-xl:grid-cols-[22.25rem_minmax(0,1fr)] md:max-xl:gap-x-6 max-sm:contents">
        <RestCells brief={brief} shown={shown} {...actions} />
        {takes}
        <SetCamera brief={brief} shown={shown} view={view} anyway={plan.possible ? null : plan.anyway} />
        <SimulatedFrame brief={brief} shown={shown} view={view} />
      </div>
      {width > 0 && width < NARROW && (
        <Suspense>
          <StepBar
            {...actions}
            brief={brief}
            shown={shown}
            comparison={comparison}
            view={view}
            canSlow={(third ?? frame.chosen) > range.slow}
            canFasten={(third ?? frame.chosen) < range.fast}
          />
        </Suspense>
      )}
    </div>
  );
}

/** Room the shutter value needs at either side of its middle, and how wide it is, px. */
const DIAL_ROOM = { left: 346, right: 160 } as const;
const DIAL_WIDTH = 190;
/** Narrower than this the value stands by itself, not over its column, px. */
const NARROW = 420;
/** From the top of the Valley up to the line under the shutter value, px. */
const STEM_UP = 16;

function pastWords(plan: PlanAtLight, { choice, figures }: PlanAtShutter): string {
  const shut = (Object.keys(figures.gates) as GateName[]).filter((gate) => figures.gates[gate] === 'shut');
  if (shut.length > 0) return `${shut.map(capital).join(' and ')} ${shut.length > 1 ? 'fail' : 'fails'}.`;
  if (plan.against && choice.shutterS === plan.choice.shutterS)
    return `${partWords(plan.against.blur, 'blur')}, ${partWords(plan.against.grain, 'grain')}.`;
  return choice.shutterS > plan.choice.shutterS ? 'more blur, less grain.' : 'less blur, more grain.';
}

/** Whether the plan stands at the slow end of a floor that has one. */
const isSlowEnd = ({ choice, figures: { plateau } }: PlanAtLight, { picture }: Brief): boolean =>
  plateau !== null && picture.aim === 'freeze' && plateau.slowestS > plateau.fastestS && choice.shutterS === plateau.slowestS;

const partWords = (halvings: number, what: string): string =>
  Math.abs(halvings) < 0.05 ? `as much ${what}` : `${halvings > 0 ? 'more' : 'less'} ${what}`;

function liftWords({ picture }: Brief): string {
  return picture.liftCeilingStops > 0
    ? `more than your ${stopWords(picture.liftCeilingStops)} would be brightened later`
    : `it asks for more than ${isoWords(picture.isoCeiling)}, and you brighten nothing later`;
}

function smearText(aim: Aim, { subjectBlurViewPx, smearShare, pan }: PlanAtShutter['figures']): string {
  if (aim === 'freeze') return `${plainNumber(subjectBlurViewPx)}\u00a0px`;
  return `${plainNumber(100 * (pan?.streakShare ?? smearShare))}\u00a0%`;
}

/** What each gate's number is at a setting. */
function gateWords(aim: Aim, { choice, figures }: PlanAtShutter, unit: DistanceUnit): Record<GateName, string> {
  return {
    freeze: smearText(aim, figures),
    hold: percentText(figures.burstProbability),
    light: choice.liftStops > 0.1 ? `+${choice.labels.lift} later` : isoWords(choice.iso),
    depth: sharpText(figures.nearM, figures.farM, unit),
    flicker: figures.flickerStops < 0.005 ? 'steady' : `${plainNumber(figures.flickerStops)}\u00a0stop`,
    focus: `${signedText(figures.focusHeadroomEv)}\u00a0EV`,
  };
}

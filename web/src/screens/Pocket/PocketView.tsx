import type { FrameVerdict } from '@hushto/contract';
import {
  toneStops,
  apertureLabel,
  briefOfTake,
  burstRate,
  CONDITION_NAMES,
  HOLD_CONDITIONS,
  lightFromIso,
  lightFromMeter,
  meteredIso,
  meterReading,
  planBrief,
  plannedStops,
  stopsLabel,
  type AnchoredLight,
  type Brief,
  type HoldCondition,
  type Plan,
  type Rung,
} from '@hushto/core';
import {
  capital,
  cautionWords,
  CONDITION_WORDS,
  evDigits,
  groupDigits,
  plainNumber,
  rungWords,
  stanceWords,
  watchText,
} from '@hushto/words';
import {
  ChevronLeft,
  ChevronRight,
  ChevronUp,
  Download,
  Eye,
  PersonStanding,
  Ruler,
  SunDim,
  TriangleAlert,
  Undo2,
  X,
} from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore, type DOMAttributes, type ReactNode } from 'react';
import { useStore } from 'zustand';
import { Button } from '../../components/Button.tsx';
import { Caution } from '../../components/Caution.tsx';
import { TakeChips } from '../../components/TakeChips.tsx';
import { Toggles } from '../../components/Toggles.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { cn } from '../../components/cn.ts';
import { tread } from '../../components/tread.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { apertureState, isoState, shutterState } from '../../domain/cells.ts';
import { type Deck, type Stop } from '../../domain/decks.ts';
import { rungsRound } from '../../domain/ladder.ts';
import { briefHere, countsOf, stopNow } from '../../domain/onTheSpot.ts';
import { lastCounted, type TallyBook } from '../../domain/tallyBook.ts';
import { distanceText, evText, steadyText } from '../../quantities/quantities.ts';
import { spotOf, type PocketStore } from '../../state/pocket.ts';
import { useSettings } from '../../state/settings.ts';

interface PocketViewProps {
  deck: Deck;
  store: PocketStore;
  /** Where frames are counted. */
  book: TallyBook;
  /** The day it is here. */
  day: string;
  /** Whether it goes on without a network, in a few words. */
  standing: ReactNode;
  /** The way back; none in a file of its own. */
  close?: ReactNode;
  /** Gives the tally out as a file, where there is nobody to send it to. */
  onExport?: () => void;
}

const MINUTE_MS = 60_000;

/** The plan in the hand: what to set, what to give up next, and one question about the light. */
export function PocketView({ deck, store, book, day, standing, close, onExport }: PocketViewProps) {
  const pocket = useStore(store);
  const nowMs = useMinute();
  const stop = stopNow(deck, pocket.chosen, nowMs);
  const spot = spotOf(pocket, stop.key);
  const brief = useMemo(() => briefHere(stop, spot), [stop, spot]);
  const plan = useMemo(() => planBrief(brief), [brief]);
  // A take that this light has no setting for is the plan again.
  const take = plan.takes.find(({ code }) => code === spot.take) ?? null;
  const taken = useMemo(() => (take ? (briefOfTake(brief, take.code) ?? brief) : brief), [brief, take]);
  const shown = useMemo(() => (take ? planBrief(taken) : plan), [take, taken, plan]);
  const ofDay = useSyncExternalStore(book.subscribe, () => book.framesOf(stop, day));
  const safe = useSyncExternalStore(book.subscribe, book.isSafe) && pocket.safe;
  const frames = ofDay.filter((frame) => (frame.take ?? null) === (take?.code ?? null));
  const at = deck.stops.indexOf(stop);
  const go = (by: 1 | -1): void => {
    const next = deck.stops[at + by];
    if (next) pocket.choose(next.key);
  };
  const anchor = (light: AnchoredLight): void => pocket.anchor(stop.key, light);
  const question = questionOf(taken, shown);
  const count = (verdict: FrameVerdict): void => {
    const { shutterS, fNumber, iso } = shown.choice;
    const { ev100 } = brief.light;
    void book.count(stop, day, {
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      verdict,
      shutterS,
      fNumber,
      iso,
      ev100,
      distanceM: brief.subject.distanceM,
      ...(take ? { take: take.code } : {}),
    });
  };
  const uncount = (): void => {
    const last = lastCounted(ofDay);
    if (last) void book.uncount(stop, day, last.id);
  };
  useWakeLock();
  useShortcuts({
    up: ['Light a third brighter or darker', () => anchor(question.stepped(1 / 3))],
    down: ['Light a third brighter or darker', () => anchor(question.stepped(-1 / 3))],
    'shift+up': ['Light a stop brighter or darker', () => anchor(question.stepped(1))],
    'shift+down': ['Light a stop brighter or darker', () => anchor(question.stepped(-1))],
    1: ['Count sharp, soft, noisy, missed', () => count('sharp')],
    2: ['Count sharp, soft, noisy, missed', () => count('soft')],
    3: ['Count sharp, soft, noisy, missed', () => count('noisy')],
    4: ['Count sharp, soft, noisy, missed', () => count('missed')],
    u: ['Take the last frame back', uncount],
    '[': ['The stop before', () => go(-1)],
    ']': ['The next stop', () => go(1)],
    d: ['Dim or deep dim', () => pocket.dim(!pocket.deep)],
  });
  useEffect(() => {
    const classes = document.documentElement.classList;
    classes.toggle('deep', pocket.deep);
    return () => classes.remove('deep');
  }, [pocket.deep]);
  const caution = cautionWords(brief);
  return (
    <main className="flex flex-col mx-auto min-h-dvh max-w-120">
      <header className="flex items-center pt-0.5 pr-2 pl-5 min-h-11">
        <h1 className="flex-1 min-w-0 font-title text-18 leading-5 font-semibold line-clamp-2">{stop.title}</h1>
        <p className="flex gap-1.5 items-center mr-1 text-13 whitespace-nowrap text-quiet">{safe ? standing : 'Not kept here'}</p>
        {onExport && (
          <Button look="bare" icon className="w-11 min-h-11" aria-label="Save the tally as a file" onClick={onExport}>
            <Download aria-hidden="true" />
          </Button>
        )}
        <Button
          look="bare"
          icon
          className="w-11 min-h-11"
          aria-label={pocket.deep ? 'Back to Dim' : 'Deep dim: one dark orange on black'}
          aria-pressed={pocket.deep}
          onClick={() => pocket.dim(!pocket.deep)}
        >
          <SunDim aria-hidden="true" />
        </Button>
        {close}
      </header>
      {deck.stops.length > 1 && (
        <nav className="flex items-center justify-between -mt-1 px-2" aria-label={`Stops of ${deck.title}`}>
          <Button look="bare" icon className="w-11 min-h-11" aria-label="Stop before" disabled={at === 0} onClick={() => go(-1)}>
            <ChevronLeft aria-hidden="true" />
          </Button>
          <button
            type="button"
            className="min-h-11 text-18 font-strong tabular-nums text-ink"
            aria-label={`${stop.clock}, ${at + 1} of ${deck.stops.length}${pocket.chosen ? '. Follow the clock again' : ''}`}
            disabled={pocket.chosen === null}
            onClick={() => pocket.choose(null)}
          >
            {stop.clock}{' '}
            <span className="ml-2 text-13 font-normal text-quiet">
              {pocket.chosen === null ? `${at + 1} of ${deck.stops.length}` : 'chosen; back to now'}
            </span>
          </button>
          <Button
            look="bare"
            icon
            className="w-11 min-h-11"
            aria-label="Next stop"
            disabled={at === deck.stops.length - 1}
            onClick={() => go(1)}
          >
            <ChevronRight aria-hidden="true" />
          </Button>
        </nav>
      )}
      <DialledValues brief={taken} plan={shown} onThird={(by) => anchor(question.stepped(by / 3))} />
      <section className="px-5 pt-3 max-2xs:px-3" aria-label="Takes">
        <TakeChips
          brief={brief}
          takes={plan.takes}
          taken={take}
          onTake={(code) => pocket.take(stop.key, code)}
          lines="h-10 overflow-hidden"
        />
      </section>
      <Rungs
        brief={taken}
        plan={shown}
        room={deck.stops.length > 1 ? 3 : 4}
        onTap={({ evFrom }) => anchor({ ev100: evFrom, bound: 'reading' })}
      />
      {brief.watch && <Caution icon={Eye} className="px-5 pb-1.5 leading-4">{`Watch for ${watchText(brief)}.`}</Caution>}
      {caution && <Caution className="px-5 pb-1.5 leading-4">{caution}</Caution>}
      <section
        className="sticky grid bottom-0 gap-1.5 px-5 max-2xs:px-3 pt-1.5 pb-[calc(10px_+_env(safe-area-inset-bottom))] bg-panel border-t border-t-rule"
        aria-label="On the spot"
      >
        <LightInput
          question={question}
          stop={stop}
          ev100={brief.light.ev100}
          bound={spot.bound}
          onAnchor={anchor}
          onPlanned={() => pocket.asPlanned(stop.key)}
        />
        <div className="grid grid-cols-[repeat(4,minmax(0,1fr))_44px] gap-1.5 max-2xs:gap-1" role="group" aria-label="Tally">
          {TALLY.map(({ verdict, word }) => (
            <Button
              key={verdict}

              className="flex-col gap-0 min-h-13 text-15 leading-4.5"
              onClick={() => count(verdict)}
            >
              <b className="font-dial text-18 leading-5 font-strong tabular-nums">{countsOf(frames)[verdict]}</b>
              {word}
            </Button>
          ))}
          <Button
            look="bare"
            className="flex-col gap-0 min-h-13 text-15 leading-4.5"
            aria-label="Take the last frame back"
            disabled={ofDay.length === 0}
            onClick={uncount}
          >
            <Undo2 aria-hidden="true" />
          </Button>
        </div>
        <div className="grid grid-cols-[minmax(0,1fr)_132px] gap-1.5">
          <Stance brief={brief} onHold={(conditions) => pocket.hold(stop.key, conditions)} />
          <Distance brief={brief} onStand={(distanceM) => pocket.stand(stop.key, distanceM)} />
        </div>
      </section>
    </main>
  );
}

const TALLY: readonly { verdict: FrameVerdict; word: string }[] = [
  { verdict: 'sharp', word: 'sharp' },
  { verdict: 'soft', word: 'soft' },
  { verdict: 'noisy', word: 'noisy' },
  { verdict: 'missed', word: 'missed' },
];

/** Way of the finger for a third of a stop, px. */
const THIRD_PX = 36;

/** A finger over the values: up for a lighter third, down for a darker one, with a tick for each where the phone can. */
function useSwipe(onThird: (by: 1 | -1) => void): Pick<DOMAttributes<HTMLElement>, 'onPointerDown' | 'onPointerMove'> {
  const from = useRef(0);
  return {
    onPointerDown: (event) => {
      from.current = event.clientY;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: ({ clientY, currentTarget, pointerId }) => {
      if (!currentTarget.hasPointerCapture(pointerId) || Math.abs(clientY - from.current) < THIRD_PX) return;
      const by = clientY < from.current ? 1 : -1;
      from.current -= by * THIRD_PX;
      navigator.vibrate?.(8);
      onThird(by);
    },
  };
}

/** How to focus, in a few words. */
function focusWord({ camera: { focus } }: Plan, distanceM: number): string {
  switch (focus.code) {
    case 'byHand':
      return `by hand, ${plainNumber(distanceM)} m`;
    case 'zone':
      return `zone, ${plainNumber(distanceM)} m`;
    case 'onAnEdge':
    case 'singleInstead':
      return 'single, on an edge';
    case 'following':
      return 'continuous';
    default:
      return focus.code;
  }
}

/** The values to dial in, readable at arm's length. */
function DialledValues({ brief, plan, onThird }: { brief: Brief; plan: Plan; onThird: (by: 1 | -1) => void }) {
  const { choice } = plan;
  const { kit, subject } = brief;
  const rate = burstRate(kit.sensor.framesPerSecond, choice.shutterS);
  const focus = focusWord(plan, subject.distanceM);
  return (
    <section
      className="flex flex-wrap items-end justify-between px-5 touch-none max-2xs:px-3"
      aria-label="Set these"
      {...useSwipe(onThird)}
    >
      <div className="flex gap-2 items-end justify-between w-full">
        <div>
          <h2 className="sr-only">Shutter</h2>
          <output
            className={cn(
              'inline-block -ml-1.25 font-dial text-[96px] leading-21 font-semibold tracking-[-0.055em] tabular-nums whitespace-nowrap',
              choice.labels.shutter.length > 5 ? 'text-[80px] leading-21 max-2xs:text-[64px]' : 'max-2xs:text-[80px]',
            )}
          >
            {choice.labels.shutter}
            {!choice.labels.shutter.includes('/') && (
              <small className="ml-2.5 font-text text-24 leading-6 font-medium tracking-normal">s</small>
            )}
            <Understroke how={shutterState(brief, plan, plan, false).how} large className="ml-1.25" />
          </output>
        </div>
        <dl className="grid gap-1.5 pb-2.5 text-right">
          <div>
            <dt className="text-13 leading-4 text-quiet">Burst</dt>
            <dd className="text-18 leading-5 font-strong">
              {choice.burst > 1 ? `${choice.burst} at ${Math.round(rate * 10) / 10}/s` : 'one'}
            </dd>
          </div>
          <div>
            <dt className="text-13 leading-4 text-quiet">Focus</dt>
            <dd className="text-18 leading-5 font-strong">{focus}</dd>
          </div>
        </dl>
      </div>
      <div className="mt-1.5">
        <h2 className="sr-only">Aperture</h2>
        <output className="inline-block font-dial text-[44px] leading-11.5 max-2xs:text-[34px] font-semibold tracking-[-0.035em] tabular-nums whitespace-nowrap">
          {choice.labels.aperture}
          <Understroke how={apertureState(brief, plan).how} />
        </output>
      </div>
      <div className="mt-1.5">
        <h2 className="sr-only">ISO</h2>
        <output className="inline-block font-dial text-[44px] leading-11.5 max-2xs:text-[34px] font-semibold tracking-[-0.035em] tabular-nums whitespace-nowrap">
          <small className="mr-1.25 font-text text-15 leading-4.5 font-medium tracking-normal text-quiet">ISO</small>
          {groupDigits(choice.labels.iso)}
          <Understroke how={isoState(brief, plan).how} />
        </output>
      </div>
      <div className="mt-1.5">
        <h2 className="sr-only">Brighten later</h2>
        <output className="inline-block font-dial text-[44px] leading-11.5 max-2xs:text-[34px] font-semibold tracking-[-0.035em] tabular-nums whitespace-nowrap">
          <small className="mr-1.25 font-text text-15 leading-4.5 font-medium tracking-normal text-quiet">later</small>
          {choice.labels.lift === '0' ? '0' : `+${choice.labels.lift}`}
          <Understroke how={choice.labels.lift === '0' ? 'computed' : 'limit'} />
        </output>
      </div>
    </section>
  );
}

/** The ladder with the present rung lit; pressing another says that its light is here. Always `room` rows, so that nothing moves. */
function Rungs({
  brief,
  plan: { ladder },
  room,
  onTap,
}: {
  brief: Brief;
  plan: Plan;
  room: number;
  onTap: (rung: Rung) => void;
}) {
  const shown = rungsRound(ladder, room);
  return (
    <ol className="mt-2.5 flex-1 px-5" aria-label="Ladder. Press a rung to say: this is the light now">
      {Array.from({ length: room }, (_, n) => {
        const rung = shown[n];
        if (!rung) return <li key={n} aria-hidden="true" className="h-18.5 short:last:hidden" />;
        return (
          <li
            key={n}
            className={cn(
              tread({ state: rung.state, now: rung.now }),
              'ml-[calc(var(--n)*6px)] short:last:hidden',
              rung.now && '-mr-5 ml-[calc(var(--n)*6px-10px)] pr-5 pl-2.5 before:h-1.5 deep:-mr-2.5 deep:pr-2.5 deep:before:h-2',
            )}
            style={{ '--n': n } as React.CSSProperties}
            aria-current={rung.now ? 'true' : undefined}
          >
            <button
              className="grid h-18.5 w-full cursor-pointer grid-cols-[auto_auto_auto_1fr] content-start items-baseline gap-x-2.5 overflow-hidden rounded-none pt-2.25 pb-0.75 text-left text-13"
              type="button"
              onClick={() => onTap(rung)}
            >
              <b className="font-dial text-24 leading-6 font-strong tracking-[-0.02em] tabular-nums">{rung.labels.shutter}</b>
              <span className="font-dial text-18 font-semibold tabular-nums whitespace-nowrap">
                {apertureLabel(rung.fNumber, [brief.kit.lens.widestF])}
              </span>
              <span className="font-dial text-18 font-semibold tabular-nums whitespace-nowrap">
                ISO {groupDigits(rung.labels.iso)}
              </span>
              <span
                className={cn(
                  'justify-self-end text-13 whitespace-nowrap text-quiet',
                  rung.state === 'past' && 'inline-flex items-center gap-1.25 self-center text-warn',
                  rung.now && 'font-strong text-hush',
                )}
              >
                {rung.state === 'past' && <TriangleAlert aria-label="Does not work" />}
                {rung.now ? `now, ${evDigits(rung.evFrom)}` : evText(rung.evFrom)}
              </span>
              <span className={cn('col-span-full line-clamp-2 text-15 leading-4.5', !rung.now && 'text-quiet')}>
                {rungWords(brief, rung, { named: false })}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** What the camera is asked, with what it should show in the present light. */
interface Question {
  ask: string;
  assume: string;
  /** What it shows when the light is as thought. */
  shows: string;
  /** What the steps are called: a brighter light, a step each. */
  steps: { by: number; label: string; name: string }[];
  /** The light when it shows `by` stops more light than thought. */
  stepped: (by: number) => AnchoredLight;
}

/** In manual the meter is asked; where the camera floats ISO, the ISO. */
function questionOf(brief: Brief, { choice, figures, camera }: Plan): Question {
  const { kit, picture, light, subject } = brief;
  const keyStops = picture.keyStops ?? 0;
  const spot = camera.meter.code === 'floats' || camera.meter.code === 'offDial' ? camera.meter : null;
  const metered = spot ? toneStops(subject.tone) : figures.compensationStops - keyStops;
  // Exposed for the bright phase, the meter is read on the peaks.
  const peakStops = plannedStops(light.swing);
  const setting = {
    shutterS: choice.shutterS,
    fNumber: choice.fNumber / Math.sqrt(kit.lens.transmissionT ?? 1),
    toneStops: metered,
  };
  if (camera.mode === 'manual') {
    const reading = meterReading(setting, choice.iso, light.ev100 + peakStops);
    return {
      ask: peakStops > 0 ? 'On the peaks the meter reads' : 'The meter reads',
      assume: spot ? 'spot, on the subject' : 'whole picture, compensation 0',
      shows: signedStops(reading),
      steps: [
        { by: -1, label: '−1', name: 'A stop darker' },
        { by: -1 / 3, label: '−⅓', name: 'A third darker' },
        { by: 1 / 3, label: '+⅓', name: 'A third lighter' },
        { by: 1, label: '+1', name: 'A stop lighter' },
      ],
      stepped: (by) => {
        const read = lightFromMeter(setting, choice.iso, reading + by);
        return { ...read, ev100: read.ev100 - peakStops };
      },
    };
  }
  const compensationStops = spot?.stops ?? figures.compensationStops - figures.heldBackStops;
  const range = {
    compensationStops,
    lowestIso: kit.sensor.baseIso,
    ceilingIso: Math.min(picture.isoCeiling, kit.sensor.maxIso),
  };
  return {
    ask: 'The camera shows',
    assume: `auto ISO${spot ? ', spot' : ''}, compensation ${signedStops(compensationStops)}`,
    shows: `ISO ${groupDigits(choice.labels.iso)}`,
    steps: [
      { by: -1, label: '×2', name: 'ISO a stop higher: darker' },
      { by: -1 / 3, label: '+⅓', name: 'ISO a third higher: darker' },
      { by: 1 / 3, label: '−⅓', name: 'ISO a third lower: lighter' },
      { by: 1, label: '÷2', name: 'ISO a stop lower: lighter' },
    ],
    stepped: (by) =>
      lightFromIso(
        setting,
        meteredIso(light.ev100, setting.shutterS, setting.fNumber) * 2 ** (keyStops - figures.heldBackStops - by),
        range,
      ),
  };
}

const signedStops = (stops: number): string => (stops > 1 / 6 ? `+${stopsLabel(stops)}` : stopsLabel(stops));

interface LightInputProps {
  question: Question;
  stop: Stop;
  ev100: number;
  bound: AnchoredLight['bound'];
  onAnchor: (light: AnchoredLight) => void;
  onPlanned: () => void;
}

/** The one question about the light; each step counts at once. */
function LightInput({ question, stop, ev100, bound, onAnchor, onPlanned }: LightInputProps) {
  const planned = Math.abs(ev100 - stop.ev100) < 0.05;
  const limit = { reading: '', orDarker: ' or darker', orBrighter: ' or brighter' }[bound];
  const atAnEnd = { reading: null, orDarker: 'at its end: try slower', orBrighter: 'at its end: try faster' }[bound];
  return (
    <>
      <p className="flex gap-2 items-baseline justify-between text-15 leading-5">
        <span>{question.ask}</span>
        <span className="text-13 whitespace-nowrap text-quiet">{atAnEnd ?? question.assume}</span>
      </p>
      <div
        className="grid grid-cols-[50px_50px_minmax(0,1fr)_50px_50px] gap-1.5 h-13 max-2xs:grid-cols-[44px_44px_minmax(0,1fr)_44px_44px] max-2xs:gap-1"
        role="group"
        aria-label={question.ask}
      >
        {question.steps.slice(0, 2).map(({ by, label, name }) => (
          <Button
            key={name}

            className="min-h-13 text-18 font-semibold"
            aria-label={`${label}, ${name}`}
            onClick={() => onAnchor(question.stepped(by))}
          >
            {label}
          </Button>
        ))}
        <button
          type="button"
          className="grid content-center place-items-center min-w-0 font-dial text-[28px] leading-7.5 font-semibold tracking-[-0.03em] tabular-nums whitespace-nowrap cursor-pointer text-ink disabled:cursor-default"
          disabled={planned}
          onClick={onPlanned}
        >
          {question.shows}{' '}
          <small className="font-text text-13 leading-4 font-normal tracking-normal text-quiet in-enabled:underline in-enabled:underline-offset-3">
            {evText(ev100)}
            {limit || <span className="max-2xs:hidden">{planned ? ', as planned' : `, not ${evDigits(stop.ev100)}`}</span>}
          </small>
          {!planned && <span className="sr-only">. Back to the planned light</span>}
        </button>
        {question.steps.slice(2).map(({ by, label, name }) => (
          <Button
            key={name}

            className="min-h-13 text-18 font-semibold"
            aria-label={`${label}, ${name}`}
            onClick={() => onAnchor(question.stepped(by))}
          >
            {label}
          </Button>
        ))}
      </div>
    </>
  );
}

function Stance({ brief, onHold }: { brief: Brief; onHold: (conditions: HoldCondition[]) => void }) {
  const { conditions } = brief.hold;
  return (
    <Drawer title="How you hold it" icon={<PersonStanding aria-hidden="true" />} words={capital(stanceWords(conditions))}>
      <Toggles
        label="How you hold it"
        on={conditions}
        each="px-3 data-[state=on]:border-3 data-[state=on]:bg-transparent data-[state=on]:font-strong data-[state=on]:text-ink"
        onChange={onHold}
        options={CONDITION_NAMES.map((condition) => ({
          value: condition,
          label: (
            <>
              <span>{capital(CONDITION_WORDS[condition])}</span>
              <span className="tabular-nums">{steadyText(HOLD_CONDITIONS[condition])}</span>
            </>
          ),
        }))}
      />
    </Drawer>
  );
}

/** A step nearer or farther: about a sixth, as far as a hand can guess. */
const DISTANCE_STEP = 2 ** (1 / 4);
const DISTANCES_M = [0.7, 1, 1.5, 2, 3, 4, 5, 7, 10, 15, 20, 30];

function Distance({ brief, onStand }: { brief: Brief; onStand: (distanceM: number) => void }) {
  const unit = useSettings((settings) => settings.distanceUnit);
  const { distanceM } = brief.subject;
  return (
    <Drawer title="How far away" icon={<Ruler aria-hidden="true" />} words={distanceText(distanceM, unit)}>
      <div className="grid grid-cols-3 gap-1.5 items-center mb-3 text-center">
        <Button className="min-h-13" onClick={() => onStand(distanceM / DISTANCE_STEP)}>
          Nearer
        </Button>
        <output className="font-dial text-[32px] leading-9 font-semibold">{distanceText(distanceM, unit)}</output>
        <Button className="min-h-13" onClick={() => onStand(distanceM * DISTANCE_STEP)}>
          Farther
        </Button>
      </div>
      <ul className="grid grid-cols-3 gap-1.5">
        {DISTANCES_M.map((metres) => (
          <li key={metres}>
            <Button
              className="justify-center w-full min-h-11 aria-pressed:font-strong aria-pressed:border-3 aria-pressed:border-ink"
              aria-pressed={Math.abs(metres / distanceM - 1) < 0.02}
              onClick={() => onStand(metres)}
            >
              {distanceText(metres, unit)}
            </Button>
          </li>
        ))}
      </ul>
    </Drawer>
  );
}

/** A choice that comes up from the foot of the screen, in reach of the thumb. */
function Drawer({ title, icon, words, children }: { title: string; icon: ReactNode; words: string; children: ReactNode }) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>
        <Button className="justify-start px-3 min-h-12 font-semibold" aria-label={`${title}: ${words}`}>
          {icon}
          <span className="line-clamp-2 text-left leading-4.5 whitespace-normal">{words}</span>
          <ChevronUp className="ml-auto text-quiet" aria-hidden="true" />
        </Button>
      </Dialog.Trigger>
      {/* Within Pocket, whose colours it has. */}
      <Dialog.Overlay className="fixed inset-0 z-45 bg-[rgba(0,0,0,0.6)]" />
      <Dialog.Content
        className="fixed inset-x-0 bottom-0 z-46 mx-auto px-5 pt-2 pb-[calc(16px_+_env(safe-area-inset-bottom))] w-full max-w-120 max-h-[80dvh] overflow-auto text-ink bg-panel border-x border-t border-rule rounded-t-md"
        aria-describedby={undefined}
      >
        <div className="flex items-center justify-between">
          <Dialog.Title className="font-title text-18 font-semibold">{title}</Dialog.Title>
          <Dialog.Close asChild>
            <Button look="bare" icon className="w-11 min-h-11" aria-label="Done">
              <X aria-hidden="true" />
            </Button>
          </Dialog.Close>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Root>
  );
}

/** The time, fresh every minute and on coming back. */
function useMinute(): number {
  const [nowMs, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = (): void => setNow(Date.now());
    const timer = setInterval(tick, MINUTE_MS);
    document.addEventListener('visibilitychange', tick);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', tick);
    };
  }, []);
  return nowMs;
}

/** Keeps the screen on while Pocket is in view, where the browser can. */
function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const hold = async (): Promise<void> => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      // Refused on a low battery, say: then the screen goes off as it always does.
      lock = await navigator.wakeLock.request('screen').catch(() => null);
      if (gone) await lock?.release();
    };
    const again = (): void => void hold();
    again();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}

import type { FrameVerdict } from '@hushto/contract';
import {
  MID_GREY,
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
  Info,
  PersonStanding,
  Ruler,
  SunDim,
  TriangleAlert,
  Undo2,
  X,
} from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type DOMAttributes, type ReactNode } from 'react';
import { useStore } from 'zustand';
import { TakeChips } from '../../components/TakeChips.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { distanceText, evText, steadyText } from '../../quantities/quantities.ts';
import { apertureState, isoState, shutterState } from '../../domain/cells.ts';
import { rungsRound } from '../../domain/ladder.ts';
import { type Deck, type Stop } from '../../domain/decks.ts';
import { briefHere, countsOf, stopNow } from '../../domain/onTheSpot.ts';
import { spotOf, tallyOf, type PocketStore } from '../../state/pocket.ts';
import { useSettings } from '../../state/settings.ts';

interface PocketViewProps {
  deck: Deck;
  store: PocketStore;
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
export function PocketView({ deck, store, day, standing, close, onExport }: PocketViewProps) {
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
  const ofDay = tallyOf(pocket, stop.key, day)?.tally.frames ?? [];
  const frames = ofDay.filter((frame) => (frame.take ?? null) === (take?.code ?? null));
  const at = deck.stops.indexOf(stop);
  const go = (by: 1 | -1): void => {
    const next = deck.stops[at + by];
    if (next) pocket.choose(next.key);
  };
  const anchor = (light: AnchoredLight): void => pocket.anchor(stop.key, light);
  const question = questionOf(taken, shown);
  const count = (verdict: FrameVerdict): void => pocket.count(stop, brief, verdict, shown.choice, take?.code ?? null);
  useWakeLock();
  useShortcuts({
    ArrowUp: () => anchor(question.stepped(1 / 3)),
    ArrowDown: () => anchor(question.stepped(-1 / 3)),
    'Shift+ArrowUp': () => anchor(question.stepped(1)),
    'Shift+ArrowDown': () => anchor(question.stepped(-1)),
    1: () => count('sharp'),
    2: () => count('soft'),
    3: () => count('noisy'),
    4: () => count('missed'),
    u: () => pocket.uncount(stop.key),
    '[': () => go(-1),
    ']': () => go(1),
    d: () => pocket.dim(!pocket.deep),
  });
  useEffect(() => {
    const classes = document.documentElement.classList;
    classes.toggle('deep', pocket.deep);
    return () => classes.remove('deep');
  }, [pocket.deep]);
  const caution = cautionWords(brief);
  return (
    <main className="pocket">
      <header className="topline">
        <h1>{stop.title}</h1>
        <p>{pocket.safe ? standing : 'Not kept here'}</p>
        {onExport && (
          <button type="button" className="btn bare icon" aria-label="Save the tally as a file" onClick={onExport}>
            <Download className="i" aria-hidden="true" />
          </button>
        )}
        <button
          type="button"
          className="btn bare icon"
          aria-label={pocket.deep ? 'Back to Dim' : 'Deep dim: one dark orange on black'}
          aria-pressed={pocket.deep}
          onClick={() => pocket.dim(!pocket.deep)}
        >
          <SunDim className="i" aria-hidden="true" />
        </button>
        {close}
      </header>
      {deck.stops.length > 1 && (
        <nav className="stops" aria-label={`Stops of ${deck.title}`}>
          <button type="button" className="btn bare icon" aria-label="Stop before" disabled={at === 0} onClick={() => go(-1)}>
            <ChevronLeft className="i" aria-hidden="true" />
          </button>
          <button
            type="button"
            className="clock"
            aria-label={`${stop.clock}, ${at + 1} of ${deck.stops.length}${pocket.chosen ? '. Follow the clock again' : ''}`}
            disabled={pocket.chosen === null}
            onClick={() => pocket.choose(null)}
          >
            {stop.clock} <span>{pocket.chosen === null ? `${at + 1} of ${deck.stops.length}` : 'chosen; back to now'}</span>
          </button>
          <button
            type="button"
            className="btn bare icon"
            aria-label="Next stop"
            disabled={at === deck.stops.length - 1}
            onClick={() => go(1)}
          >
            <ChevronRight className="i" aria-hidden="true" />
          </button>
        </nav>
      )}
      <DialledValues brief={taken} plan={shown} onThird={(by) => anchor(question.stepped(by / 3))} />
      <section className="px-5 pt-3" aria-label="Takes">
        <TakeChips
          brief={brief}
          takes={plan.takes}
          taken={take}
          onTake={(code) => pocket.take(stop.key, code)}
          lines="h-9 overflow-hidden"
        />
      </section>
      <Rungs
        brief={taken}
        plan={shown}
        room={deck.stops.length > 1 ? 3 : 4}
        onTap={({ evFrom }) => anchor({ ev100: evFrom, bound: 'reading' })}
      />
      {brief.watch && (
        <p className="caution">
          <Eye className="i" aria-hidden="true" />
          <span>Watch for {watchText(brief)}.</span>
        </p>
      )}
      {caution && (
        <p className="caution">
          <Info className="i" aria-hidden="true" />
          <span>{caution}</span>
        </p>
      )}
      <section className="thumb" aria-label="On the spot">
        <LightInput
          question={question}
          stop={stop}
          ev100={brief.light.ev100}
          bound={spot.bound}
          onAnchor={anchor}
          onPlanned={() => pocket.asPlanned(stop.key)}
        />
        <div className="tally" role="group" aria-label="Tally">
          {TALLY.map(({ verdict, word }) => (
            <button key={verdict} type="button" className="btn" onClick={() => count(verdict)}>
              <b>{countsOf(frames)[verdict]}</b>
              {word}
            </button>
          ))}
          <button
            type="button"
            className="btn bare"
            aria-label="Take the last frame back"
            disabled={ofDay.length === 0}
            onClick={() => pocket.uncount(stop.key)}
          >
            <Undo2 className="i" aria-hidden="true" />
          </button>
        </div>
        <div className="where">
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
    <section className="big touch-none" aria-label="Set these" {...useSwipe(onThird)}>
      <div className="xl">
        <div>
          <h2 className="vh">Shutter</h2>
          <output className={choice.labels.shutter.length > 5 ? 'long' : ''}>
            {choice.labels.shutter}
            {!choice.labels.shutter.includes('/') && <small>s</small>}
            <Understroke how={shutterState(brief, plan, plan, false).how} />
          </output>
        </div>
        <dl>
          <div>
            <dt>Burst</dt>
            <dd>{choice.burst > 1 ? `${choice.burst} at ${Math.round(rate * 10) / 10}/s` : 'one'}</dd>
          </div>
          <div>
            <dt>Focus</dt>
            <dd>{focus}</dd>
          </div>
        </dl>
      </div>
      <div className="l">
        <h2 className="vh">Aperture</h2>
        <output>
          {choice.labels.aperture}
          <Understroke how={apertureState(brief, plan).how} />
        </output>
      </div>
      <div className="l">
        <h2 className="vh">ISO</h2>
        <output>
          <small>ISO</small>
          {groupDigits(choice.labels.iso)}
          <Understroke how={isoState(brief, plan).how} />
        </output>
      </div>
      <div className="l">
        <h2 className="vh">Brighten later</h2>
        <output>
          <small>later</small>
          {choice.labels.lift === '0' ? '0' : `+${choice.labels.lift}`}
          <Understroke how={choice.labels.lift === '0' ? 'computed' : 'limit'} />
        </output>
      </div>
    </section>
  );
}

const TREADS = { works: '', edge: 'edge', relaxed: 'edge', past: 'past' } as const;
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
    <ol className="rungs" aria-label="Ladder. Press a rung to say: this is the light now">
      {Array.from({ length: room }, (_, n) => {
        const rung = shown[n];
        if (!rung) return <li key={n} aria-hidden="true" className="none" />;
        return (
          <li
            key={n}
            className={`${TREADS[rung.state]} ${rung.now ? 'now' : ''}`}
            style={{ '--n': n } as React.CSSProperties}
            aria-current={rung.now ? 'true' : undefined}
          >
            <button type="button" onClick={() => onTap(rung)}>
              <b>{rung.labels.shutter}</b>
              <i>{apertureLabel(rung.fNumber, [brief.kit.lens.widestF])}</i>
              <i>ISO {groupDigits(rung.labels.iso)}</i>
              <span className="ev">
                {rung.state === 'past' && <TriangleAlert className="i" aria-label="Does not work" />}
                {rung.now ? `now, ${evDigits(rung.evFrom)}` : evText(rung.evFrom)}
              </span>
              <span className="w">{rungWords(brief, rung, { named: false })}</span>
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
  const toneStops = spot ? Math.log2(subject.tone / MID_GREY) : figures.compensationStops - keyStops;
  // Exposed for the bright phase, the meter is read on the peaks.
  const peakStops = plannedStops(light.swing);
  const setting = {
    shutterS: choice.shutterS,
    fNumber: choice.fNumber / Math.sqrt(kit.lens.transmissionT ?? 1),
    toneStops,
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
      <p className="q">
        <span>{question.ask}</span>
        <span>{atAnEnd ?? question.assume}</span>
      </p>
      <div className="light" role="group" aria-label={question.ask}>
        {question.steps.slice(0, 2).map(({ by, label, name }) => (
          <button
            key={name}
            type="button"
            className="btn"
            aria-label={`${label}, ${name}`}
            onClick={() => onAnchor(question.stepped(by))}
          >
            {label}
          </button>
        ))}
        <button type="button" className="shows" disabled={planned} onClick={onPlanned}>
          {question.shows}{' '}
          <small>
            {evText(ev100)}
            {limit || (planned ? ', as planned' : `, not ${evDigits(stop.ev100)}`)}
          </small>
          {!planned && <span className="vh">. Back to the planned light</span>}
        </button>
        {question.steps.slice(2).map(({ by, label, name }) => (
          <button
            key={name}
            type="button"
            className="btn"
            aria-label={`${label}, ${name}`}
            onClick={() => onAnchor(question.stepped(by))}
          >
            {label}
          </button>
        ))}
      </div>
    </>
  );
}

function Stance({ brief, onHold }: { brief: Brief; onHold: (conditions: HoldCondition[]) => void }) {
  const { conditions } = brief.hold;
  const toggle = (condition: HoldCondition): void =>
    onHold(conditions.includes(condition) ? conditions.filter((other) => other !== condition) : [...conditions, condition]);
  return (
    <Drawer
      title="How you hold it"
      icon={<PersonStanding className="i" aria-hidden="true" />}
      words={capital(stanceWords(conditions))}
    >
      <ul className="choices">
        {CONDITION_NAMES.map((condition) => (
          <li key={condition}>
            <button type="button" className="btn" aria-pressed={conditions.includes(condition)} onClick={() => toggle(condition)}>
              <span>{capital(CONDITION_WORDS[condition])}</span>
              <span className="num">{steadyText(HOLD_CONDITIONS[condition])}</span>
            </button>
          </li>
        ))}
      </ul>
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
    <Drawer title="How far away" icon={<Ruler className="i" aria-hidden="true" />} words={distanceText(distanceM, unit)}>
      <div className="nearer">
        <button type="button" className="btn" onClick={() => onStand(distanceM / DISTANCE_STEP)}>
          Nearer
        </button>
        <output>{distanceText(distanceM, unit)}</output>
        <button type="button" className="btn" onClick={() => onStand(distanceM * DISTANCE_STEP)}>
          Farther
        </button>
      </div>
      <ul className="choices three">
        {DISTANCES_M.map((metres) => (
          <li key={metres}>
            <button
              type="button"
              className="btn"
              aria-pressed={Math.abs(metres / distanceM - 1) < 0.02}
              onClick={() => onStand(metres)}
            >
              {distanceText(metres, unit)}
            </button>
          </li>
        ))}
      </ul>
    </Drawer>
  );
}

/** A choice that comes up from the foot of the screen, in reach of the thumb. */
function Drawer({ title, icon, words, children }: { title: string; icon: ReactNode; words: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (open) dialog.current?.showModal();
  }, [open]);
  return (
    <>
      <button
        type="button"
        className="btn"
        aria-haspopup="dialog"
        aria-label={`${title}: ${words}`}
        onClick={() => setOpen(true)}
      >
        {icon}
        <span>{words}</span>
        <ChevronUp className="i" aria-hidden="true" />
      </button>
      {open && (
        <dialog
          ref={dialog}
          className="foot-sheet"
          aria-label={title}
          onClose={() => setOpen(false)}
          onClick={(event) => event.target === dialog.current && dialog.current.close()}
        >
          <div className="row">
            <h2>{title}</h2>
            <button type="button" className="btn bare icon" aria-label="Done" onClick={() => dialog.current?.close()}>
              <X className="i" aria-hidden="true" />
            </button>
          </div>
          {children}
        </dialog>
      )}
    </>
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

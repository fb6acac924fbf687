import { burstRate, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';
import { groupDigits, isoWords, plainNumber } from '@hushto/words';
import { ChevronLeft, ChevronRight, Minus, Pin, Plus, TriangleAlert } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { cn } from '../../components/cn.ts';
import { apertureState, burstState, isoState, shutterState, type CellState } from '../../domain/cells.ts';
import { canStep, isPinned, type CellName } from '../../domain/pins.ts';
import { sharpText, percentText, shortNumber } from '../../quantities/quantities.ts';
import { useCursor } from '../../state/cursor.ts';
import { useSettings } from '../../state/settings.ts';

type Shown = Pick<PlanAtShutter, 'choice' | 'figures' | 'relaxed' | 'possible'>;

/** What can be done with a dial-in value. */
export interface CellActions {
  step: (cell: CellName, by: number) => void;
  pin: (cell: CellName) => void;
}

interface ShutterCellProps extends CellActions {
  brief: Brief;
  plan: PlanAtLight;
  shown: Shown;
  moved: boolean;
  stale: boolean;
  view: string;
  /** Where the value stands, px from the left, and where along it the stem meets it, 0 to 1. */
  centre: number;
  dipAt: number;
  canSlow: boolean;
  canFasten: boolean;
}

const LAST_THAT_WORKED: CellState = { how: 'looked', word: 'Last plan that worked.' };

/** The shutter: by far the largest value, over its own column of the Valley; slower to its left, faster to its right. */
export function ShutterCell({
  brief,
  plan,
  shown,
  moved,
  stale,
  view,
  centre,
  dipAt,
  canSlow,
  canFasten,
  step,
  pin,
}: ShutterCellProps) {
  const { cell: chosen, chooseCell } = useCursor(useShallow(({ cell, chooseCell }) => ({ cell, chooseCell })));
  const state = stale ? LAST_THAT_WORKED : shutterState(brief, plan, shown, moved);
  const { labels } = shown.choice;
  return (
    <div
      className={cn(
        'relative grid flex-none grid-rows-[32px_auto] content-start h-26.5 min-w-0 max-sm:grid-rows-none max-sm:order-2 max-sm:-ml-2.5 max-sm:pt-2.5 max-sm:pr-0 max-sm:pb-2 max-sm:pl-2.5 max-sm:h-auto max-sm:border-l-4 max-sm:border-l-transparent',
        chosen === 'shutter' && 'max-sm:border-ink',
      )}
      role="group"
      id="answer"
      tabIndex={-1}
      aria-label="Shutter"
      onClick={() => chooseCell('shutter')}
    >
      <p className="flex items-center h-8 text-18 leading-5.5 font-strong max-sm:h-auto max-sm:text-15">
        Shutter <PinButton cell="shutter" label="Shutter" pressed={isPinned(brief, 'shutter')} onPin={pin} />
      </p>
      <div
        className="absolute flex top-1 gap-3.5 items-center -translate-x-1/2 max-sm:static max-sm:block max-sm:row-start-2 max-sm:translate-x-0"
        style={{ left: centre }}
      >
        <ShutterStep by={-1} can={canSlow} step={step} />
        <output
          className={cn(
            'relative inline-block min-w-37.5 text-center font-dial text-[72px] leading-19 font-semibold tracking-[-0.045em] tabular-nums max-sm:min-w-0 max-sm:text-[46px] max-sm:leading-12.5',
            labels.shutter.length > 5 && 'text-[60px] leading-19 max-sm:text-40 max-sm:leading-12.5',
            state.how === 'impossible' && 'text-warn',
          )}
        >
          {labels.shutter}
          <small className="absolute bottom-3.5 left-full ml-1.5 font-text text-18 leading-4.5 font-[450] tracking-normal max-sm:static max-sm:ml-1">
            s
          </small>
          <Understroke how={state.how} dipAt={dipAt} large />
        </output>
        <ShutterStep by={1} can={canFasten} step={step} />
      </div>
      <Because state={state} className="mt-0.5 w-39.5 max-sm:w-auto">
        {smearWords(brief, shown, view)}
      </Because>
    </div>
  );
}

const ShutterStep = memo(function ShutterStep({ by, can, step }: { by: -1 | 1; can: boolean } & Pick<CellActions, 'step'>) {
  const [down, up] = STEPS.shutter;
  const Icon = by < 0 ? ChevronLeft : ChevronRight;
  return (
    <Button
      look="step"
      className="size-10 last:ml-2 max-sm:hidden"
      aria-label={by < 0 ? down : up}
      disabled={!can}
      onClick={() => step('shutter', by)}
    >
      <Icon aria-hidden="true" />
    </Button>
  );
});

function smearWords({ picture }: Brief, { figures }: Shown, view: string): string {
  const { subjectBlurViewPx, smearShare, pan } = figures;
  if (pan) return `The background streaks over ${plainNumber(pan.streakShare * 100)} % of the width.`;
  if (subjectBlurViewPx === 0) return 'Nothing moves; only your hands count.';
  if (picture.aim !== 'freeze')
    return `Moves over ${plainNumber(smearShare * 100)} % of the height, ${plainNumber(subjectBlurViewPx)}\u00a0px.`;
  return `${plainNumber(subjectBlurViewPx)}\u00a0px of smear ${view}; 2\u00a0px is still crisp.`;
}

/** Aperture, ISO with its lift, and burst, as they follow from the shutter and from what is pinned. */
export function RestCells({ brief, shown, ...actions }: { brief: Brief; shown: Shown } & CellActions) {
  const distanceUnit = useSettings(({ distanceUnit }) => distanceUnit);
  const { choice, figures } = shown;
  const { nearM, farM } = figures;
  const lifted = choice.liftStops > 0.1;
  const rate = burstRate(brief.kit.sensor.framesPerSecond, choice.shutterS);
  const cell = (name: CellName) => ({ name, brief, shown, ...actions });
  return (
    <div className="grid grid-cols-[6rem_1fr_6rem] gap-3 md:max-xl:col-start-1 max-sm:contents">
      <Cell {...cell('aperture')} label="Aperture" value={choice.labels.aperture} state={apertureState(brief, shown)}>
        <span className="whitespace-nowrap">{sharpText(nearM, farM, distanceUnit)}</span> sharp.
      </Cell>
      <Cell
        {...cell('iso')}
        label="ISO"
        value={groupDigits(choice.labels.iso)}
        state={isoState(brief, shown)}
        aside={lifted ? { value: `+${choice.labels.lift}`, unit: 'later' } : null}
      >
        {lifted ? `As grainy as ${isoWords(figures.isoEquivalent)}.` : `Ceiling ${isoWords(brief.picture.isoCeiling)}.`}
      </Cell>
      <Cell
        {...cell('burst')}
        label="Burst"
        value={String(choice.burst)}
        state={burstState(brief, shown)}
        aside={choice.burst > 1 ? { value: `${shortNumber(rate)}/s`, unit: `${plainNumber((choice.burst - 1) / rate)} s` } : null}
      >
        <span data-hint={figures.pan ? 'of a usable frame' : 'of a frame without shake'}>
          {percentText(figures.burstProbability)} sure.
        </span>
      </Cell>
    </div>
  );
}

interface CellProps extends CellActions {
  name: CellName;
  brief: Brief;
  shown: Shown;
  label: string;
  value: string;
  state: CellState;
  aside?: { value: string; unit: string } | null;
  children: ReactNode;
}

/** What a third down and up is called, by cell. */
const STEPS: Record<CellName, [down: string, up: string]> = {
  shutter: ['A third slower', 'A third faster'],
  aperture: ['A third wider', 'A third narrower'],
  iso: ['A third lower', 'A third higher'],
  burst: ['One frame fewer', 'One frame more'],
};

function Cell({ name, brief, shown, label, value, state, aside = null, children, step, pin }: CellProps) {
  const { cell: chosen, chooseCell } = useCursor(useShallow(({ cell, chooseCell }) => ({ cell, chooseCell })));
  return (
    <div
      className={cn(
        'relative flex flex-col grid-rows-[22px_auto_auto_auto] content-start min-w-0 max-sm:order-2 max-sm:-ml-2.5 max-sm:pt-2.5 max-sm:pr-0 max-sm:pb-2 max-sm:pl-2.5 max-sm:border-l-4 max-sm:border-l-transparent',
        chosen === name && 'max-sm:border-ink',
      )}
      role="group"
      aria-label={label}
      onClick={() => chooseCell(name)}
    >
      <p className="text-15 font-strong">{label}</p>
      <p className="flex gap-2.5 items-end whitespace-nowrap">
        <output
          className={cn(
            'inline-block min-w-11 font-dial text-40 font-semibold tracking-[-0.03em] tabular-nums',
            value.length > 4 && /^\d/.test(value) && 'text-[32px] leading-10.5',
            state.how === 'impossible' && 'text-warn',
          )}
        >
          {value}
          <Understroke how={state.how} />
        </output>
        {aside && (
          <span className="pb-3.25 text-13 leading-4 text-quiet">
            <b className="block text-18 leading-5 font-strong text-ink">{aside.value}</b>
            {aside.unit}
          </span>
        )}
      </p>
      <Because state={state} className="sm:text-13 sm:leading-4.5">
        {children}
      </Because>
      <Controls
        name={name}
        label={label}
        canDown={canStep(brief, name, shown.choice, -1)}
        canUp={canStep(brief, name, shown.choice, 1)}
        pinned={isPinned(brief, name)}
        step={step}
        pin={pin}
      />
    </div>
  );
}

interface ControlsProps extends CellActions {
  name: CellName;
  label: string;
  canDown: boolean;
  canUp: boolean;
  pinned: boolean;
}

/** Down, up and pin. Drawn again only when one of them changes: a drag redraws the values many times a second. */
const Controls = memo(function Controls({ name, label, canDown, canUp, pinned, step, pin }: ControlsProps) {
  const [down, up] = STEPS[name];
  return (
    <span className="flex gap-1 mt-auto pt-1.5 max-sm:hidden">
      <Button look="step" aria-label={down} disabled={!canDown} onClick={() => step(name, -1)}>
        <Minus aria-hidden="true" />
      </Button>
      <Button look="step" aria-label={up} disabled={!canUp} onClick={() => step(name, 1)}>
        <Plus aria-hidden="true" />
      </Button>
      <PinButton cell={name} label={label} pressed={pinned} onPin={pin} />
    </span>
  );
});

const PinButton = memo(function PinButton({
  cell,
  label,
  pressed,
  onPin,
}: {
  cell: CellName;
  label: string;
  pressed: boolean;
  onPin: (cell: CellName) => void;
}) {
  const says = pressed ? `Unpin ${label.toLowerCase()}` : `Pin ${label.toLowerCase()}`;
  return (
    <Button
      look="step"
      className="border-transparent aria-pressed:bg-ink aria-pressed:text-panel max-sm:hidden aria-pressed:[&_svg]:fill-current"
      aria-pressed={pressed}
      aria-label={`Pin ${label.toLowerCase()}`}
      data-hint={`${says} (p ${cell.charAt(0)})`}
      onClick={() => onPin(cell)}
    >
      <Pin aria-hidden="true" />
    </Button>
  );
});

/** The one-line reason under a value, its first word saying how it came to be. */
function Because({ state, className, children }: { state: CellState; className?: string; children: ReactNode }) {
  const impossible = state.how === 'impossible';
  return (
    <p className={cn('mt-1.5 min-h-9 text-15 leading-5 text-pretty text-quiet', impossible && 'text-ink', className)}>
      {impossible && <TriangleAlert className="mr-1 inline-block size-3.5 align-[-2px] text-warn" aria-hidden="true" />}
      <b className={cn('font-strong text-ink', impossible && 'text-warn')}>{state.word}</b> {children}
    </p>
  );
}

import { burstRate, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';
import { groupDigits, isoWords, plainNumber } from '@hushto/words';
import { ChevronLeft, ChevronRight, Minus, Pin, Plus, TriangleAlert } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Understroke } from '../../components/Understroke.tsx';
import { sharpText, percentText, shortNumber } from '../../quantities/quantities.ts';
import { apertureState, burstState, isoState, shutterState, type CellState } from '../../domain/cells.ts';
import { useCursor } from '../../state/cursor.ts';
import { canStep, isPinned, type CellName } from '../../domain/pins.ts';
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
      className={cellClass('cell shutter', state, chosen === 'shutter')}
      role="group"
      id="answer"
      tabIndex={-1}
      aria-label="Shutter"
      onClick={() => chooseCell('shutter')}
    >
      <p className="lab">
        Shutter <PinButton cell="shutter" label="Shutter" pressed={isPinned(brief, 'shutter')} onPin={pin} />
      </p>
      <div className="dial" style={{ left: centre }}>
        <ShutterStep by={-1} can={canSlow} step={step} />
        <output className={labels.shutter.length > 5 ? 'v long' : 'v'}>
          {labels.shutter}
          <small>s</small>
          <Understroke how={state.how} dipAt={dipAt} />
        </output>
        <ShutterStep by={1} can={canFasten} step={step} />
      </div>
      <Because state={state}>{smearWords(brief, shown, view)}</Because>
    </div>
  );
}

const ShutterStep = memo(function ShutterStep({ by, can, step }: { by: -1 | 1; can: boolean } & Pick<CellActions, 'step'>) {
  const [down, up] = STEPS.shutter;
  const Icon = by < 0 ? ChevronLeft : ChevronRight;
  return (
    <button type="button" className="step" aria-label={by < 0 ? down : up} disabled={!can} onClick={() => step('shutter', by)}>
      <Icon className="i" aria-hidden="true" />
    </button>
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
  const sharp = `${sharpText(nearM, farM, distanceUnit)} sharp.`;
  const lifted = choice.liftStops > 0.1;
  const rate = burstRate(brief.kit.sensor.framesPerSecond, choice.shutterS);
  const cell = (name: CellName) => ({ name, brief, shown, ...actions });
  return (
    <div className="rest">
      <Cell {...cell('aperture')} label="Aperture" value={choice.labels.aperture} state={apertureState(brief, shown)}>
        {sharp}
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
        <span title={figures.pan ? 'of a usable frame' : 'of a frame without shake'}>
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

const cellClass = (base: string, { how }: CellState, chosen: boolean): string =>
  `${base}${how === 'impossible' ? ' impossible' : ''}${chosen ? ' chosen' : ''}`;

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
    <div className={cellClass('cell', state, chosen === name)} role="group" aria-label={label} onClick={() => chooseCell(name)}>
      <p className="lab">{label}</p>
      <p className="val">
        <output className={value.length > 4 && /^\d/.test(value) ? 'v long' : 'v'}>
          {value}
          <Understroke how={state.how} />
        </output>
        {aside && (
          <span className="aside">
            <b>{aside.value}</b>
            {aside.unit}
          </span>
        )}
      </p>
      <Because state={state}>{children}</Because>
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
    <span className="ctl">
      <button type="button" aria-label={down} disabled={!canDown} onClick={() => step(name, -1)}>
        <Minus className="i" aria-hidden="true" />
      </button>
      <button type="button" aria-label={up} disabled={!canUp} onClick={() => step(name, 1)}>
        <Plus className="i" aria-hidden="true" />
      </button>
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
    <button
      type="button"
      className="pin"
      aria-pressed={pressed}
      aria-label={`Pin ${label.toLowerCase()}`}
      title={`${says} (p ${cell.charAt(0)})`}
      onClick={() => onPin(cell)}
    >
      <Pin className="i" aria-hidden="true" />
    </button>
  );
});

/** The one-line reason under a value, its first word saying how it came to be. */
function Because({ state, children }: { state: CellState; children: ReactNode }) {
  return (
    <p className="why1">
      {state.how === 'impossible' && <TriangleAlert className="i" aria-hidden="true" />}
      <b>{state.word}</b> {children}
    </p>
  );
}

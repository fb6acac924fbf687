import { burstRate, groupDigits, isoWords, plainNumber, type Brief, type PlanAtLight, type PlanAtShutter } from '@hushto/core';
import { ChevronLeft, ChevronRight, TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { Understroke } from '../../components/Understroke.tsx';
import { distanceText, percentText, shortNumber } from '../../quantities/quantities.ts';
import { apertureState, burstState, isoState, shutterState, type CellState } from '../../state/cells.ts';
import { useSettings } from '../../state/settings.ts';

type Shown = Pick<PlanAtShutter, 'choice' | 'figures'>;

interface ShutterCellProps {
  plan: PlanAtLight;
  shown: Shown;
  moved: boolean;
  view: string;
  /** Where the value stands, px from the left, and where along it the stem meets it, 0 to 1. */
  centre: number;
  dipAt: number;
  canSlow: boolean;
  canFasten: boolean;
  onStep: (thirds: number) => void;
}

/** The shutter: by far the largest value, over its own column of the Valley; slower to its left, faster to its right. */
export function ShutterCell({ plan, shown, moved, view, centre, dipAt, canSlow, canFasten, onStep }: ShutterCellProps) {
  const state = shutterState(plan, shown, moved);
  const { labels } = shown.choice;
  const { subjectBlurViewPx } = shown.figures;
  return (
    <div className={state.how === 'impossible' ? 'cell shutter impossible' : 'cell shutter'} role="group" aria-label="Shutter">
      <p className="lab">Shutter</p>
      <div className="dial" style={{ left: centre }}>
        <button type="button" className="step" aria-label="A third slower" disabled={!canSlow} onClick={() => onStep(-1)}>
          <ChevronLeft className="i" aria-hidden="true" />
        </button>
        <output className={labels.shutter.length > 5 ? 'v long' : 'v'}>
          {labels.shutter}
          <small>s</small>
          <Understroke how={state.how} dipAt={dipAt} />
        </output>
        <button type="button" className="step" aria-label="A third faster" disabled={!canFasten} onClick={() => onStep(1)}>
          <ChevronRight className="i" aria-hidden="true" />
        </button>
      </div>
      <Because state={state}>
        {subjectBlurViewPx > 0
          ? `${plainNumber(subjectBlurViewPx)}\u00a0px of smear ${view}; 2\u00a0px is still crisp.`
          : 'Nothing moves; only your hands count.'}
      </Because>
    </div>
  );
}

/** Aperture, ISO with its lift, and burst, as they follow from the shutter. */
export function RestCells({ brief, shown }: { brief: Brief; shown: Shown }) {
  const { distanceUnit } = useSettings();
  const { choice, figures } = shown;
  const { nearM, farM } = figures;
  const sharp =
    farM === null
      ? `${distanceText(nearM, distanceUnit)} to infinity is sharp.`
      : `${distanceText(nearM, distanceUnit)} to ${distanceText(farM, distanceUnit)} is sharp.`;
  const lifted = choice.liftStops > 0.1;
  const rate = burstRate(brief.kit.sensor.framesPerSecond, choice.shutterS);
  return (
    <div className="rest">
      <Cell label="Aperture" value={choice.labels.aperture} state={apertureState(brief, shown)}>
        {sharp}
      </Cell>
      <Cell
        label="ISO"
        value={groupDigits(choice.labels.iso)}
        state={isoState(brief, shown)}
        aside={lifted ? { value: choice.labels.lift, unit: 'lift' } : null}
      >
        {lifted
          ? `With lift, as grainy as ${isoWords(figures.isoEquivalent)}.`
          : `Ceiling ${isoWords(brief.picture.isoCeiling)}.`}
      </Cell>
      <Cell
        label="Burst"
        value={String(choice.burst)}
        state={burstState(brief, shown)}
        aside={choice.burst > 1 ? { value: `${shortNumber(rate)}/s`, unit: `${plainNumber((choice.burst - 1) / rate)} s` } : null}
      >
        {percentText(figures.burstProbability)} sure of a frame without shake.
      </Cell>
    </div>
  );
}

interface CellProps {
  label: string;
  value: string;
  state: CellState;
  aside?: { value: string; unit: string } | null;
  children: ReactNode;
}

function Cell({ label, value, state, aside = null, children }: CellProps) {
  return (
    <div className={state.how === 'impossible' ? 'cell impossible' : 'cell'} role="group" aria-label={label}>
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
    </div>
  );
}

/** The one-line reason under a value, its first word saying how it came to be. */
function Because({ state, children }: { state: CellState; children: ReactNode }) {
  return (
    <p className="why1">
      {state.how === 'impossible' && <TriangleAlert className="i" aria-hidden="true" />}
      <b>{state.word}</b> {children}
    </p>
  );
}

import { type Brief, type PlanAtShutter } from '@hushto/core';
import { groupDigits, plainNumber } from '@hushto/words';
import { ChevronLeft, ChevronRight, Pin } from 'lucide-react';
import { useShallow } from 'zustand/react/shallow';
import { useCursor } from '../../state/cursor.ts';
import { canStep, CELLS, isPinned, type CellName } from '../../domain/pins.ts';
import type { CellActions } from './DialIn.tsx';

interface StepBarProps extends CellActions {
  brief: Brief;
  shown: PlanAtShutter;
  comparison: string;
  view: string;
  canSlow: boolean;
  canFasten: boolean;
}

const WORDS: Record<CellName, { name: string; down: string; up: string }> = {
  shutter: { name: 'Shutter', down: 'Slower', up: 'Faster' },
  aperture: { name: 'Aperture', down: 'Wider', up: 'Narrower' },
  iso: { name: 'ISO', down: 'Lower', up: 'Higher' },
  burst: { name: 'Burst', down: 'Fewer', up: 'More' },
};

/** In a narrow window: the chosen value at the foot of the screen, to be stepped with one thumb, and what that does. */
export function StepBar({ brief, shown, comparison, view, canSlow, canFasten, step, pin }: StepBarProps) {
  const { cell, chooseCell } = useCursor(useShallow(({ cell, chooseCell }) => ({ cell, chooseCell })));
  const { choice, figures } = shown;
  const { name, down, up } = WORDS[cell];
  const value = {
    shutter: choice.labels.shutter,
    aperture: choice.labels.aperture,
    iso: groupDigits(choice.labels.iso),
    burst: String(choice.burst),
  }[cell];
  const can = (by: -1 | 1): boolean => (cell === 'shutter' ? (by < 0 ? canSlow : canFasten) : canStep(brief, cell, choice, by));
  const next = CELLS[(CELLS.indexOf(cell) + 1) % CELLS.length]!;
  const pinned = isPinned(brief, cell);
  return (
    <aside className="step-bar" aria-label="Step a value">
      <button type="button" className="chosen" onClick={() => chooseCell(next)}>
        <span>{name}</span> <b>{value}</b>
        <span className="vh">; choose {WORDS[next].name.toLowerCase()}</span>
      </button>
      <p aria-live="polite">
        <b>{comparison}.</b> Smear {plainNumber(figures.subjectBlurViewPx)}&nbsp;px {view},{' '}
        {choice.labels.lift === '0' ? 'nothing to brighten' : `${choice.labels.lift} to brighten later`}.
      </p>
      <div className="steps">
        <button type="button" className="btn" disabled={!can(-1)} onClick={() => step(cell, -1)}>
          <ChevronLeft className="i" aria-hidden="true" /> {down}
        </button>
        <button type="button" className="btn" aria-pressed={pinned} onClick={() => pin(cell)}>
          <Pin className="i" aria-hidden="true" /> {pinned ? 'Unpin' : 'Pin'}
        </button>
        <button type="button" className="btn" disabled={!can(1)} onClick={() => step(cell, 1)}>
          {up} <ChevronRight className="i" aria-hidden="true" />
        </button>
      </div>
    </aside>
  );
}

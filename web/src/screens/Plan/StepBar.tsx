import { type Brief, type PlanAtShutter } from '@hushto/core';
import { groupDigits, plainNumber } from '@hushto/words';
import { ChevronLeft, ChevronRight, Pin } from 'lucide-react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { canStep, CELLS, isPinned, type CellName } from '../../domain/pins.ts';
import { useCursor } from '../../state/cursor.ts';
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
    <aside
      className="hidden max-sm:fixed max-sm:grid max-sm:grid-cols-[auto_1fr] max-sm:order-9 max-sm:z-5 max-sm:inset-x-0 max-sm:top-auto max-sm:bottom-0 max-sm:gap-x-3 max-sm:gap-y-1 max-sm:items-center max-sm:px-3 max-sm:pt-2 max-sm:pb-[max(10px,env(safe-area-inset-bottom))] max-sm:bg-page max-sm:border-t max-sm:border-t-rule"
      aria-label="Step a value"
    >
      <button
        type="button"
        className="max-sm:block max-sm:min-h-12 max-sm:text-left max-sm:text-ink"
        onClick={() => chooseCell(next)}
      >
        <span className="max-sm:block max-sm:text-13 max-sm:leading-4 max-sm:text-quiet">{name}</span>{' '}
        <b className="max-sm:font-dial max-sm:text-[32px] max-sm:leading-8.5 max-sm:font-strong max-sm:tracking-[-0.03em]">
          {value}
        </b>
        <span className="sr-only max-sm:block max-sm:text-13 max-sm:leading-4 max-sm:text-quiet">
          ; choose {WORDS[next].name.toLowerCase()}
        </span>
      </button>
      <p className="max-sm:leading-5 max-sm:text-quiet" aria-live="polite">
        <b className="max-sm:font-strong max-sm:text-ink">{comparison}.</b> Smear {plainNumber(figures.subjectBlurViewPx)}&nbsp;px{' '}
        {view}, {choice.labels.lift === '0' ? 'nothing to brighten' : `${choice.labels.lift} to brighten later`}.
      </p>
      <div className="max-sm:grid max-sm:grid-cols-3 max-sm:col-span-full max-sm:gap-2">
        <Button className="max-sm:justify-center max-sm:h-12 max-sm:bg-panel" disabled={!can(-1)} onClick={() => step(cell, -1)}>
          <ChevronLeft aria-hidden="true" /> {down}
        </Button>
        <Button
          className="max-sm:justify-center max-sm:h-12 max-sm:bg-panel max-sm:aria-pressed:text-panel max-sm:aria-pressed:bg-ink"
          aria-pressed={pinned}
          onClick={() => pin(cell)}
        >
          <Pin aria-hidden="true" /> {pinned ? 'Unpin' : 'Pin'}
        </Button>
        <Button className="max-sm:justify-center max-sm:h-12 max-sm:bg-panel" disabled={!can(1)} onClick={() => step(cell, 1)}>
          {up} <ChevronRight aria-hidden="true" />
        </Button>
      </div>
    </aside>
  );
}

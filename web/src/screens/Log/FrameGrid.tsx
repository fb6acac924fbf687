import type { LogFrame } from '@hushto/contract';
import { VERDICT_WORDS } from '@hushto/words';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { previewPath } from '../../api/log.ts';
import { cn } from '../../components/cn.ts';
import { NoAnswer } from '../../components/NoAnswer.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { useTextScale } from '../../components/useTextScale.ts';
import { clockOfFrame, sharpestOf, shortSetting } from '../../domain/logFrames.ts';
import { frameAt, useLog } from '../../state/log.ts';
import { totalIn, useFrames, useTotal } from '../../state/logQueries.ts';

/** As wide as the longest setting is beside its margins. */
const NARROWEST_PX = 134;
const GAP_PX = 8;
/** Room for the outline of the tile that the cursor is on. */
const EDGE_PX = 4;
/** Under each picture: its setting and its verdict. */
const CAPTION_PX = 42;

/** Frames as small pictures, as many as are in view. */
export function FrameGrid() {
  const box = useRef<HTMLDivElement>(null);
  const width = Math.max(0, useSize(box).width - 2 * EDGE_PX);
  const filter = useLog((log) => log.filter);
  const total = useTotal(filter) ?? 0;
  const scale = useTextScale();
  const columns = Math.max(2, Math.floor((width + GAP_PX) / (NARROWEST_PX * scale + GAP_PX)));
  const tile = (width - GAP_PX * (columns - 1)) / columns;
  const high = Math.round((tile * 2) / 3 + CAPTION_PX * scale);
  // eslint-disable-next-line react-hooks/incompatible-library -- what it returns changes with every scroll, and the grid with it
  const rows = useVirtualizer({
    count: width > 0 ? Math.ceil(total / columns) : 0,
    getScrollElement: () => box.current,
    estimateSize: () => high + GAP_PX,
    overscan: 3,
  });
  useEffect(() => rows.measure(), [high, rows]);
  const items = rows.getVirtualItems();
  const [first, last] = [(items[0]?.index ?? 0) * columns, Math.min(total, ((items.at(-1)?.index ?? 0) + 1) * columns) - 1];
  const at = useLog((log) => log.at);
  useEffect(() => rows.scrollToIndex(Math.floor(at / columns)), [at, columns, rows]);
  useSteps(columns);
  const { frames, failed } = useFrames(filter, first, last);
  const sharpest = useMemo(() => sharpestOf(frames), [frames]);
  return (
    <div ref={box} className="-m-1 min-h-0 overflow-auto overscroll-contain p-1" role="group" aria-label="Frames">
      {failed && (
        <div className="sticky top-0 z-20 bg-panel pb-1">
          <NoAnswer what="part of the frames" question={failed} />
        </div>
      )}
      <div className="relative w-full" style={{ height: rows.getTotalSize() }}>
        {items.map((row) => (
          <div
            key={row.key}
            className="absolute inset-x-0 grid"
            style={{ top: row.start, height: high, gap: GAP_PX, gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
          >
            {Array.from({ length: Math.min(columns, total - row.index * columns) }, (_, i) => {
              const place = row.index * columns + i;
              const frame = frames[place - first];
              return <Tile key={place} place={place} frame={frame} sharpest={frame !== undefined && sharpest.has(frame.id)} />;
            })}
          </div>
        ))}
      </div>
    </div>
  );
}

/** Arrows go from frame to frame, the space bar chooses, Shift takes along what lies between. */
export function useSteps(columns: number): void {
  const go = (by: number, along = false): void => {
    const { at, filter, chosen, set } = useLog.getState();
    const next = Math.min(Math.max(0, at + by), Math.max(0, (totalIn(filter) ?? 0) - 1));
    if (!along) return set({ at: next });
    const more = new Set(chosen);
    for (let place = Math.min(at, next); place <= Math.max(at, next); place++) {
      const frame = frameAt(place);
      if (frame) more.add(frame.id);
    }
    set({ at: next, chosen: more });
  };
  useShortcuts({
    right: ['Next and previous frame', () => go(1)],
    left: ['Next and previous frame', () => go(-1)],
    ...(columns > 1 ? { down: ['A row down and up', () => go(columns)], up: ['A row down and up', () => go(-columns)] } : { down: ['Next and previous frame', () => go(1)], up: ['Next and previous frame', () => go(-1)] }),
    'shift+right': ['Choose frames along the way', () => go(1, true)],
    'shift+left': ['Choose frames along the way', () => go(-1, true)],
    'shift+down': ['Choose frames along the way', () => go(columns, true)],
    'shift+up': ['Choose frames along the way', () => go(-columns, true)],
    home: ['First and last frame', () => go(-Infinity)],
    end: ['First and last frame', () => go(Infinity)],
  } as const);
} // prettier-ignore

/** Chooses one more frame, or one less; with `along` all from the cursor to it. */
function choose(place: number, frame: LogFrame | undefined, { many, along }: { many: boolean; along: boolean }): void {
  const state = useLog.getState();
  if (!frame || (!many && !along)) return state.set({ at: place, chosen: new Set() });
  const chosen = new Set(state.chosen);
  if (along)
    for (let i = Math.min(state.at, place); i <= Math.max(state.at, place); i++) {
      const between = frameAt(i);
      if (between) chosen.add(between.id);
    }
  else if (!chosen.delete(frame.id)) chosen.add(frame.id);
  state.set({ at: place, chosen });
}

function Tile({ place, frame, sharpest }: { place: number; frame: LogFrame | undefined; sharpest: boolean }) {
  const current = useLog((log) => log.at === place);
  const chosen = useLog((log) => frame !== undefined && log.chosen.has(frame.id));
  const verdict = frame?.verdict ?? null;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-current={current ? 'true' : undefined}
      className={cn(
        'grid min-w-0 cursor-pointer grid-rows-[minmax(0,1fr)_auto] rounded-sm text-left',
        'aria-[current=true]:outline-3 aria-[current=true]:outline-ink aria-pressed:bg-hush-wash',
      )}
      onClick={(event) => choose(place, frame, { many: event.ctrlKey || event.metaKey, along: event.shiftKey })}
    >
      <span className={cn('relative block min-h-0 overflow-hidden rounded-sm bg-sunk', frame?.burstId && 'border-t-4 border-t-edge')}>
        {frame?.preview ? (
          <img src={previewPath(frame.id)} alt="" loading="lazy" decoding="async" className="absolute inset-0 size-full object-cover" />
        ) : (
          <span className="grid size-full place-content-center px-1 text-center text-13 wrap-anywhere text-quiet">{frame ? frame.name : <span className="sr-only">Loading</span>}</span>
        )}
        {frame?.preview && <span className="sr-only">{frame.name}</span>}
        {sharpest && (
          <span className="absolute right-1 bottom-1 rounded-sm bg-scrim px-1.5 text-13 text-on-picture">sharpest</span>
        )}
      </span>
      <span className="grid px-1 text-13 leading-5 whitespace-nowrap tabular-nums">
        <span className="truncate">{frame ? shortSetting(frame) : ' '}</span>
        <span className={cn('truncate', verdict === null ? 'text-quiet' : 'font-strong')}>
          {frame ? (verdict ? VERDICT_WORDS[verdict].name : clockOfFrame(frame)) : ' '}
        </span>
      </span>
    </button>
  );
} // prettier-ignore

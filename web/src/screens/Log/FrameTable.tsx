import type { LogFrame } from '@hushto/contract';
import { plainNumber, VERDICT_WORDS } from '@hushto/words';
import { createColumnHelper, tableFeatures, useTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { cn } from '../../components/cn.ts';
import { NoAnswer } from '../../components/NoAnswer.tsx';
import { shortSetting, whenOfFrame } from '../../domain/logFrames.ts';
import { useLog } from '../../state/log.ts';
import { useFrames, useTotal } from '../../state/logQueries.ts';
import { useSteps } from './FrameGrid.tsx';

const ROW_PX = 30;
/** A place in the log: the frame there, once it has come. */
interface Place {
  place: number;
  frame: LogFrame | undefined;
}

const features = tableFeatures({});
const helper = createColumnHelper<typeof features, Place>();
const figure = (say: (frame: LogFrame) => string | null) => (row: Place) => (row.frame ? (say(row.frame) ?? '–') : '');
const columns = helper.columns([
  helper.accessor(
    figure(({ name }) => name),
    { id: 'name', header: 'Name' },
  ),
  helper.accessor(
    figure((frame) => whenOfFrame(frame)),
    { id: 'taken', header: 'Taken' },
  ),
  helper.accessor(figure(shortSetting), { id: 'setting', header: 'Shutter, f, ISO' }),
  helper.accessor(
    figure(({ equivalentMm }) => (equivalentMm === null ? null : String(Math.round(equivalentMm)))),
    { id: 'focal', header: 'mm' },
  ),
  helper.accessor(
    figure(({ ev100 }) => (ev100 === null ? null : plainNumber(ev100))),
    { id: 'ev', header: 'EV' },
  ),
  helper.accessor(
    figure(({ smear }) => (smear === null ? null : `${plainNumber(2 * smear)}\u00a0px`)),
    { id: 'smear', header: 'Smear' },
  ),
  helper.accessor(
    figure(({ snr }) => (snr === null ? null : plainNumber(snr))),
    { id: 'snr', header: 'SNR' },
  ),
  helper.accessor(
    figure(({ verdict }) => (verdict ? VERDICT_WORDS[verdict].name : '')),
    { id: 'verdict', header: 'Verdict' },
  ),
]);
/** Widths of the columns, as shares. */
const WIDTHS =
  'grid-cols-[minmax(6.5rem,1.2fr)_minmax(6rem,1fr)_minmax(8.75rem,1.2fr)_2.25rem_2.25rem_minmax(3.5rem,0.6fr)_2.25rem_minmax(4.5rem,0.8fr)]';

/** Frames as a table, as many rows as are in view; its head stays. */
export function FrameTable() {
  const box = useRef<HTMLDivElement>(null);
  const filter = useLog((log) => log.filter);
  const total = useTotal(filter) ?? 0;
  // eslint-disable-next-line react-hooks/incompatible-library -- what it returns changes with every scroll, and the table with it
  const rows = useVirtualizer({ count: total, getScrollElement: () => box.current, estimateSize: () => ROW_PX, overscan: 8 });
  const items = rows.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? -1];
  const at = useLog((log) => log.at);
  useEffect(() => rows.scrollToIndex(at), [at, rows]);
  useSteps(1);
  const { frames, failed } = useFrames(filter, first, last);
  const data = useMemo(() => frames.map((frame, i): Place => ({ place: first + i, frame })), [frames, first]);
  const table = useTable({ features, columns, data, getRowId: ({ place }: Place) => String(place) });
  return (
    <div ref={box} className="min-h-0 overflow-auto overscroll-contain" tabIndex={0} role="region" aria-label="Frames">
      {failed && (
        <div className="sticky top-0 z-20 bg-panel pb-1">
          <NoAnswer what="part of the frames" question={failed} />
        </div>
      )}
      <div role="table" aria-rowcount={total + 1} className="min-w-136 text-13 tabular-nums">
        {table.getHeaderGroups().map((group) => (
          <div key={group.id} role="row" aria-rowindex={1} className={cn('sticky top-0 z-10 grid border-b border-edge bg-panel py-1 font-medium text-quiet', WIDTHS)}>
            {group.headers.map((header) => (
              <span key={header.id} role="columnheader" className="first:pl-2">
                <table.FlexRender header={header} />
              </span>
            ))}
          </div>
        ))}
        <div className="relative" role="rowgroup" style={{ height: rows.getTotalSize() }}>
          {table.getRowModel().rows.map((row) => (
            <Row key={row.id} place={row.original.place} id={row.original.frame?.id}>
              {row.getAllCells().map((cell) => (
                <span key={cell.id} role="cell" className="truncate pr-2 first:pl-2">
                  <table.FlexRender cell={cell} />
                </span>
              ))}
            </Row>
          ))}
        </div>
      </div>
    </div>
  );
} // prettier-ignore

function Row({ place, id, children }: { place: number; id: string | undefined; children: React.ReactNode }) {
  const current = useLog((log) => log.at === place);
  const chosen = useLog((log) => id !== undefined && log.chosen.has(id));
  return (
    <div
      role="row"
      aria-rowindex={place + 2}
      aria-current={current ? 'true' : undefined}
      aria-selected={chosen}
      className={cn('absolute inset-x-0 grid cursor-pointer items-center border-b border-rule hover:bg-sunk/60', WIDTHS, current && 'shadow-[inset_4px_0_0_var(--ink)] bg-sunk', chosen && 'bg-hush-wash')}
      style={{ top: place * ROW_PX, height: ROW_PX }}
      onClick={() => useLog.getState().set({ at: place, chosen: new Set() })}
    >
      {children}
    </div>
  );
} // prettier-ignore

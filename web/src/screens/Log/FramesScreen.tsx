import type { LogFrame } from '@hushto/contract';
import { VERDICTS } from '@hushto/core';
import { count, VERDICT_WORDS } from '@hushto/words';
import { Columns2, ScanSearch, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { useToasts } from '../../components/toast.ts';
import { useMedia } from '../../components/useMedia.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { UNSAY_KEY, VERDICT_KEYS } from '../../domain/logFrames.ts';
import { framesMeant, meant, removeFrames, useLog } from '../../state/log.ts';
import { useFrames, useTotal } from '../../state/logQueries.ts';
import { lookInto } from '../../state/logWhy.ts';
import { said } from '../../sync/remote.ts';
import { CompareFrames } from './CompareFrames.tsx';
import { DrawPreviews } from './DrawPreviews.tsx';
import { Filters } from './Filters.tsx';
import { FrameDetail } from './FrameDetail.tsx';
import { FrameGrid } from './FrameGrid.tsx';
import { FrameTable } from './FrameTable.tsx';
import { LogRoom } from './LogRoom.tsx';
import { takeVerdictBack, useJudging } from './useJudging.ts';
import { Looking } from './WhySoft.tsx';

/** Every frame of the log: a grid or a table, what is known of the one under the cursor, and what became of it. */
export function FramesScreen() {
  return (
    <LogRoom>
      <Frames />
    </LogRoom>
  );
}

/** Below the breakpoint `sm`. */
const A_PHONE = '(max-width: 600px)';

function Frames() {
  const wished = useLog((log) => log.view);
  // On a phone the grid is the table: each frame with its setting under it.
  const onAPhone = useMedia(A_PHONE);
  const view = onAPhone ? 'grid' : wished;
  const set = useLog((log) => log.set);
  const total = useTotal(useLog((log) => log.filter));
  useWithin(total);
  const chosen = useLog((log) => log.chosen.size);
  const judge = useJudging();
  const { show } = useToasts();
  const [[one, other], setCompared] = useState<readonly LogFrame[]>([]);
  const remove = (): void => {
    const ids = meant();
    if (ids.length === 0) return;
    removeFrames(ids)
      .then((undo) => show(`${count(ids.length, 'frame', 'frames')} taken out of the log.`, { label: 'Undo', run: () => void undo() }))
      .catch((error: unknown) => show(said(error)));
  };
  useShortcuts({
    ...Object.fromEntries(VERDICTS.map((verdict) => [VERDICT_KEYS[verdict], [VERDICT_WORDS[verdict].name, () => judge(verdict)] as const])),
    [UNSAY_KEY]: ['Not judged', () => judge(null)],
    t: ['Grid or table', () => set({ view: view === 'grid' ? 'table' : 'grid' })],
    'mod+z': ['Take the last verdict back', () => void takeVerdictBack().catch((error: unknown) => show(said(error)))],
    escape: ['Choose none', () => set({ chosen: new Set() })],
  });
  return (
    <RoomSheet beside="wide">
      <div className="grid min-w-0 grid-rows-[auto_minmax(0,1fr)] gap-2 max-lg:h-[62vh] lg:h-[calc(100vh-6rem)]">
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
          <h2 className="sr-only">Frames</h2>
          <p role="status" className="font-strong tabular-nums">
            {total === null ? 'Loading' : chosen > 0 ? `${chosen} of ${total} chosen` : count(total, 'frame', 'frames')}
          </p>
          <Filters />
          <SegmentedControl
            label="Show as"
            hideLabel
            fit
            className="ml-auto max-sm:hidden"
            value={view}
            options={[
              { value: 'grid', label: 'Grid', hint: 'Grid (t)' },
              { value: 'table', label: 'Table', hint: 'Table (t)' },
            ]}
            onChange={(chosenView) => set({ view: chosenView })}
          />
          {chosen > 0 && (
            <>
              <Button size="s" onClick={() => void lookInto(framesMeant()).catch((error: unknown) => show(said(error)))}>
                <ScanSearch aria-hidden="true" /> Why are they soft?
              </Button>
              {chosen === 2 && (
                <Button size="s" onClick={() => setCompared(framesMeant())}>
                  <Columns2 aria-hidden="true" /> Side by side
                </Button>
              )}
              <Button size="s" onClick={remove}>
                <Trash2 aria-hidden="true" /> Take out of the log
              </Button>
            </>
          )}
        </div>
        {total === 0 ? (
          <p className="self-start text-quiet">No frame is like that. Leave a filter out.</p>
        ) : view === 'grid' ? (
          <FrameGrid />
        ) : (
          <FrameTable />
        )}
      </div>
      <Beside onRemove={remove} />
      {one && other && <CompareFrames frames={[one, other]} onClose={() => setCompared([])} />}
      <div className="pointer-events-none fixed bottom-3 left-6 z-20 grid justify-items-start gap-1.5 max-sm:bottom-31 max-sm:left-3">
        <Looking />
        <DrawPreviews />
      </div>
    </RoomSheet>
  );
} // prettier-ignore

/** Brings the cursor back among the frames when there are fewer than before. */
function useWithin(total: number | null): void {
  const at = useLog((log) => log.at);
  useEffect(() => {
    if (total !== null && at >= total) useLog.setState({ at: Math.max(0, total - 1) });
  }, [total, at]);
}

function Beside({ onRemove }: { onRemove: () => void }) {
  const at = useLog((log) => log.at);
  const filter = useLog((log) => log.filter);
  const [frame] = useFrames(filter, at, at).frames;
  return frame ? <FrameDetail key={frame.id} frame={frame} onRemove={onRemove} /> : <div />;
}

import type { StoredHold } from '@hushto/contract';
import { FEWEST_TESTED, shutterLabel, shutterMarks } from '@hushto/core';
import { shutterWords, stopWords } from '@hushto/words';
import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Answers } from '../../components/Answers.tsx';
import { Button } from '../../components/Button.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { hiddenShutter, withFrame, withoutLast, type HoldTest, type EditSeries } from '../../domain/holdSeries.ts';
import { OwnPhotos } from './OwnPhotos.tsx';
import { Support } from './Support.tsx';
import { SimulatedCamera } from './SimulatedCamera.tsx';

interface TakeFramesProps {
  stored: StoredHold;
  edit: EditSeries;
  test: HoldTest;
}

/** One frame after the other: the speed asked for, the frame, and the verdict. */
export function TakeFrames({ stored, edit, test }: TakeFramesProps) {
  const series = stored.document;
  const { frames, closed, simulated } = series;
  const [own, setOwn] = useState<{ third: number; after: number } | null>(null);
  // Which frame has been pressed: the next one is to be pressed anew.
  const [taken, setTaken] = useState<number | null>(null);
  const asked = test.next === null ? null : shutterMarks.nearest(test.next);
  const third = own?.after === frames.length ? own.third : asked;
  const shutterS = third === null ? null : shutterMarks.value(third);
  const ready = !closed && shutterS !== null && (simulated === null || taken === frames.length);
  const judge = (sharp: boolean): void => {
    if (ready) edit((before) => withFrame(before, { shutterS, sharp, how: 'seen' }));
  };
  const take = (): void => {
    if (simulated && !closed) setTaken(frames.length);
  };
  // One key under each hand.
  useShortcuts({
    f: ['Take the frame with the simulated camera', take],
    s: ['The frame is sharp', () => judge(true)],
    l: ['The frame is soft', () => judge(false)],
  });
  const step = (by: number): void => {
    if (third !== null)
      setOwn({ third: Math.min(shutterMarks.last, Math.max(shutterMarks.first, third + by)), after: frames.length });
  };
  const takeBack = (
    <Button
      look="bare"
      size="s"
      disabled={frames.length === 0}
      onClick={() => {
        setTaken(null);
        edit(withoutLast);
      }}
    >
      <Undo2 aria-hidden="true" /> {frames.length === 0 ? 'Take back' : `Take back frame ${frames.length}`}
    </Button>
  );
  if (closed)
    return (
      <section className="flex flex-col gap-2.5 max-lg:-order-1" aria-label="The test">
        <h2>This test is over</h2>
        <p>
          After {frames.length} frames the speed is known to within {stopsText(test.trusted.widthStops)}.
          {frames.length < FEWEST_TESTED && ' That is few: plans leave it out until there are six.'}
        </p>
        <Support series={series} />
        {simulated && <Truth series={series} />}
        {!simulated && <OwnPhotos series={series} edit={edit} />}
        <div className="flex items-center justify-between mt-auto">
          {takeBack}
          <Button size="s" onClick={() => edit((before) => ({ ...before, closed: false }))}>
            Take more frames
          </Button>
        </div>
      </section>
    );
  return (
    <section className="flex flex-col gap-2.5 max-lg:-order-1" aria-label="The test">
      <div>
        <h2>
          Frame {frames.length + 1} of about {frames.length + test.more}
        </h2>
        <p className="tabular-nums" aria-live="polite">
          Next:{' '}
          <b className="font-dial text-18 leading-5.5 font-semibold tracking-[-0.02em]">
            {shutterS === null ? 'none in reach' : shutterWords(shutterS)}
          </b>
          {third === asked ? ', where one frame teaches most.' : `; ${shutterLabel(test.next ?? 1)} would teach most.`}
          {!simulated && (
            <span className="flex float-right">
              <Button look="step" aria-label="A third slower" onClick={() => step(-1)}>
                <ChevronLeft aria-hidden="true" />
              </Button>
              <Button look="step" aria-label="A third faster" onClick={() => step(1)}>
                <ChevronRight aria-hidden="true" />
              </Button>
            </span>
          )}
        </p>
      </div>
      {simulated && shutterS !== null && (
        <SimulatedCamera series={series} shutterS={shutterS} taken={taken === frames.length} onTake={take} />
      )}
      {!simulated && (
        <p className="text-quiet">
          Set it, hold as you would there, press, and look at the frame the size it will be seen. Sharp if no edge looks doubled
          or smeared.
        </p>
      )}
      <Answers
        disabled={!ready}
        first={{ label: 'Sharp', letter: 's', drawing: <Edge />, onGive: () => judge(true) }}
        second={{ label: 'Soft', letter: 'l', drawing: <Edge soft />, onGive: () => judge(false) }}
      />
      {!simulated && <OwnPhotos series={series} edit={edit} />}
      <div>
        <h3>When to stop</h3>
        <p className="text-quiet">
          When the range is within one stop. It is {stopsText(test.trusted.widthStops)} now: about {test.more}{' '}
          {test.more === 1 ? 'frame' : 'frames'} more. It stops by itself; nothing is lost if you leave.
        </p>
      </div>
      <div className="flex items-center justify-between mt-auto">
        {takeBack}
        <Button size="s" disabled={frames.length === 0} onClick={() => edit((before) => ({ ...before, closed: true }))}>
          Stop here
        </Button>
      </div>
    </section>
  );
}

/** An edge as it looks: one line, or one smeared over its neighbours. */
const Edge = ({ soft = false }: { soft?: boolean }) => (
  <svg className="h-7.5 w-16 fill-none stroke-current stroke-[2.5]" viewBox="0 0 64 32" aria-hidden="true">
    <path d="M32 2V30" />
    {soft && (
      <>
        <path d="M28 2V30M36 2V30" opacity=".6" />
        <path d="M24 2V30M40 2V30" opacity=".3" />
      </>
    )}
  </svg>
);

const stopsText = (stops: number): string => stopWords(stops);

/** What the simulated camera hid, once it cannot help any more. */
function Truth({ series }: { series: StoredHold['document'] }) {
  const truth = hiddenShutter(series);
  return (
    <p className="px-3 py-2.5 bg-hush-wash rounded-md">
      The hidden hands: {Math.round(series.confidence * 100)} % of frames sharp at{' '}
      <b className="text-hush">{shutterWords(truth)}</b>.
    </p>
  );
}

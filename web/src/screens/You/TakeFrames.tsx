import type { StoredHold } from '@hushto/contract';
import { FEWEST_TESTED, shutterLabel, shutterMarks } from '@hushto/core';
import { shutterWords, stopWords } from '@hushto/words';
import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { hiddenShutter, withFrame, withoutLast, type HoldTest, type EditSeries } from '../../domain/holdSeries.ts';
import { OwnPhotos } from './OwnPhotos.tsx';
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
  useShortcuts({ s: () => judge(true), l: () => judge(false), f: take });
  const step = (by: number): void => {
    if (third !== null)
      setOwn({ third: Math.min(shutterMarks.last, Math.max(shutterMarks.first, third + by)), after: frames.length });
  };
  const takeBack = (
    <button
      type="button"
      className="btn s bare"
      disabled={frames.length === 0}
      onClick={() => {
        setTaken(null);
        edit(withoutLast);
      }}
    >
      <Undo2 className="i" aria-hidden="true" /> {frames.length === 0 ? 'Take back' : `Take back frame ${frames.length}`}
    </button>
  );
  if (closed)
    return (
      <section className="take" aria-label="The test">
        <h2>This test is over</h2>
        <p>
          After {frames.length} frames the speed is known to within {stopsText(test.trusted.widthStops)}.
          {frames.length < FEWEST_TESTED && ' That is few: plans leave it out until there are six.'}
        </p>
        {simulated && <Truth series={series} />}
        {!simulated && <OwnPhotos series={series} edit={edit} />}
        <div className="links">
          {takeBack}
          <button type="button" className="btn s" onClick={() => edit((before) => ({ ...before, closed: false }))}>
            Take more frames
          </button>
        </div>
      </section>
    );
  return (
    <section className="take" aria-label="The test">
      <div>
        <h2>
          Frame {frames.length + 1} of about {frames.length + test.more}
        </h2>
        <p className="next" aria-live="polite">
          Next: <b>{shutterS === null ? 'none in reach' : shutterWords(shutterS)}</b>
          {third === asked ? ', where one frame teaches most.' : `; ${shutterLabel(test.next ?? 1)} would teach most.`}
          {!simulated && (
            <span className="steps">
              <button type="button" className="step" aria-label="A third slower" onClick={() => step(-1)}>
                <ChevronLeft className="i" aria-hidden="true" />
              </button>
              <button type="button" className="step" aria-label="A third faster" onClick={() => step(1)}>
                <ChevronRight className="i" aria-hidden="true" />
              </button>
            </span>
          )}
        </p>
      </div>
      {simulated && shutterS !== null && (
        <SimulatedCamera series={series} shutterS={shutterS} taken={taken === frames.length} onTake={take} />
      )}
      {!simulated && (
        <p className="help">
          Set it, hold as you would there, press, and look at the frame the size it will be seen. Sharp if no edge looks doubled
          or smeared.
        </p>
      )}
      <div className="judge">
        <button type="button" className="btn" disabled={!ready} onClick={() => judge(true)}>
          <svg viewBox="0 0 64 32" aria-hidden="true">
            <path d="M32 2V30" />
          </svg>
          Sharp <kbd>s</kbd>
        </button>
        <button type="button" className="btn" disabled={!ready} onClick={() => judge(false)}>
          <svg className="soft" viewBox="0 0 64 32" aria-hidden="true">
            <path d="M24 2V30" opacity=".3" />
            <path d="M28 2V30" opacity=".6" />
            <path d="M32 2V30" />
            <path d="M36 2V30" opacity=".6" />
            <path d="M40 2V30" opacity=".3" />
          </svg>
          Soft <kbd>l</kbd>
        </button>
      </div>
      {!simulated && <OwnPhotos series={series} edit={edit} />}
      <div>
        <h3>When to stop</h3>
        <p className="help">
          When the range is within one stop. It is {stopsText(test.trusted.widthStops)} now: about {test.more}{' '}
          {test.more === 1 ? 'frame' : 'frames'} more. It stops by itself; nothing is lost if you leave.
        </p>
      </div>
      <div className="links">
        {takeBack}
        <button
          type="button"
          className="btn s"
          disabled={frames.length === 0}
          onClick={() => edit((before) => ({ ...before, closed: true }))}
        >
          Stop here
        </button>
      </div>
    </section>
  );
}

const stopsText = (stops: number): string => stopWords(stops);

/** What the simulated camera hid, once it cannot help any more. */
function Truth({ series }: { series: StoredHold['document'] }) {
  const truth = hiddenShutter(series);
  return (
    <p className="truth">
      The hidden hands: {Math.round(series.confidence * 100)} % of frames sharp at <b>{shutterWords(truth)}</b>.
    </p>
  );
}

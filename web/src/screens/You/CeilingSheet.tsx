import type { StoredTaste } from '@hushto/contract';
import { isoLabel, isoMarks } from '@hushto/core';
import { capital, isoWords, viewOf } from '@hushto/words';
import { useRef } from 'react';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { useDocument } from '../../state/documents.ts';
import { ceilingJob, ceilingStateOf, withAnswer, type CeilingTest } from '../../domain/tasteSeries.ts';
import { SeriesFeet, UsedBy } from './SeriesFeet.tsx';

type Stored = StoredTaste & { document: CeilingTest };

/** An ISO ceiling: one frame at rising ISO, acceptable or not. */
export function CeilingSheet({ stored }: { stored: Stored }) {
  const test = stored.document;
  const { edit, ...history } = useDocument('tastes', stored.id);
  const change = (with_: (before: CeilingTest) => CeilingTest): boolean =>
    edit((before) => (before.kind === 'ceiling' ? with_(before) : before));
  const state = ceilingStateOf(test);
  const { next } = state;
  const answer = (acceptable: boolean): void => {
    if (next !== null && !test.closed) change((before) => withAnswer(before, next, acceptable));
  };
  useShortcuts({ s: () => answer(true), l: () => answer(false) });
  const count = test.answers.length;
  return (
    <div className="learn-sheet one">
      <section className="learn-main" aria-label={test.title}>
        {!test.closed && next !== null ? (
          <>
            <h2>
              Look {count + 1} of about {count + state.more}: <span className="quiet">would you show this one?</span>
            </h2>
            <Shown test={test} iso={next} />
            <div className="judge low">
              <button type="button" className="btn" onClick={() => answer(true)}>
                Acceptable <kbd>s</kbd>
              </button>
              <button type="button" className="btn" onClick={() => answer(false)}>
                Too much <kbd>l</kbd>
              </button>
            </div>
            <p className="help">
              {capital(viewOf(test.brief))}, still and sharp: only the grain counts. ISO is not shown, so that a number does not
              lead you.
            </p>
          </>
        ) : (
          <Result test={test} />
        )}
        {test.closed && <UsedBy stored={stored} />}
        <SeriesFeet
          stored={stored}
          history={history}
          one="look"
          count={count}
          on="Look on"
          onTakeBack={() => change((before) => ({ ...before, answers: before.answers.slice(0, -1), closed: false }))}
        />
      </section>
    </div>
  );
}

function Shown({ test, iso }: { test: CeilingTest; iso: number }) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const size = { width: Math.round(width * ratio), height: Math.round(height * ratio) };
  const drawn = useDrawn('now', size.width > 8 ? ceilingJob(test, iso, size) : null);
  return (
    <>
      <div className="pairs single" ref={box}>
        <Picture drawn={drawn.picture} label="A still, sharp frame; look at its grain" />
      </div>
      {drawn.failed !== null && <p className="help bad">The frame cannot be drawn: {drawn.failed}</p>}
    </>
  );
}

function Result({ test }: { test: CeilingTest }) {
  const { markIso, lowIso, highIso } = ceilingStateOf(test);
  const isos = [...new Set(test.answers.map(({ iso }) => isoMarks.nearest(iso)))].sort((a, b) => a - b);
  return (
    <>
      <div className="answer">
        <div>
          <h2>Your ISO ceiling</h2>
          <p className="big">
            <output>{isoLabel(markIso)}</output>
          </p>
        </div>
        <p>
          With {test.brief.kit.sensor.label ?? 'this body'}, {viewOf(test.brief)}, you accept the grain up to there half of the
          time. After {test.answers.length} looks it lies{' '}
          <b>
            between {isoWords(lowIso)} and {isoWords(highIso)}
          </b>
          , 9 times in 10.
        </p>
      </div>
      <div className="scrolls choices" tabIndex={0} role="region" aria-label="Every look">
        <table className="data">
          <thead>
            <tr>
              <th scope="col">ISO</th>
              <th scope="col">Acceptable</th>
              <th scope="col">Too much</th>
            </tr>
          </thead>
          <tbody>
            {isos.map((third) => {
              const own = test.answers.filter(({ iso }) => isoMarks.nearest(iso) === third);
              const yes = own.filter(({ acceptable }) => acceptable).length;
              return (
                <tr key={third}>
                  <th scope="row">{isoWords(isoMarks.value(third))}</th>
                  <td>{yes || ''}</td>
                  <td>{own.length - yes || ''}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}

import type { StoredTaste } from '@hushto/contract';
import { shutterLabel } from '@hushto/core';
import { capital, isoWords, shutterWords, stopWords, viewOf } from '@hushto/words';
import { useRef } from 'react';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { useDocument } from '../../state/documents.ts';
import { pairJob, settingsFor, tasteStateOf, withChoice, type Pair, type TasteTest } from '../../domain/tasteSeries.ts';
import { SeriesFeet, UsedBy } from './SeriesFeet.tsx';
import { tasteWords } from './words.ts';

type Stored = StoredTaste & { document: TasteTest };

/** A taste test: the pair to choose from, and what the choices say. */
export function TasteSheet({ stored }: { stored: Stored }) {
  const test = stored.document;
  const { edit, ...history } = useDocument('tastes', stored.id);
  const change = (with_: (before: TasteTest) => TasteTest): boolean =>
    edit((before) => (before.kind === 'taste' ? with_(before) : before));
  const state = tasteStateOf(test);
  const { pair } = state;
  const choose = (left: boolean): void => {
    if (pair && !test.closed) change((before) => withChoice(before, pair, left));
  };
  useShortcuts({ s: () => choose(true), l: () => choose(false) });
  const count = test.choices.length;
  return (
    <div className="learn-sheet one">
      <section className="learn-main" aria-label={test.title}>
        {!test.closed && pair ? (
          <>
            <h2>
              Choice {count + 1} of about {count + state.more}: <span className="quiet">which would you keep?</span>
            </h2>
            <Pairs test={test} pair={pair} onChoose={choose} />
            <p className="help">
              {capital(viewOf(test.brief))}, as it will be seen: look from where you look at pictures. Alike? Take either; that is
              an answer too. The result is not shown before the end, so that it does not lead you.
            </p>
          </>
        ) : (
          <Result test={test} />
        )}
        {test.closed && <UsedBy stored={stored} />}
        <SeriesFeet
          stored={stored}
          history={history}
          one="choice"
          count={count}
          on="Choose on"
          onTakeBack={() => change((before) => ({ ...before, choices: before.choices.slice(0, -1), closed: false }))}
        />
      </section>
    </div>
  );
}

/** Two frames beside each other; nothing tells which is which. */
function Pairs({ test, pair, onChoose }: { test: TasteTest; pair: Pair; onChoose: (left: boolean) => void }) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  const size = { width: Math.round(((width - 16) / 2) * ratio), height: Math.round(height * ratio) };
  const sized = size.width > 8;
  const left = useDrawn('now', sized ? pairJob(test, pair, 'left', size) : null);
  const right = useDrawn('kept', sized ? pairJob(test, pair, 'right', size) : null);
  const failed = left.failed ?? right.failed;
  return (
    <>
      <div className="pairs" ref={box}>
        <button type="button" aria-label="Keep the left frame" onClick={() => onChoose(true)}>
          <Picture drawn={left.picture} label="" />
        </button>
        <button type="button" aria-label="Keep the right frame" onClick={() => onChoose(false)}>
          <Picture drawn={right.picture} label="" />
        </button>
      </div>
      {failed !== null && <p className="help bad">The frames cannot be drawn: {failed}</p>}
      <div className="judge low">
        <button type="button" className="btn" onClick={() => onChoose(true)}>
          The left one <kbd>s</kbd>
        </button>
        <button type="button" className="btn" onClick={() => onChoose(false)}>
          The right one <kbd>l</kbd>
        </button>
      </div>
    </>
  );
}

/** Taste in stops, with its interval, how steady it was, and every choice. */
function Result({ test }: { test: TasteTest }) {
  const { estimate, repeated, alike } = tasteStateOf(test);
  const { median, low, high } = estimate;
  const size = stopWords(Math.abs(median));
  const verdict =
    Math.abs(median) < 1 / 6
      ? 'Blur and grain bother you alike'
      : median > 0
        ? `Grain bothers you ${size} more than blur`
        : `Blur bothers you ${size} more than grain`;
  return (
    <>
      <div className="answer">
        <div>
          <h2>Your taste</h2>
          <p className="big">
            <output>
              {tasteWords(median)}
              <small>{Math.abs(median) < 1.17 ? 'stop' : 'stops'}</small>
            </output>
          </p>
        </div>
        <p>
          {verdict}
          {Math.abs(median) < 1 / 6 ? '.' : `: noise counts as if there were ${size} ${median > 0 ? 'more' : 'less'} of it.`}{' '}
          After {test.choices.length} choices it lies{' '}
          <b>
            between {tasteWords(low)} and {tasteWords(high)}
          </b>
          , 9 times in 10.{' '}
          {repeated > 0
            ? `Of ${repeated} pairs shown again with sides changed you chose ${alike} alike.`
            : 'No pair was shown again, so how steady it is cannot be told.'}
        </p>
      </div>
      <TasteBar median={median} low={low} high={high} />
      <div className="scrolls choices" tabIndex={0} role="region" aria-label="Every choice">
        <table className="data">
          <thead>
            <tr>
              <th scope="col">Choice</th>
              <th scope="col">Slower, cleaner</th>
              <th scope="col">Faster, grainier</th>
              <th scope="col">You kept</th>
            </tr>
          </thead>
          <tbody>
            {test.choices.map(({ id, slowerS, fasterS, tookSlower, repeats }, n) => (
              <tr key={id}>
                <th scope="row">
                  {n + 1}
                  {repeats && <span className="small quiet"> again</span>}
                </th>
                <td>
                  {shutterWords(slowerS)}, {isoAt(test, slowerS)}
                </td>
                <td>
                  {shutterWords(fasterS)}, {isoAt(test, fasterS)}
                </td>
                <td>{shutterLabel(tookSlower ? slowerS : fasterS)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

/** ISO the picture of a speed was as grainy as. */
function isoAt({ brief }: TasteTest, shutterS: number): string {
  const setting = settingsFor(brief).find((one) => Math.abs(Math.log2(one.shutterS / shutterS)) < 0.1);
  return setting ? isoWords(setting.iso) : 'gone from this brief';
}

/** Where on the scale the taste lies, from blur to grain. */
function TasteBar({ median, low, high }: { median: number; low: number; high: number }) {
  const at = (stops: number): string => `${50 + (Math.min(4, Math.max(-4, stops)) / 8) * 100}%`;
  return (
    <div className="taste-bar" aria-hidden="true">
      <span className="ends">blur bothers more</span>
      <div>
        <i style={{ left: at(low), right: `calc(100% - ${at(high)})` }} />
        <b style={{ left: at(median) }} />
      </div>
      <span className="ends">grain bothers more</span>
    </div>
  );
}

import type { StoredTaste } from '@hushto/contract';
import { isoLabel, isoMarks } from '@hushto/core';
import { capital, isoWords, viewOf } from '@hushto/words';
import { useRef } from 'react';
import { Answers } from '../../components/Answers.tsx';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { Problem } from '../../components/Field.tsx';
import { Finding } from '../../components/Finding.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { useSize } from '../../components/useSize.ts';
import { ceilingJob, ceilingStateOf, withAnswer, type CeilingTest } from '../../domain/tasteSeries.ts';
import { useDocument } from '../../state/documents.ts';
import { SeriesFeet, UsedBy } from './SeriesFeet.tsx';
import { foundOn } from './words.ts';

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
  useShortcuts({ s: ['Acceptable', () => answer(true)], l: ['Too much', () => answer(false)] });
  const count = test.answers.length;
  return (
    <RoomSheet>
      <section className="flex flex-col min-w-0" aria-label={test.title}>
        {!test.closed && next !== null ? (
          <>
            <h2>
              Look {count + 1} of about {count + state.more}:{' '}
              <span className="font-normal text-quiet">would you show this one?</span>
            </h2>
            <Shown test={test} iso={next} />
            <Answers
              low
              first={{ label: 'Acceptable', letter: 's', onGive: () => answer(true) }}
              second={{ label: 'Too much', letter: 'l', onGive: () => answer(false) }}
            />
            <p className="text-quiet">
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
    </RoomSheet>
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
      <div className="grid mt-2 mb-2.5 min-h-80 max-h-155 flex-[1_1_420px] max-sm:gap-2" ref={box}>
        <Picture
          drawn={drawn.picture}
          label="A still, sharp frame; look at its grain"
          className="size-full rounded-sm bg-black"
        />
      </div>
      {drawn.failed !== null && <Problem>The frame cannot be drawn: {drawn.failed}</Problem>}
    </>
  );
}

function Result({ test }: { test: CeilingTest }) {
  const { markIso, lowIso, highIso } = ceilingStateOf(test);
  const isos = [...new Set(test.answers.map(({ iso }) => isoMarks.nearest(iso)))].sort((a, b) => a - b);
  return (
    <>
      <Finding asked="Your ISO ceiling" value={isoLabel(markIso)}>
        With {test.brief.kit.sensor.label ?? 'this body'}, {viewOf(test.brief)}, you accept the grain up to there half of the
        time. After {test.answers.length} looks it lies{' '}
        <b>
          between {isoWords(lowIso)} and {isoWords(highIso)}
        </b>
        , 9 times in 10. {foundOn(test)}
      </Finding>
      <TableScroll bounded className="my-2 max-h-93 min-h-40 flex-[0_1_auto] lg:max-h-[calc(100dvh-26.75rem)]" label="Every look">
        <Table>
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
        </Table>
      </TableScroll>
    </>
  );
}

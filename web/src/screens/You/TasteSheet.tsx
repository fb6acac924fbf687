import type { StoredTaste } from '@hushto/contract';
import { shutterLabel } from '@hushto/core';
import { capital, isoWords, shutterWords, stopWords, viewOf } from '@hushto/words';
import { BlindPair } from '../../components/BlindPair.tsx';
import { Finding } from '../../components/Finding.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { pairJob, settingsFor, tasteStateOf, withChoice, type TasteTest } from '../../domain/tasteSeries.ts';
import { useDocument } from '../../state/documents.ts';
import { SeriesFeet, UsedBy } from './SeriesFeet.tsx';
import { foundOn, tasteWords } from './words.ts';

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
  const count = test.choices.length;
  return (
    <RoomSheet>
      <section className="flex flex-col min-w-0" aria-label={test.title}>
        {!test.closed && pair ? (
          <>
            <h2>
              Choice {count + 1} of about {count + state.more}:{' '}
              <span className="font-normal text-quiet">which would you keep?</span>
            </h2>
            <BlindPair jobOf={(side, size) => pairJob(test, pair, side, size)} onChoose={choose} />
            <p className="text-quiet">
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
    </RoomSheet>
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
      <Finding asked="Your taste" value={tasteWords(median)} unit={Math.abs(median) < 1.17 ? 'stop' : 'stops'}>
        {verdict}
        {Math.abs(median) < 1 / 6
          ? '.'
          : `: noise counts as if there were ${size} ${median > 0 ? 'more' : 'less'} of it.`} After {test.choices.length} choices
        it lies{' '}
        <b>
          between {tasteWords(low)} and {tasteWords(high)}
        </b>
        , 9 times in 10.{' '}
        {repeated > 0
          ? `Of ${repeated} pairs shown again with sides changed you chose ${alike} alike.`
          : 'No pair was shown again, so how steady it is cannot be told.'}{' '}
        {foundOn(test)}
      </Finding>
      <TasteBar median={median} low={low} high={high} />
      <TableScroll
        bounded
        className="my-2 max-h-93 min-h-40 flex-[0_1_auto] lg:max-h-[calc(100dvh-26.75rem)]"
        label="Every choice"
      >
        <Table heads={['Choice', 'Slower, cleaner', 'Faster, grainier', 'You kept']}>
          <tbody>
            {test.choices.map(({ id, slowerS, fasterS, tookSlower, repeats }, n) => (
              <tr key={id}>
                <th scope="row">
                  {n + 1}
                  {repeats && <span className="text-quiet"> again</span>}
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
        </Table>
      </TableScroll>
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
    <div className="grid grid-cols-[auto_minmax(0,1fr)_auto] gap-4 items-center my-3 text-13 text-quiet" aria-hidden="true">
      <span>blur bothers more</span>
      <div className="relative h-6 border-b border-b-edge [background:linear-gradient(var(--edge),var(--edge))_50%_100%_/_1px_10px_no-repeat]">
        <i className="absolute bottom-2 h-1 bg-hush rounded-xs" style={{ left: at(low), right: `calc(100% - ${at(high)})` }} />
        <b className="absolute bottom-1 -ml-1.5 size-3 bg-hush border-2 border-panel rounded-full" style={{ left: at(median) }} />
      </div>
      <span>grain bothers more</span>
    </div>
  );
}

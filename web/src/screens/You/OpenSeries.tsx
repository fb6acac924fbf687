import { posteriorOf, seriesFor, setupOf, type HoldSeries, type StoredHold } from '@hushto/contract';
import { againstStartingValue, burstBuys, FEWEST_TESTED, shutterLabel, steadierBy, stopsLabel, pictureOf } from '@hushto/core';
import { capital, plainNumber, shutterWords, stanceWords, stopWords, viewingName, lowerFirst } from '@hushto/words';
import { FileOutput, Plus, Table2, Trash2 } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { Disclosure } from '../../components/Disclosure.tsx';
import { Problem } from '../../components/Field.tsx';
import { Finding } from '../../components/Finding.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Select } from '../../components/Select.tsx';
import { Switch } from '../../components/Switch.tsx';
import { Table } from '../../components/Table.tsx';
import { TextField } from '../../components/TextField.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { useDeletion } from '../../components/useDeletion.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import {
  briefsWith,
  holdCsv,
  holdTestOf,
  kitWords,
  seriesLine,
  stabiliserWords,
  type EditSeries,
} from '../../domain/holdSeries.ts';
import { shortNumber } from '../../quantities/quantities.ts';
import { editDocument, useDocument } from '../../state/documents.ts';
import { useLibrary } from '../../state/library.ts';
import { RatesTable } from './RatesTable.tsx';
import { TakeFrames } from './TakeFrames.tsx';

// Its library is heavier than all the rest of the screen.
const HoldChart = lazy(async () => ({ default: (await import('./HoldChart.tsx')).HoldChart }));

const SURE = ['0.5', '0.8', '0.9', '0.95'] as const;

/** One series: what it says, how sure that is, and the next frame. */
export function OpenSeries({ stored, onAgain }: { stored: StoredHold; onAgain: () => void }) {
  const series = stored.document;
  const { edit, ...history } = useDocument('holds', stored.id);
  const [table, setTable] = useState(false);
  const [againstId, setAgainstId] = useState('');
  const holds = useLibrary((library) => library.holds);
  const against = holds.find(({ id }) => id === againstId && id !== stored.id)?.document ?? null;
  const test = holdTestOf(series);
  useShortcuts({ t: ['Table or chart', () => setTable(!table)] });
  const remove = useDeletion();
  return (
    <RoomSheet beside="wide">
      <section className="flex flex-col min-w-0" aria-label={series.title}>
        <Answer series={series} />
        <div
          className="flex flex-col mt-1 min-h-73 max-h-110 flex-[1_1_292px] max-sm:max-h-none"
          role={table ? undefined : 'img'}
          aria-label={table ? undefined : chartWords(series)}
        >
          {table ? (
            <RatesTable series={series} />
          ) : (
            <Suspense>
              <HoldChart series={series} against={against} estimates={series.frames.length >= FEWEST_TESTED} />
            </Suspense>
          )}
        </div>
        <Compared series={series} against={against} againstId={againstId} onAgainst={setAgainstId} ownId={stored.id} />
        <Facts series={series} edit={edit} />
        <Uses stored={stored} edit={edit} />
        <div className="flex flex-wrap gap-x-2 gap-y-1 items-center mt-auto pt-1.5">
          <Button look="bare" size="s" aria-pressed={table} data-hint="Table or chart (t)" onClick={() => setTable(!table)}>
            <Table2 aria-hidden="true" /> Table
          </Button>
          <Button look="bare" size="s" onClick={() => saveFile(`hold ${series.title}`, 'csv', holdCsv(series))}>
            <FileOutput aria-hidden="true" /> CSV
          </Button>
          <Button look="bare" size="s" onClick={onAgain}>
            <Plus aria-hidden="true" /> Test another hold
          </Button>
          <Button look="bare" size="s" onClick={() => void remove('holds', stored, { away: '/you/steadiness' })}>
            <Trash2 aria-hidden="true" /> Delete
          </Button>
          <UndoRedo {...history} />
          {history.issues.map(({ path, message }) => (
            <Problem key={path} alert>
              {path === 'title' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
            </Problem>
          ))}
        </div>
      </section>
      <TakeFrames stored={stored} edit={edit} test={test} />
    </RoomSheet>
  );
}

/** "8 frames in 10", "19 frames in 20". */
const shareWords = (confidence: number): string =>
  Number.isInteger(Math.round(confidence * 1000) / 100)
    ? `${Math.round(confidence * 10)} frames in 10`
    : `${Math.round(confidence * 20)} frames in 20`;

/** The slowest to trust, with the interval it is known to. */
function Answer({ series }: { series: HoldSeries }) {
  const { trusted, done } = holdTestOf(series);
  const { frames, confidence } = series;
  const share = shareWords(confidence);
  const between = `between ${shutterLabel(trusted.slowS)} and ${shutterWords(trusted.fastS)}`;
  if (frames.length < FEWEST_TESTED)
    return (
      <Finding asked="The slowest you can trust" value={frames.length} unit={`of ${FEWEST_TESTED} frames`}>
        {FEWEST_TESTED} frames say a first word about these hands; fewer would say what anybody’s do. It begins near the usual
        handheld speed.
      </Finding>
    );
  return (
    <Finding
      asked={`The slowest you can trust${series.closed || done ? '' : ', so far'}`}
      value={shutterLabel(trusted.markS)}
      unit="s"
      under={<Understroke how="computed" />}
    >
      {share} come out sharp at {shutterWords(trusted.medianS)}
      {shutterLabel(trusted.markS) === shutterLabel(trusted.medianS) ? '' : `; ${shutterLabel(trusted.markS)} is the next mark`}.
      After {frames.length} frames the true speed lies <b>{between}</b>, 9 times in 10. {againstWords(series)}
    </Finding>
  );
}

/** "That is 1⅓ stops short of the starting value." */
function againstWords(series: HoldSeries): string {
  const { median } = againstStartingValue(setupOf(series), posteriorOf(series));
  if (Math.abs(median) < 1 / 6) return 'That is as the starting value has it.';
  return `That is ${stopWords(Math.abs(median))} ${median > 0 ? 'beyond' : 'short of'} the starting value.`;
}

const BURSTS = [1, 2, 3, 5, 8] as const;

/** What bursts buy, and another series beside this one. */
function Compared({
  series,
  against,
  againstId,
  onAgainst,
  ownId,
}: {
  series: HoldSeries;
  against: HoldSeries | null;
  againstId: string;
  onAgainst: (id: string) => void;
  ownId: string;
}) {
  const holds = useLibrary((library) => library.holds);
  const buys = useMemo(() => burstBuys(setupOf(series), posteriorOf(series), series.confidence, BURSTS), [series]);
  const others = holds.filter((other) => other.id !== ownId);
  return (
    <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-x-7 gap-y-2 items-start mt-2.5 max-sm:grid-cols-1 max-sm:gap-2">
      <Table size="s">
        <caption className="pb-0.5 text-13 text-left text-quiet">
          What a burst buys, {plainNumber(series.confidence * 100)} % sure of a sharp one
        </caption>
        <thead>
          <tr>
            {buys.map(({ frames }) => (
              <th key={frames} scope="col">
                {frames === 1 ? '1 frame' : `${frames} frames`}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            {buys.map(({ frames, shutterS }) => (
              <td key={frames}>{shutterS === null ? 'none' : shutterWords(shutterS)}</td>
            ))}
          </tr>
        </tbody>
      </Table>
      {others.length > 0 && (
        <div>
          <Select
            label="Beside"
            value={againstId}
            options={[
              { value: '', label: 'no other series' },
              ...others.map((other) => ({
                value: other.id,
                label: `${other.document.title}, ${lowerFirst(stabiliserWords(other.document))}`,
              })),
            ]}
            onChange={onAgainst}
          />
          {against && <p>{differenceWords(series, against)}</p>}
        </div>
      )}
    </div>
  );
}

/** "Braced on a rail goes 1⅓ stops slower than this, between ⅔ and 2." */
function differenceWords(series: HoldSeries, against: HoldSeries): string {
  const { median, low, high } = steadierBy(posteriorOf(against), posteriorOf(series), series.confidence);
  const between = `9 times in 10 between ${stopsLabel(low)} and ${stopWords(high)}`;
  if (low < 0 && high > 0) return `“${against.title}” and this one cannot be told apart yet: ${stopWords(median)}, ${between}.`;
  return `“${against.title}” goes ${stopWords(Math.abs(median))} ${median > 0 ? 'slower' : 'less slow'} than this one, ${between}.`;
}

/** What was held and how; what may still be changed is the name, the note and how sure is sure enough. */
function Facts({ series, edit }: { series: HoldSeries; edit: EditSeries }) {
  const { sensor, lens } = series.kit;
  const view = viewingName(
    series.viewCph,
    pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, series.viewCph).sensorCph,
  );
  const photos = series.frames.filter(({ how }) => how === 'photo').length;
  const facts: [string, string][] = [
    [
      'Kit',
      `${sensor.label ?? kitWords(series)}, ${lens.label ?? ''}${lens.label?.includes('–') ? ` at ${Math.round(lens.focalLengthMm)} mm` : ''}`,
    ],
    ['Stabiliser', series.stabiliserStops > 0 ? `On, rated ${shortNumber(series.stabiliserStops)} stops` : 'Off'],
    ['Hold', capital(stanceWords(series.conditions))],
    ['Counts as sharp', `Under 2 px ${view}`],
    ...(series.note ? [['You were', series.note] as [string, string]] : []),
    ['Judged', photos === 0 ? 'As each is taken' : photos === series.frames.length ? 'By its edges' : `${photos} by their edges`],
  ];
  return (
    <div className="mt-2.5 pt-2 border-t border-t-rule">
      <dl className="grid grid-cols-3 gap-x-6 gap-y-1.5 max-sm:grid-cols-1 max-sm:gap-2">
        {facts.map(([name, value]) => (
          <div key={name}>
            <dt className="text-13 text-quiet">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <Disclosure quiet title="Name, note, how sure is sure enough">
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] gap-x-6 gap-y-1.5 items-end mt-1.5 max-sm:grid-cols-1 max-sm:gap-2">
          <TextField label="Name" value={series.title} onChange={(title) => edit((before) => ({ ...before, title }))} />
          <TextField label="You were" value={series.note} onChange={(note) => edit((before) => ({ ...before, note }))} />
          <SegmentedControl
            label="Sure enough"
            value={SURE.find((share) => Number(share) === series.confidence) ?? null}
            options={SURE.map((share) => ({ value: share, label: `${Number(share) * 100} %` }))}
            onChange={(share) => edit((before) => ({ ...before, confidence: Number(share) }))}
          />
        </div>
      </Disclosure>
    </div>
  );
}

/** Which plans a series changes, and whether it may; a finished one asks for each of them. */
function Uses({ stored, edit }: { stored: StoredHold; edit: EditSeries }) {
  const { briefs, holds } = useLibrary(useShallow(({ briefs, holds }) => ({ briefs, holds })));
  const { counts, simulated, frames, closed } = stored.document;
  const titles = briefsWith(stored.id, holds, briefs);
  const list = new Intl.ListFormat('en').format(titles);
  if (counts && closed && frames.length >= FEWEST_TESTED) return <WhichBriefs stored={stored} edit={edit} />;
  return (
    <div className="flex gap-x-5 gap-y-1 items-center mt-2">
      <Switch className="flex-none" on={counts} onChange={(on) => edit((before) => ({ ...before, counts: on }))}>
        Plans may use it
      </Switch>
      <p className="text-quiet">
        {!counts
          ? simulated
            ? 'These hands were the simulated camera’s, not yours: plans leave them out.'
            : 'Plans leave it out.'
          : titles.length > 0
            ? `${list} ${titles.length === 1 ? 'plans' : 'plan'} with these hands.`
            : frames.length < FEWEST_TESTED
              ? `From ${FEWEST_TESTED} frames on the briefs held most alike plan with it.`
              : 'No brief is held like this; others are nearer to all of them.'}
      </p>
    </div>
  );
}

/** Which briefs a finished test changes: those held most alike unless they are told otherwise. */
function WhichBriefs({ stored, edit }: { stored: StoredHold; edit: EditSeries }) {
  const { briefs, holds } = useLibrary(useShallow(({ briefs, holds }) => ({ briefs, holds })));
  const uses = briefs.map((brief) => ({ brief, used: seriesFor(brief.document, holds)?.id === stored.id }));
  const used = uses.filter((one) => one.used).length;
  return (
    <fieldset className="flex gap-x-5 gap-y-1 items-center mt-2">
      <legend className="font-bold">
        {used === 0
          ? 'Your answer, used in no brief yet. Which may use it?'
          : `Your answer, used in ${used} ${used === 1 ? 'brief' : 'briefs'}. Which may use it?`}
      </legend>
      {uses.map(({ brief, used: ticked }) => (
        <Checkbox
          key={brief.id}
          className="flex-none"
          checked={ticked}
          onChange={(on) =>
            editDocument('briefs', brief.id, (before) => ({
              ...before,
              hold: { ...before.hold, seriesId: on ? stored.id : null },
            }))
          }
        >
          {brief.document.title}
        </Checkbox>
      ))}
      <Button look="bare" size="s" onClick={() => edit((before) => ({ ...before, counts: false }))}>
        Let no plan use it
      </Button>
    </fieldset>
  );
}

const chartWords = (series: HoldSeries): string => {
  if (series.frames.length < FEWEST_TESTED)
    return `Share of sharp frames against shutter speed, ${seriesLine(series)}: no estimate before ${FEWEST_TESTED} frames.`;
  const { trusted } = holdTestOf(series);
  return `Share of sharp frames against shutter speed, ${seriesLine(series)}: ${plainNumber(series.confidence * 100)} % at ${shutterWords(trusted.medianS)}, between ${shutterLabel(trusted.slowS)} and ${shutterWords(trusted.fastS)}. ${capital(stanceWords(series.conditions))}.`;
};

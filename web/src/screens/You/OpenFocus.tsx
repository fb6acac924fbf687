import type { StoredFocusTest } from '@hushto/contract';
import { expectedFocusEv, FEWEST_TESTED, lockRates } from '@hushto/core';
import { evDigits, focusSetupWords, focusTestWords, listed, plainNumber, shutterWords } from '@hushto/words';
import { ChevronLeft, ChevronRight, FileOutput, FlaskConical, Timer, Trash2, Undo2 } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Answers } from '../../components/Answers.tsx';
import { Button } from '../../components/Button.tsx';
import { Finding } from '../../components/Finding.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { Switch } from '../../components/Switch.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { TextField } from '../../components/TextField.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { useDeletion } from '../../components/useDeletion.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import {
  briefsFocusedWith,
  focusCsv,
  focusTestOf,
  hiddenDarkest,
  meterShutter,
  simulatedTry,
  withoutLastTry,
  withTry,
} from '../../domain/focusTest.ts';
import { useDocument } from '../../state/documents.ts';
import { useLibrary } from '../../state/library.ts';

const FocusChart = lazy(async () => ({ default: (await import('./FocusChart.tsx')).FocusChart }));

/** One focus test: what it says, and the next try. */
export function OpenFocus({ stored }: { stored: StoredFocusTest }) {
  const series = stored.document;
  const { edit, ...history } = useDocument('focusTests', stored.id);
  const remove = useDeletion();
  const { briefs, focusTests } = useLibrary(useShallow(({ briefs, focusTests }) => ({ briefs, focusTests })));
  const used = briefsFocusedWith(stored.id, focusTests, briefs);
  return (
    <RoomSheet beside="wide">
      <section className="flex min-w-0 flex-col gap-2" aria-label={series.title}>
        <Answer stored={stored} />
        <Suspense fallback={<div className="h-62" />}>
          <FocusChart series={series} />
        </Suspense>
        <Rates stored={stored} />
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
          <TextField
            label="Name"
            className="w-60 max-sm:w-full"
            value={series.title}
            onChange={(title) => edit((before) => ({ ...before, title }))}
          />
          {!series.simulated && (
            <Switch on={series.counts} onChange={(counts) => edit((before) => ({ ...before, counts }))}>
              Plans may use it
            </Switch>
          )}
        </div>
        <p className="text-quiet">
          {used.length > 0
            ? `${listed(used)} ${used.length === 1 ? 'goes' : 'go'} by it.`
            : series.simulated
              ? 'Plans leave a simulated camera out.'
              : 'No brief goes by it yet: it counts from six tries on, for the body it was made with; single on an edge comes first.'}
        </p>
        <div className="mt-auto flex flex-wrap items-center gap-2 pt-1.5">
          <Button look="bare" size="s" onClick={() => saveFile(`focus ${series.title}`, 'csv', focusCsv(series))}>
            <FileOutput aria-hidden="true" /> CSV
          </Button>
          <Button look="bare" size="s" onClick={() => void remove('focusTests', stored, { away: '/you/focus' })}>
            <Trash2 aria-hidden="true" /> Delete
          </Button>
          <UndoRedo {...history} />
        </div>
      </section>
      <Tries stored={stored} edit={edit} />
    </RoomSheet>
  );
}

function Answer({ stored: { document: series } }: { stored: StoredFocusTest }) {
  const { trusted, done } = focusTestOf(series);
  const { tries, closed, confidence, kit } = series;
  if (tries.length < FEWEST_TESTED)
    return (
      <Finding asked="The darkest it may be trusted" value={tries.length} unit={`of ${FEWEST_TESTED} tries`}>
        {focusSetupWords(series)}. Six tries say a first word; each is asked for in the light where one teaches most.
      </Finding>
    );
  return (
    <Finding
      asked={`The darkest it may be trusted${closed || done ? '' : ', so far'}`}
      value={`EV ${evDigits(trusted.ev)}`}
      under={<Understroke how="computed" />}
    >
      {focusTestWords(trusted, series, tries, confidence, kit.sensor)}
    </Finding>
  );
}

function Rates({ stored: { document: series } }: { stored: StoredFocusTest }) {
  const rates = lockRates(series.tries);
  if (rates.length === 0) return null;
  return (
    <TableScroll bounded label="Tries by light" className="max-h-60">
      <Table heads={['Light', 'Locked', 'Share, 95 % interval', 'Median time']}>
        <tbody>
          {rates.map(({ ev100, tries, locked, low, high, medianS }) => (
            <tr key={ev100}>
              <th scope="row">EV {evDigits(ev100)}</th>
              <td>
                {locked} of {tries}
              </td>
              <td>
                {Math.round(100 * low)} to {Math.round(100 * high)} %
              </td>
              <td>{medianS === null ? 'not timed' : `${plainNumber(medianS)} s`}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </TableScroll>
  );
}

interface TriesProps {
  stored: StoredFocusTest;
  edit: (change: (before: StoredFocusTest['document']) => StoredFocusTest['document']) => boolean;
}

/** Meter settings the light is told by. */
const METER_ISO = 3200;

/** One try after the other: the light asked for, the press, and whether it locked. */
function Tries({ stored, edit }: TriesProps) {
  const series = stored.document;
  const test = focusTestOf(series);
  const { tries, closed, simulated, fNumber } = series;
  // Light that was set by hand holds for the next try alone.
  const [own, setOwn] = useState<{ ev: number; after: number } | null>(null);
  const ev = own?.after === tries.length ? own.ev : test.next;
  const [pressedAt, setPressedAt] = useState<number | null>(null);
  const answer = (locked: boolean): void => {
    if (closed || simulated) return;
    const seconds = pressedAt === null ? null : Math.min(60, Math.round((performance.now() - pressedAt) / 10) / 100);
    setPressedAt(null);
    edit((before) => withTry(before, { ev100: ev, locked, seconds: locked ? seconds : null }));
  };
  const simulate = (): void => {
    if (!closed && simulated) edit((before) => withTry(before, simulatedTry(before, ev)));
  };
  const press = (): void => {
    if (!closed && !simulated) setPressedAt(performance.now());
  };
  useShortcuts({
    f: [simulated ? 'Let the simulated camera focus' : 'The shutter is half pressed', simulated ? simulate : press],
    s: ['It locked', () => answer(true)],
    l: ['It did not lock', () => answer(false)],
  });
  const step = (by: number): void => setOwn({ ev: Math.min(20, Math.max(-15, ev + by / 3)), after: tries.length });
  const takeBack = (
    <Button look="bare" size="s" disabled={tries.length === 0} onClick={() => edit(withoutLastTry)}>
      <Undo2 aria-hidden="true" /> {tries.length === 0 ? 'Take back' : `Take back try ${tries.length}`}
    </Button>
  );
  if (closed)
    return (
      <section className="flex flex-col gap-2.5 max-lg:-order-1" aria-label="The test">
        <h2>This test is over</h2>
        <p>
          After {tries.length} tries the light is known to within {plainNumber(test.trusted.widthEv)} EV.
        </p>
        {simulated && (
          <p className="rounded-md bg-hush-wash px-3 py-2.5">
            The hidden autofocus: {Math.round(100 * series.confidence)} % of tries lock at{' '}
            <b className="text-hush">EV {evDigits(hiddenDarkest(series))}</b>.
          </p>
        )}
        <div className="mt-auto flex items-center justify-between">
          {takeBack}
          <Button size="s" onClick={() => edit((before) => ({ ...before, closed: false }))}>
            Go on trying
          </Button>
        </div>
      </section>
    );
  return (
    <section className="flex flex-col gap-2.5 max-lg:-order-1" aria-label="The test">
      <div>
        <h2>
          Try {tries.length + 1} of about {tries.length + test.more}
        </h2>
        <p className="flex items-center justify-between gap-2" aria-live="polite">
          <b className="font-dial text-40 leading-11 font-semibold tracking-[-0.02em] tabular-nums">EV {evDigits(ev)}</b>
          <span className="flex">
            <Button look="step" aria-label="A third darker" onClick={() => step(-1)}>
              <ChevronLeft aria-hidden="true" />
            </Button>
            <Button look="step" aria-label="A third brighter" onClick={() => step(1)}>
              <ChevronRight aria-hidden="true" />
            </Button>
          </span>
        </p>
        <p className="text-quiet">
          The meter reads {shutterWords(meterShutter(ev, fNumber, METER_ISO))} off a grey card there, at f/{plainNumber(fNumber)}{' '}
          and ISO {METER_ISO}.{' '}
          {simulated ? '' : 'Dim the lamp, close the door or step away until it does; or set here what it does read.'}
        </p>
      </div>
      {simulated ? (
        <>
          <Button look="go" className="min-h-14 text-18" onClick={simulate}>
            <FlaskConical aria-hidden="true" /> Focus <kbd>f</kbd>
          </Button>
          <p className="min-h-6 text-quiet" role="status">
            {lastWords(series)}
          </p>
        </>
      ) : (
        <>
          <p className="text-quiet">
            Turn the focus ring to its near end first, so that it has a way to go. Press half-way, and say what it does.
          </p>
          <Clock pressedAt={pressedAt} onPress={press} />
          <Answers
            first={{ label: 'It locked', letter: 's', onGive: () => answer(true) }}
            second={{ label: 'It did not', letter: 'l', onGive: () => answer(false) }}
          />
        </>
      )}
      <div>
        <h3>When to stop</h3>
        <p className="text-quiet">
          When the light is known to within one EV; it is {plainNumber(test.trusted.widthEv)} now. Before any try half were
          expected to lock at EV {evDigits(expectedFocusEv(series.kit.sensor, series))}.
        </p>
      </div>
      <div className="mt-auto flex items-center justify-between">
        {takeBack}
        <Button size="s" disabled={tries.length === 0} onClick={() => edit((before) => ({ ...before, closed: true }))}>
          Stop here
        </Button>
      </div>
    </section>
  );
}

function lastWords({ tries }: StoredFocusTest['document']): string {
  const last = tries.at(-1);
  if (!last) return '';
  const light = `EV ${evDigits(last.ev100)}`;
  if (!last.locked) return `At ${light} it hunted and gave up.`;
  return last.seconds === null ? `At ${light} it locked.` : `At ${light} it locked after ${plainNumber(last.seconds)} s.`;
}

/** A clock from the press to the answer; who does not press it times nothing. */
function Clock({ pressedAt, onPress }: { pressedAt: number | null; onPress: () => void }) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (pressedAt === null) return undefined;
    const timer = setInterval(() => setNow(performance.now()), 100);
    return () => clearInterval(timer);
  }, [pressedAt]);
  return (
    <Button aria-pressed={pressedAt !== null} onClick={onPress}>
      <Timer aria-hidden="true" />{' '}
      {pressedAt === null ? 'Time it: I press now' : `${plainNumber(Math.max(0, now - pressedAt) / 1000)} s`} <kbd>f</kbd>
    </Button>
  );
}

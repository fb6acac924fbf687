import { CARRIED_AT_FIRST, type RunSheet, type Segment, type StoredRunSheet } from '@hushto/contract';
import { budgetOf, checklistsFor } from '@hushto/core';
import { CalendarPlus, Coffee, Plus, Printer, Table2 } from 'lucide-react';
import { useMemo } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { ClockField } from '../../components/ClockField.tsx';
import { DocumentMenu } from '../../components/DocumentMenu.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { PickList } from '../../components/PickList.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { Token } from '../../components/Token.tsx';
import { useToasts } from '../../components/Toasts.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { dayOf, dayText, offsetText } from '../../sky/zoned.ts';
import { addDocument, useDocument } from '../../state/documents.ts';
import { calendarFile, csvFile } from '../../domain/exports.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { stretchesOf, timed } from '../../domain/runSheet.ts';
import { Checks } from './Checks.tsx';
import { RunSheetSegments, type EditSheet } from './RunSheetSegments.tsx';
import { Tallies } from './Tallies.tsx';
import { Totals } from './Totals.tsx';
import '../../styles/light.css';
import '../../styles/runSheet.css';

/** The order of an outing: what, when, in which light, and what it takes. */
export function RunSheetScreen() {
  return (
    <LibraryGate what="outings">
      <RunSheets />
    </LibraryGate>
  );
}

function newSheet(): RunSheet {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return {
    title: 'A new outing',
    day: dayOf(Date.now(), timeZone),
    startsAt: '18:00',
    timeZone,
    placeId: null,
    segments: [],
    carried: CARRIED_AT_FIRST,
    checks: { before: [], arrival: [], afterwards: [] },
  };
}

function RunSheets() {
  const { id } = useParams();
  const runSheets = useLibrary((library) => library.runSheets);
  const navigate = useNavigate();
  const { show } = useToasts();
  const stored = runSheets.find((sheet) => sheet.id === id);
  if (stored) return <OpenSheet key={stored.id} stored={stored} />;
  if (runSheets[0]) return <Navigate to={`/outings/${runSheets[0].id}`} replace />;
  return (
    <Message title="No outing planned yet">
      <p>
        Put your briefs in the order of an evening: Hushto works out the light at each, the settings, how many frames, and what
        cards and batteries that takes.
      </p>
      <p className="row start">
        <button
          type="button"
          className="btn go"
          onClick={() => void navigate(`/outings/${addDocument('runSheets', newSheet())}`)}
        >
          <Plus className="i" aria-hidden="true" /> New run sheet
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => void addDemo().catch((error: unknown) => show(error instanceof Error ? error.message : String(error)))}
        >
          Load Port Alder’s evening
        </button>
      </p>
      <Tallies runSheetId={null} />
    </Message>
  );
}

function OpenSheet({ stored }: { stored: StoredRunSheet }) {
  const sheet = stored.document;
  const { edit, issues, ...history } = useDocument('runSheets', stored.id);
  const { briefs, places, holds } = useLibrary(useShallow(({ briefs, places, holds }) => ({ briefs, places, holds })));
  const place = places.find(({ id }) => id === sheet.placeId)?.document ?? null;
  const segments = useMemo(() => timed(sheet, briefs, place, holds), [sheet, briefs, place, holds]);
  const budget = useMemo(() => budgetOf(sheet.carried, stretchesOf(segments)), [sheet.carried, segments]);
  const made = useMemo(() => {
    const planned = segments.flatMap(({ brief, plan }) => (brief && plan ? [{ brief, plan }] : []));
    return checklistsFor(planned, sheet.carried, budget);
  }, [segments, sheet.carried, budget]);
  const { show } = useToasts();
  const add = (segment: Partial<Segment>): void =>
    void edit((before) => ({
      ...before,
      segments: [
        ...before.segments,
        {
          id: crypto.randomUUID(),
          title: '',
          briefId: null,
          minutes: 30,
          light: { from: place ? 'sky' : 'brief' },
          pressesPerMinute: segment.briefId ? 2 : 0,
          burst: null,
          ...segment,
        },
      ],
    }));
  const calendar = (): void => {
    try {
      saveFile(sheet.title, 'ics', calendarFile(sheet, stored.id, segments, place?.label ?? null, Date.now()));
    } catch (error) {
      show(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <main className="light-page run-page">
      <div className="aside-text">
        <section className="brief" aria-label="Outing">
          <DocumentMenu
            shelf="runSheets"
            one="run sheet"
            many="run sheets"
            at="/outings"
            open={stored}
            titleOf={({ title }) => title}
            lineOf={({ day, segments: stretches }) => `${dayText(day)}, ${stretches.length} stretches`}
            onRename={(title) => edit((before) => ({ ...before, title }))}
            onNew={() => addDocument('runSheets', newSheet())}
          />
          {issues.map(({ path, message }) => (
            <p key={path} className="help bad" role="alert">
              {path === 'title' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
            </p>
          ))}
          <SheetText sheet={sheet} placeLabel={place?.label ?? null} edit={edit} />
          <div className="unsaved">
            <UndoRedo {...history} />
          </div>
        </section>
        <Totals sheet={sheet} segments={segments} budget={budget} edit={edit} />
        <Tallies runSheetId={stored.id} />
      </div>
      <div className="run-sheet">
        <div className="head">
          <h2>Run sheet</h2>
          <button type="button" className="btn s bare" onClick={calendar}>
            <CalendarPlus className="i" aria-hidden="true" /> Calendar
          </button>
          <button type="button" className="btn s bare" onClick={() => saveFile(sheet.title, 'csv', csvFile(segments))}>
            <Table2 className="i" aria-hidden="true" /> CSV
          </button>
          <button type="button" className="btn s bare" onClick={() => print()}>
            <Printer className="i" aria-hidden="true" /> Print
          </button>
        </div>
        {segments.length === 0 && (
          <p className="help">Nothing in it yet: add a brief, then the next, and drag them into order.</p>
        )}
        <RunSheetSegments segments={segments} uses={budget.stretches} briefs={briefs} placed={place !== null} edit={edit} />
        <div className="row start add">
          <button
            type="button"
            className="btn s go"
            disabled={briefs.length === 0}
            onClick={() => add({ briefId: briefs[0]!.id })}
          >
            <Plus className="i" aria-hidden="true" /> Add a brief
          </button>
          <button type="button" className="btn s" onClick={() => add({ title: 'Pause' })}>
            <Coffee className="i" aria-hidden="true" /> Add a pause
          </button>
          {sheet.placeId && (
            <Link className="btn s bare" to={`/light/${sheet.placeId}`}>
              Light there
            </Link>
          )}
        </div>
        <Checks sheet={sheet} made={made} edit={edit} />
      </div>
    </main>
  );
}

/** Day, beginning and place, in a sentence. */
function SheetText({ sheet, placeLabel, edit }: { sheet: RunSheet; placeLabel: string | null; edit: EditSheet }) {
  const places = useLibrary((library) => library.places);
  const set =
    (change: Partial<RunSheet>) =>
    (before: RunSheet): RunSheet => ({ ...before, ...change });
  return (
    <p className="say">
      On{' '}
      <Token
        title="Day"
        editor={() => (
          <span className="inp">
            <input
              type="date"
              aria-label="Day"
              value={sheet.day}
              onChange={({ target }) => target.value && edit(set({ day: target.value }))}
            />
          </span>
        )}
      >
        {dayText(sheet.day)}
      </Token>{' '}
      from{' '}
      <Token
        title="Beginning"
        editor={() => <ClockField label="Begins at" value={sheet.startsAt} onChange={(startsAt) => edit(set({ startsAt }))} />}
      >
        {sheet.startsAt}
      </Token>
      , by {offsetText(Date.parse(`${sheet.day}T12:00:00Z`), sheet.timeZone)}, lit as at{' '}
      <Token
        title="Place"
        editor={(close) => (
          <>
            <PickList
              label="Places"
              value={sheet.placeId ?? undefined}
              items={places.map(({ id, document }) => ({ id, label: document.label }))}
              onPick={(id) => {
                edit(set({ placeId: id, timeZone: places.find((place) => place.id === id)!.document.timeZone }));
                close();
              }}
              empty="No place yet; make one under Light."
            />
            <p className="help">Its sky and lamps light the segments that ask for them; its clock is the sheet’s.</p>
          </>
        )}
      >
        {placeLabel ?? 'no place'}
      </Token>
      .
    </p>
  );
}

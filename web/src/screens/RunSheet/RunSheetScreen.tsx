import { CARRIED_AT_FIRST, type RunSheet, type Segment, type StoredRunSheet } from '@hushto/contract';
import { budgetOf, checklistsFor } from '@hushto/core';
import { CalendarPlus, Coffee, Plus, Printer, Table2 } from 'lucide-react';
import { useMemo } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { Button, buttonLook } from '../../components/Button.tsx';
import { ClockField } from '../../components/ClockField.tsx';
import { DocumentMenu } from '../../components/DocumentMenu.tsx';
import { FieldBox, Problem } from '../../components/Field.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { Message } from '../../components/Message.tsx';
import { PickList } from '../../components/PickList.tsx';
import { useToasts } from '../../components/toast.ts';
import { Token } from '../../components/Token.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { calendarFile, csvFile } from '../../domain/exports.ts';
import { stretchesOf, timed } from '../../domain/runSheet.ts';
import { dayOf, dayText, offsetText } from '../../sky/zoned.ts';
import { addDocument, useDocument } from '../../state/documents.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { useWhere } from '../../state/useWhere.ts';
import { Checks } from './Checks.tsx';
import { RunSheetSegments, type EditSheet } from './RunSheetSegments.tsx';
import { Tallies } from './Tallies.tsx';
import { Totals } from './Totals.tsx';
import { said } from '../../sync/remote.ts';

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
  if (id !== undefined) return <Missing kind="runSheets" at="/outings" />;
  if (runSheets[0]) return <Navigate to={`/outings/${runSheets[0].id}`} replace />;
  return (
    <Message title="No outing planned yet">
      <p>
        Put your briefs in the order of an evening: Hushto works out the light at each, the settings, how many frames, and what
        cards and batteries that takes.
      </p>
      <p className="flex flex-wrap items-center gap-3">
        <Button look="go" onClick={() => void navigate(`/outings/${addDocument('runSheets', newSheet())}`)}>
          <Plus aria-hidden="true" /> New run sheet
        </Button>
        <Button onClick={() => void addDemo().catch((error: unknown) => show(said(error)))}>Load Port Alder’s evening</Button>
      </p>
      <Tallies runSheetId={null} />
    </Message>
  );
}

function OpenSheet({ stored }: { stored: StoredRunSheet }) {
  const sheet = stored.document;
  const { edit, issues, ...history } = useDocument('runSheets', stored.id);
  const { briefs, places } = useLibrary(useShallow(({ briefs, places }) => ({ briefs, places })));
  const tests = useOwnTests();
  const place = places.find(({ id }) => id === sheet.placeId)?.document ?? null;
  const segments = useMemo(() => timed(sheet, briefs, place, tests), [sheet, briefs, place, tests]);
  const budget = useMemo(() => budgetOf(sheet.carried, stretchesOf(segments)), [sheet.carried, segments]);
  const made = useMemo(() => {
    const planned = segments.flatMap(({ brief, plan }) => (brief && plan ? [{ brief, plan }] : []));
    return checklistsFor(planned, sheet.carried, budget);
  }, [segments, sheet.carried, budget]);
  const where = useWhere(segments.flatMap(({ brief }) => (brief ? [brief.kit.sensor.label ?? ''] : [])));
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
      show(said(error));
    }
  };
  return (
    <main className="print:m-0! print:block! grid grid-cols-[17.25rem_minmax(0,1fr)] gap-x-5 items-start mr-4 mb-6 ml-6 max-md:grid-cols-1 max-md:gap-y-4 max-md:mx-3 max-md:mt-0 max-md:mb-6 max-sm:mx-0 max-sm:mt-0 max-sm:mb-6 run-page">
      <div className="flex flex-col gap-3.5 pt-3 pl-3 max-sm:contents">
        <section
          className="max-md:px-1 max-md:pt-2 max-md:pb-0 max-sm:col-span-full max-sm:order-0 max-sm:m-0 max-sm:px-4 max-sm:pt-2 max-sm:pb-0 max-sm:bg-page"
          aria-label="Outing"
        >
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
            <Problem key={path} alert>
              {path === 'title' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
            </Problem>
          ))}
          <SheetText sheet={sheet} placeLabel={place?.label ?? null} edit={edit} />
          <div className="print:hidden! hidden max-sm:not-empty:flex max-sm:not-empty:gap-1 max-sm:not-empty:mt-2.5">
            <UndoRedo {...history} />
          </div>
        </section>
        <Totals sheet={sheet} segments={segments} budget={budget} edit={edit} />
        <Tallies runSheetId={stored.id} />
      </div>
      <div className="print:border-0! print:p-0! print:min-h-0! px-6 pt-3.5 pb-5 min-h-[calc(100vh_-_4.5rem)] bg-panel border border-rule rounded-md max-sm:order-1 max-sm:px-4 max-sm:py-3.5 max-sm:border-x-0 max-sm:border-t max-sm:border-b-0 max-sm:rounded-none">
        <div className="flex flex-wrap gap-x-4 gap-y-2 items-center">
          <h2 className="mr-auto">Run sheet</h2>
          <Button look="bare" size="s" className="print:hidden" onClick={calendar}>
            <CalendarPlus aria-hidden="true" /> Calendar
          </Button>
          <Button look="bare" size="s" className="print:hidden" onClick={() => saveFile(sheet.title, 'csv', csvFile(segments))}>
            <Table2 aria-hidden="true" /> CSV
          </Button>
          <Button look="bare" size="s" className="print:hidden" onClick={() => print()}>
            <Printer aria-hidden="true" /> Print
          </Button>
        </div>
        {segments.length === 0 && (
          <p className="text-quiet">Nothing in it yet: add a brief, then the next, and drag them into order.</p>
        )}
        <RunSheetSegments segments={segments} uses={budget.stretches} briefs={briefs} placed={place !== null} edit={edit} />
        <div className="mt-2.5 flex flex-wrap items-center gap-2 print:hidden">
          <Button look="go" size="s" disabled={briefs.length === 0} onClick={() => add({ briefId: briefs[0]!.id })}>
            <Plus aria-hidden="true" /> Add a brief
          </Button>
          <Button size="s" onClick={() => add({ title: 'Pause' })}>
            <Coffee aria-hidden="true" /> Add a pause
          </Button>
          {sheet.placeId && (
            <Link className={buttonLook({ look: 'bare', size: 's' })} to={`/light/${sheet.placeId}`}>
              Light there
            </Link>
          )}
        </div>
        <Checks sheet={sheet} made={made} where={where} edit={edit} />
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
    <p className="leading-5.5 max-sm:leading-8.5">
      On{' '}
      <Token
        title="Day"
        editor={() => (
          <FieldBox>
            <input
              type="date"
              aria-label="Day"
              value={sheet.day}
              onChange={({ target }) => target.value && edit(set({ day: target.value }))}
            />
          </FieldBox>
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
            <p className="text-quiet">Its sky and lamps light the segments that ask for them; its clock is the sheet’s.</p>
          </>
        )}
      >
        {placeLabel ?? 'no place'}
      </Token>
      .
    </p>
  );
}

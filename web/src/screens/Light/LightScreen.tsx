import { withTests, type Place, type StoredPlace } from '@hushto/contract';
import { type Brief } from '@hushto/core';
import { plainNumber } from '@hushto/words';
import { Check, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Button } from '../../components/Button.tsx';
import { DocumentMenu } from '../../components/DocumentMenu.tsx';
import { Problem } from '../../components/Field.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { Message } from '../../components/Message.tsx';
import { Scrolls } from '../../components/Scrolls.tsx';
import { Select } from '../../components/Select.tsx';
import { cn } from '../../components/cn.ts';
import { useToasts } from '../../components/toast.ts';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { evText } from '../../quantities/quantities.ts';
import { dayOf } from '../../sky/zoned.ts';
import { addDocument, editDocument, undoDocument, useDocument } from '../../state/documents.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { LightAhead } from './LightAhead.tsx';
import { LightNow, type Found } from './LightNow.tsx';
import { PlaceText } from './PlaceText.tsx';
import { coordinatesText } from './words.ts';
import { said } from '../../sync/remote.ts';

/** What the light is now, and how it will change. */
export function LightScreen() {
  return (
    <LibraryGate what="places">
      <Places />
    </LibraryGate>
  );
}

/** A place nobody has told anything about yet. */
const newPlace = (): Place => ({
  label: 'A new place',
  latitudeDeg: 0,
  longitudeDeg: 0,
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  facingDeg: null,
  sky: 'clear',
  shadeStops: 0,
  floorEv: null,
  lamps: [],
  readings: [],
});

function Places() {
  const { id } = useParams();
  const places = useLibrary((library) => library.places);
  const navigate = useNavigate();
  const { show } = useToasts();
  const stored = places.find((place) => place.id === id);
  if (stored) return <OpenPlace key={stored.id} stored={stored} />;
  if (id !== undefined) return <Missing kind="places" at="/light" />;
  if (places[0]) return <Navigate to={`/light/${places[0].id}`} replace />;
  return (
    <Message title="No place yet">
      <p>
        Light belongs to a place: what lights it, and what you read there last time. Begin with one of yours, or with Port
        Alder’s.
      </p>
      <p className="flex flex-wrap items-center gap-3">
        <Button look="go" onClick={() => void navigate(`/light/${addDocument('places', newPlace())}`)}>
          <Plus aria-hidden="true" /> New place
        </Button>
        <Button onClick={() => void addDemo().catch((error: unknown) => show(said(error)))}>Load Port Alder’s places</Button>
      </p>
    </Message>
  );
}

/** A part of the sheet that is a sheet of its own there: the reading comes first, then the place, then what is ahead. */
const ON_A_PHONE = 'max-sm:border-y max-sm:border-rule max-sm:bg-panel max-sm:px-4 max-sm:py-3.5';

function OpenPlace({ stored }: { stored: StoredPlace }) {
  const place = stored.document;
  const { edit, ...history } = useDocument('places', stored.id);
  const briefs = useLibrary((library) => library.briefs);
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const [chosen, setChosen] = useState<string | null>(null);
  const [day, setDay] = useState(() => dayOf(Date.now(), place.timeZone));
  const { show } = useToasts();
  const briefStored = briefs.find(({ id }) => id === (chosen ?? lastOpen)) ?? briefs[0];
  const tests = useOwnTests();
  const written = briefStored?.document ?? null;
  const brief: Brief | null = useMemo(() => written && withTests(written, tests), [written, tests]);

  const use = (ev100: number, backgroundStops: number | null): void => {
    if (!briefStored) return;
    const counts = editDocument('briefs', briefStored.id, (before) => ({
      ...before,
      light: {
        ...before.light,
        ev100: Math.min(24, Math.max(-12, Math.round(ev100 * 10) / 10)),
        scene: undefined,
        ...(backgroundStops === null ? {} : { background: { ...before.light.background, stops: backgroundStops } }),
      },
    }));
    if (!counts) return show(`${briefStored.document.title} cannot take this light; open it under Plan to see why.`);
    show(`${briefStored.document.title} now plans at ${evText(ev100)}.`, {
      label: 'Undo',
      run: () => undoDocument('briefs', briefStored.id),
    });
  };
  const keepReading = (found: Found, backgroundStops: number | null): void => {
    const reading = {
      ...found,
      id: crypto.randomUUID(),
      at: new Date().toISOString(),
      ...(backgroundStops === null ? {} : { backgroundStops }),
    };
    if (edit((before) => ({ ...before, readings: [...before.readings, reading] }))) show(`Kept with ${place.label}.`);
  };
  return (
    <main className="grid grid-cols-[17.25rem_minmax(0,1fr)] gap-x-5 items-start mr-4 mb-6 ml-6 max-md:grid-cols-1 max-md:gap-y-4 max-md:mx-3 max-md:mt-0 max-md:mb-6 max-sm:mx-0 max-sm:mt-0 max-sm:mb-6">
      <div className="flex flex-col gap-3.5 pt-3 pl-3 max-sm:contents">
        <section className="max-md:px-1 max-md:pt-2 max-md:pb-0 max-sm:contents" aria-label="Place">
          <div className="max-sm:px-4 max-sm:pt-2">
            <DocumentMenu
              shelf="places"
              one="place"
              many="places"
              at="/light"
              open={stored}
              titleOf={({ label }) => label}
              lineOf={({ latitudeDeg, longitudeDeg }) => coordinatesText(latitudeDeg, longitudeDeg)}
              onRename={(label) => edit((before) => ({ ...before, label }))}
              onNew={() => addDocument('places', newPlace())}
            />
            {history.issues.map(({ path, message }) => (
              <Problem key={path} alert>
                {path === 'label' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
              </Problem>
            ))}
          </div>
          <div className="max-sm:order-2 max-sm:px-4">
            <PlaceText place={place} edit={edit} atMs={Date.parse(`${day}T12:00:00Z`)} />
            <div className="hidden max-sm:not-empty:flex max-sm:not-empty:gap-1 max-sm:not-empty:mt-2.5">
              <UndoRedo {...history} />
            </div>
          </div>
        </section>
        <Readings
          place={place}
          onUse={use}
          onRemove={(id) => edit((before) => ({ ...before, readings: before.readings.filter((reading) => reading.id !== id) }))}
        />
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)_18.5rem] gap-x-8 px-6 pt-3.5 pb-4 min-h-[calc(100vh_-_4.5rem)] bg-panel border border-rule rounded-md max-lg:grid-cols-1 max-lg:gap-y-5 max-lg:min-h-0 max-sm:contents">
        <div className={cn('min-w-0', ON_A_PHONE, 'max-sm:order-3')}>
          <LightAhead placeId={stored.id} place={place} brief={brief} day={day} onDay={setDay} />
        </div>
        <div className={cn('grid min-w-0 grid-cols-1 content-start gap-4 max-lg:-order-1', ON_A_PHONE, 'max-sm:order-1')}>
          <Select
            label="For the brief"
            value={briefStored?.id ?? null}
            options={briefs.map(({ id, document }) => ({ value: id, label: document.title }))}
            onChange={setChosen}
          />
          <LightNow
            brief={briefStored && brief ? { title: briefStored.document.title, brief } : null}
            onUse={use}
            onKeep={keepReading}
          />
        </div>
      </div>
    </main>
  );
}

/** What was read there before, newest first: next year's visit starts from it. */
function Readings({
  place,
  onUse,
  onRemove,
}: {
  place: Place;
  onUse: (ev100: number, backgroundStops: number | null) => void;
  onRemove: (id: string) => void;
}) {
  const newest = [...place.readings].sort((a, b) => b.at.localeCompare(a.at));
  return (
    <section className="max-sm:order-4 max-sm:m-0 max-sm:px-4 max-sm:pt-2 max-sm:pb-0" aria-labelledby="readings-title">
      <h2 id="readings-title">Read here</h2>
      {newest.length === 0 && <p className="text-quiet">Nothing yet. What you keep under “Now” stays with this place.</p>}
      <Scrolls label="Readings" className="max-h-80">
        <ul className="grid gap-2.5 mt-1">
          {newest.map(({ id, at, ev100, backgroundStops, say, uncertaintyStops }) => (
            <li className="pt-1.5 border-t border-t-rule" key={id}>
              <p>
                <b className="tabular-nums">{evText(ev100)}</b>
                {uncertaintyStops > 0.6 && ` ± ${plainNumber(uncertaintyStops)}`}{' '}
                <span className="text-quiet">{dayOf(Date.parse(at), place.timeZone)}</span>
              </p>
              <p className="text-quiet">{say}</p>
              <p className="flex gap-2 items-center">
                <Button size="s" onClick={() => onUse(ev100, backgroundStops ?? null)}>
                  <Check aria-hidden="true" /> Use
                </Button>
                <Button
                  look="bare"
                  size="s"
                  icon
                  aria-label={`Remove the reading of ${evText(ev100)}`}
                  onClick={() => onRemove(id)}
                >
                  <Trash2 aria-hidden="true" />
                </Button>
              </p>
            </li>
          ))}
        </ul>
      </Scrolls>
    </section>
  );
}

import { withHands, type Place, type StoredPlace } from '@hushto/contract';
import { type Brief } from '@hushto/core';
import { plainNumber } from '@hushto/words';
import { Check, Plus, Trash2 } from 'lucide-react';
import { useId, useMemo, useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { DocumentMenu } from '../../components/DocumentMenu.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { useToasts } from '../../components/Toasts.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { evText } from '../../quantities/quantities.ts';
import { dayOf } from '../../sky/zoned.ts';
import { addDocument, editDocument, undoDocument, useDocument } from '../../state/documents.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { LightAhead } from './LightAhead.tsx';
import { LightNow, type Found } from './LightNow.tsx';
import { PlaceText } from './PlaceText.tsx';
import { coordinatesText } from './words.ts';
import '../../styles/charts.css';
import '../../styles/light.css';

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
  if (places[0]) return <Navigate to={`/light/${places[0].id}`} replace />;
  return (
    <Message title="No place yet">
      <p>
        Light belongs to a place: what lights it, and what you read there last time. Begin with one of yours, or with Port
        Alder’s.
      </p>
      <p className="row start">
        <button type="button" className="btn go" onClick={() => void navigate(`/light/${addDocument('places', newPlace())}`)}>
          <Plus className="i" aria-hidden="true" /> New place
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => void addDemo().catch((error: unknown) => show(error instanceof Error ? error.message : String(error)))}
        >
          Load Port Alder’s places
        </button>
      </p>
    </Message>
  );
}

function OpenPlace({ stored }: { stored: StoredPlace }) {
  const place = stored.document;
  const { edit, ...history } = useDocument('places', stored.id);
  const briefs = useLibrary((library) => library.briefs);
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const [chosen, setChosen] = useState<string | null>(null);
  const [day, setDay] = useState(() => dayOf(Date.now(), place.timeZone));
  const { show } = useToasts();
  const briefId = useId();
  const briefStored = briefs.find(({ id }) => id === (chosen ?? lastOpen)) ?? briefs[0];
  const holds = useLibrary((library) => library.holds);
  const written = briefStored?.document ?? null;
  const brief: Brief | null = useMemo(() => written && withHands(written, holds), [written, holds]);

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
    <main className="light-page">
      <div className="aside-text">
        <section className="brief" aria-label="Place">
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
            <p key={path} className="help bad" role="alert">
              {path === 'label' ? 'Give it a name of at least one character.' : `${path}: ${message}`}
            </p>
          ))}
          <PlaceText place={place} edit={edit} atMs={Date.parse(`${day}T12:00:00Z`)} />
          <div className="unsaved">
            <UndoRedo {...history} />
          </div>
        </section>
        <Readings
          place={place}
          onUse={use}
          onRemove={(id) => edit((before) => ({ ...before, readings: before.readings.filter((reading) => reading.id !== id) }))}
        />
      </div>
      <div className="light-sheet">
        <LightAhead placeId={stored.id} place={place} brief={brief} day={day} onDay={setDay} />
        <div className="now-side">
          <div className="field">
            <label htmlFor={briefId}>For the brief</label>
            <select id={briefId} className="inp" value={briefStored?.id ?? ''} onChange={({ target }) => setChosen(target.value)}>
              {briefs.map(({ id, document }) => (
                <option key={id} value={id}>
                  {document.title}
                </option>
              ))}
            </select>
          </div>
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
    <section className="readings" aria-labelledby="readings-title">
      <h2 id="readings-title">Read here</h2>
      {newest.length === 0 && <p className="help">Nothing yet. What you keep under “Now” stays with this place.</p>}
      <ul>
        {newest.map(({ id, at, ev100, backgroundStops, say, uncertaintyStops }) => (
          <li key={id}>
            <p>
              <b className="num">{evText(ev100)}</b>
              {uncertaintyStops > 0.6 && ` ± ${plainNumber(uncertaintyStops)}`}{' '}
              <span className="quiet small">{dayOf(Date.parse(at), place.timeZone)}</span>
            </p>
            <p className="small quiet">{say}</p>
            <p className="row start">
              <button type="button" className="btn s" onClick={() => onUse(ev100, backgroundStops ?? null)}>
                <Check className="i" aria-hidden="true" /> Use
              </button>
              <button
                type="button"
                className="btn s bare icon"
                aria-label={`Remove the reading of ${evText(ev100)}`}
                onClick={() => onRemove(id)}
              >
                <Trash2 className="i" aria-hidden="true" />
              </button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { lensAt, STABILISER_SHARE, stopsLabel } from '@hushto/core';
import { sensorOf, type Body, type ShelfLensDocument, type StoredLens } from '@hushto/contract';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { PickList } from '../../../components/PickList.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { Slider } from '../../../components/Slider.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import { useLibrary } from '../../../state/library.ts';
import type { EditorProps } from './editing.ts';

// Forms and their library are fetched when somebody adds kit, not with the first screen.
const OwnBodyForm = lazy(() => import('./OwnBodyForm.tsx').then(({ OwnBodyForm: form }) => ({ default: form })));
const OwnLensForm = lazy(() => import('./OwnLensForm.tsx').then(({ OwnLensForm: form }) => ({ default: form })));

/** What our guesses are called on screen. */
const GUESS_NAMES: Record<string, string> = {
  wellPerUm2: 'full well',
  readInE: 'read noise',
  readoutS: 'readout time',
  stabiliserStops: 'stabiliser',
  framesPerSecond: 'frames a second',
  focusLimit: 'autofocus limit',
  fastestS: 'fastest shutter',
  bestBlurUm: 'sharpness',
  wideOpenFactor: 'softness wide open',
  narrowestF: 'narrowest aperture',
};

function Guesses({ of }: { of: readonly string[] | undefined }) {
  const names = (of ?? []).map((key) => GUESS_NAMES[key]).filter((name) => name !== undefined);
  if (names.length === 0) return null;
  return <p className="help">Our guess until you measure: {names.join(', ')}.</p>;
}

/** The body: one of the shelf, or one of one's own. */
export function BodyEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  const bodies = useLibrary((library) => library.bodies);
  const [adding, setAdding] = useState(false);
  const { sensor } = brief.kit;
  const chosen = bodies.find(({ id, document }) => (sensor.id ? id === sensor.id : document.label === sensor.label));
  const take = (id: string, body: Body): void => {
    edit((b) => ({ ...b, kit: { ...b.kit, sensor: sensorOf(body, id) } }));
    close();
  };
  if (adding) {
    return (
      <Suspense fallback={<p className="help">One moment.</p>}>
        <OwnBodyForm onAdded={(stored) => take(stored.id, stored.document)} onCancel={() => setAdding(false)} />
      </Suspense>
    );
  }
  return (
    <>
      <PickList
        label="Bodies"
        value={chosen?.id}
        items={bodies.map(({ id, document }) => ({
          id,
          label: document.label,
          detail: `ISO ${document.baseIso}–${document.maxIso}`,
        }))}
        onPick={(id) => take(id, bodies.find((body) => body.id === id)!.document)}
        empty="The shelf is empty. Add a body of your own."
      />
      <Guesses of={chosen?.document.guessed} />
      <button type="button" className="btn s" onClick={() => setAdding(true)}>
        <Plus className="i" aria-hidden="true" /> Add my own body
      </button>
    </>
  );
}

/** The lens and, for a zoom, its focal length. */
export function LensEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  const lenses = useLibrary((library) => library.lenses);
  const [adding, setAdding] = useState(false);
  const { lens } = brief.kit;
  const chosen = lenses.find(({ id, document }) => (lens.id ? id === lens.id : document.label === lens.label));
  const set = (id: string, shelf: ShelfLensDocument, focalMm: number): void => {
    const { guessed: _guessed, ...rest } = shelf;
    const taken = lensAt(rest, Math.min(shelf.focalToMm, Math.max(shelf.focalFromMm, focalMm)));
    edit((b) => ({ ...b, kit: { ...b.kit, lens: { ...taken, id } } }));
  };
  const take = (stored: StoredLens): void => {
    set(stored.id, stored.document, lens.focalLengthMm);
    if (stored.document.focalFromMm === stored.document.focalToMm) close();
    setAdding(false);
  };
  if (adding) {
    return (
      <Suspense fallback={<p className="help">One moment.</p>}>
        <OwnLensForm onAdded={take} onCancel={() => setAdding(false)} />
      </Suspense>
    );
  }
  const zoom = chosen && chosen.document.focalFromMm < chosen.document.focalToMm ? chosen : null;
  return (
    <>
      {zoom && (
        <Quantity
          label="Focal length"
          value={lens.focalLengthMm}
          unit="mm"
          min={zoom.document.focalFromMm}
          max={zoom.document.focalToMm}
          logarithmic
          steps={40}
          format={shortNumber}
          marks={[`${zoom.document.focalFromMm}`, `${zoom.document.focalToMm} mm`]}
          onChange={(focalMm) => set(zoom.id, zoom.document, focalMm < 100 ? Math.round(focalMm * 10) / 10 : Math.round(focalMm))}
        />
      )}
      <PickList
        label="Lenses"
        searchable
        value={chosen?.id}
        items={lenses.map(({ id, document }) => ({ id, label: document.label }))}
        onPick={(id) => take(lenses.find((stored) => stored.id === id)!)}
        empty="No lens by that name. Add your own."
      />
      <Guesses of={chosen?.document.guessed} />
      <button type="button" className="btn s" onClick={() => setAdding(true)}>
        <Plus className="i" aria-hidden="true" /> Add my own lens
      </button>
    </>
  );
}

/** The stabiliser's rating: the larger of body and lens counts, and hands get three quarters of it. */
export function StabiliserEditor({ brief, edit }: EditorProps) {
  const { sensor, lens } = brief.kit;
  const rated = Math.max(sensor.stabiliserStops, lens.stabiliserStops);
  return (
    <>
      <Slider
        label="Rated stops of the stabiliser"
        value={rated}
        min={0}
        max={8}
        steps={16}
        text={`${rated} stops`}
        marks={['off', '4', '8 stops']}
        onChange={(stops) =>
          edit((b) => ({
            ...b,
            kit: {
              sensor: { ...b.kit.sensor, stabiliserStops: stops },
              lens: { ...b.kit.lens, stabiliserStops: Math.min(stops, b.kit.lens.stabiliserStops) },
            },
          }))
        }
      />
      <p className="help">
        Rated {shortNumber(rated)} stops; hands usually get three quarters of that, {stopsLabel(rated * STABILISER_SHARE)}. It
        steadies you, never the subject.
      </p>
    </>
  );
}

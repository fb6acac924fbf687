import { lensAt, STABILISER_SHARE, stopsLabel, type Brief } from '@hushto/core';
import { glassOf, sensorOf, type Body, type ShelfLensDocument, type StoredLens } from '@hushto/contract';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../../components/Button.tsx';
import { PickList } from '../../../components/PickList.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { Slider } from '../../../components/Slider.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import { useLibrary } from '../../../state/library.ts';
import { useSettings } from '../../../state/settings.ts';
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
  return <p className="text-quiet">Our guess until you measure: {names.join(', ')}.</p>;
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
      <Suspense fallback={<p className="text-quiet">One moment.</p>}>
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
      <Button size="s" onClick={() => setAdding(true)}>
        <Plus aria-hidden="true" /> Add my own body
      </Button>
    </>
  );
}

/** A brief with a lens of the shelf, held inside its range. */
const withLens =
  (id: string, shelf: ShelfLensDocument, focalMm: number) =>
  (brief: Brief): Brief => {
    const taken = lensAt(glassOf(shelf), Math.min(shelf.focalToMm, Math.max(shelf.focalFromMm, focalMm)));
    return { ...brief, kit: { ...brief.kit, lens: { ...taken, id } } };
  };

/** The focal length of a zoom; remembered for the next brief with it. */
export function FocalEditor({ brief, edit }: EditorProps) {
  const { lens } = brief.kit;
  const zoom = useLibrary(({ lenses }) =>
    lenses.find(({ id, document }) => (lens.id ? id === lens.id : document.label === lens.label)),
  );
  const { lastFocal, set } = useSettings(useShallow(({ lastFocal, set }) => ({ lastFocal, set })));
  if (!zoom || zoom.document.focalFromMm === zoom.document.focalToMm)
    return <p className="text-quiet">This lens is not on your shelf: choose it there to change its focal length.</p>;
  const { focalFromMm, focalToMm } = zoom.document;
  return (
    <Quantity
      label="Focal length"
      value={lens.focalLengthMm}
      unit="mm"
      min={focalFromMm}
      max={focalToMm}
      logarithmic
      steps={40}
      format={shortNumber}
      marks={[`${focalFromMm}`, `${focalToMm} mm`]}
      onChange={(typed) => {
        const focalMm = typed < 100 ? Math.round(typed * 10) / 10 : Math.round(typed);
        edit(withLens(zoom.id, zoom.document, focalMm));
        set({ lastFocal: { ...lastFocal, [zoom.id]: focalMm } });
      }}
    />
  );
}

/** The lens. */
export function LensEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  const lenses = useLibrary((library) => library.lenses);
  const [adding, setAdding] = useState(false);
  const { lens } = brief.kit;
  const chosen = lenses.find(({ id, document }) => (lens.id ? id === lens.id : document.label === lens.label));
  const lastFocal = useSettings((settings) => settings.lastFocal);
  const take = ({ id, document }: StoredLens): void => {
    // A zoom opens where it was last used.
    edit(withLens(id, document, lastFocal[id] ?? lens.focalLengthMm));
    close();
  };
  if (adding) {
    return (
      <Suspense fallback={<p className="text-quiet">One moment.</p>}>
        <OwnLensForm onAdded={take} onCancel={() => setAdding(false)} />
      </Suspense>
    );
  }
  return (
    <>
      <PickList
        label="Lenses"
        searchable
        value={chosen?.id}
        items={lenses.map(({ id, document }) => ({ id, label: document.label }))}
        onPick={(id) => take(lenses.find((stored) => stored.id === id)!)}
        empty="No lens by that name. Add your own."
      />
      <Guesses of={chosen?.document.guessed} />
      <Button size="s" onClick={() => setAdding(true)}>
        <Plus aria-hidden="true" /> Add my own lens
      </Button>
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
      <p className="text-quiet">
        Rated {shortNumber(rated)} stops; hands usually get three quarters of that, {stopsLabel(rated * STABILISER_SHARE)}. It
        steadies you, never the subject.
      </p>
    </>
  );
}

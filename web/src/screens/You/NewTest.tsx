import { glassOf, sensorOf, type HoldSeries } from '@hushto/contract';
import { HOLD_CONDITIONS, lensAt, VIEWING_CPH, type HoldCondition } from '@hushto/core';
import { capital, CONDITION_WORDS, stanceWords } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { ViewSelect } from '../../components/ViewSelect.tsx';
import { hiddenHands } from '../../domain/holdSeries.ts';
import { addDocument } from '../../state/documents.ts';
import { useUsualKit } from '../../state/useUsualKit.ts';
import { today } from '../../quantities/today.ts';

interface NewTestProps {
  /** A series to begin from; else the brief that was open last. */
  like: HoldSeries | null;
  onClose: () => void;
  onMade: (id: string) => void;
}

const CONDITIONS = Object.keys(HOLD_CONDITIONS) as HoldCondition[];

/** What is held, how, and what counts as sharp: fixed before the first frame, for every frame speaks of the same. */
export function NewTest({ like, onClose, onMade }: NewTestProps) {
  const { bodies, lenses, brief, kit, usual } = useUsualKit(like?.kit);
  const [bodyId, setBodyId] = useState(usual.bodyId);
  const [lensId, setLensId] = useState(usual.lensId);
  const [focal, setFocal] = useState(kit?.lens.focalLengthMm ?? 50);
  const [steadied, setSteadied] = useState<'on' | 'off'>(like && like.stabiliserStops === 0 ? 'off' : 'on');
  const [conditions, setConditions] = useState<HoldCondition[]>(like?.conditions ?? brief?.hold.conditions ?? []);
  const [viewCph, setViewCph] = useState(like?.viewCph ?? brief?.picture.viewCph ?? VIEWING_CPH.wide2048);
  const [camera, setCamera] = useState<'own' | 'simulated'>(like?.simulated ? 'simulated' : 'own');
  const body = bodies.find(({ id }) => id === bodyId)?.document;
  const lens = lenses.find(({ id }) => id === lensId)?.document;
  const zoom = lens && lens.focalFromMm < lens.focalToMm ? lens : null;
  const focalMm = lens ? Math.min(lens.focalToMm, Math.max(lens.focalFromMm, focal)) : focal;
  const rated = Math.max(body?.stabiliserStops ?? 0, lens?.stabiliserStops ?? 0);
  const start = (): void => {
    if (!body || !lens) return;
    onMade(
      addDocument('holds', {
        title: capital(stanceWords(conditions)),
        day: today(),
        kit: { sensor: sensorOf(body, bodyId), lens: { ...lensAt(glassOf(lens), focalMm), id: lensId } },
        stabiliserStops: steadied === 'on' ? rated : 0,
        conditions,
        viewCph,
        confidence: like?.confidence ?? 0.8,
        simulated: camera === 'simulated' ? hiddenHands(crypto.getRandomValues(new Uint32Array(1))[0]!) : null,
        counts: camera === 'own',
        closed: false,
        note: '',
        frames: [],
      }),
    );
  };
  return (
    <Sheet title="A steadiness test" wide onClose={onClose}>
      <div className="grid grid-cols-2 gap-5 max-sm:grid-cols-1 max-sm:gap-2">
        <div className="grid gap-3">
          <SegmentedControl
            label="Camera"
            value={camera}
            options={[
              { value: 'own', label: 'My own' },
              { value: 'simulated', label: 'Simulated' },
            ]}
            onChange={setCamera}
          />
          <p className="text-quiet">
            {camera === 'own'
              ? 'You take each frame at the speed asked for, and say whether it is sharp.'
              : 'A simulated photographer with hands nobody knows takes the frames; plans leave it out.'}
          </p>
          <Select label="Body" value={bodyId} options={bodies.map(asOption)} onChange={setBodyId} />
          <Select label="Lens" value={lensId} options={lenses.map(asOption)} onChange={setLensId} />
          {zoom && (
            <NumberField
              label={`Focal length, ${zoom.focalFromMm} to ${zoom.focalToMm}`}
              unit="mm"
              value={focalMm}
              onChange={setFocal}
            />
          )}
          {rated > 0 && (
            <SegmentedControl
              label={`Stabiliser, rated ${rated} stops`}
              value={steadied}
              options={[
                { value: 'on', label: 'On' },
                { value: 'off', label: 'Off' },
              ]}
              onChange={setSteadied}
            />
          )}
          <ViewSelect label="Counts as sharp: under 2 px at" viewCph={viewCph} onChange={setViewCph} />
        </div>
        <fieldset className="grid gap-1">
          <legend className="text-13 text-quiet">How you hold it</legend>
          <ul className="grid gap-1.5">
            {CONDITIONS.map((condition) => (
              <li key={condition}>
                <Checkbox
                  checked={conditions.includes(condition)}
                  onChange={(on) =>
                    setConditions(on ? [...conditions, condition] : conditions.filter((other) => other !== condition))
                  }
                >
                  {capital(CONDITION_WORDS[condition])}
                </Checkbox>
              </li>
            ))}
          </ul>
        </fieldset>
      </div>
      <Button look="go" disabled={!body || !lens} onClick={start}>
        <Plus aria-hidden="true" /> Start: {capital(stanceWords(conditions))}
      </Button>
    </Sheet>
  );
}

const asOption = ({ id, document }: { id: string; document: { label: string } }) => ({ value: id, label: document.label });

import { glassOf, sensorOf, type FocusSeries } from '@hushto/contract';
import { apertureMarks, expectedFocusEv, lensAt } from '@hushto/core';
import { capital, evDigits, FOCUS_MODES, FOCUS_TARGET_WORDS } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { hiddenFocus } from '../../domain/focusTest.ts';
import { addDocument } from '../../state/documents.ts';
import { useUsualKit } from '../../state/useUsualKit.ts';
import { today } from '../../quantities/today.ts';

interface NewFocusTestProps {
  onClose: () => void;
  onMade: (id: string) => void;
}

/** What focuses, how, and on what: fixed before the first try, for every try speaks of the same. */
export function NewFocusTest({ onClose, onMade }: NewFocusTestProps) {
  const { bodies, lenses, usual } = useUsualKit();
  const [bodyId, setBodyId] = useState(usual.bodyId);
  const [lensId, setLensId] = useState(usual.lensId);
  const [mode, setMode] = useState<FocusSeries['mode']>('single');
  const [target, setTarget] = useState<FocusSeries['target']>('edge');
  const [darkOption, setDarkOption] = useState(false);
  const [camera, setCamera] = useState<'own' | 'simulated'>('own');
  const body = bodies.find(({ id }) => id === bodyId)?.document;
  const lens = lenses.find(({ id }) => id === lensId)?.document;
  const fNumber = lens ? apertureMarks.value(apertureMarks.nearest(lens.widestFAtFrom)) : 2;
  const expected = body && expectedFocusEv(sensorOf(body), { mode, target, fNumber });
  const start = (): void => {
    if (!body || !lens || expected === undefined) return;
    onMade(
      addDocument('focusTests', {
        title: `${capital(FOCUS_MODES[mode])}, ${target === 'edge' ? 'edge' : 'little contrast'}`,
        day: today(),
        kit: {
          sensor: sensorOf(body, bodyId),
          lens: { ...lensAt(glassOf(lens), lens.focalFromMm), id: lensId },
        },
        mode,
        target,
        fNumber,
        darkOption,
        confidence: 0.9,
        simulated: camera === 'simulated' ? hiddenFocus(crypto.getRandomValues(new Uint32Array(1))[0]!, expected) : null,
        counts: camera === 'own',
        closed: false,
        tries: [],
      }),
    );
  };
  const shelf = ({ id, document }: { id: string; document: { label: string } }) => ({ value: id, label: document.label });
  return (
    <Sheet title="A focus test" wide onClose={onClose}>
      <div className="grid grid-cols-2 gap-5 max-sm:grid-cols-1 max-sm:gap-3">
        <div className="grid content-start gap-3">
          <SegmentedControl
            label="Camera"
            value={camera}
            options={[
              { value: 'own', label: 'My own' },
              { value: 'simulated', label: 'Simulated' },
            ]}
            onChange={setCamera}
          />
          <Select label="Body" value={bodyId} options={bodies.map(shelf)} onChange={setBodyId} />
          <Select label="Lens, wide open" value={lensId} options={lenses.map(shelf)} onChange={setLensId} />
        </div>
        <div className="grid content-start gap-3">
          <SegmentedControl
            label="Autofocus"
            value={mode}
            options={[
              { value: 'single', label: 'Single' },
              { value: 'continuous', label: 'Continuous' },
            ]}
            onChange={setMode}
          />
          <SegmentedControl
            label="Aimed at"
            value={target}
            options={[
              { value: 'edge', label: 'An edge' },
              { value: 'lowContrast', label: 'Little contrast' },
            ]}
            onChange={setTarget}
          />
          <Checkbox checked={darkOption} onChange={setDarkOption}>
            Its option for focusing in the dark is on
          </Checkbox>
          <p className="text-quiet">
            {target === 'edge' ? 'A line of print, a door frame: ' : 'A coat, fur, a plain wall with folds: '}
            {FOCUS_TARGET_WORDS[target]}.{' '}
            {expected !== undefined && `About EV ${evDigits(expected)} is expected; half of the tries should lock there.`}
          </p>
        </div>
      </div>
      <Button look="go" disabled={!body || !lens} onClick={start}>
        <Plus aria-hidden="true" /> Start
      </Button>
    </Sheet>
  );
}

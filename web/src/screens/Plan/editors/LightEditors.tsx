import {
  apertureMarks,
  evFromLux,
  exposureValue,
  illuminanceLux,
  isoMarks,
  KNOWN_SCENES,
  planningEv,
  planWithoutLadder,
  shutterMarks,
  type Brief,
} from '@hushto/core';
import { SCENE_NAMES } from '@hushto/words';
import { useState } from 'react';
import { Button } from '../../../components/Button.tsx';
import { EvQuantity } from '../../../components/EvQuantity.tsx';
import { MarkField } from '../../../components/MarkField.tsx';
import { NumberField } from '../../../components/NumberField.tsx';
import { PickList } from '../../../components/PickList.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { Ways } from '../../../components/Ways.tsx';
import { evText, shortNumber } from '../../../quantities/quantities.ts';
import { Nearby } from './Nearby.tsx';
import { patch, type EditorProps } from './editing.ts';

const evRange = (from: number, to: number): string => (from === to ? evText(from) : `${evText(from)} to ${to.toFixed(0)}`);

/** A light met often. Its range is wide: it plans at the darker third and asks for a reading. */
export function SceneEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  return (
    <>
      <PickList
        label="Known scenes"
        searchable
        value={brief.light.scene}
        items={KNOWN_SCENES.map(({ id, fromEv, toEv }) => ({ id, label: SCENE_NAMES[id], detail: evRange(fromEv, toEv) }))}
        onPick={(id) => {
          const scene = KNOWN_SCENES.find((candidate) => candidate.id === id)!;
          edit(patch('light', { ev100: Math.round(planningEv(scene) * 3) / 3, label: SCENE_NAMES[scene.id], scene: id }));
          close();
        }}
      />
      <p className="text-quiet">Planned at the darker third of its range. A meter reading beats it.</p>
    </>
  );
}

type Way = 'ev' | 'meter' | 'lux';

/** How much light falls on the subject: EV, a meter reading, or lux. */
export function EvEditor({ brief, edit }: EditorProps) {
  const [way, setWay] = useState<Way>('ev');
  const { ev100 } = brief.light;
  const give = (ev: number): void => edit(patch('light', { ev100: ev, scene: undefined }));
  return (
    <>
      <Ways
        label="Say it as"
        way={way}
        onChange={setWay}
        ways={[
          { value: 'ev', label: 'EV', panel: <EvQuantity value={ev100} onChange={give} /> },
          { value: 'meter', label: 'Reading', panel: <MeterReading onRead={give} /> },
          {
            value: 'lux',
            label: 'Lux',
            panel: (
              <NumberField
                label="Light on the subject"
                value={illuminanceLux(ev100)}
                unit="lx"
                format={shortNumber}
                onChange={(lux) => {
                  if (lux > 0) give(evFromLux(lux));
                }}
              />
            ),
          },
        ]}
      />
      <Nearby brief={brief} values={aStopEither} />
      <p className="text-quiet">
        What a grey card at the subject reads: {evText(ev100)} is {shortNumber(illuminanceLux(ev100))} lx.
      </p>
    </>
  );
}

const aStopEither = (brief: Brief) =>
  [-1, 1].map((stops) => ({
    at: evText(brief.light.ev100 + stops),
    made: patch('light', { ev100: brief.light.ev100 + stops })(brief),
  }));

/** Shutter, aperture and ISO as a meter gave them, off a grey card or something as bright. */
function MeterReading({ onRead }: { onRead: (ev100: number) => void }) {
  const [shutter, setShutter] = useState('1/60');
  const [aperture, setAperture] = useState('f/2.8');
  const [iso, setIso] = useState('1600');
  const give = (s: string, f: string, i: string): void => {
    const [t, n, k] = [shutterMarks.parse(s), apertureMarks.parse(f), isoMarks.parse(i)];
    if (t !== null && n !== null && k !== null)
      onRead(exposureValue(shutterMarks.value(t), apertureMarks.value(n), isoMarks.value(k)));
  };
  return (
    <div className="grid grid-cols-3 items-start gap-2">
      <MarkField
        label="Shutter"
        text={shutter}
        marks={shutterMarks}
        example="1/125"
        onText={(text) => (setShutter(text), give(text, aperture, iso))}
      />
      <MarkField
        label="Aperture"
        text={aperture}
        marks={apertureMarks}
        example="f/2.8"
        onText={(text) => (setAperture(text), give(shutter, text, iso))}
      />
      <MarkField
        label="ISO"
        text={iso}
        marks={isoMarks}
        example="1600"
        onText={(text) => (setIso(text), give(shutter, aperture, text))}
      />
      <Button size="s" onClick={() => give(shutter, aperture, iso)}>
        Use this reading
      </Button>
    </div>
  );
}

const LAMPS = [
  { value: 'steady', label: 'None', frequencyHz: 100, modulation: 0 },
  { value: '50', label: '50 Hz mains', frequencyHz: 100, modulation: 0.25 },
  { value: '60', label: '60 Hz mains', frequencyHz: 120, modulation: 0.25 },
  { value: 'driver', label: 'LED driver', frequencyHz: 1000, modulation: 0.6 },
] as const;

/** Whether the lamps flicker, and how deeply. */
export function FlickerEditor({ brief, edit }: EditorProps) {
  const { frequencyHz, modulation } = brief.light.flicker;
  const set = (flicker: { frequencyHz: number; modulation: number }): void => edit(patch('light', { flicker }));
  const lamp =
    modulation === 0 ? 'steady' : (LAMPS.find((candidate) => candidate.frequencyHz === frequencyHz)?.value ?? 'driver');
  return (
    <>
      <SegmentedControl
        label="Flicker"
        hideLabel
        value={lamp}
        options={LAMPS}
        onChange={(value) => {
          const picked = LAMPS.find((candidate) => candidate.value === value)!;
          set({ frequencyHz: picked.frequencyHz, modulation: picked.modulation && (modulation || picked.modulation) });
        }}
      />
      {modulation > 0 && (
        <Quantity
          label="Depth of the flicker"
          value={modulation * 100}
          unit="%"
          min={0}
          max={100}
          steps={20}
          format={(percent) => String(Math.round(percent))}
          marks={['bulbs 10', 'tubes 25–50', 'bare drivers 100']}
          onChange={(percent) => set({ frequencyHz, modulation: percent / 100 })}
        />
      )}
      {lamp === 'driver' && (
        <>
          <p className="grid gap-1 text-13 text-quiet">Frequency of the driver</p>
          <Quantity
            label="Frequency of the driver"
            value={frequencyHz}
            unit="Hz"
            min={100}
            max={20_000}
            logarithmic
            steps={46}
            format={shortNumber}
            marks={['100', '1400', '20 000']}
            onChange={(hertz) => set({ frequencyHz: hertz, modulation })}
          />
        </>
      )}
      {modulation > 0 && <p className="text-quiet">{safeWords(brief)}</p>}
      <p className="text-quiet">Lamps on the mains brighten twice in every cycle. Depth by lamp: common practice.</p>
    </>
  );
}

/** Shutters that take in whole beats of the lamps. */
function safeWords(brief: Brief): string {
  const { gateRows } = planWithoutLadder(brief);
  const safe = gateRows
    .filter(({ gates }) => gates.flicker === 'open')
    .map(({ shutterS }) => shutterMarks.label(shutterMarks.nearest(shutterS)));
  if (safe.length === gateRows.length) return 'No shutter shows it.';
  return safe.length === 0
    ? 'No shutter is safe from it.'
    : `Safe from it: ${safe.slice(-6).join(', ')} s${safe.length > 6 ? ' and slower' : ''}.`;
}

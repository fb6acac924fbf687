import { movingThing, type Brief } from '@hushto/core';
import { THING_NAMES } from '@hushto/words';
import { useCallback } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../../components/Button.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import {
  DISTANCE_UNITS,
  distanceText,
  shortNumber,
  SPEED_UNITS,
  speedText,
  type DistanceUnit,
  type SpeedUnit,
} from '../../../quantities/quantities.ts';
import { useSettings } from '../../../state/settings.ts';
import { MeasureDistance } from './MeasureDistance.tsx';
import { MeasureSpeed } from './MeasureSpeed.tsx';
import { Nearby } from './Nearby.tsx';
import { patch, type EditorProps } from './editing.ts';

const HEADINGS = [
  { value: '90', label: 'Across' },
  { value: '45', label: 'Slanting' },
  { value: '0', label: 'Towards me' },
] as const;

/** Whether the camera turns with what moves. */
export function FollowEditor({ brief, edit }: EditorProps) {
  return (
    <>
      <SegmentedControl
        label="The camera"
        value={brief.hold.follow ? 'follow' : 'still'}
        options={[
          { value: 'still', label: 'I hold still' },
          { value: 'follow', label: 'I follow it' },
        ]}
        onChange={(how) => edit(patch('hold', { follow: how === 'follow' }))}
      />
      <p className="text-quiet">
        Following leaves about a quarter of its smear, nine times in ten; what is behind it smears instead.
      </p>
    </>
  );
}

/** Which way it moves, as seen from the camera. */
export function DirectionEditor({ brief, edit }: EditorProps) {
  const { directionDeg } = brief.subject;
  const set = (degrees: number): void => edit(patch('subject', { directionDeg: degrees }));
  return (
    <>
      <SegmentedControl
        label="Direction"
        hideLabel
        value={HEADINGS.find(({ value }) => Number(value) === directionDeg)?.value ?? null}
        options={HEADINGS}
        onChange={(value) => set(Number(value))}
      />
      <Quantity
        label="Angle to the line of view"
        value={directionDeg}
        unit="°"
        min={0}
        max={90}
        steps={18}
        format={(degrees) => String(Math.round(degrees))}
        marks={['towards', '45°', 'across']}
        onChange={set}
      />
    </>
  );
}

/** How fast the body moves. */
export function SpeedEditor({ brief, edit }: EditorProps) {
  const { speedUnit, set } = useSettings(useShallow(({ speedUnit, set }) => ({ speedUnit, set })));
  const { subject } = brief;
  const thing = movingThing(subject.thing);
  const factor = SPEED_UNITS[speedUnit];
  const speeds = useCallback((now: Brief) => either(now, 'speedMps', 2, (speed) => speedText(speed, speedUnit)), [speedUnit]);
  const give = (speedMps: number): void => edit(patch('subject', { speedMps, speedFrom: undefined }));
  return (
    <>
      <SegmentedControl
        label="Unit"
        hideLabel
        value={speedUnit}
        options={(Object.keys(SPEED_UNITS) as SpeedUnit[]).map((unit) => ({ value: unit, label: unit }))}
        onChange={(unit) => set({ speedUnit: unit })}
      />
      <Quantity
        label="Speed"
        value={subject.speedMps / factor}
        unit={speedUnit}
        min={0.02 / factor}
        max={30 / factor}
        logarithmic
        format={shortNumber}
        marks={[0.02, 0.8, 30].map((speed) => shortNumber(speed / factor))}
        onChange={(value) => give(value * factor)}
      />
      <Nearby brief={brief} values={speeds} />
      {thing && (
        <p className="text-quiet">
          Usually {speedText(thing.range[0], speedUnit)} to {speedText(thing.range[1], speedUnit)}.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        {thing && thing.stillMps < thing.speedMps && (
          <Button size="s" onClick={() => give(thing.stillMps)}>
            {THING_NAMES[thing.id].stillPhase}: {speedText(thing.stillMps, speedUnit)}
          </Button>
        )}
        {subject.speedMps > 0 && (
          <Button look="bare" size="s" onClick={() => give(0)}>
            Nothing moves
          </Button>
        )}
      </div>
      <MeasureSpeed brief={brief} edit={edit} />
    </>
  );
}

/** A figure of the subject so many times smaller and larger; none where it is nothing. */
function either(brief: Brief, figure: 'distanceM' | 'depthM' | 'speedMps', times: number, text: (value: number) => string) {
  const { subject } = brief;
  if (subject[figure] === 0) return [];
  return [subject[figure] / times, subject[figure] * times].map((value) => ({
    at: text(value),
    made: { ...brief, subject: { ...subject, [figure]: value } },
  }));
}

interface LengthEditorProps {
  label: string;
  metres: number;
  from: number;
  to: number;
  onChange: (metres: number) => void;
}

function LengthEditor({ label, metres, from, to, onChange }: LengthEditorProps) {
  const { distanceUnit, set } = useSettings(useShallow(({ distanceUnit, set }) => ({ distanceUnit, set })));
  const factor = DISTANCE_UNITS[distanceUnit];
  return (
    <>
      <SegmentedControl
        label="Unit"
        hideLabel
        value={distanceUnit}
        options={(Object.keys(DISTANCE_UNITS) as DistanceUnit[]).map((unit) => ({ value: unit, label: unit }))}
        onChange={(unit) => set({ distanceUnit: unit })}
      />
      <Quantity
        label={label}
        value={metres / factor}
        unit={distanceUnit}
        min={from / factor}
        max={to / factor}
        logarithmic
        format={shortNumber}
        marks={[from, Math.sqrt(from * to), to].map((mark) => shortNumber(mark / factor))}
        onChange={(value) => onChange(value * factor)}
      />
    </>
  );
}

export function DistanceEditor({ brief, edit }: EditorProps) {
  const unit = useSettings(({ distanceUnit }) => distanceUnit);
  const distances = useCallback((now: Brief) => either(now, 'distanceM', 1.5, (metres) => distanceText(metres, unit)), [unit]);
  return (
    <>
      <LengthEditor
        label="Distance"
        metres={brief.subject.distanceM}
        from={0.5}
        to={50}
        onChange={(distanceM) => edit(patch('subject', { distanceM, distanceFrom: undefined }))}
      />
      <Nearby brief={brief} values={distances} />
      <MeasureDistance brief={brief} edit={edit} />
    </>
  );
}

/** How deep along the line of view it has to be sharp. */
export function DepthEditor({ brief, edit }: EditorProps) {
  const unit = useSettings(({ distanceUnit }) => distanceUnit);
  const depths = useCallback((now: Brief) => either(now, 'depthM', 2, (metres) => distanceText(metres, unit)), [unit]);
  return (
    <>
      <LengthEditor
        label="Depth"
        metres={brief.subject.depthM}
        from={0.05}
        to={10}
        onChange={(depthM) => edit(patch('subject', { depthM }))}
      />
      <Nearby brief={brief} values={depths} />
      <p className="text-quiet">
        From its nearest to its farthest point: an eye to an ear 0.1 m, a person 0.4 m, a group 1 m and more.
      </p>
    </>
  );
}

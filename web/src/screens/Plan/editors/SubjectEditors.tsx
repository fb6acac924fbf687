import { MOVING_THINGS } from '@hushto/core';
import { useShallow } from 'zustand/react/shallow';
import { PickList } from '../../../components/PickList.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import {
  DISTANCE_UNITS,
  shortNumber,
  SPEED_UNITS,
  speedText,
  type DistanceUnit,
  type SpeedUnit,
} from '../../../quantities/quantities.ts';
import { useSettings } from '../../../state/settings.ts';
import { patch, type EditorProps } from './editing.ts';

const FIELDS = { street: 'Street', concert: 'Concert', wildlife: 'Wildlife', action: 'Action' } as const;

/** What moves: the library, and whether its fastest parts must be sharp too. */
export function SubjectEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  const speedUnit = useSettings(({ speedUnit }) => speedUnit);
  const { subject } = brief;
  const thing = MOVING_THINGS.find(({ id }) => id === subject.thing);
  return (
    <>
      <PickList
        label="Subjects"
        searchable
        value={subject.thing}
        items={MOVING_THINGS.map(({ id, field, label, speedMps }) => ({
          id,
          label,
          group: FIELDS[field],
          detail: speedText(speedMps, speedUnit),
        }))}
        onPick={(id) => {
          const picked = MOVING_THINGS.find((candidate) => candidate.id === id)!;
          const { speedMps, kind, label, verb } = picked;
          edit(patch('subject', { speedMps, kind, label, verb, thing: id, limbFactor: 1 }));
          close();
        }}
        empty="Nothing by that name. Take the nearest, then change its speed."
      />
      {thing && thing.limbFactor > 1 && (
        <label className="tick">
          <input
            type="checkbox"
            checked={subject.limbFactor > 1}
            onChange={(event) => edit(patch('subject', { limbFactor: event.target.checked ? thing.limbFactor : 1 }))}
          />
          Its fastest parts must be sharp too ({shortNumber(thing.limbFactor)} times as fast)
        </label>
      )}
      {thing && <p className="help">Speed from {thing.source}.</p>}
    </>
  );
}

const HEADINGS = [
  { value: '90', label: 'Across' },
  { value: '45', label: 'Slanting' },
  { value: '0', label: 'Towards me' },
] as const;

/** Which way it moves, as seen from the camera. */
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
      <p className="help">Following leaves about a quarter of its smear, nine times in ten; what is behind it smears instead.</p>
    </>
  );
}

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
  const thing = MOVING_THINGS.find(({ id }) => id === subject.thing);
  const factor = SPEED_UNITS[speedUnit];
  const give = (speedMps: number): void => edit(patch('subject', { speedMps }));
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
      {thing && (
        <p className="help">
          Usually {speedText(thing.range[0], speedUnit)} to {speedText(thing.range[1], speedUnit)}.
        </p>
      )}
      <div className="row start">
        {thing && thing.stillMps < thing.speedMps && (
          <button type="button" className="btn s" onClick={() => give(thing.stillMps)}>
            {thing.stillPhase}: {speedText(thing.stillMps, speedUnit)}
          </button>
        )}
        {subject.speedMps > 0 && (
          <button type="button" className="btn s bare" onClick={() => give(0)}>
            Nothing moves
          </button>
        )}
      </div>
    </>
  );
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
  return (
    <LengthEditor
      label="Distance"
      metres={brief.subject.distanceM}
      from={0.5}
      to={50}
      onChange={(distanceM) => edit(patch('subject', { distanceM }))}
    />
  );
}

/** How deep along the line of view it has to be sharp. */
export function DepthEditor({ brief, edit }: EditorProps) {
  return (
    <>
      <LengthEditor
        label="Depth"
        metres={brief.subject.depthM}
        from={0.05}
        to={10}
        onChange={(depthM) => edit(patch('subject', { depthM }))}
      />
      <p className="help">
        From its nearest to its farthest point: an eye to an ear 0.1 m, a person 0.4 m, a group 1 m and more.
      </p>
    </>
  );
}

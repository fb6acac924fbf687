import { FOCUS_CHOICES, planWithoutLadder, type Brief, type FocusChoice, type PlanAtLight, type ShutterType } from '@hushto/core';
import { evDigits, plainNumber } from '@hushto/words';
import { useId, useMemo } from 'react';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { shortNumber, signedText } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

const SHUTTER_TYPES: readonly { value: ShutterType; label: string }[] = [
  { value: 'firstCurtain', label: 'Electronic first' },
  { value: 'mechanical', label: 'Mechanical' },
  { value: 'electronic', label: 'Silent' },
];

const CHOSEN = 'chosen';
const FOCUSING: Record<FocusChoice, string> = {
  single: 'Single',
  continuous: 'Continuous',
  zone: 'Zone, by depth of field',
  manual: 'By hand',
};

/** Which shutter, and where autofocus gives up. */
export function MoreKit({ brief, edit }: EditorProps) {
  const { sensor, lens } = brief.kit;
  const focusId = useId();
  const type = brief.picture.shutter ?? 'firstCurtain';
  const setSensor = (change: Partial<Brief['kit']['sensor']>): void =>
    edit((was) => ({ ...was, kit: { ...was.kit, sensor: { ...was.kit.sensor, ...change } } }));
  const plan = useMemo(() => planWithoutLadder(brief), [brief]);
  return (
    <div className="sections">
      <section>
        <SegmentedControl
          label="Shutter"
          value={type}
          options={SHUTTER_TYPES}
          onChange={(value) => edit(patch('picture', { shutter: value }))}
        />
        {type === 'electronic' ? (
          <>
            <p className="field small quiet">Time it takes to read a frame</p>
            <Quantity
              label="Readout time"
              value={sensor.readoutS * 1000}
              unit="ms"
              min={2}
              max={100}
              logarithmic
              steps={34}
              format={shortNumber}
              marks={['fast 4', '20', 'slow 80']}
              onChange={(ms) => setSensor({ readoutS: ms / 1000 })}
            />
            <p className="help">{rollingWords(plan)}</p>
          </>
        ) : (
          <p className="help">
            {type === 'mechanical'
              ? 'Its first curtain shakes the camera between 1/125 and 1/8 s.'
              : 'Steadier than mechanical; at more than 1/2000 s and wide open it spoils soft backgrounds.'}
          </p>
        )}
      </section>
      <section>
        <div className="field">
          <label htmlFor={focusId}>Focus</label>
          <select
            id={focusId}
            className="inp"
            value={brief.picture.focus ?? CHOSEN}
            onChange={({ target: { value } }) => edit(patch('picture', { focus: FOCUS_CHOICES.find((one) => one === value) }))}
          >
            <option value={CHOSEN}>Chosen by the plan</option>
            {FOCUS_CHOICES.map((choice) => (
              <option key={choice} value={choice}>
                {FOCUSING[choice]}
              </option>
            ))}
          </select>
        </div>
        <h3>Autofocus gives up at</h3>
        <Quantity
          label="Autofocus limit"
          value={sensor.focusLimit.ev}
          unit={`EV at f/${shortNumber(sensor.focusLimit.fNumber)}`}
          min={-8}
          max={2}
          steps={20}
          format={evDigits}
          marks={['−8', '−3', '2']}
          onChange={(ev) => setSensor({ focusLimit: { ...sensor.focusLimit, ev } })}
        />
        <label className="tick">
          <input
            type="checkbox"
            checked={lens.opensToFocus}
            onChange={(event) => {
              const opensToFocus = event.target.checked;
              edit((was) => ({ ...was, kit: { ...was.kit, lens: { ...was.kit.lens, opensToFocus } } }));
            }}
          />
          The lens opens to focus, whatever the aperture
        </label>
        <label className="tick">
          <input
            type="checkbox"
            checked={brief.subject.lowContrast ?? false}
            onChange={(event) => edit(patch('subject', { lowContrast: event.target.checked }))}
          />
          Little contrast to focus on
        </label>
        <p className="help">Here it has {signedText(plan.figures.focusHeadroomEv)} EV to spare; one is comfortable.</p>
      </section>
    </div>
  );
}

function rollingWords({ choice, figures: { rolling, flickerStops } }: PlanAtLight): string {
  const bands =
    rolling && rolling.bands >= 0.5
      ? `about ${plainNumber(rolling.bands)} bands from the lamps, ${plainNumber(flickerStops)} stop deep`
      : 'no bands from the lamps';
  const lean =
    rolling && rolling.skewViewPx > 0.5 ? `what crosses leans by ${plainNumber(rolling.skewViewPx)} px` : 'nothing leans';
  return `Without a sound; at ${choice.labels.shutter} s ${bands}, and ${lean}.`;
}

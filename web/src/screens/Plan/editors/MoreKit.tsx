import { FOCUS_CHOICES, planWithoutLadder, type Brief, type FocusChoice, type PlanAtLight, type ShutterType } from '@hushto/core';
import { evDigits, plainNumber, provenanceWords } from '@hushto/words';
import { useMemo } from 'react';
import { Checkbox } from '../../../components/Checkbox.tsx';
import { PanelSections } from '../../../components/Panel.tsx';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { Select } from '../../../components/Select.tsx';
import { shortNumber, signedText } from '../../../quantities/quantities.ts';
import { useTested } from '../../../state/useTests.ts';
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
  const type = brief.picture.shutter ?? 'firstCurtain';
  const setSensor = (change: Partial<Brief['kit']['sensor']>): void =>
    edit((was) => ({ ...was, kit: { ...was.kit, sensor: { ...was.kit.sensor, ...change } } }));
  // With one's own focus tests, as the page plans.
  const own = useTested(brief);
  const tested = own.kit.sensor;
  const plan = useMemo(() => planWithoutLadder(own), [own]);
  return (
    <PanelSections>
      <section>
        <SegmentedControl
          label="Shutter"
          value={type}
          options={SHUTTER_TYPES}
          onChange={(value) => edit(patch('picture', { shutter: value }))}
        />
        {type === 'electronic' ? (
          <>
            <p className="grid gap-1 mt-2 text-13 text-quiet">Time it takes to read a frame</p>
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
            <p className="text-quiet">{rollingWords(plan)}</p>
          </>
        ) : (
          <p className="text-quiet">
            {type === 'mechanical'
              ? 'Its first curtain shakes the camera between 1/125 and 1/8 s.'
              : 'Steadier than mechanical; at more than 1/2000 s and wide open it spoils soft backgrounds.'}
          </p>
        )}
      </section>
      <section>
        <Select
          label="Focus"
          value={brief.picture.focus ?? CHOSEN}
          options={[
            { value: CHOSEN, label: 'Chosen by the plan' },
            ...FOCUS_CHOICES.map((choice) => ({ value: choice, label: FOCUSING[choice] })),
          ]}
          onChange={(focus) => edit(patch('picture', { focus: focus === CHOSEN ? undefined : focus }))}
        />
        <h3 className="text-15">Autofocus gives up at</h3>
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
        {tested.focusTested?.from && (
          <p className="text-quiet">
            Plans go by {provenanceWords('focus', tested.focusTested.from)} instead: EV {evDigits(tested.focusLimit.ev)} at f/
            {shortNumber(tested.focusLimit.fNumber)}.
          </p>
        )}
        <Checkbox
          checked={lens.opensToFocus}
          onChange={(opensToFocus) => edit((was) => ({ ...was, kit: { ...was.kit, lens: { ...was.kit.lens, opensToFocus } } }))}
        >
          The lens opens to focus, whatever the aperture
        </Checkbox>
        <Checkbox
          checked={brief.subject.lowContrast ?? false}
          onChange={(lowContrast) => edit(patch('subject', { lowContrast }))}
        >
          Little contrast to focus on
        </Checkbox>
        <p className="text-quiet">Here it has {signedText(plan.figures.focusHeadroomEv)} EV to spare; one is comfortable.</p>
      </section>
    </PanelSections>
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

import { distanceByFraming, movingThing, shareOfFrame, type Brief } from '@hushto/core';
import { percent } from '@hushto/words';
import { useState } from 'react';
import { Disclosure } from '../../../components/Disclosure.tsx';
import { NumberField } from '../../../components/NumberField.tsx';
import { SaidSlider } from '../../../components/Slider.tsx';
import { distanceText, shortNumber } from '../../../quantities/quantities.ts';
import { useSettings } from '../../../state/settings.ts';
import { patch, type EditorProps } from './editing.ts';

/** Distance by framing: how much of the frame's height the subject fills. */
export function MeasureDistance({ brief, edit }: EditorProps) {
  const unit = useSettings(({ distanceUnit }) => distanceUnit);
  const [heightM, setHeight] = useState(() => movingThing(brief.subject.thing)?.heightM ?? 1.7);
  const [share, setShare] = useState(() =>
    Math.min(1, Math.max(0.05, shareOfFrame(heightM, brief.subject.distanceM, frameOf(brief)))),
  );
  const measure = (height: number, filled: number): void => {
    if (!(height > 0)) return;
    const { value, errorShare } = distanceByFraming(height, filled, frameOf(brief));
    const distanceM = Math.min(20_000, value);
    edit(patch('subject', { distanceM, distanceFrom: { by: 'framing', errorShare } }));
  };
  const { distanceFrom, distanceM } = brief.subject;
  return (
    <Disclosure className="mt-2" title="By how much of the frame it fills">
      <SaidSlider
        says={`It fills ${percent(share)} of the frame’s height`}
        label="Share of the frame’s height"
        value={share}
        min={0.05}
        max={1}
        steps={95}
        onChange={(filled) => {
          setShare(filled);
          measure(heightM, filled);
        }}
      />
      <NumberField
        label="How high it is, m"
        value={heightM}
        unit="m"
        format={shortNumber}
        onChange={(height) => {
          setHeight(height);
          measure(height, share);
        }}
      />
      {distanceFrom && (
        <p className="text-quiet">
          {distanceText(distanceM, unit)}, give or take {percent(distanceFrom.errorShare)}: as sure as its height.
        </p>
      )}
    </Disclosure>
  );
}

const frameOf = ({ kit: { lens, sensor }, picture }: Brief) => ({
  focalLengthMm: lens.focalLengthMm,
  frameHeightMm: sensor.heightMm / picture.crop,
});

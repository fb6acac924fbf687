import { AIM_NAMES, AIMS, DEFAULT_STREAK_SHARE, DEFAULT_TRACKING_ERROR } from '@hushto/core';
import { AIM_WORDS } from '@hushto/words';
import { Quantity } from '../../../components/Quantity.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

const OPTIONS = AIM_NAMES.map((value) => ({ value, label: AIM_WORDS[value].label }));

/** Whether movement is frozen, shown or followed. */
export function AimEditor({ brief, edit }: EditorProps) {
  const { aim, streakShare = DEFAULT_STREAK_SHARE } = brief.picture;
  const error = brief.hold.trackingError ?? DEFAULT_TRACKING_ERROR;
  return (
    <>
      <SegmentedControl
        label="Movement"
        hideLabel
        value={aim}
        options={OPTIONS}
        onChange={(value) => edit(patch('picture', { aim: value }))}
      />
      <p className="text-quiet">{AIM_WORDS[aim].says}</p>
      {AIMS[aim].follows && (
        <>
          <p className="grid gap-1 text-13 text-quiet">Streak of the background, of the picture width</p>
          <Quantity
            label="Streak of the background"
            value={streakShare * 100}
            unit="%"
            min={2}
            max={30}
            steps={28}
            format={shortNumber}
            marks={['2', '8', '30 %']}
            onChange={(percent) => edit(patch('picture', { streakShare: percent / 100 }))}
          />
          <p className="grid gap-1 text-13 text-quiet">How well you follow: error, of the streak</p>
          <Quantity
            label="Error of following"
            value={error * 100}
            unit="%"
            min={1}
            max={30}
            steps={29}
            format={shortNumber}
            marks={['practised 3', 'usual 10', '30 %']}
            onChange={(percent) => edit(patch('hold', { trackingError: percent / 100 }))}
          />
        </>
      )}
    </>
  );
}

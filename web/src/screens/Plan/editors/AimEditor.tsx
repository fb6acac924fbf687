import { DEFAULT_STREAK_SHARE, DEFAULT_TRACKING_ERROR, type Aim } from '@hushto/core';
import { Quantity } from '../../../components/Quantity.tsx';
import { Segments } from '../../../components/Segments.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

const AIMS: readonly { value: Aim; label: string; says: string }[] = [
  { value: 'freeze', label: 'Freeze', says: 'What moves is sharp at the size it will be shown.' },
  { value: 'trace', label: 'Trace', says: 'A little of the movement shows: ½ to 2 % of the picture height.' },
  {
    value: 'streak',
    label: 'Streak',
    says: 'Movement becomes a streak of 3 to 8 % of the picture height; from 10 % people dissolve.',
  },
  { value: 'pan', label: 'Pan', says: 'You follow the subject: it stays sharp and the background streaks.' },
];

/** Whether movement is frozen, shown or followed. */
export function AimEditor({ brief, edit }: EditorProps) {
  const { aim, streakShare = DEFAULT_STREAK_SHARE } = brief.picture;
  const error = brief.hold.trackingError ?? DEFAULT_TRACKING_ERROR;
  return (
    <>
      <Segments
        label="Movement"
        hideLabel
        value={aim}
        options={AIMS}
        onChange={(value) => edit(patch('picture', { aim: value }))}
      />
      <p className="help">{AIMS.find(({ value }) => value === aim)!.says}</p>
      {aim === 'pan' && (
        <>
          <p className="field small quiet">Streak of the background, of the picture width</p>
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
          <p className="field small quiet">How well you follow: error, of the streak</p>
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

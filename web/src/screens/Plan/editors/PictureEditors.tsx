import { FINISHES, isoMarks, planWithoutLadder, stopsLabel, VIEWING_CPH, type Brief } from '@hushto/core';
import { FINISH_WORDS, isoWords, liftOrIsoWords, provenanceWords, VIEW_OPTIONS, viewNamed } from '@hushto/words';
import { Link } from 'react-router';
import { Quantity } from '../../../components/Quantity.tsx';
import { Select } from '../../../components/Select.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { Slider } from '../../../components/Slider.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import { Nearby } from './Nearby.tsx';
import { patch, type EditorProps } from './editing.ts';

/** How large the picture will be looked at, how much of the frame it is, and what is made of it first. */
export function ViewEditor({ brief, edit }: EditorProps) {
  const { viewCph, crop, finish = 'plain' } = brief.picture;
  return (
    <>
      <SegmentedControl
        label="Looked at"
        value={viewNamed(viewCph)}
        options={VIEW_OPTIONS}
        onChange={(value) => edit(patch('picture', { viewCph: VIEWING_CPH[value] }))}
      />
      <p className="grid gap-1 text-13 text-quiet">Crop</p>
      <Quantity
        label="Crop"
        value={crop}
        unit="×"
        min={1}
        max={4}
        steps={30}
        format={shortNumber}
        marks={['whole frame', '4×']}
        onChange={(value) => edit(patch('picture', { crop: value }))}
      />
      {viewNamed(viewCph) === 'print' && <p className="text-quiet">A print is judged from about its own long side away.</p>}
      <Select
        label="Finished"
        value={finish}
        options={FINISHES.map((value) => ({ value, label: FINISH_WORDS[value].label }))}
        onChange={(value) => edit(patch('picture', { finish: value === 'plain' ? undefined : value }))}
      />
      <p className="text-quiet">{FINISH_WORDS[finish].says}</p>
    </>
  );
}

/** The highest ISO the camera may use. */
export function IsoCeilingEditor({ brief, edit }: EditorProps) {
  const { sensor } = brief.kit;
  const [from, to] = [isoMarks.nearest(sensor.baseIso), isoMarks.nearest(sensor.maxIso)];
  return (
    <>
      <Slider
        label="ISO ceiling"
        value={isoMarks.nearest(brief.picture.isoCeiling)}
        min={from}
        max={to}
        steps={to - from}
        text={isoWords(brief.picture.isoCeiling)}
        marks={[isoMarks.label(from), isoMarks.label(to)]}
        onChange={(third) =>
          edit(
            patch('picture', {
              isoCeiling: Math.max(sensor.baseIso, isoMarks.value(Math.round(third))),
              isoCeilingFrom: undefined,
            }),
          )
        }
      />
      <Nearby brief={brief} values={ceilings} />
      <p className="text-quiet">
        {isoWords(brief.picture.isoCeiling)}: where the grain still pleases you. Beyond it only brightening later helps.
      </p>
      <p className="text-quiet">
        {brief.picture.isoCeilingFrom ? (
          `From ${provenanceWords('ceiling', brief.picture.isoCeilingFrom)}.`
        ) : (
          <Link to="/you/taste">Find your ceiling by looking</Link>
        )}
      </p>
    </>
  );
}

/** A stop lower and higher, where the sensor has it. */
const ceilings = (brief: Brief) =>
  [0.5, 2]
    .map((times) => brief.picture.isoCeiling * times)
    .filter((iso) => iso >= brief.kit.sensor.baseIso && iso <= brief.kit.sensor.maxIso)
    .map((isoCeiling) => ({ at: isoWords(isoCeiling), made: patch('picture', { isoCeiling })(brief) }));

const brightenings = (brief: Brief) =>
  [brief.picture.liftCeilingStops - 1, brief.picture.liftCeilingStops + 1]
    .filter((stops) => stops >= 0)
    .map((liftCeilingStops) => ({
      at: `+${stopsLabel(liftCeilingStops)}`,
      made: patch('picture', { liftCeilingStops })(brief),
    }));

/** How much may be brightened afterwards. */
export function LiftEditor({ brief, edit }: EditorProps) {
  const { isoCeiling, liftCeilingStops } = brief.picture;
  return (
    <>
      <Slider
        label="Brighten later"
        value={liftCeilingStops}
        min={0}
        max={4}
        steps={12}
        text={`${stopsLabel(liftCeilingStops)} stops`}
        marks={['0', '2', '4 stops']}
        onChange={(stops) => edit(patch('picture', { liftCeilingStops: stops }))}
      />
      <Nearby brief={brief} values={brightenings} />
      <p className="text-quiet">
        Brightened later by up to {stopsLabel(liftCeilingStops)} stops: at most as grainy as{' '}
        {isoWords(isoCeiling * 2 ** liftCeilingStops)}.
      </p>
      <p className="text-quiet">{liftOrIsoWords(planWithoutLadder(brief).liftOrIso)}</p>
    </>
  );
}

const SURE = ['0.5', '0.8', '0.9', '0.95', '0.99'] as const;

/** How sure of a frame without shake, and in how many tries. */
export function ConfidenceEditor({ brief, edit }: EditorProps) {
  const { confidence } = brief.picture;
  return (
    <>
      <SegmentedControl
        label="Sure of a sharp frame"
        hideLabel
        value={SURE.find((share) => Number(share) === confidence) ?? null}
        options={SURE.map((share) => ({ value: share, label: `${Number(share) * 100} %` }))}
        onChange={(share) => edit(patch('picture', { confidence: Number(share) }))}
      />
      <p className="text-quiet">
        The chance that at least one frame of the burst shows no shake. It says nothing of faces or gestures.
      </p>
    </>
  );
}

export function BurstEditor({ brief, edit }: EditorProps) {
  return (
    <Quantity
      label="Longest burst"
      value={brief.picture.maxBurst}
      unit="frames"
      min={1}
      max={20}
      steps={19}
      format={(frames) => String(Math.round(frames))}
      marks={['1', '10', '20']}
      onChange={(frames) => edit(patch('picture', { maxBurst: Math.round(frames) }))}
    />
  );
}

import { movingThing, speedByStopwatch, speedOnPhoto, USUAL_SIZE_ERROR, type Measured, type MeasuredBy } from '@hushto/core';
import { percent, plainNumber, provenanceWords } from '@hushto/words';
import { ImagePlus, Timer } from 'lucide-react';
import { useRef, useState } from 'react';
import { Disclosure } from '../../../components/Disclosure.tsx';
import { Button } from '../../../components/Button.tsx';
import { Problem } from '../../../components/Field.tsx';
import { FileButton } from '../../../components/FileButton.tsx';
import { NumberField } from '../../../components/NumberField.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { Ways } from '../../../components/Ways.tsx';
import { shortNumber, speedText } from '../../../quantities/quantities.ts';
import { useSettings } from '../../../state/settings.ts';
import { askPhoto } from '../../../workers/photos.ts';
import { LineOnPhoto, type Drawn, type Read } from './LineOnPhoto.tsx';
import { patch, type EditorProps } from './editing.ts';

type Way = Extract<MeasuredBy, 'stopwatch' | 'streak' | 'twoFrames'>;
const WAYS: readonly { value: Way; label: string }[] = [
  { value: 'stopwatch', label: 'Stopwatch' },
  { value: 'streak', label: 'Streak' },
  { value: 'twoFrames', label: 'Frames' },
];

/** Speed measured on the spot or on photos of one's own, with how far off it may be. */
export function MeasureSpeed({ brief, edit }: EditorProps) {
  const unit = useSettings(({ speedUnit }) => speedUnit);
  const [way, setWay] = useState<Way>('stopwatch');
  const { speedFrom, speedMps } = brief.subject;
  const give = (by: Way, { value, errorShare }: Measured): void =>
    edit(patch('subject', { speedMps: Math.min(150, value), speedFrom: { by, errorShare } }));
  return (
    <Disclosure className="mt-2" title="Measure it">
      <Ways
        label="How"
        way={way}
        onChange={setWay}
        ways={WAYS.map(({ value, label }) => ({
          value,
          label,
          panel:
            value === 'stopwatch' ? (
              <Stopwatch brief={brief} onMeasured={(measured) => give('stopwatch', measured)} />
            ) : (
              <OnPhotos way={value} brief={brief} onMeasured={(measured) => give(value, measured)} />
            ),
        }))}
      />
      {speedFrom && (
        <p className="text-quiet" role="status">
          {speedText(speedMps, unit)}, give or take {percent(speedFrom.errorShare)}
          {speedFrom.frames && `, from ${provenanceWords('hold', speedFrom.frames)}`}.
        </p>
      )}
    </Disclosure>
  );
}

interface WayProps extends Pick<EditorProps, 'brief'> {
  onMeasured: (measured: Measured) => void;
}

/** Two taps: when it reaches a mark, and when it reaches the next, a known distance or lengths of its own away. */
function Stopwatch({ brief, onMeasured }: WayProps) {
  const own = movingThing(brief.subject.thing)?.lengthM ?? null;
  const [by, setBy] = useState<'metres' | 'lengths'>(own === null ? 'metres' : 'lengths');
  const [metres, setMetres] = useState(5);
  const [lengths, setLengths] = useState(3);
  const [lengthM, setLength] = useState(own ?? 0.5);
  const [running, setRunning] = useState(false);
  const [took, setTook] = useState<number | null>(null);
  const began = useRef(0);
  const tap = (atMs: number): void => {
    if (!running) {
      began.current = atMs;
      setTook(null);
    } else {
      const seconds = Math.max(0.05, (atMs - began.current) / 1000);
      setTook(seconds);
      onMeasured(
        by === 'metres' ? speedByStopwatch(metres, seconds, 0.1) : speedByStopwatch(lengths * lengthM, seconds, USUAL_SIZE_ERROR),
      );
    }
    setRunning(!running);
  };
  return (
    <>
      <SegmentedControl
        label="Over"
        value={by}
        options={[
          { value: 'metres', label: 'Metres' },
          { value: 'lengths', label: 'Its own lengths' },
        ]}
        onChange={setBy}
      />
      {by === 'metres' ? (
        <NumberField label="Way, m" value={metres} unit="m" format={shortNumber} onChange={(m) => m > 0 && setMetres(m)} />
      ) : (
        <div className="grid grid-cols-2 items-start gap-3">
          <NumberField label="Lengths" value={lengths} format={shortNumber} onChange={(n) => n > 0 && setLengths(n)} />
          <NumberField
            label="One length, m"
            value={lengthM}
            unit="m"
            format={shortNumber}
            onChange={(m) => m > 0 && setLength(m)}
          />
        </div>
      )}
      <Button
        className="mt-2 min-h-11 w-full"
        onPointerDown={({ timeStamp }) => tap(timeStamp)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' || event.key === ' ') {
            event.preventDefault();
            if (!event.repeat) tap(event.timeStamp);
          }
        }}
      >
        <Timer aria-hidden="true" /> {running ? 'It is at the end: tap' : 'It is at the start: tap'}
      </Button>
      {took !== null && <p className="text-quiet">It took {plainNumber(took)} s.</p>}
    </>
  );
}

/** A line along a streak, or from where something was to where it is in the next frame; shutter and size come from the photo. */
function OnPhotos({ way, brief, onMeasured }: WayProps & { way: 'streak' | 'twoFrames' }) {
  const [photos, setPhotos] = useState<Read[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [shutterS, setShutter] = useState(1 / 30);
  const [betweenS, setBetween] = useState(1 / brief.kit.sensor.framesPerSecond);
  const wanted = way === 'streak' ? 1 : 2;
  const seconds = way === 'streak' ? shutterS : betweenS;
  const take = async (file: File): Promise<void> => {
    const found = await askPhoto('picture', file);
    if ('problem' in found || !found.picture) {
      setProblem(`“${file.name}” ${'problem' in found ? found.problem : 'shows nothing.'}`);
      return;
    }
    const read: Read = { picture: found.picture, widthPx: found.width };
    setProblem(null);
    setPhotos((before) => [...before, read].slice(-wanted));
    if (found.exif.shutterS) setShutter(found.exif.shutterS);
  };
  const measure = ({ share, widthPx }: Drawn): void => {
    if (share <= 0) return;
    const { lens, sensor } = brief.kit;
    const { distanceM } = brief.subject;
    onMeasured(
      speedOnPhoto({
        share,
        widthPx,
        sensorWidthMm: sensor.widthMm,
        focalLengthMm: lens.focalLengthMm,
        distanceM,
        seconds,
      }),
    );
  };
  return (
    <>
      <p className="text-quiet">
        {way === 'streak'
          ? 'A photo with this body and lens, uncropped: draw along the streak.'
          : 'Two photos of one burst with this body and lens, uncropped: draw from where it is in the first to where it is in the second.'}
      </p>
      <FileButton icon={ImagePlus} accept="image/*" onFile={(file) => void take(file)}>
        {photos.length < wanted
          ? way === 'streak'
            ? 'Choose the photo'
            : `Choose photo ${photos.length + 1} of 2`
          : 'Choose another'}
      </FileButton>
      {problem && <Problem>{problem}</Problem>}
      {way === 'streak' ? (
        photos.length > 0 && (
          <NumberField
            label="Shutter, s"
            value={shutterS}
            unit="s"
            format={(s) => String(Number(s.toPrecision(3)))}
            onChange={(s) => s > 0 && setShutter(s)}
          />
        )
      ) : (
        <NumberField
          label="From frame to frame, s"
          value={betweenS}
          unit="s"
          format={(s) => String(Number(s.toPrecision(3)))}
          onChange={(s) => s > 0 && setBetween(s)}
        />
      )}
      {photos.length === wanted && <LineOnPhoto photos={photos} onDrawn={measure} />}
    </>
  );
}

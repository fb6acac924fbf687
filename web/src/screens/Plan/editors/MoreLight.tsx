import {
  KNOWN_CONTRASTS,
  byteOfLinear,
  MID_GREY,
  meterCompensation,
  stopsLabel,
  plannedStops,
  shareNear,
  swingAt,
  type LightColour,
  type Swing,
} from '@hushto/core';
import { evDigits, stopWords, toneWord } from '@hushto/words';
import { NumberField } from '../../../components/NumberField.tsx';
import { PanelSections } from '../../../components/Panel.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { Select } from '../../../components/Select.tsx';
import { SaidSlider } from '../../../components/Slider.tsx';
import { percentText, shortNumber } from '../../../quantities/quantities.ts';
import { patch, type EditorProps } from './editing.ts';

const SWINGS: readonly { value: 'steady' | 'slow' | 'chases'; label: string; swing: Swing | undefined }[] = [
  { value: 'steady', label: 'Steady', swing: undefined },
  { value: 'slow', label: 'Slowly', swing: { downStops: 2, upStops: 0, periodS: 8 } },
  { value: 'chases', label: 'Chases', swing: { downStops: 4, upStops: 0, periodS: 1 } },
];

/** Light that swings, how it is coloured, and what the meter makes of subject and background. */
export function MoreLight(props: EditorProps) {
  return (
    <PanelSections>
      <SwingSection {...props} />
      <ColourSection {...props} />
      <MeterSection {...props} />
    </PanelSections>
  );
}

function SwingSection({ brief, edit }: EditorProps) {
  const { swing } = brief.light;
  const set = (change: Partial<Swing>): void => edit(patch('light', { swing: { ...swing!, ...change } }));
  const kind = !swing ? 'steady' : swing.periodS < 2 ? 'chases' : 'slow';
  return (
    <section>
      <SegmentedControl
        label="Does it swing?"
        value={kind}
        options={SWINGS}
        onChange={(value) => edit(patch('light', { swing: SWINGS.find((option) => option.value === value)!.swing }))}
      />
      {swing && (
        <>
          <SwingDrawing swing={swing} />
          <SaidSlider
            says={`Falls below your reading by ${stopWords(swing.downStops)}`}
            label="Falls by"
            value={swing.downStops}
            min={0}
            max={6}
            steps={18}
            onChange={(downStops) => set({ downStops })}
          />
          <SaidSlider
            says={`Rises above it by ${stopWords(swing.upStops)}`}
            label="Rises by"
            value={swing.upStops}
            min={0}
            max={4}
            steps={12}
            onChange={(upStops) => set({ upStops })}
          />
          <SaidSlider
            says={`From peak to peak ${shortNumber(swing.periodS)} s`}
            label="From peak to peak"
            value={swing.periodS}
            min={0.25}
            max={32}
            logarithmic
            steps={28}
            onChange={(periodS) => set({ periodS })}
          />
          <p className="text-quiet">{swingWords(swing)}</p>
        </>
      )}
    </section>
  );
}

/** What the plan makes of swinging light, and how much of the time it is right. */
function swingWords(swing: Swing): string {
  const at = plannedStops(swing);
  const share = percentText(shareNear(swing, at));
  return at > 0
    ? `Too fast or too deep to chase: the plan is for the peaks, and ${share} of the time the light is within half a stop of them.`
    : `${share} of the time the light is within half a stop of your reading, which the plan is for.`;
}

const DRAWING = { width: 268, height: 72, seconds: 12 } as const;

/** How the light goes over some seconds, with the reading it is planned at. */
function SwingDrawing({ swing }: { swing: Swing }) {
  const { width, height, seconds } = DRAWING;
  const span = Math.max(1, swing.upStops + swing.downStops);
  const y = (stops: number): number => 8 + ((swing.upStops - stops) / span) * (height - 16);
  const points = Array.from({ length: 241 }, (_, i) => {
    const atS = (i / 240) * Math.min(seconds, swing.periodS * 6);
    return `${((i / 240) * width).toFixed(1)},${y(swingAt(swing, atS)).toFixed(1)}`;
  });
  return (
    <svg
      className="mt-2 w-full bg-sunk rounded-sm"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`Light swinging ${stopsLabel(swing.upStops)} stops above and ${stopsLabel(swing.downStops)} below the reading`}
    >
      <line x1="0" x2={width} y1={y(0)} y2={y(0)} className="stroke-hush stroke-[1.5]" />
      <polyline points={points.join(' ')} className="fill-none stroke-ink stroke-[1.75]" />
      <text
        className="font-text text-13 leading-[1] font-normal fill-hush"
        x={width - 2}
        y={y(0) > 20 ? y(0) - 4 : y(0) + 14}
        textAnchor="end"
      >
        your reading
      </text>
    </svg>
  );
}

const COLOURS: readonly { value: LightColour; label: string }[] = [
  { value: 'neutral', label: 'Neutral' },
  { value: 'tungsten', label: 'Tungsten' },
  { value: 'saturated', label: 'Saturated' },
];

function ColourSection({ brief, edit }: EditorProps) {
  const colour = brief.light.colour ?? 'neutral';
  return (
    <section>
      <SegmentedControl
        label="Its colour"
        value={colour}
        options={COLOURS}
        onChange={(value) => edit(patch('light', { colour: value }))}
      />
      {colour === 'saturated' && (
        <p className="text-quiet">
          One channel clips 1⅓ stops before the meter says so, and a face loses its detail: give less, watch the channels, think
          of black and white.
        </p>
      )}
    </section>
  );
}

function MeterSection({ brief, edit }: EditorProps) {
  const { subject, light } = brief;
  const { background } = light;
  const shadow = -(light.shadowStops ?? 0);
  const off = meterCompensation({
    subjectTone: subject.tone,
    frameFill: subject.frameFill,
    backgroundTone: background.tone,
    backgroundStops: background.stops,
  });
  const label = stopsLabel(off);
  const setGround = (change: Partial<typeof background>): void =>
    edit(patch('light', { background: { ...background, ...change } }));
  return (
    <section>
      <h3 className="text-15">Contrast in the frame</h3>
      <ContrastSelect brief={brief} edit={edit} />
      <MeterDrawing
        tone={subject.tone}
        fill={subject.frameFill}
        ground={background.tone * 2 ** background.stops}
        mean={MID_GREY * 2 ** off}
      />
      <p className="text-quiet">
        {label === '0'
          ? 'An averaging meter gets it right.'
          : `An averaging meter would make it ${stopWords(Math.abs(off))} too ${off > 0 ? 'dark' : 'bright'}: compensate ${off > 0 ? '+' : ''}${label}.`}
      </p>
      <SaidSlider
        says={`The subject is ${toneWord(subject.tone)}`}
        label="Tone of the subject"
        value={subject.tone}
        min={0.03}
        max={0.9}
        logarithmic
        steps={30}
        onChange={(tone) => edit(patch('subject', { tone }))}
      />
      <SaidSlider
        says={`It fills ${percentText(subject.frameFill)} of the frame`}
        label="Share of the frame"
        value={subject.frameFill}
        min={0.02}
        max={1}
        steps={49}
        onChange={(frameFill) => edit(patch('subject', { frameFill }))}
      />
      <SaidSlider
        says={`The background is ${toneWord(background.tone)}`}
        label="Tone of the background"
        value={background.tone}
        min={0.03}
        max={0.9}
        logarithmic
        steps={30}
        onChange={(tone) => setGround({ tone })}
      />
      <SaidSlider
        says={
          background.stops === 0
            ? 'It is lit as the subject is'
            : `It is lit ${stopWords(Math.abs(background.stops))} ${background.stops > 0 ? 'brighter' : 'darker'}`
        }
        label="Light on the background"
        value={background.stops}
        min={-6}
        max={6}
        steps={36}
        onChange={(stops) => setGround({ stops: Math.round(stops * 3) / 3 })}
      />
      <SaidSlider
        says={shadow === 0 ? 'No shadow has to show' : `Shadows must show ${stopWords(shadow)} down`}
        label="Deepest shadow that must show"
        value={shadow}
        min={0}
        max={6}
        steps={18}
        onChange={(stops) => edit(patch('light', { shadowStops: stops === 0 ? undefined : -Math.round(stops * 3) / 3 }))}
      />
      <div className="grid grid-cols-2 items-start gap-3">
        <NumberField
          label="Background reads, EV"
          value={light.ev100 + background.stops}
          format={evDigits}
          onChange={(ev) => setGround({ tone: MID_GREY, stops: held(ev - light.ev100, -15, 15) })}
        />
        <NumberField
          label="Shadow reads, EV"
          value={light.ev100 - shadow}
          format={evDigits}
          onChange={(ev) => edit(patch('light', { shadowStops: held(ev - light.ev100, -15, 0) }))}
        />
      </div>
    </section>
  );
}

const held = (stops: number, least: number, most: number): number => Math.min(most, Math.max(least, stops));

/** Subject, background and shadow in words, for whoever has no reading. */
function ContrastSelect({ brief, edit }: EditorProps) {
  const { background, shadowStops } = brief.light;
  const known = KNOWN_CONTRASTS.find(
    (one) => one.backgroundStops === background.stops && (one.shadowStops ?? 0) === (shadowStops ?? 0),
  );
  const pick = (id: string): void => {
    const picked = KNOWN_CONTRASTS.find((one) => one.id === id);
    if (!picked) return;
    edit(
      patch('light', {
        background: { ...background, stops: picked.backgroundStops },
        shadowStops: picked.shadowStops ?? undefined,
      }),
    );
  };
  return (
    <Select
      label="Subject and background"
      value={known?.id ?? null}
      none="As set below"
      options={KNOWN_CONTRASTS.map(({ id, label }) => ({ value: id, label }))}
      onChange={pick}
    />
  );
}

/** Grey as the eye sees a reflectance. */
const grey = (tone: number): string => `rgb(${Array(3).fill(byteOfLinear(tone)).join(' ')})`;

/** The frame as tones: subject and background by their areas, and the grey an averaging meter makes of both. */
function MeterDrawing({ tone, fill, ground, mean }: { tone: number; fill: number; ground: number; mean: number }) {
  const [width, height] = [132, 88];
  const area = Math.sqrt(fill);
  return (
    <div
      className="flex gap-2 items-center mt-1.5 text-13 text-quiet"
      role="img"
      aria-label="Subject and background as tones, and the grey the meter makes of them"
    >
      <svg className="flex-none h-16.5 border border-rule rounded-sm" viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
        <rect width={width} height={height} fill={grey(ground)} />
        <rect
          x={(width * (1 - area)) / 2}
          y={(height * (1 - area)) / 2}
          width={width * area}
          height={height * area}
          rx={8}
          fill={grey(tone)}
        />
      </svg>
      <span aria-hidden="true">averages to</span>
      <svg className="flex-none h-16.5 border border-rule rounded-sm" viewBox="0 0 60 88" aria-hidden="true">
        <rect width="60" height="44" fill={grey(mean)} />
        <rect y="44" width="60" height="44" fill={grey(MID_GREY)} />
      </svg>
      <span aria-hidden="true">and is shown as mid grey</span>
    </div>
  );
}

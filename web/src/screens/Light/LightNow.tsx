import {
  apertureMarks,
  evFromLux,
  illuminanceLux,
  isoMarks,
  KNOWN_SCENES,
  lightFromIso,
  MID_GREY,
  toneStops,
  planningEv,
  planWithoutLadder,
  shutterMarks,
  stopsLabel,
  type Brief,
} from '@hushto/core';
import type { Reading } from '@hushto/contract';
import { groupDigits, SCENE_NAMES, shutterWords, stopWords, evDigits } from '@hushto/words';
import { Check, ImageUp, Plus } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Problem } from '../../components/Field.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { MarkField } from '../../components/MarkField.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Ways } from '../../components/Ways.tsx';
import { evText, luxText, shortNumber } from '../../quantities/quantities.ts';
import { readPhoto } from './photo.ts';
import { likeScene } from './words.ts';

/** A light found out, before it is kept. */
export type Found = Pick<Reading, 'ev100' | 'how' | 'say' | 'uncertaintyStops'>;

interface LightNowProps {
  /** The brief the light is for, and the way to give it to that brief. */
  brief: { title: string; brief: Brief } | null;
  onUse: (ev100: number, backgroundStops: number | null) => void;
  onKeep: (found: Found, backgroundStops: number | null) => void;
}

type Way = 'meter' | 'lux' | 'scene' | 'photo';

/** What the light is now: four ways to say it, on the subject and on the background. */
export function LightNow({ brief, onUse, onKeep }: LightNowProps) {
  const [way, setWay] = useState<Way>('meter');
  const [side, setSide] = useState<'subject' | 'background'>('subject');
  const [found, setFound] = useState<{ subject: Found | null; background: Found | null }>({ subject: null, background: null });
  const give = (light: Found | null): void => setFound((before) => ({ ...before, [side]: light }));
  const { subject, background } = found;
  const contrast = subject && background ? background.ev100 - subject.ev100 : null;
  return (
    <section className="grid grid-cols-1 gap-3" aria-labelledby="now-title">
      <div className="flex flex-wrap gap-x-4 gap-y-2 items-center justify-between">
        <h2 id="now-title">Now</h2>
        <SegmentedControl
          label="Where it was read"
          hideLabel
          value={side}
          options={[
            { value: 'subject', label: 'Subject' },
            { value: 'background', label: 'Background' },
          ]}
          onChange={setSide}
        />
      </div>
      {/* Of the other side nothing is typed yet. */}
      <Ways
        key={side}
        label="Say it as"
        way={way}
        onChange={setWay}
        className="min-h-42"
        ways={[
          { value: 'meter', label: 'Meter', panel: <MeterWay onFound={give} /> },
          { value: 'lux', label: 'Lux', panel: <LuxWay found={found[side]} onFound={give} /> },
          { value: 'scene', label: 'Scene', panel: <SceneWay onFound={give} /> },
          { value: 'photo', label: 'Photo', panel: <PhotoWay onFound={give} /> },
        ]}
      />
      <Result subject={subject} contrast={contrast} brief={brief?.brief ?? null} />
      <p className="flex flex-wrap items-center gap-2">
        <Button look="go" size="s" disabled={!subject} onClick={() => subject && onKeep(subject, contrast)}>
          <Plus aria-hidden="true" /> Keep this reading
        </Button>
        {brief && (
          <Button size="s" disabled={!subject} onClick={() => subject && onUse(subject.ev100, contrast)}>
            <Check aria-hidden="true" /> Use it in the brief
          </Button>
        )}
      </p>
    </section>
  );
}

/** EV, lux and what it means. */
function Result({ subject, contrast, brief }: { subject: Found | null; contrast: number | null; brief: Brief | null }) {
  if (!subject)
    return (
      <p
        role="status"
        aria-label="The light found"
        className="pt-2.5 min-h-29 text-15 leading-5 text-quiet border-t border-t-rule"
      >
        Say what the light on the subject is; a reading beats every guess.
      </p>
    );
  const { ev100, uncertaintyStops } = subject;
  const like = likeScene(ev100);
  const choice = brief && planWithoutLadder({ ...brief, light: { ...brief.light, ev100 } }, 0).choice;
  return (
    <div role="status" aria-label="The light found" className="pt-2.5 min-h-29 text-15 leading-5 border-t border-t-rule">
      <p className="flex gap-3 items-baseline mb-1 tabular-nums">
        <b className="font-dial text-40 font-semibold tracking-[-0.03em]">{evText(ev100)}</b>
        <span>{luxText(illuminanceLux(ev100))}</span>
        {uncertaintyStops > 0.34 && <span>± {stopWords(uncertaintyStops)}</span>}
      </p>
      <p>
        {like ? `About as bright as: ${like}. ` : ''}
        {choice && (
          <>
            There {brief.title} takes {shutterWords(choice.shutterS)}, {choice.labels.aperture}, ISO{' '}
            {groupDigits(choice.labels.iso)}
            {choice.labels.lift === '0' ? '' : `, +${choice.labels.lift} later`}.
          </>
        )}
      </p>
      {contrast !== null && <p>{contrastWords(contrast)}</p>}
    </div>
  );
}

function contrastWords(stops: number): string {
  if (Math.round(3 * stops) === 0) return 'The background is as bright as the subject.';
  const how = stops < 0 ? 'darker' : 'brighter';
  const care =
    stops > 1
      ? ' An averaging meter would darken the subject.'
      : stops < -1
        ? ' An averaging meter would brighten it too much.'
        : '';
  return `The background is ${stopWords(Math.abs(stops))} ${how}.${care}`;
}

const METERED = [
  { value: 'grey', label: 'Grey card', tone: MID_GREY, uncertaintyStops: 1 / 3, say: 'a grey card' },
  { value: 'palm', label: 'Light palm', tone: 0.36, uncertaintyStops: 1 / 2, say: 'a light palm' },
  { value: 'scene', label: 'Whole scene', tone: MID_GREY, uncertaintyStops: 1, say: 'the whole scene' },
] as const;

/** Shutter, aperture, ISO and compensation as the camera showed them, and what it looked at. */
function MeterWay({ onFound }: { onFound: (found: Found | null) => void }) {
  const [texts, setTexts] = useState({ shutter: '1/60', aperture: 'f/2.8', iso: '3200' });
  const [compensation, setCompensation] = useState(0);
  const [metered, setMetered] = useState<(typeof METERED)[number]['value']>('grey');
  const give = (next: typeof texts, stops: number, off: typeof metered): void => {
    const [t, n, k] = [shutterMarks.parse(next.shutter), apertureMarks.parse(next.aperture), isoMarks.parse(next.iso)];
    if (t === null || n === null || k === null) return onFound(null);
    const { tone, uncertaintyStops, say } = METERED.find(({ value }) => value === off)!;
    const setting = { shutterS: shutterMarks.value(t), fNumber: apertureMarks.value(n), toneStops: toneStops(tone) };
    const anywhere = { compensationStops: stops, lowestIso: 0, ceilingIso: Infinity };
    const compensated = stops === 0 ? '' : `, compensation ${stops > 0 ? '+' : ''}${stopsLabel(stops)}`;
    onFound({
      ev100: lightFromIso(setting, isoMarks.value(k), anywhere).ev100,
      how: 'meter',
      say: `${shutterMarks.label(t)} s, ${apertureMarks.label(n)}, ISO ${isoMarks.label(k)} off ${say}${compensated}`,
      uncertaintyStops,
    });
  };
  const field = (key: keyof typeof texts) => (text: string) => {
    const next = { ...texts, [key]: text };
    setTexts(next);
    give(next, compensation, metered);
  };
  return (
    <>
      <div className="grid grid-cols-3 gap-2">
        <MarkField label="Shutter" text={texts.shutter} marks={shutterMarks} example="1/125" onText={field('shutter')} />
        <MarkField label="Aperture" text={texts.aperture} marks={apertureMarks} example="f/2.8" onText={field('aperture')} />
        <MarkField label="ISO" text={texts.iso} marks={isoMarks} example="1600" onText={field('iso')} />
      </div>
      <SegmentedControl
        label="What was metered"
        value={metered}
        options={METERED}
        onChange={(off) => {
          setMetered(off);
          give(texts, compensation, off);
        }}
      />
      <div className="flex gap-2 items-center">
        <span className="text-quiet">Compensation set on the camera</span>
        <Button look="step" className="flex-none" aria-label="Compensation a third less" onClick={() => compensate(-1 / 3)}>
          −
        </Button>
        <output className="tabular-nums">{compensation > 0.1 ? `+${stopsLabel(compensation)}` : stopsLabel(compensation)}</output>
        <Button look="step" className="flex-none" aria-label="Compensation a third more" onClick={() => compensate(1 / 3)}>
          +
        </Button>
        <Button size="s" onClick={() => give(texts, compensation, metered)}>
          Read
        </Button>
      </div>
    </>
  );

  function compensate(by: number): void {
    const stops = Math.round(3 * Math.min(5, Math.max(-5, compensation + by))) / 3;
    setCompensation(stops);
    give(texts, stops, metered);
  }
}

function LuxWay({ found, onFound }: { found: Found | null; onFound: (found: Found | null) => void }) {
  const [lux, setLux] = useState(found ? illuminanceLux(found.ev100) : 40);
  return (
    <>
      <NumberField
        label="Light on it"
        value={lux}
        unit="lx"
        format={shortNumber}
        onChange={(value) => {
          setLux(value);
          onFound(
            value > 0 ? { ev100: evFromLux(value), how: 'lux', say: `${shortNumber(value)} lx`, uncertaintyStops: 1 / 2 } : null,
          );
        }}
      />
      <p className="text-quiet">
        Hold the meter or the phone where the subject is, facing the camera. Phones are off by half a stop or so.
      </p>
    </>
  );
}

function SceneWay({ onFound }: { onFound: (found: Found | null) => void }) {
  const [picked, setPicked] = useState<string>();
  const scene = KNOWN_SCENES.find(({ id }) => id === picked);
  return (
    <>
      <PickList
        label="Known scenes"
        searchable
        low
        value={picked}
        items={KNOWN_SCENES.map(({ id, fromEv, toEv }) => ({
          id,
          label: SCENE_NAMES[id],
          detail: fromEv === toEv ? evText(fromEv) : `${evText(fromEv)} to ${evDigits(toEv)}`,
        }))}
        onPick={(id) => {
          const scene = KNOWN_SCENES.find((candidate) => candidate.id === id)!;
          setPicked(id);
          onFound({
            ev100: planningEv(scene),
            how: 'scene',
            say: SCENE_NAMES[scene.id],
            uncertaintyStops: Math.max(1, (scene.toEv - scene.fromEv) / 2),
          });
        }}
      />
      <p className="text-quiet">{scene ? `Source: ${scene.source}. ` : ''}Planned at the darker third of its range.</p>
    </>
  );
}

function PhotoWay({ onFound }: { onFound: (found: Found | null) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (file: File): Promise<void> => {
    const result = await readPhoto(file);
    if ('problem' in result) {
      setProblem(result.problem);
      return onFound(null);
    }
    const { photo, reading } = result;
    setProblem(null);
    const iso = groupDigits(String(Math.round(photo.iso)));
    onFound({
      ...reading,
      how: 'photo',
      say: `“${file.name}”: ${shutterWords(photo.shutterS)}, f/${shortNumber(photo.fNumber)}, ISO ${iso}`.slice(0, 300),
    });
  };
  return (
    <>
      <FileButton icon={ImageUp} look="plain" accept="image/*" onFile={(file) => void read(file)}>
        Choose a photo taken there
      </FileButton>
      {problem && <Problem alert>{problem}</Problem>}
      <p className="text-quiet">
        Its exposure and how bright it came out say what the light was, within a stop or so. It stays in this browser.
      </p>
    </>
  );
}

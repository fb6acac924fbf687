import { AIMS, apertureLabel, fullFrameEquivalentMm, isoLabel, MOVING_THINGS, STABILISER_SHARE, type Brief } from '@hushto/core';
import type { FieldIssue } from '@hushto/contract';
import { groupDigits, shownWords, stanceWords, stopWords, subjectWords } from '@hushto/words';
import { ChevronDown } from 'lucide-react';
import { lazy, useState, type ComponentType, type ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Token } from '../../components/Token.tsx';
import { article, distanceText, evText, shortNumber, speedText } from '../../quantities/quantities.ts';
import { useSettings } from '../../state/settings.ts';
import type { EditorProps } from './editors/editing.ts';
import type * as Editors from './editors/index.ts';
import { toneWord } from './editors/tones.ts';

// Editors come with the first token that is opened: reading a brief needs none of them.
const editor = <Props extends object>(pick: (all: typeof Editors) => ComponentType<Props>) =>
  lazy(async () => ({ default: pick(await import('./editors/index.ts')) }));
const AimEditor = editor((all) => all.AimEditor);
const BodyEditor = editor((all) => all.BodyEditor);
const BurstEditor = editor((all) => all.BurstEditor);
const ConfidenceEditor = editor((all) => all.ConfidenceEditor);
const DepthEditor = editor((all) => all.DepthEditor);
const DirectionEditor = editor((all) => all.DirectionEditor);
const DistanceEditor = editor((all) => all.DistanceEditor);
const EvEditor = editor((all) => all.EvEditor);
const FlickerEditor = editor((all) => all.FlickerEditor);
const FollowEditor = editor((all) => all.FollowEditor);
const HoldEditor = editor((all) => all.HoldEditor);
const IsoCeilingEditor = editor((all) => all.IsoCeilingEditor);
const LensEditor = editor((all) => all.LensEditor);
const LiftEditor = editor((all) => all.LiftEditor);
const MoreKit = editor((all) => all.MoreKit);
const MoreLight = editor((all) => all.MoreLight);
const MorePicture = editor((all) => all.MorePicture);
const SceneEditor = editor((all) => all.SceneEditor);
const SpeedEditor = editor((all) => all.SpeedEditor);
const StabiliserEditor = editor((all) => all.StabiliserEditor);
const SubjectEditor = editor((all) => all.SubjectEditor);
const ViewEditor = editor((all) => all.ViewEditor);

interface BriefTextProps {
  brief: Brief;
  /** How it is changed; a plain text cannot be. */
  edit?: EditorProps['edit'];
  issues?: readonly FieldIssue[];
  /** Why nothing works in this light, when nothing does; said at the light. */
  tooDark?: string | null;
  /** Another light that is looked at from the ladder, and the way back. */
  looked?: { ev100: number; back: () => void } | null;
  /** Words alone, for paper. */
  plain?: boolean;
}

/** The brief as four short paragraphs that read aloud; each value opens its own editor on the spot. */
export function BriefText({ brief, edit = () => {}, issues = [], tooDark = null, looked = null, plain = false }: BriefTextProps) {
  const { distanceUnit, speedUnit } = useSettings(useShallow(({ distanceUnit, speedUnit }) => ({ distanceUnit, speedUnit })));
  const { subject, light, kit, hold, picture } = brief;
  const props = { brief, edit };
  // A problem is said at the token that caused it; the first token that covers the field takes it.
  const problem = (...paths: string[]): string | null =>
    issues.find(({ path }) => paths.some((start) => path === start || path.startsWith(`${start}.`)))?.message ?? null;
  const token = (
    title: string,
    text: ReactNode,
    editor: (close: () => void) => ReactNode,
    paths: string[],
    extra: string | null = null,
  ) =>
    plain ? (
      text
    ) : (
      <Token title={title} problem={problem(...paths) ?? extra} editor={editor}>
        {text}
      </Token>
    );
  const stabiliser = Math.max(kit.sensor.stabiliserStops, kit.lens.stabiliserStops) * STABILISER_SHARE;
  const body = kit.sensor.label ?? `${shortNumber(kit.sensor.megapixels)} MP`;
  const lens =
    kit.lens.label ?? `${shortNumber(kit.lens.focalLengthMm)} mm ${apertureLabel(kit.lens.widestF, [kit.lens.widestF])}`;
  const [unfolded, setUnfolded] = useState(false);
  return (
    <div className={unfolded || plain ? 'says' : 'says folded'}>
      <p className="say">
        {token(
          'Subject',
          subject.label ?? 'A subject',
          (close) => (
            <SubjectEditor {...props} close={close} />
          ),
          ['subject.kind', 'subject.limbFactor'],
        )}
        {subject.speedMps > 0 ? (
          <>
            {' '}
            {motionVerb(subject)}{' '}
            {token(
              'Direction',
              direction(subject.directionDeg),
              () => (
                <DirectionEditor {...props} />
              ),
              ['subject.directionDeg'],
            )}{' '}
            at{' '}
          </>
        ) : (
          ' keeps '
        )}
        {token(
          'Speed',
          subject.speedMps > 0 ? speedText(subject.speedMps, speedUnit) : 'still',
          () => (
            <SpeedEditor {...props} />
          ),
          ['subject.speedMps'],
        )}
        ,{' '}
        {token(
          'Distance',
          distanceText(subject.distanceM, distanceUnit),
          () => (
            <DistanceEditor {...props} />
          ),
          ['subject.distanceM'],
        )}{' '}
        away and{' '}
        {token(
          'Depth to keep sharp',
          subject.depthM > 0 ? distanceText(subject.depthM, distanceUnit) : 'flat',
          () => (
            <DepthEditor {...props} />
          ),
          ['subject.depthM'],
        )}
        {subject.depthM > 0 && ' deep'}
        {subject.speedMps > 0 && AIMS[picture.aim].canFollow && (
          <>
            ; I{' '}
            {token(
              'Whether the camera follows',
              hold.follow ? 'follow it' : 'hold still',
              () => (
                <FollowEditor {...props} />
              ),
              ['hold.follow'],
            )}
          </>
        )}
        .
      </p>
      {!plain && (
        <button type="button" className="unfold btn s bare" aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
          <ChevronDown className="i" aria-hidden="true" /> Light, kit and picture
        </button>
      )}
      <p className="say">
        {token(
          'Light',
          light.label ?? 'The light',
          (close) => (
            <SceneEditor {...props} close={close} />
          ),
          ['light.label', 'light.scene'],
        )}{' '}
        {givesWord(light.label)}{' '}
        {token(
          'How much light',
          evText(light.ev100),
          () => (
            <EvEditor {...props} />
          ),
          ['light.ev100'],
          tooDark,
        )}
        {looked && (
          <>
            {' (looking at '}
            <b>{evText(looked.ev100)}</b>;{' '}
            <button type="button" className="cursor-pointer underline" onClick={looked.back}>
              back
            </button>
            )
          </>
        )}
        , with{' '}
        {token(
          'Flicker',
          flickerText(light),
          () => (
            <FlickerEditor {...props} />
          ),
          ['light.flicker'],
        )}
        {swingText(light) && (
          <>
            {', '}
            {token(
              'Swing and colour',
              swingText(light),
              () => (
                <MoreLight {...props} />
              ),
              ['light.swing'],
            )}
          </>
        )}
        .
        {tonesText(brief) && (
          <>
            {' The meter sees '}
            {token(
              'What the meter sees',
              tonesText(brief),
              () => (
                <MoreLight {...props} />
              ),
              ['light.background', 'subject.tone', 'subject.frameFill'],
            )}
            .
          </>
        )}{' '}
        {!plain && <More title="More about the light" editor={() => <MoreLight {...props} />} />}
      </p>
      <p className="say">
        I hold {article(body)}{' '}
        {token(
          'Body',
          body,
          (close) => (
            <BodyEditor {...props} close={close} />
          ),
          ['kit.sensor'],
        )}{' '}
        with {article(lens)}{' '}
        {token(
          'Lens',
          lens,
          (close) => (
            <LensEditor {...props} close={close} />
          ),
          ['kit.lens'],
        )}{' '}
        ({focalText(brief)}),{' '}
        {token(
          'How I hold it',
          stanceWords(hold.conditions),
          () => (
            <HoldEditor {...props} />
          ),
          ['hold'],
        )}
        ; the stabiliser {stabiliser > 0 ? 'gives ' : 'is '}
        {token(
          'Stabiliser',
          stabiliser > 0 ? stopWords(stabiliser) : 'off',
          () => (
            <StabiliserEditor {...props} />
          ),
          [],
        )}
        {picture.shutter && picture.shutter !== 'firstCurtain' && (
          <>
            {', the shutter is '}
            {token(
              'Shutter',
              picture.shutter === 'electronic' ? 'silent' : 'mechanical',
              () => (
                <MoreKit {...props} />
              ),
              ['picture.shutter'],
            )}
          </>
        )}
        . {!plain && <More title="More about the kit" editor={() => <MoreKit {...props} />} />}
      </p>
      <p className="say">
        It will be shown{' '}
        {token(
          'Viewing',
          shownWords(picture),
          () => (
            <ViewEditor {...props} />
          ),
          ['picture.viewCph', 'picture.crop'],
        )}
        {(picture.keyStops ?? 0) !== 0 && (
          <>
            {', '}
            {token(
              'How dark',
              keyText(picture.keyStops ?? 0),
              () => (
                <MorePicture {...props} />
              ),
              ['picture.keyStops'],
            )}
          </>
        )}
        . <AimWords brief={brief} token={token} edit={edit} />, set ISO up to{' '}
        {token(
          'ISO ceiling',
          groupDigits(isoLabel(picture.isoCeiling)),
          () => (
            <IsoCeilingEditor {...props} />
          ),
          ['picture.isoCeiling'],
        )}
        {picture.liftCeilingStops > 0 ? ', accept grain up to ' : ' and brighten '}
        {token(
          'Brighten later',
          picture.liftCeilingStops > 0
            ? `ISO\u00a0${groupDigits(isoLabel(picture.isoCeiling * 2 ** picture.liftCeilingStops))}`
            : 'nothing',
          () => (
            <LiftEditor {...props} />
          ),
          ['picture.liftCeilingStops'],
        )}
        . Be{' '}
        {token(
          'Sure of a sharp frame',
          `${shortNumber(picture.confidence * 100)}\u00a0%`,
          () => (
            <ConfidenceEditor {...props} />
          ),
          ['picture.confidence'],
        )}{' '}
        sure, in bursts of up to{' '}
        {token(
          'Longest burst',
          String(picture.maxBurst),
          () => (
            <BurstEditor {...props} />
          ),
          ['picture.maxBurst', 'picture.pinned'],
        )}
        . {!plain && <More title="More about the picture" editor={() => <MorePicture {...props} />} />}
      </p>
      {hold.theta !== null && <p className="help">With your own tested hands.</p>}
    </div>
  );
}

type MakeToken = (title: string, text: ReactNode, editor: (close: () => void) => ReactNode, paths: string[]) => ReactNode;

/** "Freeze the walk", "Let the porter leave a trace", "Pan with the porter". */
function AimWords({ brief, edit, token }: EditorProps & { token: MakeToken }) {
  const { aim } = brief.picture;
  const aimToken = (text: string): ReactNode =>
    token('Movement', text, () => <AimEditor brief={brief} edit={edit} />, [
      'picture.aim',
      'picture.streakShare',
      'hold.trackingError',
    ]);
  const what = brief.subject.speedMps > 0 ? movement(brief) : 'the scene';
  const words: Record<typeof aim, [before: string, word: string, after: string]> = {
    freeze: ['', 'Freeze', ` ${what}`],
    trace: [`Let ${what} leave `, 'a trace', ''],
    streak: [`Let ${what} become `, 'a streak', ''],
    pan: ['', 'Pan', ` with ${subjectWords(brief)}`],
  };
  const [before, word, after] = words[aim];
  // The word keeps its place among its neighbours, or its editor would close at every choice.
  return (
    <>
      {before}
      {aimToken(word)}
      {after}
    </>
  );
}

/** What is seldom changed, one press away at the end of its paragraph. */
function More({ title, editor }: { title: string; editor: () => ReactNode }) {
  return (
    <Token title={title} editor={editor} quiet>
      more
    </Token>
  );
}

/** "swinging over 3 stops, saturated"; empty where the light is steady and clips no channel early. */
function swingText({ swing, colour }: Brief['light']): string {
  const stops = (swing?.upStops ?? 0) + (swing?.downStops ?? 0);
  return [
    ...(stops > 0 ? [`${swing!.periodS < 2 ? 'chasing' : 'swinging'} over ${stopWords(stops)}`] : []),
    ...(colour === 'saturated' ? [colour] : []),
  ].join(', ');
}

/** "a black subject, 15 % of the frame, before a light background"; empty where everything is mid grey and lit alike. */
function tonesText({ subject, light }: Brief): string {
  const { background } = light;
  const usual = toneWord(subject.tone) === 'mid grey' && toneWord(background.tone) === 'mid grey' && background.stops === 0;
  if (usual) return '';
  const lit =
    background.stops === 0 ? '' : `, ${stopWords(Math.abs(background.stops))} ${background.stops > 0 ? 'brighter' : 'darker'}`;
  return `${toneWord(subject.tone)} before ${toneWord(background.tone)}${lit}`;
}

const keyText = (keyStops: number): string =>
  keyStops <= -2 ? 'night left night' : `${stopWords(Math.abs(keyStops))} ${keyStops < 0 ? 'down' : 'up'}`;

function direction(degrees: number): string {
  const off = degrees > 90 ? 180 - degrees : degrees;
  if (off > 75) return 'across the frame';
  if (off < 15) return degrees > 90 ? 'straight away' : 'straight at me';
  return `at a slant of ${Math.round(off)}°`;
}

/** Ways of getting along; of any other doing the sentence says that it moves meanwhile. */
const GETS_ALONG = new Set(
  'walks hurries runs sprints rides drives skates swims wades trots glides flies jumps leaps moves'
    .split(' ')
    .concat('pulls away'),
);

function motionVerb({ verb = 'moves' }: Brief['subject']): string {
  return GETS_ALONG.has(verb) ? verb : `${verb}, moving`;
}

/** "strings of bulbs give", "the last of the sky gives". */
const givesWord = (label: string | undefined): string =>
  /(lamps|bulbs|lights|signs|displays|shows|buildings)$/i.test(label ?? '') || /^strings /i.test(label ?? '') ? 'give' : 'gives';

function flickerText({ flicker }: Brief['light']): string {
  if (flicker.modulation === 0) return 'no flicker';
  return `${shortNumber(flicker.modulation * 100)} % flicker at ${shortNumber(flicker.frequencyHz)} Hz`;
}

function focalText({ kit, picture }: Brief): string {
  const equivalent = `${Math.round(fullFrameEquivalentMm(kit.lens.focalLengthMm, kit.sensor.widthMm, kit.sensor.heightMm, picture.crop))} mm equivalent`;
  const zoom = kit.lens.label?.includes('–');
  return zoom ? `at ${shortNumber(kit.lens.focalLengthMm)} mm, ${equivalent}` : equivalent;
}

/** What is frozen, in one word: the walk, the ride; the movement where the verb makes no noun. */
function movement({ subject }: Brief): string {
  const noun: Record<string, string> = {
    walks: 'walk',
    runs: 'run',
    rides: 'ride',
    jumps: 'jump',
    turns: 'turn',
    leaps: 'leap',
    dives: 'dive',
  };
  const verb = MOVING_THINGS.find(({ id }) => id === subject.thing)?.verb ?? subject.verb ?? '';
  return `the ${noun[verb] ?? 'movement'}`;
}

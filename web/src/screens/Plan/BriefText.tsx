import { AIMS, apertureLabel, isoLabel, STABILISER_SHARE, type Brief } from '@hushto/core';
import type { FieldIssue } from '@hushto/contract';
import {
  FINISH_WORDS,
  aimWords,
  directionText,
  equivalentText,
  flickerText,
  focalText,
  groupDigits,
  isPlural,
  keyText,
  motionVerb,
  shownWords,
  stanceWords,
  stopWords,
  swingText,
  tonesText,
  watchText,
} from '@hushto/words';
import { ChevronDown } from 'lucide-react';
import { lazy, useState, type ComponentType, type ReactNode } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { Token } from '../../components/Token.tsx';
import { cn } from '../../components/cn.ts';
import { article, distanceText, evText, shortNumber, speedText } from '../../quantities/quantities.ts';
import { useSettings } from '../../state/settings.ts';
import type { EditorProps } from './editors/editing.ts';
import type * as Editors from './editors/index.ts';

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
const FocalEditor = editor((all) => all.FocalEditor);
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
const WatchEditor = editor((all) => all.WatchEditor);
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
  // A zoom is named by its range; its focal length is a value of its own.
  const zoom = lens.includes('–');
  const [unfolded, setUnfolded] = useState(false);
  const folded = !unfolded && !plain;
  const paragraph = 'leading-5.5 not-first:mt-1.5 max-sm:leading-8.5';
  return (
    <div className="max-sm:text-18">
      <p className={paragraph}>
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
              directionText(subject.directionDeg),
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
        .{brief.watch ? ' Watch for ' : ' '}
        {plain ? (
          watchText(brief)
        ) : (
          <Token title="What to watch for" quiet={!brief.watch} editor={() => <WatchEditor {...props} />}>
            {brief.watch ? watchText(brief) : 'watch'}
          </Token>
        )}
        {brief.watch && '.'}
      </p>
      {!plain && (
        <Button
          look="bare"
          size="s"
          className="hidden max-sm:inline-flex max-sm:-ml-2.5"
          aria-expanded={unfolded}
          onClick={() => setUnfolded(!unfolded)}
        >
          <ChevronDown className={cn(unfolded && 'rotate-180')} aria-hidden="true" /> Kit and picture
        </Button>
      )}
      <p className={paragraph}>
        {token(
          'Light',
          light.label ?? 'The light',
          (close) => (
            <SceneEditor {...props} close={close} />
          ),
          ['light.label', 'light.scene'],
        )}{' '}
        {isPlural(light.label ?? '') ? 'give' : 'gives'}{' '}
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
      <p className={cn(paragraph, folded && 'max-sm:hidden')}>
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
        {zoom && (
          <>
            at{' '}
            {token(
              'Focal length',
              focalText(kit.lens.focalLengthMm),
              () => (
                <FocalEditor {...props} />
              ),
              ['kit.lens.focalLengthMm'],
            )}{' '}
          </>
        )}
        ({equivalentText(brief)}),{' '}
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
      <p className={cn(paragraph, folded && 'max-sm:hidden')}>
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
        {picture.finish && (
          <>
            {', '}
            {token(
              'Finish',
              FINISH_WORDS[picture.finish].goesOn,
              () => (
                <ViewEditor {...props} />
              ),
              ['picture.finish'],
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
      {hold.theta !== null && <p className="text-quiet">With your own tested hands.</p>}
    </div>
  );
}

type MakeToken = (title: string, text: ReactNode, editor: (close: () => void) => ReactNode, paths: string[]) => ReactNode;

/** "Freeze the walk", "Let the porter leave a trace", "Pan with the porter". */
function AimWords({ brief, edit, token }: EditorProps & { token: MakeToken }) {
  const [before, word, after] = aimWords(brief);
  // The word keeps its place among its neighbours, or its editor would close at every choice.
  return (
    <>
      {before}
      {token(
        'Movement',
        word,
        () => (
          <AimEditor brief={brief} edit={edit} />
        ),
        ['picture.aim', 'picture.streakShare', 'hold.trackingError'],
      )}
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

import type { LogFrame } from '@hushto/contract';
import { SOFT_CAUSES, type Softness, type Verdict } from '@hushto/core';
import { CAUSE_WORDS, causeWords, LEARNT_WORDS, noAnswerWords, percent, softnessWords, VERDICT_WORDS } from '@hushto/words';
import { ScanSearch } from 'lucide-react';
import { Button } from '../../components/Button.tsx';
import { useToasts } from '../../components/toast.ts';
import { lookInto, stopLooking, useWhy, useWhyOf } from '../../state/logWhy.ts';
import { whyNoAnswer } from '../../state/queries.ts';
import { said } from '../../sync/remote.ts';
import { Working } from './Working.tsx';

const SAID: Record<(typeof SOFT_CAUSES)[number], Verdict> = {
  sharp: 'keeper',
  hands: 'hands',
  subject: 'subject',
  focus: 'focus',
  grain: 'grain',
};

/** Why a frame is soft: what its picture shows, how likely that is, and what to change; or the question. */
export function WhySoft({ frame, onSay }: { frame: LogFrame; onSay: (verdict: Verdict) => void }) {
  const { data: found, error } = useWhyOf(frame);
  const problem = useWhy((why) => why.problems[frame.id]);
  const busy = useWhy((why) => why.doing !== null);
  const { show } = useToasts();
  if (!found)
    return (
      <div className="grid gap-1">
        <Button size="s" className="justify-self-start" disabled={busy || frame.cause !== null} onClick={() => void lookInto([frame]).catch((error: unknown) => show(said(error)))}>
          <ScanSearch aria-hidden="true" /> Why is it soft?
        </Button>
        {error && <p className="text-quiet">{noAnswerWords('why it is soft', whyNoAnswer(error), said(error))}</p>}
        {problem !== undefined && <p className="text-quiet">{problem}</p>}
      </div>
    );
  const { cause } = found;
  const [shows, advice] = softnessWords(found, frame);
  return (
    <section aria-label="Why it is soft" className="grid gap-1">
      <h3 className="font-strong">{causeWords(found)}</h3>
      <p>{shows}</p>
      <p>{advice}</p>
      {cause !== 'unsure' && <p className="text-quiet">{othersWords(found)}</p>}
      {frame.seed === null && <p className="text-quiet">{LEARNT_WORDS}</p>}
      {cause !== 'unsure' && SAID[cause] !== frame.verdict && (
        <Button size="s" className="justify-self-start" onClick={() => onSay(SAID[cause])}>
          Say so: {VERDICT_WORDS[SAID[cause]].name}
        </Button>
      )}
    </section>
  );
} // prettier-ignore

/** What else it may be: the two next likeliest. */
function othersWords({ shares, cause }: Softness): string {
  const others = SOFT_CAUSES.filter((one) => one !== cause)
    .sort((a, b) => shares[b] - shares[a])
    .map((one) => `${CAUSE_WORDS[one].name.toLowerCase()} ${percent(shares[one])}`);
  return `Else ${others.slice(0, 2).join(', ')}.`;
}

/** Blur and smear are drawn so many times as large as they are, or nobody would see them. */
const ENLARGED = 3;
const UNITS = 2048;
/** Smaller smear and blur is not drawn, px as viewed. */
const LEAST_SMEAR_PX = 4;
const LEAST_BLUR_PX = 1.3;

/**
 * Over the picture: strokes along each smear, rings as wide as what is soft all round, and a square where it is sharpest.
 * @param size of the picture it lies over, as it is shown: cameras write that of the sensor, however it was held
 */
export function SoftEvidence({ frame, size }: { frame: LogFrame; size: { width: number; height: number } }) {
  const { data: found } = useWhyOf(frame);
  if (!found) return null;
  const { width: w, height: h } = size;
  const [width, height] = w >= h ? [UNITS, (UNITS * h) / w] : [(UNITS * w) / h, UNITS];
  const scale = (UNITS / found.widthPx) * ENLARGED;
  const { cause, places, sharpest } = found;
  const showsSmear = cause === 'hands' || cause === 'subject';
  const showsBlur = cause === 'focus';
  const strokes = places
    .filter(({ smearPx }) => showsSmear && smearPx >= LEAST_SMEAR_PX)
    .map(({ x, y, smearPx, directionDeg }) => {
      const half = (smearPx * scale) / 2;
      const [dx, dy] = [Math.cos((directionDeg * Math.PI) / 180) * half, Math.sin((directionDeg * Math.PI) / 180) * half];
      return `M${(x * width - dx).toFixed(0)} ${(y * height - dy).toFixed(0)}L${(x * width + dx).toFixed(0)} ${(y * height + dy).toFixed(0)}`;
    })
    .join('');
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 size-full"
      role="img"
      aria-label="Where it is soft, and which way: strokes along the smear, rings where it is soft all round, a square where it is sharpest"
      fill="none"
      strokeLinecap="round"
    >
      {/* Under each stroke one of the panel's colour: a picture has every other. */}
      <path d={strokes} className="stroke-panel" strokeWidth={15} />
      <path d={strokes} className="stroke-blur" strokeWidth={8} />
      {showsBlur &&
        places
          .filter(({ blurPx }) => blurPx >= LEAST_BLUR_PX)
          .map(({ x, y, blurPx }) => (
            <circle key={`${x} ${y}`} className="stroke-blur" cx={x * width} cy={y * height} r={blurPx * scale} strokeWidth={7} />
          ))}
      {sharpest && (
        <>
          <rect className="stroke-panel" strokeWidth={26} x={sharpest.x * width - 75} y={sharpest.y * height - 75} width={150} height={150} />
          <rect className="stroke-hush" strokeWidth={14} x={sharpest.x * width - 75} y={sharpest.y * height - 75} width={150} height={150} />
        </>
      )}
    </svg>
  );
} // prettier-ignore

/** Frames that are being looked into. */
export function Looking() {
  const doing = useWhy((why) => why.doing);
  return doing && doing.of > 1 ? (
    <Working onStop={stopLooking}>
      Looking into why: {doing.done} of {doing.of}
    </Working>
  ) : null;
}

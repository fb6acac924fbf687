import type { LogFrame } from '@hushto/contract';
import { grainWord, planWithoutLadder, takesOf, type Brief } from '@hushto/core';
import { plainNumber, shutterWords, TAKE_NAMES } from '@hushto/words';
import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { previewPath } from '../../api/log.ts';
import { Button } from '../../components/Button.tsx';
import { Select } from '../../components/Select.tsx';
import { useToasts } from '../../components/toast.ts';
import { againstPlanned, clockOfFrame, dayOfFrame, settingText } from '../../domain/logFrames.ts';
import { evText, percentText } from '../../quantities/quantities.ts';
import { useLibrary } from '../../state/library.ts';
import { assignFrames, meant } from '../../state/log.ts';
import { said } from '../../sync/remote.ts';
import { SaveFrame } from './SaveFrame.tsx';
import { useJudging } from './useJudging.ts';
import { Verdicts } from './Verdicts.tsx';
import { SoftEvidence, WhySoft } from './WhySoft.tsx';

/** One frame: how it was taken, what was planned, and what became of it. */
export function FrameDetail({ frame, onRemove }: { frame: LogFrame; onRemove: () => void }) {
  const briefs = useLibrary((library) => library.briefs);
  const brief = briefs.find(({ id }) => id === frame.briefId);
  const judge = useJudging();
  const { show } = useToasts();
  const assign = (id: string): void => {
    assignFrames(meant(), id === '' ? null : id)
      .then((undo) => show('Their figures go by that brief now.', { label: 'Undo', run: () => void undo() }))
      .catch((error: unknown) => show(said(error)));
  };
  return (
    <section aria-label="This frame" className="grid content-start gap-3 lg:border-l lg:border-rule lg:pl-5">
      {frame.preview ? (
        <Preview frame={frame} />
      ) : (
        <p className="grid aspect-3/2 w-full place-content-center rounded-sm bg-sunk px-3 text-center text-quiet">No picture is kept of this frame.</p>
      )}
      <div>
        <h2 className="text-18 font-strong wrap-anywhere">{settingText(frame)}</h2>
        <p className="text-quiet wrap-anywhere">
          {frame.name}, {dayOfFrame(frame)} {clockOfFrame(frame)}
        </p>
      </div>
      <Verdicts value={frame.verdict} onSay={judge} />
      <WhySoft frame={frame} onSay={judge} />
      <Facts frame={frame} />
      {brief && <Planned frame={frame} brief={brief.document} id={brief.id} />}
      {brief && frame.seed !== null && <SaveFrame frame={frame} brief={brief.document} />}
      <Select
        label="Taken for"
        value={brief?.id ?? ''}
        options={[{ value: '', label: 'No brief' }, ...briefs.map(({ id, document }) => ({ value: id, label: document.title }))]}
        onChange={assign}
      />
      <Button size="s" look="bare" className="justify-self-start" onClick={onRemove}>
        <Trash2 aria-hidden="true" /> Take out of the log
      </Button>
    </section>
  );
} // prettier-ignore

/** Its small picture, and what was found in it. */
function Preview({ frame }: { frame: LogFrame }) {
  const [size, setSize] = useState<{ width: number; height: number } | null>(null);
  return (
    <div className="relative">
      <img
        src={previewPath(frame.id)}
        alt={`Small picture of ${frame.name}`}
        className="aspect-3/2 w-full rounded-sm bg-sunk object-contain"
        onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) => setSize({ width: naturalWidth, height: naturalHeight })}
      />
      {size && <SoftEvidence frame={frame} size={size} />}
    </div>
  );
}

/** What the figures mean; what is not known is left out. */
function Facts({ frame }: { frame: LogFrame }) {
  const { hold, smear, snr, ev100, equivalentMm, camera, lens, heldChance } = frame;
  const held = heldChance === null ? null : `${percentText(heldChance)} of such frames hold, by the plan`;
  const rows: readonly (readonly [string, string | null])[] = [
    ['Light', ev100 === null ? null : `${evText(ev100)} as metered`],
    ['Hands', hold === null ? null : (held ?? `${plainNumber(hold)} stops of drift`)],
    ['Movement', smear === null ? null : `${plainNumber(2 * smear)} px at 2048 wide`],
    ['Grain', snr === null ? null : `${grainWord(snr)} (SNR ${plainNumber(snr)})`],
    ['Kit', [camera, lens, equivalentMm && `${Math.round(equivalentMm)} mm for full frame`].filter(Boolean).join(', ') || null],
  ];
  return (
    <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-0.5">
      {rows.map(([name, text]) =>
        text === null ? null : (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd>{text}</dd>
          </div>
        ),
      )}
    </dl>
  );
}

/** What was planned, and where the frame parted from it. */
function Planned({ frame, brief, id }: { frame: LogFrame; brief: Brief; id: string }) {
  const planned = useMemo(() => {
    const take = frame.take === null ? undefined : takesOf(brief).find(({ code }) => code === frame.take);
    return take?.choice ?? planWithoutLadder(brief, 0).choice;
  }, [brief, frame.take]);
  const parted = frame.shutterS === null ? null : againstPlanned(frame.shutterS, planned.shutterS);
  return (
    <p>
      <Link className="underline" to={`/plan/${id}`}>
        {brief.title}
      </Link>{' '}
      {frame.take !== null && `(${TAKE_NAMES[frame.take].toLowerCase()}) `}planned {shutterWords(planned.shutterS)}, {planned.labels.aperture}, ISO {planned.labels.iso}
      {frame.shutterS === null ? '.' : parted === null ? ': taken as planned.' : `: taken ${parted}.`}
    </p>
  );
} // prettier-ignore

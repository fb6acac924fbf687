import { planBrief, type Brief, type Plan, type Rung } from '@hushto/core';
import {
  cameraLines,
  cautionWords,
  groupDigits,
  reasonWords,
  rungWords,
  shutterWords,
  takeLabel,
  takeWords,
  viewOf,
  watchText,
} from '@hushto/words';
import { ChevronLeft, Printer } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { Button, buttonLook } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { MiniValley } from '../../components/MiniValley.tsx';
import { Table } from '../../components/Table.tsx';
import { cn } from '../../components/cn.ts';
import { evText } from '../../quantities/quantities.ts';
import { useLibrary } from '../../state/library.ts';
import { useTested } from '../../state/useTests.ts';
import { useWhere } from '../../state/useWhere.ts';
import { BriefText } from '../Plan/BriefText.tsx';
import { CameraRows } from '../Plan/SetCamera.tsx';

/** One brief on one page, to print and put in the pocket: what to set, why, and what to give up next. */
export function CardScreen() {
  return (
    <LibraryGate what="briefs">
      <CardOf />
    </LibraryGate>
  );
}

function CardOf() {
  const { id = '' } = useParams();
  const stored = useLibrary(({ briefs }) => briefs.find((brief) => brief.id === id));
  const brief = stored?.document;
  if (brief) return <Card id={id} brief={brief} />;
  return <Missing kind="briefs" at="/plan" />;
}

function Card({ id, brief: written }: { id: string; brief: Brief }) {
  const brief = useTested(written);
  const plan = useMemo(() => planBrief(brief), [brief]);
  const caution = cautionWords(brief);
  const where = useWhere([brief.kit.sensor.label ?? '']);
  return (
    <main className="mx-auto max-w-200 px-4 pt-3 pb-8 print:max-w-none print:p-0">
      <div className="mb-3 flex justify-between print:hidden">
        <Link className={buttonLook({ look: 'bare', size: 's' })} to={`/plan/${id}`}>
          <ChevronLeft aria-hidden="true" /> Back to the plan
        </Link>
        <Button look="go" size="s" onClick={() => print()}>
          <Printer aria-hidden="true" /> Print
        </Button>
      </div>
      <article
        className="rounded-md border border-rule bg-panel px-7 py-6 leading-5 max-sm:p-4 print:border-0 print:p-0 print:text-13 [&_h2]:mt-3 [&_h2]:mb-0.5"
        aria-label={`Card of ${brief.title}`}
      >
        <h1 className="flex items-center justify-between font-title text-24 font-strong">
          {brief.title} <MiniValley plan={plan} />
        </h1>
        <Values plan={plan} />
        <div className="grid grid-cols-2 gap-7 max-sm:grid-cols-1 max-sm:gap-0">
          <section>
            <h2>Brief</h2>
            <BriefText brief={brief} plain />
            <h2>Why</h2>
            <ul className="grid gap-0.5">
              {plan.reasons
                .map((reason) => reasonWords(brief, reason))
                .map((say) => (
                  <li key={say}>{say}</li>
                ))}
            </ul>
          </section>
          <section>
            <h2>Set the camera</h2>
            <CameraRows lines={cameraLines(brief, plan.camera, where)} />
            {plan.takes.length > 0 && (
              <>
                <h2>Other takes</h2>
                <ul className="grid gap-0.5">
                  {plan.takes.map((take) => (
                    <li key={take.code}>
                      <b>{takeLabel(brief, take)}.</b> {takeWords(brief, take)}
                    </li>
                  ))}
                </ul>
              </>
            )}
            {brief.watch && <p>Watch for {watchText(brief)}.</p>}
          </section>
        </div>
        <h2>Ladder, as the light falls</h2>
        <LadderTable brief={brief} ladder={plan.ladder} />
        {caution && <p className="mt-3 text-quiet">{caution}</p>}
      </article>
    </main>
  );
}

function Values({ plan: { choice, figures, possible } }: { plan: Plan }) {
  const { labels } = choice;
  return (
    <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-1 border-y-2 border-ink py-2 [&_dd]:font-dial [&_dd]:text-40 [&_dd]:font-strong [&_dd]:tracking-[-0.03em]">
      <div>
        <dt>Shutter</dt>
        <dd>{shutterWords(choice.shutterS)}</dd>
      </div>
      <div>
        <dt>Aperture</dt>
        <dd>{labels.aperture}</dd>
      </div>
      <div>
        <dt>ISO{labels.lift === '0' ? '' : `, +${labels.lift} later`}</dt>
        <dd>{groupDigits(labels.iso)}</dd>
      </div>
      <div>
        <dt>Burst</dt>
        <dd>{choice.burst}</dd>
      </div>
      {!possible && <p>Nothing works in this light; this is the nearest.</p>}
      {figures.gates.focus === 'shut' && <p>Too dark for autofocus.</p>}
    </dl>
  );
}

function LadderTable({ brief, ladder }: { brief: Brief; ladder: readonly Rung[] }) {
  return (
    <Table size="s" heads={['From', 'Shutter', 'Aperture', 'ISO', 'Later', `What changes (px ${viewOf(brief)})`]}>
      <tbody>
        {ladder.map((rung) => (
          <tr
            key={rung.evFrom}
            className={cn(
              rung.now && 'font-strong [&>*]:border-y-2 [&>*]:border-ink',
              rung.state === 'past' && '[&>*]:border-dotted',
            )}
          >
            <th scope="row">
              {evText(rung.evFrom)}
              {rung.now && ', now'}
            </th>
            <td>{rung.labels.shutter}</td>
            <td>{rung.labels.aperture}</td>
            <td>{groupDigits(rung.labels.iso)}</td>
            <td>{rung.labels.lift === '0' ? '0' : `+${rung.labels.lift}`}</td>
            <td>{rungWords(brief, rung, { named: false })}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

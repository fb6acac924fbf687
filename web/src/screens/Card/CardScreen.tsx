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
import { MiniValley } from '../../components/MiniValley.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { evText } from '../../quantities/quantities.ts';
import { useHands } from '../../state/useHands.ts';
import { useLibrary } from '../../state/library.ts';
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
  return (
    <Message title="There is no such brief">
      <Link className="btn go" to="/plan">
        To your briefs
      </Link>
    </Message>
  );
}

function Card({ id, brief: written }: { id: string; brief: Brief }) {
  const brief = useHands(written);
  const plan = useMemo(() => planBrief(brief), [brief]);
  const caution = cautionWords(brief);
  return (
    <main className="card-page">
      <div className="card-tools">
        <Link className="btn s bare" to={`/plan/${id}`}>
          <ChevronLeft className="i" aria-hidden="true" /> Back to the plan
        </Link>
        <button type="button" className="btn s go" onClick={() => print()}>
          <Printer className="i" aria-hidden="true" /> Print
        </button>
      </div>
      <article className="card" aria-label={`Card of ${brief.title}`}>
        <h1 className="flex items-center justify-between">
          {brief.title} <MiniValley plan={plan} />
        </h1>
        <Values plan={plan} />
        <div className="halves">
          <section>
            <h2>Brief</h2>
            <BriefText brief={brief} plain />
            <h2>Why</h2>
            <ul>
              {plan.reasons
                .map((reason) => reasonWords(brief, reason))
                .map((say) => (
                  <li key={say}>{say}</li>
                ))}
            </ul>
          </section>
          <section>
            <h2>Set the camera</h2>
            <CameraRows lines={cameraLines(brief, plan.camera)} />
            {plan.takes.length > 0 && (
              <>
                <h2>Other takes</h2>
                <ul>
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
        {caution && <p className="card-caution">{caution}</p>}
      </article>
    </main>
  );
}

function Values({ plan: { choice, figures, possible } }: { plan: Plan }) {
  const { labels } = choice;
  return (
    <dl className="card-values">
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
    <table>
      <thead>
        <tr>
          <th scope="col">From</th>
          <th scope="col">Shutter</th>
          <th scope="col">Aperture</th>
          <th scope="col">ISO</th>
          <th scope="col">Later</th>
          <th scope="col">What changes (px {viewOf(brief)})</th>
        </tr>
      </thead>
      <tbody>
        {ladder.map((rung) => (
          <tr key={rung.evFrom} className={rung.now ? 'now' : rung.state === 'past' ? 'past' : ''}>
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
    </table>
  );
}

import type { StoredHold } from '@hushto/contract';
import { shutterWords } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage } from '../../components/RoomPage.tsx';
import { useToasts } from '../../components/Toasts.tsx';
import { holdTestOf, kitWords, stabiliserWords } from '../../domain/holdSeries.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { NewTest } from './NewTest.tsx';
import { OpenSeries } from './OpenSeries.tsx';

/** How slow this person can hold this kit: one series for each way of holding it. */
export function HoldScreen() {
  return (
    <LibraryGate what="steadiness tests">
      <Series />
    </LibraryGate>
  );
}

function Series() {
  const { id } = useParams();
  const holds = useLibrary((library) => library.holds);
  const [asking, setAsking] = useState<StoredHold['document'] | 'new' | null>(null);
  const navigate = useNavigate();
  const { show } = useToasts();
  const open = holds.find((stored) => stored.id === id);
  const dialog = asking && (
    <NewTest
      like={asking === 'new' ? null : asking}
      onClose={() => setAsking(null)}
      onMade={(made) => {
        setAsking(null);
        void navigate(`/you/steadiness/${made}`);
      }}
    />
  );
  if (!open && holds.length > 0) return <Navigate to={`/you/steadiness/${[...holds].sort(byDay).at(-1)!.id}`} replace />;
  if (!open)
    return (
      <Message title="No steadiness test yet">
        <p>
          Eighteen frames at speeds that Hushto chooses tell how slow you can go with a kit, and how sure that is. Plans use your
          hands from then on, not the starting value.
        </p>
        <p className="row start">
          <button type="button" className="btn go" onClick={() => setAsking('new')}>
            <Plus className="i" aria-hidden="true" /> Start a steadiness test
          </button>
          <button
            type="button"
            className="btn"
            onClick={() => void addDemo().catch((error: unknown) => show(error instanceof Error ? error.message : String(error)))}
          >
            Load Port Alder’s tests
          </button>
        </p>
        {dialog}
      </Message>
    );
  return (
    <RoomPage
      room="you"
      look="hold-page"
      aside={
        <>
          <SeriesList holds={holds} openId={open.id} />
          <button type="button" className="btn" onClick={() => setAsking('new')}>
            <Plus className="i" aria-hidden="true" /> Start a steadiness test
          </button>
        </>
      }
    >
      <OpenSeries key={open.id} stored={open} onAgain={() => setAsking(open.document)} />
      {dialog}
    </RoomPage>
  );
}

const byDay = (a: StoredHold, b: StoredHold): number => a.document.day.localeCompare(b.document.day);

/** Every series, under the kit it was made with, the newest kit first. */
function SeriesList({ holds, openId }: { holds: readonly StoredHold[]; openId: string }) {
  const kits = [...new Set([...holds].sort(byDay).map(({ document }) => kitWords(document)))].reverse();
  return (
    <nav className="series-list" aria-label="Steadiness tests">
      {kits.map((kit) => (
        <section key={kit}>
          <h2>{kit}</h2>
          <ul>
            {holds
              .filter(({ document }) => kitWords(document) === kit)
              .map(({ id, document }) => {
                const { trusted, more } = holdTestOf(document);
                const { frames, closed, simulated } = document;
                return (
                  <li key={id}>
                    <Link to={`/you/steadiness/${id}`} aria-current={id === openId ? 'page' : undefined}>
                      <b>{document.title}</b>
                      <span className="num value">{closed ? shutterWords(trusted.markS) : `${frames.length} so far`}</span>
                      <span className="small quiet">
                        {stabiliserWords(document)}, {closed ? `${frames.length} frames` : `about ${frames.length + more} needed`}
                        {simulated && ', simulated'}
                      </span>
                      {!closed && <progress value={frames.length} max={frames.length + more} aria-hidden="true" />}
                    </Link>
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
    </nav>
  );
}

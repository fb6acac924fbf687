import type { StoredHold } from '@hushto/contract';
import { shutterWords } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Button } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage } from '../../components/RoomPage.tsx';
import { SeriesLink } from '../../components/SeriesLink.tsx';
import { useToasts } from '../../components/toast.ts';
import { holdTestOf, kitWords, stabiliserWords } from '../../domain/holdSeries.ts';
import { addDemo, useLibrary } from '../../state/library.ts';
import { NewTest } from './NewTest.tsx';
import { OpenSeries } from './OpenSeries.tsx';
import { said } from '../../sync/remote.ts';

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
  if (!open && id !== undefined) return <Missing kind="holds" at="/you/steadiness" />;
  if (!open && holds.length > 0) return <Navigate to={`/you/steadiness/${[...holds].sort(byDay).at(-1)!.id}`} replace />;
  if (!open)
    return (
      <Message title="No steadiness test yet">
        <p>
          Eighteen frames at speeds that Hushto chooses tell how slow you can go with a kit, and how sure that is. Plans use your
          hands from then on, not the starting value.
        </p>
        <p className="flex flex-wrap items-center gap-3">
          <Button look="go" onClick={() => setAsking('new')}>
            <Plus aria-hidden="true" /> Start a steadiness test
          </Button>
          <Button onClick={() => void addDemo().catch((error: unknown) => show(said(error)))}>Load Port Alder’s tests</Button>
        </p>
        {dialog}
      </Message>
    );
  return (
    <RoomPage
      room="you"
      foot={
        <>
          <SeriesList holds={holds} openId={open.id} />
          <Button onClick={() => setAsking('new')}>
            <Plus aria-hidden="true" /> Start a steadiness test
          </Button>
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
    <nav className="flex flex-col gap-3 -ml-3" aria-label="Steadiness tests">
      {kits.map((kit) => (
        <section key={kit}>
          <h2 className="pl-3">{kit}</h2>
          <ul className="mt-0.5">
            {holds
              .filter(({ document }) => kitWords(document) === kit)
              .map(({ id, document }) => {
                const { trusted, more } = holdTestOf(document);
                const { frames, closed, simulated } = document;
                return (
                  <li key={id}>
                    <SeriesLink
                      to={`/you/steadiness/${id}`}
                      current={id === openId}
                      title={document.title}
                      value={closed ? shutterWords(trusted.markS) : `${frames.length} so far`}
                      line={`${stabiliserWords(document)}, ${closed ? `${frames.length} frames` : `about ${frames.length + more} needed`}${simulated ? ', simulated' : ''}`}
                    >
                      {!closed && (
                        <progress
                          className="col-span-full mt-1.5"
                          value={frames.length}
                          max={frames.length + more}
                          aria-hidden="true"
                        />
                      )}
                    </SeriesLink>
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
    </nav>
  );
}

import { type StoredTaste, type TasteSeries } from '@hushto/contract';
import { capital, dayWords, isoWords, viewOf } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Button } from '../../components/Button.tsx';
import { Missing } from '../../components/Missing.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { SeriesLink } from '../../components/SeriesLink.tsx';
import { ceilingStateOf, tasteStateOf } from '../../domain/tasteSeries.ts';
import { useLibrary } from '../../state/library.ts';
import { CeilingSheet } from './CeilingSheet.tsx';
import { NewTaste } from './NewTaste.tsx';
import { TasteSheet } from './TasteSheet.tsx';
import { tasteWords } from './words.ts';

/** What these eyes prefer, found by looking: blur against grain, and how much grain is still acceptable. */
export function TasteScreen() {
  return (
    <LibraryGate what="taste tests">
      <Tastes />
    </LibraryGate>
  );
}

function Tastes() {
  const { id } = useParams();
  const tastes = useLibrary((library) => library.tastes);
  const [asking, setAsking] = useState<TasteSeries['kind'] | null>(null);
  const navigate = useNavigate();
  const open = tastes.find((stored) => stored.id === id);
  if (!open && id !== undefined) return <Missing kind="tastes" at="/you/taste" />;
  if (!open && tastes[0]) return <Navigate to={`/you/taste/${tastes[0].id}`} replace />;
  return (
    <RoomPage
      room="you"
      foot={
        <>
          <List tastes={tastes} openId={open?.id ?? ''} />
          <Button onClick={() => setAsking('taste')}>
            <Plus aria-hidden="true" /> Start a taste test
          </Button>
          <Button onClick={() => setAsking('ceiling')}>
            <Plus aria-hidden="true" /> Find an ISO ceiling
          </Button>
        </>
      }
    >
      {open ? (
        isTaste(open) ? (
          <TasteSheet key={open.id} stored={open} />
        ) : isCeiling(open) ? (
          <CeilingSheet key={open.id} stored={open} />
        ) : null
      ) : (
        <RoomSheet beside="wide">
          <section className="flex flex-col min-w-0">
            <h2>Nothing looked at yet</h2>
            <p>
              A dozen choices between two frames of one scene tell how much grain you take for less blur; a dozen looks at rising
              ISO tell where your ceiling is. Plans use both from then on.
            </p>
          </section>
        </RoomSheet>
      )}
      {asking && (
        <NewTaste
          kind={asking}
          onClose={() => setAsking(null)}
          onMade={(made) => {
            setAsking(null);
            void navigate(`/you/taste/${made}`);
          }}
        />
      )}
    </RoomPage>
  );
}

type StoredOf<Kind extends TasteSeries['kind']> = StoredTaste & { document: Extract<TasteSeries, { kind: Kind }> };
const isTaste = (stored: StoredTaste): stored is StoredOf<'taste'> => stored.document.kind === 'taste';
const isCeiling = (stored: StoredTaste): stored is StoredOf<'ceiling'> => stored.document.kind === 'ceiling';

function List({ tastes, openId }: { tastes: readonly StoredTaste[]; openId: string }) {
  return (
    <nav className="flex flex-col gap-3 -ml-3" aria-label="Taste tests">
      {(['taste', 'ceiling'] as const).map((kind) => {
        const own = tastes.filter(({ document }) => document.kind === kind);
        if (own.length === 0) return null;
        return (
          <section key={kind}>
            <h2 className="pl-3">{kind === 'taste' ? 'Taste' : 'ISO ceilings'}</h2>
            <ul className="mt-0.5">
              {own.map(({ id, document }) => (
                <li key={id}>
                  <SeriesLink
                    to={`/you/taste/${id}`}
                    current={id === openId}
                    title={document.title}
                    value={document.closed ? resultOf(document) : `${countOf(document)} so far`}
                    line={`${capital(viewOf(document.brief))}, ${dayWords(document.day)}`}
                  />
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </nav>
  );
}

const countOf = (series: TasteSeries): number => (series.kind === 'taste' ? series.choices.length : series.answers.length);

const resultOf = (series: TasteSeries): string =>
  series.kind === 'taste' ? tasteWords(tasteStateOf(series).estimate.median) : isoWords(ceilingStateOf(series).markIso);

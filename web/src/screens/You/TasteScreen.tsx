import { type StoredTaste, type TasteSeries } from '@hushto/contract';
import { capital, dayWords, isoWords, viewOf } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { useLibrary } from '../../state/library.ts';
import { ceilingStateOf, tasteStateOf } from '../../domain/tasteSeries.ts';
import { CeilingSheet } from './CeilingSheet.tsx';
import { RoomPage } from '../../components/RoomPage.tsx';
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
  if (!open && tastes[0]) return <Navigate to={`/you/taste/${tastes[0].id}`} replace />;
  return (
    <RoomPage
      room="you"
      look="grain-page"
      aside={
        <>
          <List tastes={tastes} openId={open?.id ?? ''} />
          <button type="button" className="btn" onClick={() => setAsking('taste')}>
            <Plus className="i" aria-hidden="true" /> Start a taste test
          </button>
          <button type="button" className="btn" onClick={() => setAsking('ceiling')}>
            <Plus className="i" aria-hidden="true" /> Find an ISO ceiling
          </button>
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
        <div className="learn-sheet">
          <section className="learn-main">
            <h2>Nothing looked at yet</h2>
            <p>
              A dozen choices between two frames of one scene tell how much grain you take for less blur; a dozen looks at rising
              ISO tell where your ceiling is. Plans use both from then on.
            </p>
          </section>
        </div>
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
    <nav className="series-list" aria-label="Taste tests">
      {(['taste', 'ceiling'] as const).map((kind) => {
        const own = tastes.filter(({ document }) => document.kind === kind);
        if (own.length === 0) return null;
        return (
          <section key={kind}>
            <h2>{kind === 'taste' ? 'Taste' : 'ISO ceilings'}</h2>
            <ul>
              {own.map(({ id, document }) => (
                <li key={id}>
                  <Link to={`/you/taste/${id}`} aria-current={id === openId ? 'page' : undefined}>
                    <b>{document.title}</b>
                    <span className="num value">{document.closed ? resultOf(document) : `${countOf(document)} so far`}</span>
                    <span className="small quiet">
                      {capital(viewOf(document.brief))}, {dayWords(document.day)}
                    </span>
                  </Link>
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

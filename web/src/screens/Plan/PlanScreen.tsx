import type { StoredBrief } from '@hushto/contract';
import { useEffect, useLayoutEffect } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { api } from '../../api/client.ts';
import { useToasts } from '../../components/Toasts.tsx';
import { useCursor } from '../../state/cursor.ts';
import { useFrame } from '../../state/frame.ts';
import { useLibrary } from '../../state/library.ts';
import { draftStore, useDrafts } from '../../state/stores.ts';
import { Situations } from './BriefMenu.tsx';
import { OpenBrief } from './OpenBrief.tsx';

/** Plan, the home: loads the briefs and opens one. */
export function PlanScreen() {
  const { id } = useParams();
  const { status, failure, briefs, load } = useLibrary();
  const lastOpen = useDrafts((drafts) => drafts.lastOpen);
  useEffect(() => {
    if (useLibrary.getState().status === 'idle') void load();
  }, [load]);

  if (status === 'failed') {
    return (
      <Message title="The briefs cannot be loaded">
        <p>{failure}</p>
        <button type="button" className="btn go" onClick={() => void load()}>
          Try again
        </button>
      </Message>
    );
  }
  if (status !== 'ready') return <Message title="Loading your briefs" busy />;
  const stored = briefs.find((brief) => brief.id === id);
  if (stored) return <Opened key={stored.id} stored={stored} />;
  const next = briefs.find((brief) => brief.id === lastOpen && brief.id !== id) ?? briefs[0];
  if (next) return <Navigate to={`/plan/${next.id}`} replace />;
  return <NoBriefs />;
}

function Opened({ stored }: { stored: StoredBrief }) {
  const lookAt = useCursor((cursor) => cursor.lookAt);
  // Before it is painted, or the last brief's light would flash up.
  useLayoutEffect(() => {
    draftStore.getState().open(stored.id);
    lookAt(null);
    useFrame.getState().set({ kept: null, view: null });
  }, [stored.id, lookAt]);
  return <OpenBrief stored={stored} />;
}

/** Nothing is stored: what to do first, and the demo data. */
function NoBriefs() {
  const navigate = useNavigate();
  const { put, addDemo } = useLibrary();
  const { show } = useToasts();
  const fail = (error: unknown): void => show(error instanceof Error ? error.message : String(error));
  return (
    <Message title="No brief yet">
      <p>Begin from the situation most like yours and change what differs, or look round in Port Alder’s lantern week.</p>
      <button type="button" className="btn go" onClick={() => void addDemo().catch(fail)}>
        Load Port Alder’s briefs
      </button>
      <div className="menu inline">
        <Situations
          onPick={(brief) =>
            void api.briefs.create(brief).then((stored) => {
              put('briefs', stored);
              void navigate(`/plan/${stored.id}`);
            }, fail)
          }
        />
      </div>
    </Message>
  );
}

function Message({ title, busy = false, children }: { title: string; busy?: boolean; children?: React.ReactNode }) {
  return (
    <main className="empty page" aria-busy={busy}>
      <svg className="valley-mark" viewBox="0 0 112 24" aria-hidden="true">
        <path d="M2 4C34 4 40 20 56 20S78 4 110 4" />
      </svg>
      <h1>{title}</h1>
      {children}
    </main>
  );
}

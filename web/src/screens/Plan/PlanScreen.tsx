import type { StoredBrief } from '@hushto/contract';
import { lazy, Suspense, useLayoutEffect } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Missing } from '../../components/Missing.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { useToasts } from '../../components/toast.ts';
import { useCursor } from '../../state/cursor.ts';
import { useFrame } from '../../state/frame.ts';
import { addDemo, create, useLibrary } from '../../state/library.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { OpenBrief } from './OpenBrief.tsx';
import { said } from '../../sync/remote.ts';

// Only a first visit begins from them.
const FirstContact = lazy(async () => ({ default: (await import('./FirstContact.tsx')).FirstContact }));

/** Plan, the home: loads the briefs and opens one. */
export function PlanScreen() {
  return (
    <LibraryGate what="briefs">
      <Briefs />
    </LibraryGate>
  );
}

function Briefs() {
  const { id } = useParams();
  const briefs = useLibrary((library) => library.briefs);
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const stored = briefs.find((brief) => brief.id === id);
  if (stored) return <Opened key={stored.id} stored={stored} />;
  if (id !== undefined) return <Missing kind="briefs" at="/plan" />;
  const next = briefs.find((brief) => brief.id === lastOpen) ?? briefs[0];
  if (next) return <Navigate to={`/plan/${next.id}`} replace />;
  return <NoBriefs />;
}

function Opened({ stored }: { stored: StoredBrief }) {
  const lookAt = useCursor((cursor) => cursor.lookAt);
  // Before it is painted, or the last brief's light would flash up.
  useLayoutEffect(() => {
    useLastOpen.setState({ briefId: stored.id });
    lookAt(null);
    useCursor.getState().lookAtTake(null);
    useFrame.getState().set({ kept: null, spot: null, real: null, briefId: stored.id });
    if (useLastOpen.getState().hasPhotos) void import('../../state/ownPhoto.ts').then(({ findPhoto }) => findPhoto(stored.id));
  }, [stored.id, lookAt]);
  return <OpenBrief stored={stored} />;
}

/** Nothing is stored: situations to begin from, and the demo evening. */
function NoBriefs() {
  const navigate = useNavigate();
  const { show } = useToasts();
  const fail = (error: unknown): void => show(said(error));
  return (
    <Suspense fallback={<Message title="One moment" busy />}>
      <FirstContact
        onPick={(brief) => void create('briefs', brief).then(({ stored }) => navigate(`/plan/${stored.id}`), fail)}
        onDemo={() => void addDemo().catch(fail)}
      />
    </Suspense>
  );
}

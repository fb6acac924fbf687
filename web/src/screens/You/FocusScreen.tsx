import type { StoredFocusTest } from '@hushto/contract';
import { evDigits, focusSetupWords } from '@hushto/words';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Navigate, useNavigate, useParams } from 'react-router';
import { Button } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Missing } from '../../components/Missing.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage } from '../../components/RoomPage.tsx';
import { SeriesLink } from '../../components/SeriesLink.tsx';
import { focusTestOf } from '../../domain/focusTest.ts';
import { useLibrary } from '../../state/library.ts';
import { NewFocusTest } from './NewFocusTest.tsx';
import { OpenFocus } from './OpenFocus.tsx';

/** How dark a body's autofocus may be trusted, found by trying. */
export function FocusScreen() {
  return (
    <LibraryGate what="focus tests">
      <Tests />
    </LibraryGate>
  );
}

function Tests() {
  const { id } = useParams();
  const tests = useLibrary((library) => library.focusTests);
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const open = tests.find((stored) => stored.id === id);
  const dialog = asking && (
    <NewFocusTest
      onClose={() => setAsking(false)}
      onMade={(made) => {
        setAsking(false);
        void navigate(`/you/focus/${made}`);
      }}
    />
  );
  const start = (
    <Button look={tests.length === 0 ? 'go' : 'plain'} onClick={() => setAsking(true)}>
      <Plus aria-hidden="true" /> Start a focus test
    </Button>
  );
  if (!open && id !== undefined) return <Missing kind="focusTests" at="/you/focus" />;
  if (!open && tests.length > 0) return <Navigate to={`/you/focus/${tests.at(-1)!.id}`} replace />;
  if (!open)
    return (
      <Message title="No focus test yet">
        <p>
          The limit of autofocus on the box is a promise in good conditions. A dozen tries in light that you dim tell how dark
          yours may be trusted, and how long it takes; plans go by that from then on.
        </p>
        <p>{start}</p>
        {dialog}
      </Message>
    );
  return (
    <RoomPage
      room="you"
      foot={
        <>
          <List tests={tests} openId={open.id} />
          {start}
        </>
      }
    >
      <OpenFocus key={open.id} stored={open} />
      {dialog}
    </RoomPage>
  );
}

/** Every test, under the body it is of. */
function List({ tests, openId }: { tests: readonly StoredFocusTest[]; openId: string }) {
  const bodies = [...new Set(tests.map(({ document }) => document.kit.sensor.label ?? 'A body'))];
  return (
    <nav className="flex flex-col gap-3 -ml-3" aria-label="Focus tests">
      {bodies.map((body) => (
        <section key={body}>
          <h2 className="pl-3">{body}</h2>
          <ul className="mt-0.5">
            {tests
              .filter(({ document }) => (document.kit.sensor.label ?? 'A body') === body)
              .map(({ id, document }) => (
                <li key={id}>
                  <SeriesLink
                    to={`/you/focus/${id}`}
                    current={id === openId}
                    title={document.title}
                    value={
                      document.closed ? `EV ${evDigits(focusTestOf(document).trusted.ev)}` : `${document.tries.length} so far`
                    }
                    line={`${focusSetupWords(document)}${document.darkOption ? ', low-light option' : ''}${document.simulated ? ', simulated' : ''}`}
                  />
                </li>
              ))}
          </ul>
        </section>
      ))}
    </nav>
  );
}
